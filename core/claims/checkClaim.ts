/**
 * A claim held against the catalogue: counts against lists, numbers against what was seen, superlatives against everybody of whom the
 * value is known, comparisons under equal conditions, the release model against what shows, “based on” against the links, words on whom
 * it is for against what the system does. The analyst has the last word; this gives the finding and what it rests on.
 */
import type { Catalogue } from '../catalogue/catalogue.ts';
import type { Claim } from '../catalogue/claim.ts';
import { findFactKey, type FactKey } from '../catalogue/factSheet.ts';
import { elementsOfValue, type FactValue } from '../catalogue/factValue.ts';
import { keyOfName } from '../sameness/name.ts';
import type { Reading } from '../catalogue/reading.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { boundsOf } from '../catalogue/when.ts';
import { agrees } from '../sameness/agreement.ts';
import { isKnown, isUncheckedHere, readingsInOrder, type Cell } from '../layers/cell.ts';
import { topOf } from '../layers/areas/cells.ts';
import { evidenceOf } from '../weighing/evidenceOf.ts';
import { layerTable, type LayerTable } from '../layers/layerTable.ts';
import { chainOfSubject } from '../lineage/chain.ts';
import { nameOf } from '../lineage/names.ts';
import type { Company, MemberFact } from '../peers/company.ts';
import { chooseMeasurements, measurementsOf, roundingOf } from '../comparing/measuring.ts';
import { checkAudience, checkBase, checkModel } from './checkProject.ts';
import { cannot, type AskedClaim, type CheckedClaim, type ClaimFinding } from './finding.ts';
import { readClaim, withFactNamed } from './readClaim.ts';

/** Holds a claim against the catalogue as of a day. `everybody` is asked only of a superlative. */
export function checkClaim(
  catalogue: Catalogue,
  made: Claim,
  day: number,
  everybody: () => Company,
): CheckedClaim {
  const claim = withFactNamed(made);
  const table = layerTable(catalogue, chainOfSubject(catalogue, claim.subject, day));
  const read = readClaim(catalogue, claim);
  const asked: AskedClaim = { catalogue, claim, table, day, read };
  switch (read.kind) {
    case 'count':
      return checkCount(asked);
    case 'number':
      return checkValue(asked);
    case 'superlative':
      return checkSuperlative(asked, everybody());
    case 'comparison':
      return checkComparison(asked);
    case 'model':
      return checkModel(asked);
    case 'basedOn':
      return checkBase(asked);
    case 'audience':
      return checkAudience(asked);
    case 'quality':
      return claim.value === undefined ? cannot('nothingToHold', claim.key) : checkValue(asked);
  }
}

/** Readings of a cell that are fit to hold a claim against, the one in force first: not spoiled, and not where the claim itself is made. */
function findings({ claim }: AskedClaim, cell: Cell): Reading[] {
  return readingsInOrder(cell).filter(
    ({ state, spoiledBy, accepted, source, certainty }) =>
      state !== 'notFoundOut' &&
      (accepted || spoiledBy.length === 0) &&
      certainty !== 'unsure' &&
      (source === undefined || source !== claim.source),
  );
}

/** A count: is the list that long? With an element called none counted or not. */
function checkCount(asked: AskedClaim): CheckedClaim {
  const { claim, table } = asked;
  const cell = topOf(table, claim.key);
  const claimed = claim.value;
  if (!cell || typeof claimed !== 'number' || !isKnown(cell) || isUncheckedHere(cell))
    return cannot('notKnown', claim.key);
  const names = elementsOfValue(cell.value).map(({ name }) => keyOfName(name));
  const restsOn = cell.inForce ? [cell.inForce.id] : [];
  const withNone = names.includes('none');
  const found = cell.absent ? 0 : names.length;
  const finding: ClaimFinding = {
    code: 'count',
    key: claim.key,
    claimed,
    found,
    withNone,
    isPartial: cell.isPartial,
  };
  if (found === claimed && !cell.isPartial) return { verdict: 'confirmed', finding, restsOn };
  // Of a list that is known in part, more may be there: too many refute, too few do not.
  if (cell.isPartial) return { verdict: found > claimed ? 'refuted' : 'unchecked', finding, restsOn };
  const isOtherWay = withNone
    ? found - 1 === claimed
    : found + 1 === claimed && /\bnone\b/i.test(claim.wording);
  return { verdict: isOtherWay ? 'partly' : 'refuted', finding, restsOn };
}

