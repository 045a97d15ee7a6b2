/**
 * What is unsettled about a release, by rule, in one list: plates, outline, summary, documents and the screen count and tell these
 * and no others. A point goes when its cause goes; it can be put off until a day, or be marked as meant so, as long as its cause is
 * the same (catalogue/settlement.ts).
 */
import type { AreaId } from '../catalogue/areas.ts';
import type { Assessment } from '../catalogue/assessment.ts';
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { Claim } from '../catalogue/claim.ts';
import type { Element } from '../catalogue/factValue.ts';
import type { Link } from '../catalogue/link.ts';
import type { Plan } from '../catalogue/plan.ts';
import { recordsBelongingTo, recordsOfSubject } from '../catalogue/pointers.ts';
import type { Note } from '../catalogue/note.ts';
import type { Question } from '../catalogue/question.ts';
import type { Reading } from '../catalogue/reading.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { Settlement } from '../catalogue/settlement.ts';
import { boundsOf } from '../catalogue/when.ts';
import { elementsOf } from '../layers/areas/cells.ts';
import { isSaid } from '../layers/cell.ts';
import { daysOfReading } from '../weighing/disagreement.ts';
import { settledChanges, type SettledChange } from '../layers/settledChanges.ts';
import type { LayerRow, LayerTable } from '../layers/layerTable.ts';
import { dayOfRelease } from '../lineage/bases.ts';
import { subjectsOfLayer } from '../lineage/chain.ts';
import { lifeOf } from '../lineage/lives.ts';
import { distributionOf } from '../lineage/releases.ts';
import { standingOpinions } from '../assessments/standing.ts';
import { formatDayRange } from '../support/support.ts';
import { supportRowOf, type SupportRow } from '../support/supportRows.ts';
import { examinedAreas } from './examinedAreas.ts';
import type { OpenRule } from './openRules.ts';

/** Rules that find something in what is said of a fact. */
type FactRule = 'contradiction' | 'spoiled' | 'notFoundOut' | 'takenOver' | 'stale' | 'noSource';

/** What a point is found at, by rule. */
type Cause =
  | { readonly rule: FactRule; readonly row: LayerRow }
  | { readonly rule: 'deadHelp'; readonly row: LayerRow; readonly element: Element }
  | { readonly rule: 'notBorneOut'; readonly settled: SettledChange }
  | { readonly rule: 'claimUnchecked' | 'claimRefuted'; readonly claim: Claim }
  | { readonly rule: 'lineageUnknown' }
  | { readonly rule: 'lineageConflict'; readonly links: readonly Link[] }
  | { readonly rule: 'supportGap' | 'supportDiffers'; readonly support: SupportRow }
  | { readonly rule: 'linkNoSource'; readonly link: Link }
  | { readonly rule: 'overdue'; readonly plan: Plan }
  | { readonly rule: 'followUp'; readonly assessment: Assessment }
  | { readonly rule: 'question'; readonly question: Question }
  | { readonly rule: 'unsortedNote'; readonly note: Note }
  | { readonly rule: 'areaUnseen'; readonly area: AreaId };

/** Something unsettled, by the rule that found it. */
export type OpenPoint = Cause & {
  /** What it is said of: the release, or the project. */
  readonly subject: RecordId;
  /** The key of the fact, the area, or the id of the record that it is found at; empty for the whole. */
  readonly about: string;
  /** What it rests on: with another cause it is another point. */
  readonly seen: string;
  /** `open`, unless the analyst put it off (until a day that has not come) or meant it so. */
  readonly state: 'open' | Settlement['state'];
  readonly settlement?: Settlement;
};

/** The open points of the top layer of a table: those that are neither put off nor meant so. */
export function openPointsOf(catalogue: Catalogue, table: LayerTable): OpenPoint[] {
  return allPointsOf(catalogue, table).filter(({ state }) => state === 'open');
}

/** The points of the top layer of a table, also those put off or meant so: of facts in their order, then the others by rule. */
export function allPointsOf(catalogue: Catalogue, table: LayerTable): OpenPoint[] {
  const top = table.layers[table.layers.length - 1];
  const subjects = subjectsOfLayer(top);
  const of = { catalogue, table, day: top.asOf, subjects };
  const found = [
    ...factCauses(of),
    ...changeCauses(of),
    ...recordCauses(of),
    ...lineageCauses(of),
    ...supportCauses(of),
    ...areaCauses(of),
  ];
  const settlements = subjects.flatMap((id) => recordsBelongingTo(catalogue, id, 'settlement'));
  return found.map((each) => {
    const settlement = settlements.find(
      ({ rule, about, seen }) => rule === each.rule && about === each.about && seen === each.seen,
    );
    const isHeld =
      settlement !== undefined &&
      (settlement.state === 'meant' || (boundsOf(settlement.until ?? '')?.last ?? Infinity) >= top.asOf);
    return { ...each, state: isHeld ? settlement.state : 'open', ...(settlement && { settlement }) };
  });
}

