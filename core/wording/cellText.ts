/** A cell of the layer table as sentences: what it says, whose that is, and how it stands to the base. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import { isKnown, type Cell } from '../layers/cell.ts';
import { belowOf } from '../layers/changes.ts';
import type { LayerRow, LayerTable } from '../layers/layerTable.ts';
import { nameOf } from '../lineage/names.ts';
import { wordCircumstances } from './disagreementText.ts';
import { wordCell, wordSaying } from './sayingText.ts';
import { wordSettling, wordSpoils } from './spoilText.ts';
import { formatNumberOf, formatValue } from './valueText.ts';

/** What the cell of a layer says: `Tidewater 7.1 sets this itself; what its base has is not known.` */
export function wordCellOf(
  catalogue: Catalogue,
  { layers }: LayerTable,
  row: LayerRow,
  index: number,
): string {
  const cell = row.cells[index];
  const nameAt = (at: number) => (at >= 0 ? nameOf(catalogue, layers[at].id) : 'the editions');
  const name = nameAt(index);
  const below = belowOf(row, index);
  const baseHas = isKnown(below)
    ? `${nameAt(below.setBy)} has ${below.value === undefined ? 'none' : formatValue(row.fact, below.value)}`
    : '';
  switch (cell.state) {
    case 'own':
      return `${name} sets this itself${wordStanding(cell, baseHas)}.`;
    case 'unchanged':
      return isKnown(cell)
        ? `Checked: the same as in ${nameAt(cell.setBy)}, which set it.`
        : 'Checked and unchanged, but the value of the base is not known.';
    case 'carried':
      return `Inherited from ${nameAt(cell.setBy)}: ${wordCell(row.fact, cell)}. Not examined in ${name} itself.`;
    case 'none':
      return `Looked for and not there${wordStanding(cell, baseHas)}.`;
    case 'doesNotApply':
      return 'The question does not arise here.';
    case 'spoiled':
      return wordSpoiledCell(row, cell, baseHas);
    case 'takenOver':
      return 'Copied from the release before, unverified.';
    case 'notLookedAt':
      if (cell.byEdition.length > 0) return wordEditions(catalogue, row, cell);
      if (cell.notFoundOut) return `Looked for: ${wordSaying(row.fact, cell.notFoundOut)}.`;
      return cell.readings.length > 0 ? 'What was said tells nothing yet.' : 'Nobody has examined this yet.';
  }
}

function wordStanding({ standing }: Cell, baseHas: string): string {
  switch (standing) {
    case 'base unknown':
      return '; what its base has is not known, so it is neither changed nor unchanged';
    case 'no base':
      return '; there is no base to hold it against';
    case 'not comparable':
      return baseHas ? `; ${baseHas}, which is of another day, so the two are not compared` : '';
    case 'not checked again':
      return '; the value of its base is copied, unverified';
    default:
      return baseHas ? `; ${baseHas}` : '';
  }
}

function wordSpoiledCell({ fact }: LayerRow, { spoiled }: Cell, baseHas: string): string {
  const { spoiledBy } = spoiled!;
  const settling = wordSettling(spoiledBy);
  const said = `Seen ${wordSpoils(spoiledBy)}: ${wordSaying(fact, spoiled!)}. That is unreliable, so the value stays unknown`;
  return `${said}${baseHas ? ` (${baseHas})` : ''}.${settling ? ` To settle it, ${settling}.` : ''}`;
}

/** `Main: 18; Heath: not examined.` */
function wordEditions(catalogue: Catalogue, { fact }: LayerRow, { byEdition }: Cell): string {
  const each = byEdition.map(
    ({ edition, cell }) => `${nameOf(catalogue, edition)}: ${wordCell(fact, cell) || 'not known'}`,
  );
  return `It depends on the edition. ${each.join('; ')}.`;
}

/** How readings disagree: `2 readings say otherwise: 1 under other conditions (another machine), 1 disagrees.` */
export function wordDisagreements({ disagreements, disputed }: Cell): string {
  if (disagreements.length === 0) return '';
  const explained = disagreements.filter(({ explainedBy }) => explainedBy.length > 0);
  const why = [...new Set(explained.map(({ explainedBy }) => wordCircumstances(explainedBy)))].join('; ');
  const contradicting = disagreements.length - explained.length;
  const parts = [
    explained.length > 0 &&
      `${formatNumberOf(explained.length, 'reading')} differ by what was around: ${why}`,
    disputed &&
      `${formatNumberOf(contradicting, 'reading')} ${contradicting === 1 ? 'disagrees' : 'disagree'}. In force is what was seen before what was read, then the nearest to the release, then the newest; accept one to settle it`,
  ];
  return `${parts.filter(Boolean).join('. ')}.`;
}
