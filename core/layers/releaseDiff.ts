/** What is different between two releases (or any two dossiers), by the values in force; what only one knows is apart. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import type { FactKey } from '../catalogue/factSheet.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { chainOf } from '../lineage/chain.ts';
import { versionOrderOf } from './changes.ts';
import { diffValues, type ComparedElement } from './compareValues.ts';
import { isKnown } from './cell.ts';
import { layerTable, type LayerTable } from './layerTable.ts';
import type { Cell } from './cell.ts';

/** One fact in two releases. */
export interface FactDifference {
  readonly fact: FactKey;
  readonly before: Cell;
  readonly after: Cell;
  /** How the values differ; empty where one of them is not known. */
  readonly elements: readonly ComparedElement[];
  /** True where one of the two is unknown: that is no difference, and no likeness. */
  readonly unknown: boolean;
}

interface ReleaseDiff {
  readonly before: LayerTable;
  readonly after: LayerTable;
  readonly differences: readonly FactDifference[];
  /** Facts known of both and equal. */
  readonly equal: number;
  /** Facts that one of them only took over from a release before, and nobody has checked again. */
  readonly notCheckedAgain: number;
}

/** Compares two as of a day. */
export function diffReleases(
  catalogue: Catalogue,
  before: RecordId,
  after: RecordId,
  day: number,
): ReleaseDiff {
  const [old, now] = [before, after].map((id) => layerTable(catalogue, chainOf(catalogue, id, day)));
  const order = versionOrderOf(now);
  let [equal, notCheckedAgain] = [0, 0];
  const differences = now.rows.flatMap(({ fact, cells }, i): FactDifference[] => {
    const [a, b] = [old.rows[i].cells.at(-1)!, cells.at(-1)!];
    if ([a, b].some(({ state }) => state === 'takenOver')) {
      notCheckedAgain++;
      return [];
    }
    const [knowsA, knowsB] = [a, b].map(isKnown);
    if (!knowsA && !knowsB) return [];
    if (knowsA !== knowsB) return [{ fact, before: a, after: b, elements: [], unknown: true }];
    const elements = diffValues(a.value, b.value, { fact, order });
    if (elements.length === 0) equal++;
    return elements.length ? [{ fact, before: a, after: b, elements, unknown: false }] : [];
  });
  return { before: old, after: now, differences, equal, notCheckedAgain };
}
