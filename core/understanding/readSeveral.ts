/** A clause that says one thing of several facts: `boot loader and init are those of the base`, `no chat, games or notes`, `mail and office could not be found`. */
import { bestCue } from './cues.ts';
import { range, type Clause, type ClauseReader } from './clause.ts';
import { type CuedFact } from './factCues.ts';
import { cuedFactsFor } from './factIndex.ts';
import { FILLERS } from './lexicon/common.ts';
import type { Reading } from '../catalogue/reading.ts';
import type { Meaning, Part } from './meaning.ts';

const BETWEEN = /^(,|and|or|nor|\+|&|\/|plus|as|well)$/;

/** What is said of all of them, with the words that say it. */
function stateOf(
  clause: Clause,
): { readonly state: Reading['state']; readonly tokens: readonly number[] } | null {
  if (clause.same) return { state: 'unchanged', tokens: clause.same };
  const unknown = clause.of('unknown');
  if (unknown.length > 0)
    return { state: 'notFoundOut', tokens: unknown.flatMap(({ from, to }) => range(from, to)) };
  const none = clause.negations.filter((at) =>
    /^(no|without|neither|none|missing|absent|lacks?|nor)$/.test(clause.low(at)),
  );
  return none.length > 0 ? { state: 'none', tokens: none } : null;
}

/** The fact that a stretch names with all of its words. */
function factOf(clause: Clause, from: number, to: number, facts: readonly CuedFact[]): CuedFact | undefined {
  let best: { readonly cued: CuedFact; readonly weight: number } | undefined;
  for (const cued of facts) {
    if (/^(number|date|yesNo|choice)$/.test(cued.fact.type)) continue;
    const match = bestCue(clause.tokens, from, to, cued.cues);
    if (!match || match.weight < 0.6 || match.weight <= (best?.weight ?? 0)) continue;
    const isAll = range(from, to).every(
      (at) =>
        match.tokens.includes(at) || FILLERS.has(clause.low(at)) || cued.spoken.has(clause.tokens[at].stem),
    );
    if (isAll) best = { cued, weight: match.weight };
  }
  return best?.cued;
}

export const readSeveral: ClauseReader = (clause) => {
  const said = stateOf(clause);
  if (!said) return null;
  const isState = new Set(said.tokens);
  const around = clause.taken('conditions', 'doubt', 'purpose');
  const facts = cuedFactsFor(clause);
  const found: { readonly cued: CuedFact; readonly from: number; readonly to: number }[] = [];
  for (let at = clause.from; at < clause.to;) {
    const isOut = (each: number) => isState.has(each) || around.has(each) || BETWEEN.test(clause.low(each));
    if (isOut(at)) {
      at += 1;
      continue;
    }
    let to = at;
    while (to < clause.to && !isOut(to)) to += 1;
    const isEmpty = range(at, to).every((each) => clause.weightOf(each) === 0);
    const cued = isEmpty ? undefined : factOf(clause, at, to, facts);
    if (!isEmpty && !cued) return null;
    if (cued) found.push({ cued, from: at, to });
    at = to;
  }
  if (new Set(found.map(({ cued }) => cued)).size < 2) return null;
  const parts = new Map<number, Part>([
    ...found.flatMap(({ from, to }) => range(from, to).map((at): [number, Part] => [at, 'fact'])),
    ...said.tokens.map((at): [number, Part] => [at, 'state']),
  ]);
  const marks =
    said.state === 'none' && clause.of('purpose').length > 0 ? { marks: ['onPurpose' as const] } : {};
  const meanings = found.map(({ cued }): Meaning => ({
    kind: 'fact',
    fact: cued.fact,
    state: said.state,
    ...(said.state === 'notFoundOut' && { tried: clause.text() }),
    ...marks,
    ...clause.around,
  }));
  return clause.interpretation(meanings, parts, 1.2 * found.length + 0.6);
};
