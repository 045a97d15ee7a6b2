/**
 * How long the layers of a system are supported: as stated, as it follows from the day of the release and the rule that the
 * project states, and over the support of what they rest on. Both are kept where they differ; what is stated goes first.
 */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { findFactKey, formatTypedValue } from '../catalogue/factSheet.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { Release } from '../catalogue/release.ts';
import { boundsOf, type When } from '../catalogue/when.ts';
import type { Cell } from '../layers/cell.ts';
import type { LayerTable } from '../layers/layerTable.ts';
import { dayOfRelease } from '../lineage/bases.ts';
import { releasesOf } from '../lineage/releases.ts';
import { expectedNext, nextByCadence, parseCadence, type Cadence } from './cadence.ts';
import { endByRule, parseSupportRule, type RuledRelease, type SupportRule } from './supportRule.ts';

/** The fact that states the end. */
export const SUPPORT_END = 'model.supportEnd';
/** Facts that state how long a release is looked after, the plainest first. */
const RULE_KEYS = ['model.life', 'model.lifeRule', 'model.support'] as const;
const CADENCE = 'model.cadence';
/** Every fact that a window is read off. */
export const SUPPORT_KEYS: readonly string[] = [SUPPORT_END, ...RULE_KEYS, CADENCE];

/** An end that follows from what is stated of a release's life. */
export interface RuledSupport {
  readonly key: (typeof RULE_KEYS)[number];
  /** The rule as it is said. */
  readonly said: string;
  /** Days since 1970-01-01; undefined where it hangs on a release of which nothing is known, or on none at all. */
  readonly end?: number;
  /** Where the life is stated as a range: the latest end. */
  readonly latest?: number;
  /** True where it rests on a release that is only expected. */
  readonly isExpected: boolean;
  readonly cell: Cell;
}

/** From the release of a layer to the end of its support. Days since 1970-01-01; undefined where not known. */
export interface SupportWindow {
  readonly layer: RecordId;
  readonly from?: number;
  /** The first and the last day that the stated end may mean. */
  readonly toFirst?: number;
  readonly to?: number;
  /** The earliest end by a rule that the layer itself states, where the day of release is known. */
  readonly computed?: number;
  /** All of them. */
  readonly rules: readonly RuledSupport[];
  /** The end as it is stated (EDTF); empty where none is. */
  readonly end: When;
  /** True for a layer that rolls on: it has no end of its own. */
  readonly rolls: boolean;
  /** The cell that states the end. */
  readonly cell?: Cell;
}

/** The window of every layer of a table, root first. */
export function supportWindows(catalogue: Catalogue, table: LayerTable): SupportWindow[] {
  const row = table.rows.find(({ fact }) => fact.key === SUPPORT_END);
  return table.layers.map(({ id }, i): SupportWindow => {
    const cell = row?.cells[i];
    const end = typeof cell?.value === 'string' && !cell.absent ? cell.value : '';
    const release = recordOf(catalogue, 'release', id);
    const from = boundsOf(release?.date ?? '')?.first;
    const rules = release ? rulesOf(catalogue, table, i, release) : [];
    const ends = rules.flatMap((rule) => rule.end ?? []);
    const bounds = boundsOf(end);
    return {
      layer: id,
      ...(from !== undefined && { from }),
      ...(bounds && { toFirst: bounds.first, to: bounds.last }),
      ...(ends.length > 0 && { computed: Math.min(...ends) }),
      rules,
      end,
      rolls: table.moves[i],
      ...(cell && { cell }),
    };
  });
}

/** From the least to the most, in days: of a day since 1970-01-01, or of a length of time. */
export interface DayRange {
  readonly least: number;
  readonly most: number;
}

/** The end that counts, as exactly as it is known: as stated, else as it follows from a rule. */
export function endOfWindow({ toFirst, to, computed, rules }: SupportWindow): DayRange | undefined {
  if (to !== undefined) return { least: toFirst ?? to, most: to };
  if (computed === undefined) return undefined;
  const rule = rules.find(({ end }) => end === computed);
  return { least: computed, most: rule?.latest ?? computed };
}

/** A range as text: `60`, or `30/60` for what lies between two. */
export const formatDayRange = ({ least, most }: DayRange): string =>
  least === most ? String(most) : `${least}/${most}`;

/** One range less another. */
export const less = (a: DayRange, b: DayRange): DayRange => ({
  least: a.least - b.most,
  most: a.most - b.least,
});

