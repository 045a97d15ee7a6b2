/** Points that are no facts of the fact sheet: support over the base's, changes by area, faults, counted packages, points of one's own. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import type { PackageCounts } from '../catalogue/comparison.ts';
import { formatDay } from '../catalogue/days.ts';
import type { Element, FactValue } from '../catalogue/factValue.ts';
import type { Interval } from '../catalogue/reading.ts';
import { keyOfName } from '../sameness/name.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { SideBySide } from '../catalogue/sideBySide.ts';
import { STRIP_AREAS } from '../catalogue/stripAreas.ts';
import { changesOf } from '../layers/changes.ts';
import type { LayerTable } from '../layers/layerTable.ts';
import { newestComparison } from '../lineage/lineageGraph.ts';
import { nameOf, nameOfLayer } from '../lineage/names.ts';
import { distributionOf } from '../lineage/releases.ts';
import { faultsOf } from '../statements/recorded.ts';
import { endOfWindow, less, supportWindows, type SupportWindow } from '../support/support.ts';
import type { BarReason, Point, PointArea, PointFact, SideValue, ValueDetail } from './point.ts';
import { judgePoint } from './verdict.ts';

/** What a side has on such a point; no value: not known. */
interface Plain {
  readonly value?: FactValue;
  readonly interval?: Interval;
  readonly isPartial?: boolean;
  readonly absent?: boolean;
  readonly detail?: ValueDetail;
  readonly sources?: readonly RecordId[];
  readonly bar?: BarReason;
  readonly isUncertain?: boolean;
}

function plainValue(setBy: string, plain: Plain): SideValue {
  const {
    value,
    interval,
    isPartial = false,
    absent = false,
    detail,
    sources = [],
    bar,
    isUncertain = false,
  } = plain;
  const isKnown = value !== undefined || interval !== undefined || absent;
  return {
    state: absent ? 'none' : isKnown ? 'own' : 'notLookedAt',
    ...(value !== undefined && { value }),
    ...(interval && { interval }),
    ...(detail && { detail }),
    ...{ absent, isPartial, isOwn: isKnown, isFromTrunk: false, isUncertain, sources },
    setBy: isKnown ? setBy : '',
    evidence: 'none',
    ...(bar && { bar }),
  };
}

function pointOf(area: PointArea, fact: PointFact, values: readonly SideValue[]): Point {
  return { key: fact.key, area, fact, values, trunk: [], ...judgePoint(fact, values) };
}

const topName = (catalogue: Catalogue, { layers }: LayerTable) =>
  nameOfLayer(catalogue, layers[layers.length - 1]);

/** The end of support by its rule, and how far it goes past the base's end; stated or computed, what is stated first. */
export function supportPoints(catalogue: Catalogue, tables: readonly LayerTable[]): Point[] {
  const windows = tables.map((table) => supportWindows(catalogue, table));
  const sourcesOf = (window: SupportWindow) => {
    const source = window.cell?.inForce?.source;
    return source ? [source] : [];
  };
  const computed = windows.map((all, i) => {
    const { computed: end } = all[all.length - 1];
    return plainValue(topName(catalogue, tables[i]), end === undefined ? {} : { value: formatDay(end) });
  });
  const past = windows.map((all, i) => {
    const [base, own] = [all.at(-2), all[all.length - 1]];
    const [end, baseEnd] = [endOfWindow(own), base && endOfWindow(base)];
    if (!end || !baseEnd) return plainValue('', {});
    const days = less(end, baseEnd);
    return plainValue(topName(catalogue, tables[i]), {
      ...(days.least === days.most ? { value: days.most } : { interval: days }),
      detail: {
        ...{ kind: 'past', base: nameOf(catalogue, base!.layer), days },
        end: base!.end || formatDay(baseEnd.most),
      },
      sources: [...sourcesOf(own), ...sourcesOf(base!)],
    });
  });
  return [
    pointOf(
      'support',
      { key: 'support.computed', label: 'Supported until, computed', type: 'date' },
      computed,
    ),
    pointOf(
      'support',
      { key: 'support.past', label: 'Past its base’s end', type: 'number', unit: 'days' },
      past,
    ),
  ];
}