/** A value: does what was seen agree, as far as both were said? */
function checkValue(asked: AskedClaim): CheckedClaim {
  const { catalogue, claim, table } = asked;
  const fact = findFactKey(claim.key);
  const cell = topOf(table, claim.key);
  if (!fact || claim.value === undefined) return cannot('nothingToHold', claim.key);
  if (!cell) return cannot('notKnown', claim.key);
  const all = findings(asked, cell);
  // A value carried up from the base is a finding of the base.
  if (all.length === 0)
    return cell.state === 'carried' && isKnown(cell)
      ? valueFinding(fact, claim.value, [{ value: cell.value, absent: cell.absent }], [])
      : cannot(isKnown(cell) ? 'claimedOnly' : 'notKnown', claim.key);
  const seen = all.filter((reading) => evidenceOf(catalogue, reading) === 'seen');
  const needsSeeing = fact.measured || fact.compares === 'delay' || claim.key === 'model.delay';
  const fit = seen.length > 0 ? seen : needsSeeing ? [] : all;
  if (fit.length === 0)
    return cannot(
      'claimedOnly',
      claim.key,
      all.map(({ id }) => id),
    );
  const said = fit.map((reading): Said => {
    const interval = roundingOf(reading);
    return {
      ...(reading.value !== undefined && { value: reading.value }),
      absent: reading.state === 'none',
      ...(interval && { interval }),
    };
  });
  return valueFinding(
    fact,
    claim.value,
    said,
    fit.map(({ id }) => id),
  );
}

interface Said {
  readonly value?: FactValue;
  readonly absent: boolean;
  readonly interval?: { readonly least?: number; readonly most?: number };
}

function valueFinding(
  fact: FactKey,
  claimed: FactValue,
  said: readonly Said[],
  restsOn: readonly RecordId[],
): CheckedClaim {
  const usable = said.filter(
    ({ value, interval, absent }) => value !== undefined || interval !== undefined || absent,
  );
  if (usable.length === 0) return cannot('wordsOnly', fact.key, restsOn);
  const isSame = (each: Said) => !each.absent && sameValue(fact, claimed, each);
  const agreeing = usable.filter(isSame).length;
  const verdict = agreeing === usable.length ? 'confirmed' : agreeing > 0 ? 'partly' : 'refuted';
  const found = usable.flatMap(({ value }) => (value === undefined ? [] : [value]));
  return { verdict, finding: { code: 'value', key: fact.key, claimed, found }, restsOn };
}

/** Dates agree where they overlap, figures of a machine where they are no more than claimed; all else as readings do. */
function sameValue({ type, measured }: FactKey, claimed: FactValue, said: Said): boolean {
  if (type === 'date' && typeof claimed === 'string' && typeof said.value === 'string') {
    const [a, b] = [boundsOf(claimed), boundsOf(said.value)];
    return a !== null && b !== null && a.first <= b.last && b.first <= a.last;
  }
  // Who needs less than was claimed keeps the claim.
  const isEnough =
    measured && typeof claimed === 'number' && typeof said.value === 'number' && said.value <= claimed;
  return (
    isEnough || agrees({ value: claimed, absent: false, isPartial: false }, { isPartial: false, ...said })
  );
}

