/** Claims about the project as a whole, held against the catalogue: its release model, what it is built on, whom it is for. */
import { recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { Claim } from '../catalogue/claim.ts';
import { elementsOfValue, type FactValue } from '../catalogue/factValue.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { isKnown } from '../layers/cell.ts';
import { topOf } from '../layers/areas/cells.ts';
import { subjectsOfLayer } from '../lineage/chain.ts';
import { linksFrom, isLineal } from '../lineage/linksInForce.ts';
import { nameOf } from '../lineage/names.ts';
import { distributionOf } from '../lineage/releases.ts';
import { cannot, type AskedClaim, type CheckedClaim, type ClaimFinding } from './finding.ts';
import { inferModel, isSameSide } from './inferModel.ts';
import { AUDIENCES } from './readClaim.ts';

/** What it calls its release model, against what shows. */
export function checkModel({ catalogue, claim, table }: AskedClaim): CheckedClaim {
  const { kind, reasons } = inferModel(catalogue, table);
  const claimed =
    typeof claim.value === 'string' ? claim.value : /rolling/i.test(claim.wording) ? 'rolling' : 'fixed';
  if (!kind) return cannot('notKnown', claim.key || 'model.kind');
  const isExact = kind === claimed;
  const finding: ClaimFinding = { code: 'model', claimed, inferred: kind, reasons };
  return {
    verdict: isExact ? 'confirmed' : isSameSide(kind, claimed) ? 'partly' : 'refuted',
    finding,
    restsOn: [],
  };
}

/** What it says it is built on, or that it is built on nothing. */
export function checkBase({ catalogue, claim, table }: AskedClaim): CheckedClaim {
  const top = table.layers[table.layers.length - 1];
  const links = subjectsOfLayer(top).flatMap((id) => linksFrom(catalogue, id));
  const borrowed = links.filter((link) => !isLineal(link));
  const bases = table.layers.slice(0, -1).map(({ distribution }) => distribution);
  const finding: ClaimFinding = {
    code: 'base',
    bases: [...new Set(top.bases.map(({ base }) => nameOf(catalogue, base)))],
    borrowed: [...new Set(borrowed.map(({ base }) => nameOf(catalogue, base)))],
  };
  const restsOn = [...top.bases, ...borrowed].map(({ id }) => id);
  const independent = topOf(table, 'lineage.independent')?.value;
  const isClaimedAlone =
    claim.value === true ||
    /\bindependent\b|from (nothing|scratch|the ground up)|nobody/i.test(claim.wording);
  if (isClaimedAlone) {
    if (top.bases.length > 0) return { verdict: 'refuted', finding, restsOn };
    if (independent === true)
      return { verdict: borrowed.length > 0 ? 'partly' : 'confirmed', finding, restsOn };
    return cannot('notKnown', claim.key);
  }
  const meant = claim.against.length > 0 ? claim.against : namedIn(catalogue, claim);
  if (meant.length === 0) return cannot('nothingToHold', claim.key);
  const isIn = (ids: readonly RecordId[]) => meant.every((id) => ids.includes(distributionOf(catalogue, id)));
  if (isIn(bases)) return { verdict: 'confirmed', finding, restsOn };
  if (isIn([...bases, ...borrowed.map(({ base }) => distributionOf(catalogue, base))]))
    return { verdict: 'partly', finding, restsOn };
  return top.bases.length > 0 || independent === true
    ? { verdict: 'refuted', finding, restsOn }
    : cannot('notKnown', claim.key);
}

/** Projects that the value or the wording names, each as a word of its own. */
function namedIn(catalogue: Catalogue, { wording, value }: Claim): RecordId[] {
  const text = ` ${wordsOf(typeof value === 'string' ? value : wording)} `;
  return [...recordsOf(catalogue, 'distribution')]
    .filter(({ name }) => text.includes(` ${wordsOf(name)} `))
    .map(({ id }) => id);
}

const wordsOf = (text: string) =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .join(' ');

/** Whom it is said to be for, against what the system does. */
export function checkAudience({ claim, table }: AskedClaim): CheckedClaim {
  const rule = AUDIENCES.find(({ pattern }) => pattern.test(claim.wording))!;
  const cell = topOf(table, rule.key);
  if (!cell || !isKnown(cell) || cell.state === 'spoiled') return cannot('notKnown', rule.key);
  const says = cell.absent
    ? 'none'
    : cell.value === true
      ? 'yes'
      : cell.value === false
        ? 'no'
        : textIn(cell.value);
  const finding: ClaimFinding = { code: 'audience', key: rule.key, says };
  const restsOn = cell.inForce ? [cell.inForce.id] : [];
  if (rule.against.test(says)) return { verdict: 'refuted', finding, restsOn };
  // One thing that speaks for it does not make it so.
  return rule.speaksFor.test(says)
    ? { verdict: 'partly', finding, restsOn }
    : { verdict: 'cannotBeChecked', finding, restsOn };
}

const textIn = (value: FactValue | undefined) =>
  Array.isArray(value)
    ? elementsOfValue(value)
        .map(({ name }) => name)
        .join(', ')
    : String(value ?? '');
