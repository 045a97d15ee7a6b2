/** A system in short: what it is built on, what sets it apart, and the greatest reservation, in at most 90 words. */
import { findFactKey } from '../catalogue/factSheet.ts';
import { keepName, sayingOf } from '../wording/statements/phrases.ts';
import { formatCount, listOf } from '../wording/valueText.ts';
import type { Statement } from '../statements/statement.ts';
import { statementsOf, toldSentence, type DossierPlan } from './dossierPlan.ts';
import { describeContrast, type RankedChange } from './changeTable.ts';
import type { Sentence } from './document.ts';
import { nounOf } from '../wording/factTitles.ts';
import { wordDayRange } from '../wording/supportText.ts';
import { wordStatement } from '../wording/statements/wordStatement.ts';
import { countWords, sentenceOf } from './grammar.ts';

/** The most words of it. */
const MOST_WORDS = 90;

/** The sentences, each with the sources that it rests on. */
export function inShort(plan: DossierPlan): Sentence[] {
  const lineage = lineageSentences(plan);
  const [reservation] = plan.watchOut;
  const last = reservation
    ? [shortened(plan, reservation)]
    : statementsOf(plan.statements, 'support').map(toldSentence);
  const middle = plan.base ? [...changeSentences(plan), ...kernelSentence(plan)] : ownSentences(plan);
  const words = (sentences: readonly Sentence[]) =>
    sentences.reduce((sum, { text }) => sum + countWords(text), 0);
  // What is said least gives way: the base and the reservation stay.
  while (middle.length > 0 && words([...lineage, ...middle, ...last]) > MOST_WORDS) middle.pop();
  return [...lineage, ...middle, ...(words([...lineage, ...middle, ...last]) > MOST_WORDS ? [] : last)];
}

const toSentence = (text: string, { sources, to }: Statement): Sentence => ({ text, sources, to });

/** On what it is built, and how much of that is unmodified. */
export function lineageSentences({ statements }: DossierPlan): Sentence[] {
  const base = statements.find(({ kind }) =>
    ['base', 'independent', 'baseUnknown', 'dependsOnEdition'].includes(kind),
  );
  const now = statements.find(({ kind }) => kind === 'baseNow');
  const carried = statements.find(({ kind }) => kind === 'carried');
  return [base, now, carried].flatMap((statement) => {
    if (!statement) return [];
    const sentence = toSentence(wordStatement(statement), statement);
    return statement.kind === 'baseUnknown' ? [{ text: sentence.text, to: statement.to }] : [sentence];
  });
}

/** So many changes are named in a sentence. */
const NAMED = 3;

/** The changes that set it apart: values that are others, then what lists gain. */
function changeSentences({ changes, project }: DossierPlan): Sentence[] {
  const contrasts = changes.filter(
    ({ change }) => describeContrast({ change } as RankedChange) && change.after !== undefined,
  );
  const told = contrasts.slice(0, NAMED);
  const gains = changes
    .filter(({ change }) => change.elements.some(({ kind }) => kind === 'adds'))
    .slice(0, 2);
  const sentences: Sentence[] = [];
  const sources = (some: readonly RankedChange[]) => [
    ...new Set(some.flatMap((each) => each.told?.sources ?? [])),
  ];
  if (told.length > 0) {
    const each = told.map(
      (ranked, i) => `its ${nounOf(ranked.change.fact)} ${i === 0 ? 'is ' : ''}${describeContrast(ranked)}`,
    );
    sentences.push({ text: sentenceOf(listOf(each)), sources: sources(told) });
  }
  const lists = gains.filter(({ change }) => Array.isArray(change.after));
  if (lists.length > 0) {
    const each = lists.map(({ change }) => {
      const names = change.elements.flatMap(({ kind, name }) => (kind === 'adds' ? [name] : []));
      const some = names.length > 2 ? `${formatCount(names.length)} entries` : listOf(names);
      return `${some} to the ${nounOf(change.fact)}`;
    });
    sentences.push({
      text: keepName(sentenceOf(`${project} adds ${listOf(each)}`), project),
      sources: sources(lists),
    });
  }
  return sentences;
}

/** What readers ask of a system that stands by itself first. */
const HEADLINES = ['defaults.desktop', 'kernel.version', 'identity.packageFormat', 'model.kind'];

function ownSentences({ told }: DossierPlan): Sentence[] {
  const known = HEADLINES.flatMap((key) => {
    const fact = told.get(key);
    return fact?.isSaid && fact.value !== undefined ? [fact] : [];
  });
  if (known.length === 0) return [];
  const each = known.map(
    (fact, i) => `its ${nounOf(findFactKey(fact.key)!)} ${i === 0 ? 'is ' : ''}${sayingOf(fact)}`,
  );
  const sources = [...new Set(known.flatMap((fact) => fact.sources))];
  return [{ text: sentenceOf(listOf(each)), sources }];
}

/** Whose kernel it is, where that is the base's. */
function kernelSentence({ told, project }: DossierPlan): Sentence[] {
  const kernel = told.get('kernel.version');
  if (kernel?.standing !== 'same' || !kernel.by || kernel.value === undefined) return [];
  return [
    {
      text: keepName(sentenceOf(`${project} boots the kernel of ${kernel.by}`), project),
      sources: kernel.sources,
    },
  ];
}

/** A point to watch in its first sentence; support that outlasts the base in few words, since the dates are told below. */
function shortened({ statements }: DossierPlan, point: Sentence): Sentence {
  const support = statementsOf(statements, 'support').find((each) => wordStatement(each) === point.text);
  const { gap } = support?.params ?? {};
  if (gap)
    return {
      ...point,
      text: `Its support is promised for ${wordDayRange(gap)} more than that of its base.`,
    };
  const [first] = point.text.split(/(?<=[.?!]”?) (?=\p{Lu})/u);
  return { ...point, text: first };
}