/** The ends that follow from what a layer states of the life of its releases; none where the day of release is not known. */
function rulesOf(catalogue: Catalogue, table: LayerTable, i: number, release: Release): RuledSupport[] {
  const bounds = boundsOf(release.date ?? '');
  if (!bounds || bounds.first !== bounds.last) return [];
  const said = RULE_KEYS.flatMap((key) => {
    const cell = ownCell(table, key, i);
    const rule = cell && ruleIn(cell);
    return cell && rule ? [{ key, cell, rule }] : [];
  });
  if (said.length === 0) return [];
  const series = datedSeries(catalogue, release);
  const place = series.filter((day) => day <= bounds.first).length;
  const cadence = ownCell(table, CADENCE, i);
  const later = laterReleases(series, bounds.first, cadence ? cadenceIn(cadence) : null);
  return said.map(({ key, cell, rule }) => {
    const release = { day: bounds.first, place, later };
    const end = endByRule(rule, release);
    const longest = longestIn(cell);
    const latest = longest && endByRule(longest, release)?.day;
    return {
      key,
      cell,
      said: wordsOf(key, cell),
      ...(end && { end: end.day }),
      ...(latest !== undefined && latest !== null && { latest }),
      isExpected: end?.isExpected ?? false,
    };
  });
}

type Later = RuledRelease['later'][number];

/** How many releases ahead are told. */
const AHEAD = 6;

/**
 * The releases after a day: those that are recorded, and where a stated cadence has one of which nothing is recorded, that. Without a
 * cadence, the one after the newest that is to be expected by how they came, and so on.
 */
function laterReleases(series: readonly number[], day: number, cadence: Cadence | null): Later[] {
  const recorded = series
    .filter((each) => each > day)
    .map((each): Later => ({ day: each, isExpected: false }));
  const ahead: number[] = [];
  if (cadence) {
    for (let i = 0; i < AHEAD; i++) ahead.push(nextByCadence(cadence, day, ahead[i - 1] ?? day));
  } else {
    const next = expectedNext(series, null);
    const newest = series[series.length - 1];
    if (next) for (let i = 1; i <= AHEAD; i++) ahead.push(newest + i * (next.day - newest));
  }
  const half = Math.min(...ahead.map((each, i) => each - (ahead[i - 1] ?? day))) / 2;
  const missing = ahead.filter(
    (each) => !Number.isNaN(each) && recorded.every((known) => Math.abs(known.day - each) > half),
  );
  return [...recorded, ...missing.map((each): Later => ({ day: each, isExpected: true }))].sort(
    (a, b) => a.day - b.day,
  );
}

/** The days of the final releases that follow each other in the same editions, oldest first, each once. */
export function datedSeries(catalogue: Catalogue, { distribution, editions }: Release): number[] {
  const days = releasesOf(catalogue, distribution)
    .filter(
      (each) =>
        each.stage === 'final' &&
        (each.editions.length === 0 ||
          editions.length === 0 ||
          each.editions.some((edition) => editions.includes(edition))),
    )
    .flatMap((each) => dayOfRelease(each) ?? []);
  return [...new Set(days)].sort((a, b) => a - b);
}

/** The cadence that a cell states. */
export function cadenceIn({ value }: Cell): Cadence | null {
  return typeof value === 'string' ? parseCadence(value) : null;
}

function ruleIn({ value, interval }: Cell): SupportRule | null {
  if (typeof value === 'string') return parseSupportRule(value);
  const months = interval?.least ?? (typeof value === 'number' ? value : undefined);
  return months === undefined ? null : spanOfMonths(months);
}

/** The longest life that a range allows; null where it is no range, or open. */
function longestIn({ interval }: Cell): SupportRule | null {
  return interval?.least !== undefined && interval.most !== undefined ? spanOfMonths(interval.most) : null;
}

const spanOfMonths = (months: number): SupportRule => ({
  kind: 'span',
  span: { months: Math.round(months), days: 0 },
});

function wordsOf(key: string, { value, inForce }: Cell): string {
  return inForce?.said ?? (value === undefined ? '' : formatTypedValue(findFactKey(key)!, value));
}

/** What a layer says itself: a base's promise is not its own. */
function ownCell({ rows }: LayerTable, key: string, i: number): Cell | undefined {
  const cell = rows.find(({ fact }) => fact.key === key)?.cells[i];
  return cell && cell.setBy === i && !cell.absent ? cell : undefined;
}

/** The window of the top layer, with that of the layer below it and the days by which it outlasts that (domain: support gap). */
export interface Support {
  readonly own: SupportWindow;
  readonly base?: SupportWindow;
  /** Negative where the base lasts longer; undefined where one of the ends is not stated. */
  readonly gap?: DayRange;
}

/** The support of the top layer of a table. */
export function supportOf(catalogue: Catalogue, table: LayerTable): Support {
  const windows = supportWindows(catalogue, table);
  const own = windows[windows.length - 1];
  const base = windows.at(-2);
  const isStated = own.to !== undefined && base?.to !== undefined;
  return {
    own,
    ...(base && { base }),
    ...(isStated && { gap: less(endOfWindow(own)!, endOfWindow(base)!) }),
  };
}