/** What each side changes on its own base, by area of the strip: never all that there is, as far as facts were looked at. */
export function changePoints(catalogue: Catalogue, tables: readonly LayerTable[]): Point[] {
  const changes = tables.map((table) => changesOf(table));
  return STRIP_AREAS.map(({ id, label }) => {
    const values = tables.map((table, i) => {
      const own = changes[i].filter(({ fact }) => fact.area === id);
      const value = own.flatMap(({ fact, elements }) =>
        elements.map(({ kind, name, after }): Element => ({
          slot: name ? `${fact.label}, ${name}` : fact.label,
          name: kind,
          ...(after !== undefined && after !== name && { settings: { now: after } }),
        })),
      );
      const isTold =
        value.length > 0 ||
        table.rows.some((row) => row.fact.area === id && row.cells.at(-1)!.standing === 'same');
      return plainValue(topName(catalogue, table), isTold ? { value, isPartial: true } : {});
    });
    return pointOf('changes', { key: `changes.${id}`, label, type: 'list' }, values);
  });
}

/** Every fault that reaches one of the sides. Nobody having met it elsewhere does not say that it is not there. */
export function faultPoints(
  catalogue: Catalogue,
  tables: readonly LayerTable[],
  days: readonly number[],
): Point[] {
  const faults = tables.map((table, i) => faultsOf({ catalogue, table, day: days[i] }));
  const texts = new Map(faults.flat().map(({ fault }) => [keyOfName(fault.text), fault.text]));
  return [...texts].map(([folded, text]) => {
    const values = faults.map((own) => {
      const found = own.find(({ fault }) => keyOfName(fault.text) === folded);
      if (!found) return plainValue('', {});
      const { fault, layer } = found;
      return plainValue(nameOfLayer(catalogue, layer), {
        value: 'met',
        detail: { kind: 'met', ...fault.times, machine: fault.machine },
        sources: fault.source ? [fault.source] : [],
        isUncertain: fault.certainty !== 'sure',
      });
    });
    return pointOf('faults', { key: `faults/${folded}`, label: text, type: 'text' }, values);
  });
}

const COUNTED: readonly { readonly id: keyof PackageCounts; readonly label: string }[] = [
  { id: 'installed', label: 'Packages installed' },
  { id: 'same', label: 'Equal to the base’s' },
  { id: 'rebuilt', label: 'Rebuilt' },
  { id: 'patched', label: 'With a revision of its own' },
  { id: 'heldBack', label: 'Held back' },
  { id: 'ahead', label: 'Ahead of the base' },
  { id: 'own', label: 'Not in the base' },
];

/** Packages as they were counted against a base: held against each other where it is the same distribution. */
export function packagePoints(catalogue: Catalogue, tables: readonly LayerTable[]): Point[] {
  const counted = tables.map(({ layers }) => {
    const { link } = layers[layers.length - 1];
    return link && newestComparison(catalogue, link);
  });
  const bases = new Set(counted.flatMap((each) => (each ? distributionOf(catalogue, each.base) : [])));
  return COUNTED.map(({ id, label }) => {
    const values = tables.map((table, i) => {
      const found = counted[i];
      if (!found) return plainValue('', {});
      return plainValue(topName(catalogue, table), {
        value: found.counts[id],
        sources: found.source ? [found.source] : [],
        ...(id !== 'installed' && {
          detail: { kind: 'counted', of: found.counts.installed, base: nameOf(catalogue, found.base) },
        }),
        ...(id !== 'installed' && bases.size > 1 && { bar: 'otherBase' as const }),
      });
    });
    return pointOf('packages', { key: `packages.${id}`, label, type: 'number', unit: 'packages' }, values);
  });
}

/** The analyst's own points, as they were written down. */
export function ownPoints(
  catalogue: Catalogue,
  tables: readonly LayerTable[],
  own: SideBySide['own'],
): Point[] {
  return own.map(({ label, values }) =>
    pointOf(
      'own',
      { key: keyOfOwn(label), label, type: 'text' },
      tables.map((table, i) => plainValue(topName(catalogue, table), values[i] ? { value: values[i] } : {})),
    ),
  );
}

/** The key of a point of one's own. */
export const keyOfOwn = (label: string): string => `own/${keyOfName(label)}`;
