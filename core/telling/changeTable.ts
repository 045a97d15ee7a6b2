/** What a system changes, next to its base and with reasons: what sets it apart comes first. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import type { RecordedChange } from '../catalogue/change.ts';
import type { ComparedElement } from '../layers/compareValues.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { sourcesOf } from '../layers/cell.ts';
import { belowOf, changesOf, type Change } from '../layers/changes.ts';
import type { LayerRow } from '../layers/layerTable.ts';
import type { Telling } from '../statements/telling.ts';
import type { Told } from '../statements/told.ts';
import { asClause, baseSaying, sayingOf, sentence } from '../wording/statements/phrases.ts';
import { formatValue, listOf } from '../wording/valueText.ts';
import type { Sentence } from './document.ts';
import { titleOf } from '../wording/factTitles.ts';
import { describeImportance, importanceOf, type Importance } from './importance.ts';
import { remarkOfCell } from './remarks.ts';

/** A change with how much it matters. */
export interface RankedChange {
  readonly change: Change;
  readonly row: LayerRow;
  readonly told: Told | undefined;
  readonly importance: Importance;
}

/** The changes of the top layer, what matters most first; of equal ones in the order of the fact sheet. */
export function rankedChanges({ catalogue, table, told }: Telling): RankedChange[] {
  const rows = new Map(table.rows.map((row) => [row.fact.key, row]));
  return changesOf(table)
    .map((change): RankedChange => {
      const { key } = change.fact;
      const of = told.get(key);
      return { change, row: rows.get(key)!, told: of, importance: importanceOf(catalogue, change, of) };
    })
    .sort((a, b) => b.importance.score - a.importance.score);
}

/** The row of a change: the fact, what the base has, what the system has, and why where anybody said. */
export function changeRow(
  catalogue: Catalogue,
  { change, row, told, importance }: RankedChange,
  hasReasons: boolean,
): Sentence[] {
  const { fact, notes } = change;
  const remark = told ? remarkOfCell(catalogue, row.cells[row.cells.length - 1]) : '';
  const because = describeImportance(importance);
  const own: Sentence = {
    text: describeOwn(change, told),
    ...(told && { sources: told.sources }),
    ...(remark && { remark }),
    to: { fact: fact.key },
  };
  const reasons = notes.filter(isReason);
  const why: Sentence = {
    text: reasons.map(reasonOf).join(' '),
    ...(reasons.length > 0 && { sources: reasons.flatMap(({ sources }) => sources) }),
  };
  const title: Sentence = { text: titleOf(fact), because, to: { fact: fact.key } };
  const below = baseSources(row);
  const base: Sentence = {
    text: describeBase(change, told),
    ...(below.length > 0 && { sources: below }),
  };
  return [title, base, own, ...(hasReasons ? [why] : [])];
}

/** The sources of what the base has of a fact. */
export function baseSources(row: LayerRow): readonly RecordId[] {
  const { setBy } = belowOf(row);
  return setBy >= 0 ? sourcesOf(row.cells[setBy]) : [];
}

const isReason = ({ motive, consequence }: RecordedChange): boolean => Boolean(motive || consequence);

/** True where anybody said why. */
export const isReasoned = ({ change: { notes } }: RankedChange): boolean => notes.some(isReason);

const reasonOf = ({ element, motive, consequence }: RecordedChange): string => {
  const said = [motive, consequence].filter(Boolean).map((text) => sentence(text));
  return `${element ? `${element}: ` : ''}${said.join(' ')}`;
};

/** A list of more letters is counted. */
const MOST_LISTED = 60;

/** What the base has: of a list what became another, else the whole where it is short, else how many. */
function describeBase({ fact, before, elements, basis }: Change, told: Told | undefined): string {
  if (basis === 'recorded') return 'not known';
  if (before === undefined) return 'none';
  if (!Array.isArray(before)) return (told && baseSaying(told)) || formatValue(fact, before);
  const changed = elements.flatMap((each) => (each.kind === 'adds' ? [] : [each.before ?? each.name]));
  if (changed.length > 0 && changed.length < before.length) return changed.join(', ');
  const whole = formatValue(fact, before);
  return whole.length > MOST_LISTED ? `${before.length} in all` : whole;
}

/** What the system has: a value, or what it adds, drops and sets otherwise. */
function describeOwn({ fact, after, before, elements, basis }: Change, told: Told | undefined): string {
  if (basis === 'recorded') return describeElements(elements);
  if (after === undefined) return (told && sayingOf(told)) || 'none';
  if (!Array.isArray(after)) {
    const held = elements[0]?.kind === 'holds back' ? 'held back at ' : '';
    return `${held}${(told && sayingOf(told)) || formatValue(fact, after)}`;
  }
  if (before !== undefined) return describeElements(elements);
  return told ? sayingOf(told) : formatValue(fact, after);
}

/** `adds a and b; drops c; bundle store off`. */
function describeElements(elements: readonly ComparedElement[]): string {
  const of = (kind: ComparedElement['kind']) => elements.filter((each) => each.kind === kind);
  const names = (kind: ComparedElement['kind']) => listOf(of(kind).map(({ name }) => name));
  return [
    of('adds').length > 0 && `adds ${names('adds')}`,
    of('drops').length > 0 && `drops ${names('drops')}`,
    ...of('replaces').map(({ after, name }) => after ?? name),
    ...of('holds back').map(({ after, name }) => `holds ${name} back${after ? ` at ${after}` : ''}`),
    ...of('retunes').map(({ after, name }) => after ?? name),
  ]
    .filter(Boolean)
    .join('; ');
}

/** Facts of which “its … is …” makes no sentence. */
const UNFIT: ReadonlySet<string> = new Set(['welcome.opens', 'welcome.reached', 'repositories.pinning']);

/** `Lagoon instead of Porch`, `none instead of Porch`; empty for a list. */
export function describeContrast({ change, told }: RankedChange): string {
  const { before, after, basis, fact } = change;
  if (fact.type === 'yesNo' || UNFIT.has(fact.key)) return '';
  if (basis === 'recorded' || Array.isArray(before ?? after)) return '';
  const own = describeOwn(change, told);
  return before === undefined
    ? `${own} (the base has none)`
    : `${asClause(own)} instead of ${describeBase(change, told)}`;
}
