/** A system in short: what it is built on, what sets it apart, and the greatest reservation, in at most 90 words. */
import { findFactKey } from '../catalogue/factSheet.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { keepName, sayingOf, sentence } from '../wording/statements/phrases.ts';
import { formatCount, listOf } from '../wording/valueText.ts';
import { statementsOf, toldSentence, type DossierPlan } from './dossierPlan.ts';
import { describeContrast } from './changeTable.ts';
import type { Sentence } from './document.ts';
import { nounOf } from '../wording/factTitles.ts';
import { wordDayRange } from '../wording/supportText.ts';
import { wordStatement } from '../wording/statements/wordStatement.ts';
import { countWords } from './countWords.ts';

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

/** A system in one line: what it is built on, and what sets it apart first. */
export function inOneLine(plan: DossierPlan): string {
  const [base] = lineageSentences(plan);
  const [first] = plan.base ? changeSentences(plan, 2) : ownSentences(plan);
  return [base, first].flatMap((each) => each?.text ?? []).join(' ');
}

/** On what it is built, and how much of that is unmodified. */
function lineageSentences({ statements }: DossierPlan): Sentence[] {
  const base = statements.find(({ kind }) =>
    ['base', 'independent', 'baseUnknown', 'dependsOnEdition'].includes(kind),
  );
  const now = statements.find(({ kind }) => kind === 'baseNow');
  const carried = statements.find(({ kind }) => kind === 'carried');
  return [base, now, carried].flatMap((statement) => (statement ? [toldSentence(statement)] : []));
}

/** So many changes are named in a sentence. */
const NAMED = 3;

/** `Its desktop is Lagoon instead of Porch and its mail program Corvid Mail.` Nothing where nothing is said. */
function ownershipSentence(
  owned: readonly { readonly key: string; readonly says: string; readonly sources: readonly RecordId[] }[],
): Sentence[] {
  if (owned.length === 0) return [];
  const each = owned.map(
    ({ key, says }, i) => `its ${nounOf(findFactKey(key)!)} ${i === 0 ? 'is ' : ''}${says}`,
  );
  return [{ text: sentence(listOf(each)), sources: sourcesOfAll(owned) }];
}

const sourcesOfAll = (some: readonly { readonly sources: readonly RecordId[] }[]) => [
  ...new Set(some.flatMap(({ sources }) => sources)),
];

/** The changes that set it apart: values that are others, then what lists gain. */
function changeSentences({ changes, project }: DossierPlan, most = NAMED): Sentence[] {
  const contrasts = changes
    .filter(({ change }) => change.after !== undefined)
    .map((ranked) => ({ ranked, says: describeContrast(ranked) }))
    .filter(({ says }) => says)
    .slice(0, most)
    .map(({ ranked: { change, told }, says }) => ({
      key: change.fact.key,
      says,
      sources: told?.sources ?? [],
    }));
  const gains = changes
    .filter(({ change }) => change.elements.some(({ kind }) => kind === 'adds'))
    .slice(0, 2)
    .filter(({ change }) => Array.isArray(change.after));
  const added = gains.map(({ change }) => {
    const names = change.elements.flatMap(({ kind, name }) => (kind === 'adds' ? [`“${name}”`] : []));
    const some = names.length > 2 ? `${formatCount(names.length)} entries` : listOf(names);
    return `${some} to the ${nounOf(change.fact)}`;
  });
  return [
    ...ownershipSentence(contrasts),
    ...(added.length > 0
      ? [
          {
            text: keepName(sentence(`${project} adds ${listOf(added)}`), project),
            sources: sourcesOfAll(gains.flatMap(({ told }) => told ?? [])),
          },
        ]
      : []),
  ];
}

/** What readers ask of a system that stands by itself first. */
const HEADLINES = ['defaults.desktop', 'kernel.version', 'identity.packageFormat', 'model.kind'];

function ownSentences({ told }: DossierPlan): Sentence[] {
  const known = HEADLINES.flatMap((key) => {
    const fact = told.get(key);
    return fact?.isSaid && fact.value !== undefined ? [fact] : [];
  });
  return ownershipSentence(known.map((fact) => ({ ...fact, says: sayingOf(fact) })));
}

/** Whose kernel it is, where that is the base's. */
function kernelSentence({ told, project }: DossierPlan): Sentence[] {
  const kernel = told.get('kernel.version');
  if (kernel?.standing !== 'same' || !kernel.by || kernel.value === undefined) return [];
  return [
    {
      text: keepName(sentence(`${project} boots the kernel of ${kernel.by}`), project),
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
