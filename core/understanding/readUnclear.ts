/** A clause that gives an amount and says that it is not clear of what: memory or disk, least or recommended. */
import { findFactKey } from '../catalogue/factSheet.ts';
import { KEPT, whole, type ClauseReader } from './clause.ts';
import type { Meaning } from './meaning.ts';

const OPEN =
  /^(unclear|unsaid|unstated|unspecified|whether|whichever|either|ambiguous|open|imagination|guess|say|says|saying|said|telling|tell|clear|word)$/;
const OF_WHAT = /^(memory|disk|storage|drive|least|minimum|recommended|advised)$/;

/** `"8 GB is enough" it says, no word whether memory or disk`. */
export const readUnclear: ClauseReader = (clause) => {
  const amount = clause.line.amounts.find(
    ({ from, to, unit }) => from >= clause.from && to <= clause.to && /^[MG]i?B$/.test(unit ?? ''),
  );
  const isOpen = clause.indexes().some((at) => OPEN.test(clause.low(at)));
  const said = new Set(
    clause
      .indexes()
      .map((at) => clause.low(at))
      .filter((low) => OF_WHAT.test(low)),
  );
  const isEither = clause.indexes().some((at) => /^(or|nor|both)$/.test(clause.low(at))) && said.size > 1;
  const isNothing =
    said.size === 0 &&
    clause.indexes().some((at) => clause.low(at) === 'of' && /^what$/.test(clause.low(at + 1)));
  if (!amount || !isOpen || (!isEither && !isNothing) || !clause.scene.isReading) return null;
  const meaning: Meaning = {
    kind: 'fact',
    fact: findFactKey('footprint.adviceUnclear')!,
    state: 'set',
    text: clause.text(),
    ...clause.around,
  };
  return clause.interpretation([meaning], whole(clause), 2.6, KEPT);
};
