/** A line that corrects the one before: `no, it's 6.11`, `typo: 6.10.4`, `sorry, bottom i meant`, `scrap that`, `three times now`. */
import { recordOf } from '../catalogue/catalogue.ts';
import { Clause, range } from './clause.ts';
import { coversOf, type Cover } from './cover.ts';
import { cuedFact } from './factCues.ts';
import type { Line } from './line.ts';
import type { Meaning, Part } from './meaning.ts';
import { longestAt, phrasesOf } from './phrases.ts';
import { readFact } from './readFact.ts';
import type { Scene } from './scene.ts';

const CORRECTION = phrasesOf(`
no, sorry, correction, typo, wrong, oops, make that, scrap that, scratch that, strike that, forget that, i meant, i mean, rather, not quite, actually no, nope, after all, on second look, my mistake, mistake, err, ignore that, delete that, it is actually, actually it is, should read, should be, take that back, undo that, misread, looked again
`);
const TAKES_BACK = phrasesOf(
  'scrap that, scratch that, strike that, forget that, ignore that, delete that, take that back, undo that',
);

/** The covers of a line that corrects; null for one that does not. */
export function corrected(scene: Scene, line: Line): Cover[] | null {
  const { last, lastFact } = scene;
  if (!last) return null;
  const { tokens } = line;
  const length = longestAt(tokens, 0, CORRECTION);
  const isMeant = tokens.some(
    ({ low }, at) => at > 0 && /^(meant|mean)$/.test(low) && tokens[at - 1].low === 'i',
  );
  const recount = last.kind === 'fault' ? line.counts.find(({ from }) => from <= 1) : undefined;
  if (recount && last.kind === 'fault' && line.tokens.length <= recount.to + 3) {
    const meaning: Meaning = {
      kind: 'fault',
      text: last.text,
      times: {
        n: recount.n,
        ...(recount.of ? { of: recount.of } : last.times?.of ? { of: last.times.of } : {}),
      },
      isCorrection: true,
    };
    return [{ meanings: [meaning], parts: marks(line, 'value'), score: 4, loss: 0 }];
  }
  const isSigned =
    length > 0 &&
    (/^(,|:|-|–|\.|it|that|i|make)$/.test(tokens[length]?.low ?? ',') || tokens[0].low !== 'no');
  if (!isSigned && !isMeant) return null;
  const isBack = longestAt(tokens, 0, TAKES_BACK) > 0;
  let from = isSigned ? length : 0;
  while (
    from < tokens.length &&
    (tokens[from].kind === 'sign' ||
      /^(it|is|was|i|meant|mean|that|make|actually|should|be|the|a)$/.test(tokens[from].low))
  )
    from += 1;
  let to = tokens.length;
  while (
    to > from &&
    (tokens[to - 1].kind === 'sign' ||
      /^(i|meant|mean|it|actually|of|course|is|was)$/.test(tokens[to - 1].low))
  )
    to -= 1;
  const rest = from < to ? new Clause(scene, line, from, to) : null;
  if (isBack) return takenBack(scene, line, rest);
  if (!rest) return null;
  if (lastFact) {
    const read = readFact(rest, cuedFact(lastFact.key)!, { tokens: [], weight: 2 });
    if (read && read.loss < 1.3)
      return [
        {
          meanings: read.meanings.map((meaning) => ({ ...meaning, isCorrection: true })),
          parts: new Map([...marks(line, 'kind'), ...read.parts]),
          score: 4 - read.loss,
          loss: read.loss,
        },
      ];
  }
  if (last.kind === 'release') {
    const date = line.dates.find((each) => each.from >= from);
    if (date)
      return [
        {
          meanings: [{ kind: 'release', version: last.version, date: date.past, isCorrection: true }],
          parts: marks(line, 'value'),
          score: 4,
          loss: 0,
        },
      ];
  }
  return null;
}

/** What was said last is gone; what stands behind it is said anew. */
function takenBack(scene: Scene, line: Line, rest: Clause | null): Cover[] | null {
  const last = recordOf(scene.catalogue, 'reading', scene.last!.id);
  if (!last) return null;
  const removal: Meaning = { kind: 'removal', of: last.id };
  const more = rest
    ? coversOf(scene, {
        ...line,
        tokens: line.tokens,
        breaks: [
          { at: rest.from - 1, cost: 0, isGone: true },
          ...line.breaks.filter(({ at }) => at >= rest.from),
        ],
      })
    : [];
  const fitting = more.filter(({ meanings }) => meanings.length > 0);
  if (fitting.length === 0) return [{ meanings: [removal], parts: marks(line, 'kind'), score: 4, loss: 0 }];
  return fitting.map((cover) => ({
    ...cover,
    meanings: [...cover.meanings, removal],
    loss: Math.max(0, cover.loss - 1),
    score: cover.score + 2,
  }));
}

const marks = (line: Line, part: Part) =>
  new Map<number, Part>(range(0, line.tokens.length).map((at) => [at, part]));