/** What a point is found in. */
interface Asked {
  readonly catalogue: Catalogue;
  readonly table: LayerTable;
  /** The day that is asked about. */
  readonly day: number;
  /** The release, its edition and its project. */
  readonly subjects: readonly RecordId[];
}

type Found = Cause & Pick<OpenPoint, 'subject' | 'about' | 'seen'>;

/** Of what is said of a fact itself. */
function factCauses(of: Asked): Found[] {
  const [subject] = of.subjects;
  const { dayOfLayer, isOld } = ageOf(of);
  return of.table.rows.flatMap((row): Found[] => {
    const cell = row.cells[row.cells.length - 1];
    if (cell.readings.length === 0) return [];
    const about = row.fact.key;
    const at = (rule: FactRule, seen: readonly (Reading | undefined)[]) => ({
      ...{ rule, row, subject, about },
      seen: seen.map((reading) => reading?.id ?? '').join(' '),
    });
    if (cell.disputed) {
      const others = cell.disagreements.filter(({ explainedBy }) => explainedBy.length === 0);
      return [at('contradiction', [cell.inForce, ...others.map(({ reading }) => reading)])];
    }
    if (cell.spoiled) return [at('spoiled', [cell.spoiled])];
    if (cell.notFoundOut) return [at('notFoundOut', [cell.notFoundOut])];
    const { inForce } = cell;
    if (!inForce) return [];
    const found: Found[] = [];
    if (inForce.marks.includes('takenOver')) found.push(at('takenOver', [inForce]));
    else if (isOld(row, inForce))
      found.push({ ...at('stale', [inForce]), seen: `${inForce.id} ${dayOfLayer}` });
    if (!inForce.source) found.push(at('noSource', [inForce]));
    if (about === 'help.channels')
      for (const element of elementsOf(cell))
        if (DEAD.test(element.name))
          found.push({
            ...{ rule: 'deadHelp', row, element, subject },
            about: `${about}/${element.slot ?? element.name}`,
            seen: element.name,
          });
    return found;
  });
}

const DEAD = /^(dead|redirects?|outdated|no longer|gone)\b/i;

/** How much older than an image of a project that rolls a reading may be. */
const STALE_DAYS = 180;

/** What tells whether a reading is older than the release that it is told of: what a project is, is not of its day. */
function ageOf({ catalogue, table }: Asked) {
  const top = table.layers[table.layers.length - 1];
  const release = recordOf(catalogue, 'release', top.id);
  const dayOfLayer = release && dayOfRelease(release);
  const slack = table.moves[table.moves.length - 1] ? STALE_DAYS : 0;
  const isOld = ({ fact }: LayerRow, reading: Reading): boolean => {
    if (dayOfLayer === undefined || reading.subject === top.id) return false;
    if (fact.ofProject) return false;
    const read = daysOfReading(catalogue, reading);
    return read !== null && Number.isFinite(read.last) && read.last < dayOfLayer - slack;
  };
  return { dayOfLayer, isOld };
}

function changeCauses({ table, subjects: [subject] }: Asked): Found[] {
  return settledChanges(table)
    .filter(({ state }) => state === 'otherwise')
    .map((settled) => ({
      ...{ rule: 'notBorneOut' as const, settled, subject },
      about: settled.record.id,
      seen: settled.fact.key,
    }));
}

/** Claims, questions, plans and judgements. */
function recordCauses({ catalogue, subjects, day }: Asked): Found[] {
  const hasPassed = (when: string | undefined) => (boundsOf(when ?? '')?.last ?? Infinity) < day;
  return subjects.flatMap((subject): Found[] => {
    const at = (record: { readonly id: RecordId }, seen = '') => ({ subject, about: record.id, seen });
    return [
      ...recordsOfSubject(catalogue, subject, 'claim').flatMap((claim): Found[] => {
        if (claim.verdict === 'unchecked') return [{ rule: 'claimUnchecked', claim, ...at(claim) }];
        const isAmiss = claim.verdict === 'refuted' || claim.verdict === 'partly';
        return isAmiss && !claim.settled
          ? [{ rule: 'claimRefuted', claim, ...at(claim, claim.verdict) }]
          : [];
      }),
      ...recordsOfSubject(catalogue, subject, 'plan')
        .filter(({ due, lookAgain }) => hasPassed(due) || hasPassed(lookAgain))
        .map((plan): Found => ({ rule: 'overdue', plan, ...at(plan, plan.due ?? plan.lookAgain) })),
      ...standingOpinions(recordsOfSubject(catalogue, subject, 'assessment'))
        .filter(({ followUp }) => hasPassed(followUp?.date))
        .map((assessment): Found => ({
          ...{ rule: 'followUp', assessment },
          ...at(assessment, assessment.followUp?.date),
        })),
      ...recordsBelongingTo(catalogue, subject, 'question')
        .filter(({ answer }) => !answer)
        .map((question): Found => ({ rule: 'question', question, ...at(question) })),
      ...recordsOfSubject(catalogue, subject, 'note')
        .filter(({ state }) => state === 'unsorted')
        .map((note): Found => ({ rule: 'unsortedNote', note, ...at(note) })),
    ];
  });
}

