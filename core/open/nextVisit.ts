/**
 * What to look at first on the next visit, by how much it would settle: what is spoiled and contradicted, what decides a judgement or a
 * choice, what most of those on the same base have recorded and this one has not.
 */
import type { AreaId } from '../catalogue/areas.ts';
import { recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import { recordsPointingTo } from '../catalogue/pointers.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { isKnown } from '../layers/cell.ts';
import { layerTable, type LayerTable } from '../layers/layerTable.ts';
import { chainOfProject, subjectsOfLayer } from '../lineage/chain.ts';
import { isLineal } from '../lineage/linksInForce.ts';
import { distributionOf, releasesOf } from '../lineage/releases.ts';
import { opinionsOf, standingOpinions } from '../assessments/standing.ts';
import { keyOfPoint, openPointsOf, type OpenPoint } from './openPoints.ts';
import { OPEN_RULES, type OpenRule } from './openRules.ts';

/** Why something is worth looking at. */
export type VisitReason =
  | { readonly code: 'open'; readonly rule: OpenRule }
  /** A judgement or a choice rests on it: whose, or for what. */
  | { readonly code: 'decides'; readonly of: string }
  /** So many of those on the same base have it recorded. */
  | { readonly code: 'company'; readonly known: number; readonly of: number };

/** Something to look at: a fact, or a whole area. */
export interface VisitItem {
  readonly key: string;
  readonly area?: AreaId;
  readonly worth: number;
  readonly reasons: readonly VisitReason[];
  /** The points that it would settle. */
  readonly points: readonly OpenPoint[];
}

/** What looking again can settle. */
const LOOKED_AT: ReadonlySet<OpenRule> = new Set([
  'contradiction',
  'spoiled',
  'notFoundOut',
  'notBorneOut',
  'takenOver',
  'stale',
  'noSource',
  'deadHelp',
  'claimUnchecked',
  'question',
  'areaUnseen',
]);

/** Points count twice their rule's worth; what decides, and what others have, comes on top. */
const [DECIDES, FULL_COMPANY] = [5, 4];
/** Companions are asked of up to this many. */
const COMPANIONS = 12;

/** The items of the top layer of a table, the most worth first. Points that are put off or meant so are left out. */
export function nextVisit(catalogue: Catalogue, table: LayerTable): VisitItem[] {
  const items = new Map<
    string,
    { key: string; area?: AreaId; worth: number; reasons: VisitReason[]; points: OpenPoint[] }
  >();
  const at = (id: string, area?: AreaId) => {
    let item = items.get(id);
    if (!item)
      items.set(
        id,
        (item = { key: area ? '' : id, ...(area && { area }), worth: 0, reasons: [], points: [] }),
      );
    return item;
  };
  for (const point of openPointsOf(catalogue, table)) {
    if (!LOOKED_AT.has(point.rule)) continue;
    const key = keyOfPoint(point);
    const item = point.rule === 'areaUnseen' ? at(`area ${point.area}`, point.area) : key ? at(key) : null;
    if (!item) continue;
    item.worth += 2 * OPEN_RULES[point.rule];
    item.points.push(point);
    if (!item.reasons.some((each) => each.code === 'open' && each.rule === point.rule))
      item.reasons.push({ code: 'open', rule: point.rule });
  }
  const unseen = new Set([...items.values()].flatMap(({ area }) => area ?? []));
  for (const { key, known, of } of recordedByOthers(catalogue, table)) {
    const area = table.rows.find(({ fact }) => fact.key === key)!.fact.area;
    // Of an area that nobody looked at the area itself is told.
    const item = unseen.has(area) ? at(`area ${area}`, area) : at(key);
    if (item.reasons.some(({ code }) => code === 'company')) continue;
    item.worth += (FULL_COMPANY * known) / of;
    item.reasons.push({ code: 'company', known, of });
  }
  for (const [key, of] of decidingKeys(catalogue, table)) {
    const cell = table.rows.find(({ fact }) => fact.key === key)?.cells.at(-1);
    const item = items.get(key) ?? (cell && !isKnown(cell) ? at(key) : undefined);
    if (!item) continue;
    item.worth += DECIDES;
    item.reasons.push({ code: 'decides', of });
  }
  return [...items.values()].sort((a, b) => b.worth - a.worth || (a.key < b.key ? -1 : 1));
}

/** Keys that a standing judgement calls deciding, or by which a candidate is chosen; each with of whom or for what. */
function decidingKeys(catalogue: Catalogue, { layers }: LayerTable): Map<string, string> {
  const top = layers[layers.length - 1];
  const subjects = subjectsOfLayer(top);
  const keys = new Map<string, string>();
  for (const { strengths, weaknesses, author } of standingOpinions(opinionsOf(catalogue, subjects)))
    for (const { facts, weight } of [...strengths, ...weaknesses])
      if (weight === 3) for (const key of facts) keys.set(key, author);
  for (const { candidates, criteria, mustHaves, name } of recordsOf(catalogue, 'purpose'))
    if (candidates.some((id) => subjects.includes(id)))
      for (const { rule } of [...criteria, ...mustHaves]) if (rule) keys.set(rule.key, name);
  return keys;
}

/** Facts that nobody said anything of here, and that at least half of those on the same base (two of them at least) have recorded. */
function recordedByOthers(
  catalogue: Catalogue,
  table: LayerTable,
): { key: string; known: number; of: number }[] {
  const top = table.layers[table.layers.length - 1];
  const tables = companionsOf(catalogue, table).map((id) =>
    layerTable(catalogue, chainOfProject(catalogue, id, top.asOf)),
  );
  if (tables.length < 2) return [];
  return table.rows.flatMap(({ fact, cells }, i) => {
    const own = cells[cells.length - 1];
    if (own.readings.length > 0 || own.recorded.length > 0) return [];
    const known = tables.filter(
      ({ rows }) => rows[i].cells[rows[i].cells.length - 1].readings.length > 0,
    ).length;
    return 2 * known >= tables.length && known > 1 ? [{ key: fact.key, known, of: tables.length }] : [];
  });
}

/** Other projects that rest on the same first base, by name of their id. */
function companionsOf(catalogue: Catalogue, { layers }: LayerTable): RecordId[] {
  const top = layers[layers.length - 1];
  const base = top.link && distributionOf(catalogue, top.link.base);
  if (!base) return [];
  const at = [base, ...releasesOf(catalogue, base).map(({ id }) => id)];
  const others = at.flatMap((id) =>
    recordsPointingTo(catalogue, id, 'link')
      .filter((link) => link.base === id && isLineal(link))
      .map(({ derivative }) => distributionOf(catalogue, derivative)),
  );
  return [...new Set(others)]
    .filter((id) => id !== top.distribution)
    .sort()
    .slice(0, COMPANIONS);
}
