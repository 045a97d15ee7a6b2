/** Which facts a clause may speak of: those with a cue that begins with one of its words. */
import type { Clause } from './clause.ts';
import { CUED_FACTS, type CuedFact } from './factCues.ts';

const BY_STEM = index();

function index(): ReadonlyMap<string, ReadonlySet<CuedFact>> {
  const facts = new Map<string, Set<CuedFact>>();
  for (const cued of CUED_FACTS)
    for (const { groups } of cued.cues)
      for (const { isNot, words } of groups)
        for (const stem of isNot ? [] : words.keys())
          facts.set(stem, (facts.get(stem) ?? new Set()).add(cued));
  return facts;
}

/** The facts that a clause may speak of. */
export function cuedFactsFor(clause: Clause): CuedFact[] {
  const found = new Set<CuedFact>();
  for (const at of clause.indexes())
    for (const cued of BY_STEM.get(clause.tokens[at].stem) ?? []) found.add(cued);
  return [...found];
}