/** Of the base: not known, in conflict, without a source. */
function lineageCauses({ catalogue, table, subjects: [subject] }: Asked): Found[] {
  const top = table.layers[table.layers.length - 1];
  const { independent } = lifeOf(catalogue, top.distribution);
  const { bases } = top;
  const found: Found[] = bases
    .filter(({ sources }) => sources.length === 0)
    .map((link) => ({ rule: 'linkNoSource', link, subject, about: link.id, seen: '' }));
  if (bases.length === 0 && !top.dependsOnEdition && !independent)
    found.push({ rule: 'lineageUnknown', subject, about: '', seen: '' });
  const firsts = bases.filter(({ order }) => order === bases[0]?.order);
  const isTwice = new Set(firsts.map(({ base }) => distributionOf(catalogue, base))).size > 1;
  if (isTwice || (independent && bases.length > 0)) {
    const links = isTwice ? firsts : bases;
    const seen = links.map(({ id }) => id).sort();
    found.push({ rule: 'lineageConflict', links, subject, about: '', seen: seen.join(' ') });
  }
  return found;
}

function supportCauses({ catalogue, table, day, subjects: [subject] }: Asked): Found[] {
  const isTold = table.rows.some(
    ({ fact, cells }) => fact.area === 'model' && isSaid(cells[cells.length - 1]),
  );
  if (!isTold) return [];
  const support = supportRowOf(catalogue, table, day);
  if (support.state === 'ended') return [];
  const at = (rule: 'supportGap' | 'supportDiffers', seen: string): Found => ({
    ...{ rule, support, subject },
    about: '',
    seen,
  });
  return [
    ...((support.gap?.most ?? 0) > 0 ? [at('supportGap', formatDayRange(support.gap!))] : []),
    ...((support.differDays ?? 0) > 0 ? [at('supportDiffers', String(support.differDays))] : []),
  ];
}

/** Areas of which nobody has said anything; the base is told apart. */
function areaCauses({ table, subjects: [subject] }: Asked): Found[] {
  return examinedAreas(table)
    .filter(({ examined }) => examined === 0)
    .map(({ area }) => ({ rule: 'areaUnseen' as const, area, subject, about: area, seen: '' }));
}

/** Points as they are gone through: where sources disagree first, then in the order in which they are found. */
export const disagreementsFirst = (points: readonly OpenPoint[]): OpenPoint[] => [
  ...points.filter(({ rule }) => rule === 'contradiction'),
  ...points.filter(({ rule }) => rule !== 'contradiction'),
];

/** The readings between which a disagreement is to be settled, the one in force first; none for other points. */
export function readingsAtOdds(point: OpenPoint): Reading[] {
  if (point.rule !== 'contradiction') return [];
  const { inForce, disagreements } = point.row.cells[point.row.cells.length - 1];
  const others = disagreements.filter(({ explainedBy }) => explainedBy.length === 0);
  return [...(inForce ? [inForce] : []), ...others.map(({ reading }) => reading)];
}

/** How many points there are by rule; rules without any are left out. */
export function countByRule(points: readonly OpenPoint[]): Partial<Record<OpenRule, number>> {
  const counts: Partial<Record<OpenRule, number>> = {};
  for (const { rule } of points) counts[rule] = (counts[rule] ?? 0) + 1;
  return counts;
}

/** The key of the fact that a point is about; empty where it is about none. */
export function keyOfPoint(point: OpenPoint): string {
  if ('row' in point) return point.row.fact.key;
  switch (point.rule) {
    case 'notBorneOut':
      return point.settled.fact.key;
    case 'claimUnchecked':
    case 'claimRefuted':
      return point.claim.key;
    case 'question':
      return point.question.key;
    case 'supportGap':
    case 'supportDiffers':
      return 'model.supportEnd';
    default:
      return '';
  }
}
