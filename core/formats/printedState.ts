/** What tools print of a machine's state: memory (free(1), the head of top(1)) and the time since the start (uptime(1)). */

const FREE_UNITS: Readonly<Record<string, number>> = {
  '': 1 / 1024,
  B: 2 ** -20,
  Ki: 1 / 1024,
  Mi: 1,
  Gi: 1024,
  K: 1 / 1024,
  M: 1,
  G: 1024,
};

/** Total and used memory in MiB, as `free` prints them; null for another text. */
export function parseFree(text: string): { totalMiB: number; usedMiB: number } | null {
  const heads = /^ +total +used +free +shared +(?:buff\/cache|buffers +cache) +available$/m.exec(text);
  const cells = /^Mem: +(.*)$/m.exec(text)?.[1].trim().split(/\s+/);
  if (!heads || !cells || cells.length < 6) return null;
  const sizes = cells.map((cell) => {
    const [, number, unit] = /^([\d.]+)(B|Ki|Mi|Gi|K|M|G)?$/.exec(cell) ?? [];
    return number === undefined ? Number.NaN : Number(number) * FREE_UNITS[unit ?? ''];
  });
  const [total, used] = sizes;
  if (Number.isNaN(total) || Number.isNaN(used)) return null;
  // Plain numbers are KiB, unless asked for in MiB: no machine has less than 64 MiB.
  const scale = /^\d+$/.test(cells[0]) && total < 64 ? 1024 : 1;
  return { totalMiB: Math.round(total * scale), usedMiB: Math.round(used * scale) };
}

/** Minutes since the start, of `14:02:11 up 2:14,  1 user, …` and `up 2 hours, 14 minutes` (uptime(1)); null for another text. */
export function parseUptime(text: string): number | null {
  const stated = /^(?:.*\b|\s*)up\s+(\d[^\n]{0,80}?)(?:,\s+\d+ users?\b|$)/m.exec(text.slice(0, 500))?.[1];
  return stated ? minutesOf(stated) : null;
}

/** Minutes in `1 day, 3:02`, `12 min`, `2 hours, 14 mins`; null where none are told. */
export function minutesOf(text: string): number | null {
  const unit = (name: string) => Number(new RegExp(`(\\d+) ${name}`).exec(text)?.[1] ?? 0);
  const [, hours = 0, minutes = 0] = /\b(\d+):(\d\d)\b/.exec(text) ?? [];
  const sum =
    (unit('week') * 7 + unit('day')) * 1440 +
    (unit('hour') + Number(hours)) * 60 +
    unit('min') +
    Number(minutes);
  return sum > 0 || /\b0:00|\b0 min/.test(text) ? sum : null;
}

const TOP_UNITS: Readonly<Record<string, number>> = { K: 1 / 1024, M: 1, G: 1024 };

/** Memory in MiB in the head of a list of processes (top(1)): `MiB Mem : 3929.0 total, …, 934.5 used, …`; null otherwise. */
export function parseProcessHead(text: string): { totalMiB: number; usedMiB: number } | null {
  const line = /^([KMG])iB Mem\s*:([^\n]{1,200})$/m.exec(text.slice(0, 2000));
  if (!line) return null;
  const value = (name: string) =>
    Number(new RegExp(`([\\d.]+)\\+? ${name}\\b`).exec(line[2])?.[1] ?? Number.NaN);
  const [total, used] = [value('total'), value('used')];
  if (Number.isNaN(total) || Number.isNaN(used)) return null;
  const scale = TOP_UNITS[line[1]];
  return { totalMiB: Math.round(total * scale), usedMiB: Math.round(used * scale) };
}
