/** What tells of the kernel: its configuration and its release (uname -r). */

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
