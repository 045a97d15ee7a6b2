/** Summaries of a system as terminal programs print them: label and value, line by line. */
import { lookUp } from '../lookUp.ts';

/** Lines of a summary that a system shows of itself, by their label; drawings beside them are passed over. */
export interface SystemSummary {
  readonly fields: Readonly<Record<string, string>>;
}

const SUMMARY_LABELS: ReadonlySet<string> = new Set([
  'OS',
  'Operating System',
  'Kernel',
  'Uptime',
  'Packages',
  'Shell',
  'DE',
  'WM',
  'Theme',
  'Icons',
  'Cursor',
  'Font',
  'Terminal',
  'Memory',
  'Chassis',
  'Virtualization',
  'Architecture',
]);

/** Fewer labels than this could be anything. */
const SUMMARY_LEAST = 4;

/** Colours and movements of a terminal (ECMA-48, control sequences). */
const CONTROL = new RegExp(`${String.fromCharCode(27)}\\[[0-9;?]*[A-Za-z]`, 'g');

/** Longer lines are none of a summary. */
const LONGEST = 400;

/** Reads a summary of labelled lines (`Kernel: 6.4.9-1-stock`); null when too few labels are there. */
export function parseSystemSummary(text: string): SystemSummary | null {
  const fields: Record<string, string> = {};
  for (const line of text.replace(CONTROL, '').split(/\r?\n/)) {
    const found = line.length <= LONGEST && labelled(line);
    if (found) fields[found.label] ??= found.value;
  }
  return Object.keys(fields).length >= SUMMARY_LEAST ? { fields } : null;
}

/**
 * The first known label of a line with its value. A label begins after a sign, two blanks or nothing, and is taken whole:
 * `WM Theme` is not `Theme`.
 */
function labelled(line: string): { label: string; value: string } | null {
  for (const { index } of line.matchAll(/:(?=\s+\S)/g)) {
    const label = line
      .slice(0, index)
      .split(/[^A-Za-z ]| {2,}/)
      .at(-1)!
      .trim();
    if (SUMMARY_LABELS.has(label)) return { label, value: line.slice(index + 1).trim() };
  }
  return null;
}

/** Memory in MiB of `1015MiB / 3929MiB` or `1.0 GiB / 3.8 GiB (26%)`, as summaries write it; null otherwise. */
export function parseSummaryMemory(text: string): { totalMiB: number; usedMiB: number } | null {
  const match = /^([\d.]+) ?(KiB|MiB|GiB|M|G)? ?\/ ?([\d.]+) ?(KiB|MiB|GiB|M|G)/.exec(text);
  if (!match) return null;
  const scale: Readonly<Record<string, number>> = { KiB: 1 / 1024, MiB: 1, M: 1, GiB: 1024, G: 1024 };
  const [, used, usedUnit, total, unit] = match;
  return {
    usedMiB: Math.round(Number(used) * scale[usedUnit ?? unit]),
    totalMiB: Math.round(Number(total) * scale[unit]),
  };
}

/** The tools by which summaries count packages, and the formats that these work on. */
const COUNTED_BY: Readonly<Record<string, 'deb' | 'alpm' | 'rpm'>> = {
  dpkg: 'deb',
  pacman: 'alpm',
  rpm: 'rpm',
};

/** The count of `1842 (dpkg), 12 (flatpak)`: of the system's own format, else the first; null for another text. */
export function parseSummaryPackages(
  text: string,
): { count: number; family: 'deb' | 'alpm' | 'rpm' | null } | null {
  const counts = [...text.matchAll(/(\d+)(?: \(([a-z-]+)[^)]*\))?/g)].map(([, count, tool = '']) => ({
    count: Number(count),
    family: lookUp(COUNTED_BY, tool) ?? null,
  }));
  return counts.find(({ family }) => family !== null) ?? counts[0] ?? null;
}

/** Name and version of `Tidewater 7.1 (Marsh) x86_64`; the version is empty where none stands there. */
export function parseSummarySystem(text: string): { name: string; version: string } {
  const plain = text.replace(/\s+(x86_64|amd64|aarch64|arm64|armv7l|i[3-6]86|riscv64|ppc64le|s390x)$/, '');
  const [, name = plain, version = ''] = /^(.*?)\s+v?(\d[\w.-]*)/.exec(plain) ?? [];
  return { name: name.trim(), version };
}
