/** Lines of a judgement: what speaks for it and against it, for whom, all in all, when to look again. One judgement of each author and day. */
import { createAssessment, type Assessment } from '../../catalogue/assessment.ts';
import { recordOf } from '../../catalogue/catalogue.ts';
import { parseWhen } from '../../catalogue/parseWhen.ts';
import { recordsBelongingTo } from '../../catalogue/pointers.ts';
import { tokenOf, type RecordId } from '../../catalogue/recordId.ts';
import { findSubject } from '../../lineage/findSubject.ts';
import { refused, type LineDesk } from './lineDesk.ts';
import type { MarkedText } from './lineMarks.ts';
import { weightOf } from './lineTail.ts';
import type { WordId } from './lineWords.ts';

/** Words of a judgement, and how each changes it. */
export const VERDICT_WRITERS: Partial<
  Record<WordId, (desk: LineDesk, before: Assessment, marked: MarkedText) => Assessment>
> = {
  strength: (_desk, before, marked) => ({ ...before, strengths: [...before.strengths, ...pointsOf(marked)] }),
  weakness: (_desk, before, marked) => ({
    ...before,
    weaknesses: [...before.weaknesses, ...pointsOf(marked)],
  }),
  neutral: (_desk, before, marked) => ({ ...before, neutral: [...before.neutral, ...pointsOf(marked)] }),
  suits: (desk, before, marked) => ({ ...before, suits: [...before.suits, whom(desk, marked)] }),
  unsuited: (desk, before, marked) => ({
    ...before,
    doesNotSuit: [...before.doesNotSuit, whom(desk, marked)],
  }),
  instead: (desk, before, marked) => {
    const [, name, why = ''] = /^(.+?)(?:,? ((?:if|where|when|since) .+))?$/s.exec(marked.saying)!;
    return { ...before, alternatives: [...before.alternatives, named(desk, name, why || marked.because)] };
  },
  total: (_desk, before, marked) => {
    const range = /^(\d+(?:\.\d+)?)(?:\s*(?:to|-|–)\s*(\d+(?:\.\d+)?))? of \d+/.exec(marked.saying);
    return {
      ...before,
      total: {
        said: marked.saying,
        ...(range && { least: Number(range[1]), most: Number(range[2] ?? range[1]) }),
      },
    };
  },
  again: (_desk, before, marked) => {
    const [first, ...rest] = marked.saying.split(/,\s*/);
    const date = parseWhen(first.replace(/^in /i, ''));
    const text = (date ? rest.join(', ') : marked.saying) || 'look again';
    return { ...before, followUp: { text, ...(date && { date }) } };
  },
  bias: (_desk, before, marked) => ({
    ...before,
    bias: [before.bias, marked.saying].filter(Boolean).join('; '),
  }),
  must: (_desk, before, marked) => {
    const [, text, met] = /^(.+?)(?:,\s*(yes|no|not known))?$/s.exec(marked.saying)!;
    const said = (met ?? 'not known') as Assessment['mustHaves'][number]['met'];
    return { ...before, mustHaves: [...before.mustHaves, { text, met: said }] };
  },
  point: (_desk, before, marked) => {
    const match = /^([^:]+):\s*(.+?)(?:,?\s*against (.+))?$/s.exec(marked.saying);
    if (!match) throw refused('line.point', marked.saying);
    const against = match[3]?.split(/,\s*| and /).filter(Boolean) ?? [];
    const word = [match[2], marked.because].filter(Boolean).join(', because ');
    return { ...before, onPoint: [...before.onPoint, { point: match[1].trim(), word, against }] };
  },
};

/** Points parted by semicolons, each with its weight. */
function pointsOf({ saying, because }: MarkedText): Assessment['strengths'] {
  return saying
    .split(/;\s*/)
    .filter(Boolean)
    .map((each) => ({ facts: [], reason: because, ...weightOf(each) }));
}

/** `people with one machine`, `those who want the plain base, since its tools replace much`. */
function whom(desk: LineDesk, { saying, because }: MarkedText) {
  const [, name, why = ''] = /^(.+?)(?:,? since (.+))?$/s.exec(saying)!;
  return named(desk, name, why || because);
}

function named(desk: LineDesk, name: string, why: string) {
  const known = findSubject(desk.catalogue, name);
  return { name, why, ...(known.ok && { id: known.value }) };
}

/** Writes one line of a judgement; gives the id of the judgement. */
export function sayVerdict(desk: LineDesk, word: WordId, marked: MarkedText): RecordId {
  const source = recordOf(desk.catalogue, 'source', desk.source);
  const author = source?.by || desk.context.author;
  const date = desk.day;
  const known = recordsBelongingTo(desk.catalogue, desk.subject, 'assessment').find(
    (each) => each.author === author && each.source === desk.source && (each.date ?? date) === date,
  );
  const before =
    known ??
    createAssessment({
      id: desk.freshId('assessment', `${tokenOf(desk.subject)}-${author}`),
      subject: desk.subject,
      author,
      date,
      source: desk.source || undefined,
    });
  desk.put(VERDICT_WRITERS[word]!(desk, before, marked));
  return before.id;
}
