/**
 * A whole line covered by clauses: every way to part it at its commas and joints is weighed by how much of its words is used, and the best few
 * are kept. What a clause leaves out may be said before it: `iso 1.3 gb, the main one 2.4`.
 */
import { Clause, range } from './clause.ts';
import { elliptic, LOSS_FACTOR, readingsOf, valueOf, type Before } from './clauseReadings.ts';
import { cuedFact } from './factCues.ts';
import type { Line } from './line.ts';
import type { Around, Interpretation, Meaning, Part } from './meaning.ts';
import { pointsWeighed } from './readAssessment.ts';
import { withRemark } from './readFact.ts';
import type { Scene } from './scene.ts';

/** A line as a whole. */
export interface Cover {
  readonly meanings: readonly Meaning[];
  readonly parts: ReadonlyMap<number, Part>;
  readonly score: number;
  /** What the words weigh that nothing uses. */
  readonly loss: number;
}

interface State {
  readonly cover: Cover;
  readonly last?: Before;
  /** Said before there was anything to say it of. */
  readonly pending: Around;
}

const BEAM = 10;
const MOST_BREAKS = 11;
const LONGEST_CLAUSE = 9;
const SEGMENT_COST = 0.55;

/** The best covers of a line, the best first. */
export function coversOf(scene: Scene, line: Line): Cover[] {
  const end = line.reason?.from ?? line.tokens.length;
  const breaks = [...line.breaks]
    .sort((a, b) => a.cost - b.cost)
    .slice(0, MOST_BREAKS)
    .sort((a, b) => a.at - b.at);
  // A clause begins behind one break and ends before another.
  const starts = [0, ...breaks.map(({ at, isGone }) => (isGone ? at + 1 : at))];
  const ends = [...breaks.map(({ at }) => at), end];
  const costs = [...breaks.map(({ cost }) => cost), 0];
  let states: State[][] = Array.from({ length: ends.length + 1 }, () => []);
  states[0] = [{ cover: { meanings: [], parts: new Map(), score: 0, loss: 0 }, pending: {} }];
  for (let i = 0; i < starts.length; i++) {
    states[i] = best(states[i]);
    if (states[i].length === 0) continue;
    for (let j = i; j < ends.length && j - i < LONGEST_CLAUSE; j++) {
      if (ends[j] <= starts[i]) {
        if (j === i) states[j + 1].push(...states[i]);
        continue;
      }
      const clause = new Clause(scene, line, starts[i], ends[j]);
      const reads = readingsOf(clause);
      for (const state of states[i]) {
        const more = elliptic(clause, state.last);
        for (const read of [...reads, ...more]) states[j + 1].push(joined(state, clause, read, costs[j]));
        const beside = attached(state, clause);
        if (beside) states[j + 1].push(beside);
      }
    }
    states = states.map((each) => (each.length > 200 ? best(each) : each));
  }
  const whole = best(states[ends.length]).map((state) => finished(line, state));
  return whole.map(({ cover }) => cover);
}

const best = (states: readonly State[]): State[] =>
  [...states].sort((a, b) => b.cover.score - a.cover.score).slice(0, BEAM);

function joined(state: State, clause: Clause, read: Interpretation, cost: number): State {
  const whole = withRemark(clause, read);
  const around = state.pending;
  const meanings = whole.meanings.map((meaning) => ({
    ...around,
    ...meaning,
    ...(around.conditions && { conditions: { ...around.conditions, ...meaning.conditions } }),
  }));
  return {
    cover: {
      meanings: withJoined(state.cover.meanings, meanings),
      parts: new Map([...state.cover.parts, ...read.parts]),
      score:
        state.cover.score +
        valueOf(read) -
        cost -
        SEGMENT_COST -
        againOf(state.cover, meanings) -
        asideOf(clause, read),
      loss: state.cover.loss + read.loss,
    },
    last: { clause, read },
    pending: {},
  };
}

/** A second value of a fact that has one, of the same and under the same conditions, is hardly meant. */
function againOf({ meanings }: Cover, next: readonly Meaning[]): number {
  const isAgain = next.some(
    (meaning) =>
      meaning.kind === 'fact' &&
      !/^(list|text)$/.test(meaning.fact.type) &&
      meanings.some(
        (each) =>
          each.kind === 'fact' &&
          each.fact === meaning.fact &&
          JSON.stringify([each.about, each.edition, each.conditions]) ===
            JSON.stringify([meaning.about, meaning.edition, meaning.conditions]),
      ),
  );
  return isAgain ? 1 : 0;
}

/** What somebody did while looking is told by the way: no fact in words comes of it. */
function asideOf(clause: Clause, { meanings }: Interpretation): number {
  const [first, second] = [clause.low(clause.from), clause.low(clause.from + 1)];
  const isOwn =
    /^(i|we)$/.test(first) ||
    (/^(and|but|so|as|for|though|although|while|because)$/.test(first) && /^(i|we|me)$/.test(second));
  const isWords = meanings.every(
    (meaning) =>
      meaning.kind === 'fact' &&
      meaning.fact.type === 'text' &&
      meaning.state === 'set' &&
      meaning.fact.area !== 'experience' &&
      !cuedFact(meaning.fact.key)?.isName,
  );
  return isOwn && isWords ? 1.2 : 0;
}

/** What is told in words of one fact, in one clause and the next, is told of it once. */
function withJoined(before: readonly Meaning[], next: readonly Meaning[]): Meaning[] {
  const last = before.at(-1);
  const [first, ...rest] = next;
  const isText = (each: Meaning | undefined) =>
    each?.kind === 'fact' &&
    each.fact.type === 'text' &&
    each.state === 'set' &&
    each.text !== undefined &&
    !cuedFact(each.fact.key)?.isName;
  if (
    last?.kind === 'fact' &&
    first?.kind === 'fact' &&
    last.fact === first.fact &&
    isText(last) &&
    isText(first) &&
    !last.about &&
    !first.about
  )
    return [...before.slice(0, -1), { ...last, ...first, text: `${last.text}, ${first.text}` }, ...rest];
  return [...before, ...next];
}

