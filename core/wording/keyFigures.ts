/** The key figures of a dossier. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import { supportOf } from '../support/support.ts';
import { countsOf, type FactCounts } from '../layers/counts.ts';
import type { LayerTable } from '../layers/layerTable.ts';
import { newestComparison } from '../lineage/lineageGraph.ts';
import { formatCount, formatShare } from './valueText.ts';

/** A key figure of a dossier. */
interface KeyFigure {
  readonly value: string;
  readonly label: string;
  /** True for what has to be settled. */
  readonly trouble?: boolean;
}

/** How the facts of a layer stand to its base, each way by itself: unknown is never told as unchanged. */
function standingFigures(counts: FactCounts): KeyFigure[] {
  const { changed, same, baseUnknown, noBase, notComparable, notCheckedAgain } = counts;
  const isHeld = changed + same > 0;
  const figures: readonly (readonly [count: number, label: string])[] = [
    [changed, 'changed'],
    [same, 'confirmed unchanged'],
    [baseUnknown, 'not known in the base'],
    [noBase, 'without a base'],
    [notComparable, 'not comparable'],
    [notCheckedAgain, 'unverified'],
  ];
  return figures
    .filter(([count], i) => count > 0 || (i === 0 && isHeld))
    .map(([count, label]) => ({ value: formatCount(count), label }));
}

/** The figures of a dossier's head, in one line: how near its base, how much it changes, how well it is known. */
export function headFiguresOf(catalogue: Catalogue, table: LayerTable, day: number): KeyFigure[] {
  const { link } = table.layers[table.layers.length - 1];
  const measured = link && newestComparison(catalogue, link, day);
  const { end } = supportOf(catalogue, table).own;
  const counts = countsOf(table.rows);
  const carried = measured && {
    value: formatShare(measured.counts.same, measured.counts.installed),
    label: measured.losses.length ? 'unmodified, of a list not read whole' : 'unmodified',
  };
  return [
    ...(carried ? [carried] : []),
    ...standingFigures(counts),
    {
      value: formatCount(counts.recorded),
      label: counts.recorded === 1 ? 'fact recorded' : 'facts recorded',
    },
    ...troubleFigures(counts),
    ...(end ? [{ value: formatWhen(end), label: 'end of support' }] : []),
  ];
}

function troubleFigures({ spoiled, contradicted }: FactCounts): KeyFigure[] {
  return [
    ...(spoiled ? [{ value: formatCount(spoiled), label: 'unreliable', trouble: true }] : []),
    ...(contradicted ? [{ value: formatCount(contradicted), label: 'in dispute', trouble: true }] : []),
  ];
}
