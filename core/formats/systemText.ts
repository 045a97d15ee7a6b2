/**
 * Small texts that a running system or its configuration gives: memory and processors (proc(5)), mount tables
 * (fstab(5)), the kernel's string and build configuration, service presets (systemd.preset(5)), assignments of a
 * shell (locale.conf(5), environment(5)).
 */

/** Sizes in KiB by name, from `/proc/meminfo`. */
export function parseMeminfo(text: string): Readonly<Record<string, number>> {
  return Object.fromEntries(
    [...text.matchAll(/^([A-Za-z()_0-9]+):\s+(\d+) kB$/gm)].map(([, name, kib]) => [name, Number(kib)]),
  );
}

interface ProcessorInfo {
  readonly cores: number;
  /** True if a hypervisor says so: a virtual machine. */
  readonly virtual: boolean;
}

/** What `/proc/cpuinfo` says. */
export function parseCpuinfo(text: string): ProcessorInfo {
  return {
    cores: [...text.matchAll(/^processor\s*:/gm)].length,
    virtual: /^flags\s*:.*\bhypervisor\b/m.test(text),
  };
}

/** A line of a mount table. */
interface Mount {
  readonly device: string;
  readonly place: string;
  readonly type: string;
  readonly options: readonly string[];
}

/** Lines of fstab(5) or `/proc/mounts`; lines of another form are left out. */
export function parseMountTable(text: string): Mount[] {
  return text.split('\n').flatMap((line): Mount[] => {
    const [device, place, type, options = ''] = line
      .replace(/^\s*#.*/, '')
      .trim()
      .split(/\s+/);
    return device && place && type
      ? [{ device, place, type, options: options.split(',').filter(Boolean) }]
      : [];
  });
}

/** True if a text is a mount table with a root. */
export function isMountTable(text: string): boolean {
  const lines = text.split('\n').filter((line) => line.trim() && !/^\s*#/.test(line));
  return (
    lines.length > 0 &&
    lines.every((line) => /^\s*\S+\s+(\/\S*|none|swap)\s+[a-z][\w.,-]*(\s+\S+){0,3}\s*$/.test(line)) &&
    lines.some((line) => /^\s*\S+\s+\/\s/.test(line))
  );
}

/** Options of a kernel's build configuration: `CONFIG_HZ` is `HZ`. Those not set are left out. */
export function parseKernelConfig(text: string): ReadonlyMap<string, string> {
  return new Map(
    [...text.matchAll(/^CONFIG_([A-Z0-9_a-z]+)=(.*)$/gm)].map(([, name, value]) => [
      name,
      value.replace(/^"(.*)"$/, '$1'),
    ]),
  );
}

/** Preemption and timer of a kernel, in words: `full preemption, 1000 Hz`. Empty when the configuration is silent. */
export function schedulerOf(config: ReadonlyMap<string, string>): string {
  const preemption = [
    ['PREEMPT_RT', 'real-time preemption'],
    ['PREEMPT', 'full preemption'],
    ['PREEMPT_VOLUNTARY', 'voluntary preemption'],
    ['PREEMPT_NONE', 'no preemption'],
  ].find(([name]) => config.get(name) === 'y')?.[1];
  const hertz = config.get('HZ');
  return [preemption, hertz && `${hertz} Hz`].filter(Boolean).join(', ');
}

/** Names of processors that stand where a flavour may. */
const PROCESSORS = new Set(['amd64', 'x86_64', 'arm64', 'aarch64', 'armmp', 'i686', 'riscv64']);

/** Parts of a kernel's string (`uname -r`): `6.4.9-1-stock` is version 6.4.9 of the flavour stock. */
export function parseKernelRelease(
  text: string,
): { release: string; version: string; flavour: string } | null {
  const release = text.trim();
  const match = /^(\d+\.\d+(?:\.\d+)?)(?:[-.+~].*)?$/.exec(release);
  if (!match || /\s/.test(release)) return null;
  const last = /-([a-z][a-z0-9_]*)$/.exec(release)?.[1] ?? '';
  return { release, version: match[1], flavour: PROCESSORS.has(last) ? '' : last };
}

/** Units that presets enable, in order and without `.service`; patterns are left out. */
export function parsePreset(text: string): string[] {
  return [...text.matchAll(/^\s*enable\s+([^\s*]+)$/gm)].map(([, unit]) => unit.replace(/\.service$/, ''));
}

/** True if a text is a preset file. */
export function isPreset(text: string): boolean {
  const lines = text.split('\n').filter((line) => line.trim() && !/^\s*[#;]/.test(line));
  return lines.length > 0 && lines.every((line) => /^\s*(enable|disable|ignore)\s+\S+/.test(line));
}

/** `NAME=value` lines, quotes taken off; other lines are left out. */
export function parseAssignments(text: string): Readonly<Record<string, string>> {
  return Object.fromEntries(
    [...text.matchAll(/^\s*(?:export\s+)?([A-Za-z_][A-Za-z0-9_]*)=(.*)$/gm)].map(([, name, value]) => [
      name,
      value.trim().replace(/^(['"])(.*)\1$/, '$2'),
    ]),
  );
}