/** A superlative: is anybody before it, among those of whom the value is known? */
function checkSuperlative({ claim, table, read }: AskedClaim, { members }: Company): CheckedClaim {
  const direction = read.direction ?? 'most';
  const key = claim.key;
  const own = table.layers[table.layers.length - 1].distribution;
  const fact = findFactKey(key);
  if (!fact || direction === 'first' || direction === 'only') return cannot('nothingToHold', key);
  const mine = amountIn(members.get(own)?.facts.get(key));
  const others = [...members.values()].filter(({ id }) => id !== own);
  const known = others.flatMap(({ id, name, facts }) => {
    const value = amountIn(facts.get(key));
    return value === undefined ? [] : [{ id, name, value }];
  });
  const sign = direction === 'least' ? 1 : -1;
  const before = mine === undefined ? [] : known.filter(({ value }) => sign * value < sign * mine);
  const finding: ClaimFinding = {
    ...{ code: 'superlative', key, direction, known: known.length, all: others.length },
    before: before.sort((a, b) => sign * (a.value - b.value)),
    ...(mine !== undefined && { own: mine }),
  };
  if (mine === undefined) return { verdict: 'unchecked', finding, restsOn: [] };
  const verdict =
    before.length > 0
      ? 'refuted'
      : known.length === others.length
        ? 'confirmed'
        : known.length > 1
          ? 'partly'
          : 'unchecked';
  return { verdict, finding, restsOn: [] };
}

/** A number, of a list how many there are; of a list that is known in part nobody knows. */
function amountIn(fact: MemberFact | undefined): number | undefined {
  if (!fact || fact.isPartial) return undefined;
  if (typeof fact.value === 'number') return fact.value;
  return Array.isArray(fact.value) ? fact.value.length : fact.absent ? 0 : undefined;
}

/** A comparison with one that is named: under equal conditions. */
function checkComparison(asked: AskedClaim): CheckedClaim {
  const { catalogue, claim, table, day, read } = asked;
  const [other] = read.against;
  const fact = findFactKey(claim.key);
  if (!other || !fact) return cannot('nothingToHold', claim.key);
  const theirs = layerTable(catalogue, chainOfSubject(catalogue, other, day));
  const name = nameOf(catalogue, other);
  const amounts = fact.measured
    ? measuredBeside(asked, theirs)
    : [table, theirs].map((each) => plainAmount(topOf(each, claim.key)));
  if (amounts === 'conditions')
    return {
      verdict: 'cannotBeChecked',
      finding: { code: 'otherConditions', key: claim.key, other: name },
      restsOn: [],
    };
  const [own, rival] = amounts;
  if (own === undefined || rival === undefined || rival === 0) return cannot('notKnown', claim.key);
  const direction = read.direction ?? 'least';
  const share = own / rival;
  const isThatWay = direction === 'least' ? own < rival : own > rival;
  const isThatMuch =
    read.share === undefined ||
    (direction === 'least' ? share <= read.share + TOLERANCE : share >= read.share - TOLERANCE);
  const finding: ClaimFinding = {
    ...{ code: 'comparison', key: claim.key, other: name, own, theirs: rival, share, direction },
    ...(read.share !== undefined && { claimedShare: read.share }),
  };
  return { verdict: isThatWay ? (isThatMuch ? 'confirmed' : 'partly') : 'refuted', finding, restsOn: [] };
}

/** Within this of a claimed share it is that much. */
const TOLERANCE = 0.02;

function plainAmount(cell: Cell | undefined): number | undefined {
  if (!cell || !isKnown(cell) || isUncheckedHere(cell) || cell.isPartial) return undefined;
  if (typeof cell.value === 'number') return cell.value;
  return Array.isArray(cell.value) ? cell.value.length : undefined;
}

function measuredBeside(
  { catalogue, claim, table }: AskedClaim,
  theirs: LayerTable,
): (number | undefined)[] | 'conditions' {
  const sides = [table, theirs].map((each) => {
    const cell = topOf(each, claim.key);
    return cell ? measurementsOf(catalogue, each, cell.readings) : [];
  });
  if (sides.some((all) => all.length === 0)) return [undefined, undefined];
  const chosen = chooseMeasurements(claim.key, sides);
  if (chosen.some(({ differs }) => differs)) return 'conditions';
  return chosen.map(({ measurement }) =>
    typeof measurement?.reading.value === 'number' ? measurement.reading.value : undefined,
  );
}
