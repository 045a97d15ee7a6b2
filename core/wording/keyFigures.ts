/** The key figures of a dossier. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import { supportOf } from '../judging/support.ts';
import { changesOf } from '../layers/changes.ts';
import type { LayerRow, LayerTable } from '../layers/layerTable.ts';
import { newestComparison } from '../lineage/lineageGraph.ts';
import { formatCount, formatShare } from './valueText.ts';

/** The cell of the top layer. */
export const topOf = ({ cells }: LayerRow) => cells[cells.length - 1];

/** A key figure of a dossier. */
interface KeyFigure {
  readonly value: string;
  readonly label: string;
  /** True for what has to be settled. */
  readonly trouble?: boolean;
}

/** The figures of a dossier's head, in one line: how near its base, how much it changes, how well it is known. */
export function headFiguresOf(catalogue: Catalogue, table: LayerTable, day: number): KeyFigure[] {
  const { link } = table.layers[table.layers.length - 1];
  const measured = link && newestComparison(catalogue, link, day);
  const counts = measured?.counts;
  const { end } = supportOf(catalogue, table).own;
  const cells = table.rows.map(topOf);
  const disputed = cells.filter((cell) => cell.disputed).length;
  return [
    ...(counts
      ? [
          {
            value: formatShare(counts.same, counts.installed),
            label: measured?.losses.length ? 'carried, of a list not read whole' : 'carried',
          },
        ]
      : []),
    { value: formatCount(changesOf(table).length), label: 'changed' },
    {
      value: formatCount(cells.filter(({ readings }) => readings.length > 0).length),
      label: 'facts recorded',
    },
    ...(disputed ? [{ value: formatCount(disputed), label: 'contradicted', trouble: true }] : []),
    ...(end ? [{ value: formatWhen(end), label: 'end of support' }] : []),
  ];
}

/** Facts recorded, changes, contradictions and open questions. */
export function keyFiguresOf(table: LayerTable): KeyFigure[] {
  const cells = table.rows.map(topOf);
  const recorded = cells.filter(({ readings }) => readings.length > 0).length;
  const seen = cells.filter(({ evidence }) => evidence === 'seen').length;
  return [
    { value: formatCount(recorded), label: `facts recorded, ${formatCount(seen)} of them seen` },
    { value: formatCount(changesOf(table).length), label: 'facts changed on the base' },
    { value: formatCount(cells.filter(({ disputed }) => disputed).length), label: 'contradicted' },
  ];
}