/** `…, five times of five`: how often what was said before goes wrong. */
function withCount(clause: Clause, meaning: Meaning): Meaning | null {
  if (meaning.kind !== 'fault' || meaning.times) return null;
  const count = clause.line.counts.find(({ from, to }) => from >= clause.from && to <= clause.to);
  const left =
    count && clause.indexes().filter((at) => (at < count.from || at >= count.to) && clause.weightOf(at) > 0);
  return count && left!.length <= 1
    ? { ...meaning, times: { n: count.n, ...(count.of && { of: count.of }) } }
    : null;
}

/** `…, which matters`: how much weighs what was said before. */
function withWeight(clause: Clause, meaning: Meaning): Meaning | null {
  if (meaning.kind !== 'assessment' || clause.to - clause.from > 7) return null;
  const points = pointsWeighed(clause, meaning.points);
  return points && { ...meaning, points };
}

/** A clause that says only what stands around another: conditions, doubt; or that is kept as a remark on it. */
function attached({ cover, last, pending }: State, clause: Clause): State | null {
  const counted = cover.meanings.length > 0 ? withCount(clause, cover.meanings.at(-1)!) : null;
  if (counted)
    return {
      cover: {
        ...cover,
        meanings: [...cover.meanings.slice(0, -1), counted],
        parts: new Map([...cover.parts, ...clause.indexes().map((at) => [at, 'value'] as const)]),
        score: cover.score + 1.2,
      },
      last,
      pending,
    };
  const weighed = cover.meanings.length > 0 ? withWeight(clause, cover.meanings.at(-1)!) : null;
  if (weighed)
    return {
      cover: {
        ...cover,
        meanings: [...cover.meanings.slice(0, -1), weighed],
        parts: new Map([...cover.parts, ...clause.indexes().map((at) => [at, 'value'] as const)]),
        score: cover.score + 1.2,
      },
      last,
      pending,
    };
  const shared = clause.shared.filter(
    ({ role }) => role === 'conditions' || role === 'doubt' || role === 'purpose' || role === 'unchanged',
  );
  const taken = new Set(shared.flatMap(({ from, to }) => range(from, to)));
  const left = clause
    .indexes()
    .filter((at) => !taken.has(at))
    .reduce((sum, at) => sum + clause.weightOf(at), 0);
  const parts = new Map(cover.parts);
  for (const { role, from, to } of shared)
    for (const at of range(from, to))
      parts.set(at, role === 'conditions' ? 'conditions' : role === 'doubt' ? 'doubt' : 'state');
  const isOnPurpose = shared.some(({ role }) => role === 'purpose');
  const around: Around = { ...clause.around };
  const remark = left > 0.5 ? clause.text() : '';
  const lost = left > 0.5 ? clause.lossAsRemark : 0;
  const score = cover.score - LOSS_FACTOR * lost - (left > 0.5 ? 0.35 : 0) + (shared.length > 0 ? 0.8 : 0);
  if (cover.meanings.length === 0) {
    if (left > 0.5)
      return {
        cover: { ...cover, parts, score, loss: cover.loss + lost },
        pending: { ...pending, ...around, remark: [pending.remark, remark].filter(Boolean).join(', ') },
      };
    return { cover: { ...cover, parts, score }, pending: { ...pending, ...around } };
  }
  const meanings = cover.meanings.map((meaning, i): Meaning => {
    if (i !== cover.meanings.length - 1) return meaning;
    // What is told in words goes on.
    if (
      remark &&
      meaning.kind === 'fact' &&
      meaning.fact.type === 'text' &&
      meaning.text !== undefined &&
      !cuedFact(meaning.fact.key)?.isName
    )
      return { ...meaning, text: `${meaning.text}, ${remark}`, ...(around.isUnsure && { isUnsure: true }) };
    const conditions = { ...meaning.conditions, ...around.conditions };
    const told: Meaning = {
      ...meaning,
      ...(Object.keys(conditions).length > 0 && { conditions }),
      ...(around.isUnsure && { isUnsure: true }),
      ...(remark && { remark: [meaning.remark, remark].filter(Boolean).join(', ') }),
    };
    if (
      told.kind === 'fact' &&
      told.state === 'set' &&
      told.text !== undefined &&
      clause.of('unchanged').length > 0 &&
      left <= 0.5
    ) {
      const { text: _text, ...kept } = told;
      return { ...kept, state: 'unchanged' };
    }
    return isOnPurpose && told.kind === 'fact'
      ? { ...told, marks: [...(told.marks ?? []), 'onPurpose'] }
      : told;
  });
  return { cover: { meanings, parts, score, loss: cover.loss + lost }, last, pending };
}

/** The reason at the end is that of what stands before it. */
function finished(line: Line, state: State): State {
  const { cover } = state;
  const { reason } = line;
  if (!reason || cover.meanings.length === 0) return state;
  const text = line.text.slice(line.tokens[reason.words].start, line.tokens[reason.to - 1].end);
  const parts = new Map(cover.parts);
  for (const at of range(reason.from, reason.to)) parts.set(at, 'reason');
  const meanings = cover.meanings.map((meaning, i) =>
    i === cover.meanings.length - 1 && !meaning.reason ? { ...meaning, reason: text } : meaning,
  );
  return { ...state, cover: { ...cover, meanings, parts, score: cover.score + 0.5 } };
}
