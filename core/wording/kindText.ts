/** Kinds of records in words. */
import type { KindName } from '../catalogue/recordKinds.ts';
import { formatNumberOf } from './valueText.ts';

/** What a kind of record is called: one, and many. */
export const KIND_WORDS: Readonly<Record<KindName, readonly [one: string, many: string]>> = {
  about: ['head', 'heads'],
  distribution: ['distribution', 'distributions'],
  edition: ['edition', 'editions'],
  release: ['release', 'releases'],
  source: ['source', 'sources'],
  link: ['lineage link', 'lineage links'],
  reading: ['reading', 'readings'],
  snapshot: ['package list', 'package lists'],
  comparison: ['package comparison', 'package comparisons'],
  change: ['recorded change', 'recorded changes'],
  claim: ['claim', 'claims'],
  fault: ['fault', 'faults'],
  procedure: ['procedure', 'procedures'],
  plan: ['plan', 'plans'],
  event: ['event', 'events'],
  question: ['question', 'questions'],
  assessment: ['assessment', 'assessments'],
  sideBySide: ['comparison', 'comparisons'],
  cohort: ['peer group', 'peer groups'],
  purpose: ['purpose', 'purposes'],
  settlement: ['settled point', 'settled points'],
  note: ['note', 'notes'],
  word: ['learnt word', 'learnt words'],
  editorial: ['edit of a report', 'edits of reports'],
};

/** `12 readings`. */
export function wordKindCount(kind: KindName, count: number): string {
  return formatNumberOf(count, ...KIND_WORDS[kind]);
}
