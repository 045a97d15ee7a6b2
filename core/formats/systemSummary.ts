/** Summaries of a system as terminal programs print them: label and value, line by line. */

/** Lines of a summary that a system shows of itself, by their label; drawings beside them are passed over. */
export interface SystemSummary {
  readonly fields: Readonly<Record<string, string>>;
}

const SUMMARY_LABELS = [
  'OS',
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
];

/** Fewer labels than this could be anything. */
const SUMMARY_LEAST = 4;

/** Colours and movements of a terminal (ECMA-48, control sequences). */
const CONTROL = new RegExp(`${String.fromCharCode(27)}\\[[0-9;?]*[A-Za-z]`, 'g');

/** Reads a summary of labelled lines (`Kernel: 6.4.9-1-stock`); null when too few labels are there. */
export function parseSystemSummary(text: string): SystemSummary | null {
  const plain = text.replace(CONTROL, '');
  const fields = Object.fromEntries(
    SUMMARY_LABELS.flatMap((label) => {
      const value = new RegExp(`(?:^|[\\s|])${label}\\s*:\\s*(\\S.*?)\\s*$`, 'm').exec(plain)?.[1];
      return value ? [[label, value]] : [];
    }),
  );
  return Object.keys(fields).length >= SUMMARY_LEAST ? { fields } : null;
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
