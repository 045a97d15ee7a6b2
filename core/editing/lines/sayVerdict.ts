/** Lines of a judgement: what speaks for it and against it, for whom, all in all, when to look again. One judgement of each author and day. */
import { createAssessment, type Assessment } from '../../catalogue/assessment.ts';
import { recordOf } from '../../catalogue/catalogue.ts';
import { recordsBelongingTo } from '../../catalogue/pointers.ts';
import { tokenOf, type RecordId } from '../../catalogue/recordId.ts';
import { withListLine, withSingleLine } from '../assessments/assessments.ts';
import { LIST_SECTIONS, type ListSection, type SingleSection } from '../assessments/sections.ts';
import { LineRefused, type LineDesk } from './lineDesk.ts';
import type { MarkedText } from './lineMarks.ts';
import type { WordId } from './lineWords.ts';

/** Words of a judgement, and the part of it that each writes. */
const PARTS: Partial<Record<WordId, ListSection | SingleSection>> = {
  strength: 'strengths',
  weakness: 'weaknesses',
  neutral: 'neutral',
  suits: 'suits',
  unsuited: 'doesNotSuit',
  instead: 'alternatives',
  total: 'total',
  again: 'followUp',
  bias: 'bias',
  must: 'mustHaves',
  point: 'onPoint',
};

/** True for a word that writes a line of a judgement. */
export const isVerdictWord = (word: WordId): boolean => PARTS[word] !== undefined;

/** The judgement with the line in it. Points are parted by semicolons, each with its weight; what is disclosed adds up. */
function withLine(
  desk: LineDesk,
  before: Assessment,
  word: WordId,
  { saying, because }: MarkedText,
): Assessment {
  const part = PARTS[word]!;
  const why = because && isList(part) && part !== 'mustHaves' ? ` because ${because}` : '';
  const isPoints = part === 'strengths' || part === 'weaknesses' || part === 'neutral';
  const texts = isPoints ? saying.split(/;\s*/).filter(Boolean) : [saying];
  return texts.reduce((at, text) => {
    const typed = part === 'bias' && before.bias ? `${before.bias}; ${text}` : `${text}${why}`;
    const written = isList(part)
      ? withListLine(desk.catalogue, at, part, -1, typed, desk.context.today)
      : withSingleLine(at, part, typed, desk.context.today);
    if (!written.ok) throw new LineRefused(written.issues);
    return written.value;
  }, before);
}

const isList = (part: ListSection | SingleSection): part is ListSection => Object.hasOwn(LIST_SECTIONS, part);

/** Writes one line of a judgement; gives the id of the judgement. */
export function sayVerdict(desk: LineDesk, word: WordId, marked: MarkedText): RecordId {
  const source = recordOf(desk.catalogue, 'source', desk.source);
  const author = source?.by || desk.context.author;
  const date = desk.day;
  const known = recordsBelongingTo(desk.catalogue, desk.subject, 'assessment').find(
    (each) => each.author === author && (each.date ?? date) === date,
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
  desk.put(withLine(desk, before, word, marked));
  return before.id;
}
