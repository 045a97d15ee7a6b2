/** What tells of the machine: /proc/meminfo, /proc/cpuinfo (proc(5)) and mount tables (fstab(5)). */

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
