/** What an analyst did, in words: the labels of edits, for undo, history and notices. */
import { findOpenRule } from '../open/openRules.ts';
import { OPEN_WORDS } from './openText.ts';
import type { EditLabel } from '../catalogue/edit.ts';
import type { Relation } from '../catalogue/relations.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import { wordRelation } from './lineageText.ts';
import { formatNumberOf } from './valueText.ts';

type Params = EditLabel['params'];

const count = ({ count: n }: Params, noun: string) => formatNumberOf(Number(n), noun);

const LABELS: Readonly<Record<string, (params: Params) => string>> = {
  'about.write': () => 'Title and question',
  'catalogue.merge': ({ title, added, changed, removed }) =>
    `Merge “${title}”: ${formatNumberOf(Number(added), 'record')} came, ${changed} changed, ${removed} went`,
  'catalogue.replace': ({ title }) => `Replace the catalogue by “${title}”`,
  'change.remove': () => 'Delete what is recorded of a change',
  'change.weigh': () => 'Weight of a change',
  'change.write': ({ fact, of }) => `Change of ${fact} of ${of}`,
  'claim.judge': ({ wording }) => `Judge “${wording}”`,
  'distribution.add': ({ name }) => `Add ${name}`,
  'distribution.names': ({ name }) => `Other names of ${name}`,
  'distribution.rename': ({ before, name }) => `${before} is called ${name}`,
  'edition.add': (params) => `Add ${count(params, 'edition')} of ${params.of}`,
  'edition.base': ({ of, base }) => (base ? `${of} rests on ${base}` : `${of} has no base of its own`),
  'edition.correct': ({ name, of }) => `Edition ${name} of ${of}`,
  'fact.accept': () => 'Accept a reading',
  'fact.free': () => 'Let the rules decide',
  'fact.remove': (params) =>
    params.count === 1 ? `Delete a ${params.kind}` : `Delete ${count(params, 'reading')}`,
  'fact.unchanged': (params) => `${count(params, 'fact')} of ${params.of} unchanged`,
  'fact.write': ({ fact, of }) => `${fact} of ${of}`,
  'link.add': ({ derivative, base, relation }) =>
    `${derivative} ${wordRelation(relation as Relation)} ${base}`,
  'link.correct': ({ derivative }) => `Correct the link of ${derivative}`,
  'link.remove': ({ derivative, base }) => `Delete the link between ${derivative} and ${base}`,
  'lists.keep': (params) => `Keep ${count(params, 'package list')} of ${params.of}`,
  'record.remove': ({ name }) => `Delete ${name}`,
  'release.add': (params) => `Add ${count(params, 'release')} of ${params.of}`,
  'release.begin': ({ name, version }) => `Begin ${name} ${version}`,
  'release.correct': ({ name, version }) => `${name} ${version}`,
  'side.keep': ({ of }) => `Comparison of ${of}`,
  'side.remove': ({ of }) => `Delete the comparison of ${of}`,
  'assessment.write': ({ author, of }) => `Assessment of ${of} by ${author}`,
  'assessment.remove': ({ author, of }) => `Delete the assessment of ${of} by ${author}`,
  'claim.write': ({ wording }) => `Claim “${wording}”`,
  'claim.findings': (params) => `Take the findings on ${count(params, 'claim')}`,
  'open.again': ({ rule }) => `Take up again: ${openTitle(rule)}`,
  'open.aside': ({ rule, state }) => `${state === 'meant' ? 'Intended' : 'Postpone'}: ${openTitle(rule)}`,
  'purpose.write': ({ name }) => `Purpose “${name}”`,
  'question.answer': ({ text }) => `Answer “${text}”`,
  'question.write': ({ text }) => `Question “${text}”`,
  'calendar.take': (params) => `Release calendar of ${params.of}: ${count(params, 'release')}`,
  'cohort.write': ({ name }) => `Peer group “${name}”`,
  'names.same': ({ name }) => `Count names as “${name}”`,
  'snapshot.remove': (params) => `Delete ${count(params, 'package list')} of ${params.of}`,
  'source.correct': ({ title }) => `Correct the source “${title}”`,
  'source.merge': (params) => `Merge a source into “${params.title}”`,
  'source.exchange': (params) =>
    `${count(params, 'reading')} ${params.title ? `from “${params.title}”` : 'without a source'}`,
  'table.take': (params) => `Take a table in: ${count(params, 'fact')}`,
  'line.write': () => 'A line of notes',
  'note.keep': ({ of }) => `Note on ${of}`,
  'report.rewrite': ({ title }) => `Rewrite a sentence of ${title}`,
  'report.restore': ({ title }) => `Restore the text of ${title}`,
  'report.add': ({ title }) => `Paragraph in ${title}`,
  'report.arrange': ({ title }) => `Parts of ${title}`,
  'word.delete': ({ text }) => `Delete the learnt word “${text}”`,
  'line.remove': ({ of }) => `Delete a line about ${of}`,
  'line.move': (params) => `${count(params, 'line')} from “${params.title}”`,
  'visit.about': ({ of }) => `Notes on ${of}`,
  'visit.day': ({ day }) => `Notes of ${formatWhen(String(day))}`,
  'visit.from': ({ title }) => `Source “${title}”`,
  'visit.lines': (params) => `${count(params, 'line')} of notes`,
  'visit.pasted': (params) => `${count(params, 'fact')} pasted for ${params.of}`,
  'visit.line': ({ name, of }) => `${name} of ${of}`,
  'system.accept': ({ name, version }) => `Accept ${name} ${version}`,
  /** A label as older versions of the program kept it. */
  text: ({ text }) => String(text),
};

/** What an open point's rule is called. */
function openTitle(rule: string | number): string {
  const known = findOpenRule(String(rule));
  return known ? OPEN_WORDS[known].title.toLowerCase() : String(rule);
}

/** An edit's label in words; a code of a newer program is shown as it is. */
export function wordEdit({ code, params }: EditLabel): string {
  return LABELS[code]?.(params) ?? code;
}

/** True if a label's code has its words; tests ask this for every code. */
export function hasEditWording(code: string): boolean {
  return Object.hasOwn(LABELS, code);
}
