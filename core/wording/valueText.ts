/** Values, readings and counts as short texts: the same words on screens, in reports and on the command line. */
import type { FactValue } from '../catalogue/factValue.ts';
import type { FactKey } from '../catalogue/factSheet.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import type { PackageCounts } from '../catalogue/comparison.ts';

/** A value in words: `10 days`, `yes`, `2 Apr 2029`, `front, base (off)`. */
export function formatValue(fact: Pick<FactKey, 'type' | 'unit'>, value: FactValue): string {
  if (Array.isArray(value)) {
    return value
      .map(({ slot, name, settings }) => {
        const state = settings?.state && settings.state !== 'on' ? ` (${settings.state})` : '';
        return `${slot ? `${slot}: ` : ''}${name}${state}`;
      })
      .join(', ');
  }
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (fact.type === 'date') return formatWhen(String(value));
  if (typeof value === 'number') {
    const unit = value === 1 ? fact.unit?.replace(/([a-z]{2})s$/, '$1') : fact.unit;
    return `${formatCount(value)}${unit ? ` ${unit}` : ''}`;
  }
  return value;
}

/** A number with thin groups of thousands: `2,480`. */
export function formatCount(value: number): string {
  return value.toLocaleString('en-GB', { maximumFractionDigits: 2 });
}

/** The size of a file: `2.8 GB`, `412 MB`, `12 kB`. */
export function formatBytes(bytes: number): string {
  if (bytes >= 1e9) return `${(bytes / 1e9).toFixed(1)} GB`;
  return bytes >= 1e6 ? `${Math.round(bytes / 1e6)} MB` : `${Math.ceil(bytes / 1e3)} kB`;
}

/** A share in per cent with one decimal, never rounded up to 100 or down to 0: `86.4 %`. */
export function formatShare(part: number, whole: number): string {
  if (whole === 0) return 'no packages';
  const percent = (part / whole) * 100;
  const rounded = Math.round(percent * 10) / 10;
  if (rounded === 100 && part < whole) return '99.9 %';
  if (rounded === 0 && part > 0) return '< 0.1 %';
  return `${rounded.toFixed(1)} %`;
}

/** The same as a person says it, without a decimal where that would not round to all or none: `86 %`. */
export function roundShare(part: number, whole: number): string {
  const rounded = Math.round((part / whole) * 100);
  return (rounded === 100 && part < whole) || (rounded === 0 && part > 0) || whole === 0
    ? formatShare(part, whole)
    : `${rounded} %`;
}

/** The classes of a comparison in reading order, with their labels. */
export const CLASS_LABELS: readonly {
  readonly id: Exclude<keyof PackageCounts, 'installed'>;
  readonly label: string;
  readonly means: string;
}[] = [
  { id: 'same', label: 'same', means: 'equal version' },
  { id: 'rebuilt', label: 'rebuilt', means: 'same source version, built again' },
  { id: 'patched', label: 'patched', means: "same upstream version, the derivative's own revision" },
  { id: 'heldBack', label: 'held back', means: 'older than the base' },
  { id: 'ahead', label: 'ahead', means: 'newer than the base' },
  { id: 'own', label: 'its own', means: 'not in the base' },
];

const CONJUNCTION = new Intl.ListFormat('en-GB', { type: 'conjunction' });
const DISJUNCTION = new Intl.ListFormat('en-GB', { type: 'disjunction' });

/** `a, b and c`, or `a, b or c`. */
export function listOf(words: readonly string[], last: 'and' | 'or' = 'and'): string {
  return (last === 'and' ? CONJUNCTION : DISJUNCTION).format(words);
}

const PLURALS = new Intl.PluralRules('en-GB');

/** `4 GiB`, `1,500 MiB`. */
export const formatMemorySize = (mib: number): string =>
  mib % 1024 === 0 ? `${formatCount(mib / 1024)} GiB` : `${formatCount(mib)} MiB`;

/** `1 package`, `2 packages`. */
export function formatNumberOf(count: number, one: string, many = `${one}s`): string {
  return `${formatCount(count)} ${PLURALS.select(count) === 'one' ? one : many}`;
}
