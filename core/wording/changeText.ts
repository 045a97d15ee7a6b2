/** Sentences about changes: what is done, why, and whether the base bears it out. */
import type { RecordedChange } from '../catalogue/change.ts';
import type { Change } from '../layers/changes.ts';
import type { SettledChange } from '../layers/settledChanges.ts';
import type { ComparedElement } from '../layers/compareValues.ts';
import { elementsSaid } from '../layers/recordedChanges.ts';
import { formatValue } from './valueText.ts';

/** What of a change is put in words; without a basis it is computed. */
type ChangeSaid = Pick<Change, 'fact' | 'before' | 'after' | 'elements'> & Partial<Pick<Change, 'basis'>>;

/** A change as a sentence: `Default kernel: 6.8 instead of 6.1.` */
export function wordChange({ fact, before, after, elements, basis }: ChangeSaid): string {
  if (basis === 'recorded')
    return `${fact.label}: ${elements.map(wordElement).join(', ')}; the value of the base is not known.`;
  if (!Array.isArray(before ?? after)) {
    if (after === undefined) return `${fact.label}: none, ${formatValue(fact, before!)} dropped.`;
    if (before === undefined) return `${fact.label}: ${formatValue(fact, after)}, where the base has none.`;
    const held = elements[0].kind === 'holds back' ? 'held back at ' : '';
    return `${fact.label}: ${held}${formatValue(fact, after)} instead of ${formatValue(fact, before)}.`;
  }
  return `${fact.label}: ${elements.map(wordElement).join(', ')}.`;
}

/** What became of one element: `replaces Plain by Reed`, `adds tide-front`. */
export function wordElement({ kind, name, before, after }: ComparedElement): string {
  const what = after ?? before ?? '';
  if (kind === 'replaces' && before === undefined) return name ? `puts in ${what}` : `now ${what}`;
  if (after === undefined || before === undefined || kind === 'keeps') return `${kind} ${what}`.trimEnd();
  return kind === 'holds back'
    ? `holds back ${before} at ${after}`
    : `${kind} ${before} ${kind === 'replaces' ? 'by' : 'to'} ${after}`;
}

/** Weights of a change in words, from 1. */
export const WEIGHTS = ['a detail', 'matters', 'decides'] as const;

/** What is noted on a change, a sentence each: what is meant, its motive, its consequence, its weight. */
export function wordNote({ element, motive, consequence, weight }: RecordedChange): string[] {
  const close = (text: string) => (/[.!?]$/.test(text) ? text : `${text}.`);
  const sentences = [
    motive && `Why: ${close(motive)}`,
    consequence && `What follows: ${close(consequence)}`,
    weight && `Weight ${weight} of 3, ${WEIGHTS[weight - 1]}.`,
  ].filter((text) => typeof text === 'string' && text !== '') as string[];
  return sentences.length && element ? [`${element}: ${sentences[0]}`, ...sentences.slice(1)] : sentences;
}

/** How a recorded change stands: `The base’s value is not known yet.` */
export function wordSettlement({ record, state, found }: SettledChange): string {
  const said = elementsSaid(record).map(wordElement).join(', ');
  if (state === 'open')
    return 'The value of the base is not known yet; the change is settled when it is recorded.';
  if (state === 'confirmed') return 'Confirmed by the value of the base.';
  const instead = found.length ? found.map(wordElement).join(', ') : 'nothing of the kind';
  return `Recorded as “${said}”; compared with the base, the change is: ${instead}.`;
}
