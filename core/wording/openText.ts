/** Open points in words: what each rule is called, why a point is open, and what would settle it. */
import { labelOfArea } from '../catalogue/areas.ts';
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { findFactKey } from '../catalogue/factSheet.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import type { Reading } from '../catalogue/reading.ts';
import type { ExaminedArea } from '../open/examinedAreas.ts';
import { readingsAtOdds, type OpenPoint } from '../open/openPoints.ts';
import type { VisitItem, VisitReason } from '../open/nextVisit.ts';
import type { OpenRule } from '../open/openRules.ts';
import { toldReading } from '../statements/told.ts';
import { nameOf } from '../lineage/names.ts';
import { wordSettlement } from './changeText.ts';
import { wordTold } from './statements/phrases.ts';
import { wordSettling, wordSpoils } from './spoilText.ts';
import { wordDayRange, wordRuledEnds } from './supportText.ts';
import { formatCount, formatNumberOf, listOf } from './valueText.ts';

/** What a rule is called, and what settles its points, of one and of several. */
interface RuleWords {
  readonly title: string;
  /** `3 facts read before the release came out`. */
  readonly counted: readonly [one: string, many: string];
  readonly settledBy: string;
}

/** The words of every rule. */
export const OPEN_WORDS: Readonly<Record<OpenRule, RuleWords>> = {
  contradiction: {
    title: 'Sources disagree',
    counted: ['disagreement of sources', 'disagreements of sources'],
    settledBy: 'accept one of the readings with the reason, or look again and record what is there',
  },
  spoiled: {
    title: 'Unreliable',
    counted: ['unreliable reading', 'unreliable readings'],
    settledBy: 'look again where nothing distorts it',
  },
  notFoundOut: {
    title: 'Could not be found out',
    counted: ['fact that could not be found out', 'facts that could not be found out'],
    settledBy: 'try another way, or say that it does not matter',
  },
  notBorneOut: {
    title: 'Change not confirmed',
    counted: ['change that its base does not confirm', 'changes that their base does not confirm'],
    settledBy: 'look at it here and in the base, and correct the one that is wrong',
  },
  claimUnchecked: {
    title: 'Claim unchecked',
    counted: ['unchecked claim', 'unchecked claims'],
    settledBy: 'compare the claim with what was found, and give a verdict',
  },
  claimRefuted: {
    title: 'Claim refuted',
    counted: ['refuted claim', 'refuted claims'],
    settledBy: 'confirm or change the verdict, with the reason',
  },
  lineageUnknown: {
    title: 'Base unknown',
    counted: ['unknown base', 'unknown bases'],
    settledBy: 'name the base, or record that a base was looked for and there is none',
  },
  lineageConflict: {
    title: 'Base in conflict',
    counted: ['base in conflict', 'bases in conflict'],
    settledBy: 'decide which link holds, and end or correct the other',
  },
  supportGap: {
    title: 'Support outlasts the base',
    counted: ['promise longer than the base lasts', 'promises longer than the base lasts'],
    settledBy: 'find out who supports it after its base has ended, or which base comes next',
  },
  supportDiffers: {
    title: 'Support stated differently',
    counted: [
      'stated end that differs from the calculated one',
      'stated ends that differ from the calculated ones',
    ],
    settledBy: 'find out which holds, the stated end or the rule',
  },
  takenOver: {
    title: 'Unverified copy',
    counted: ['unverified copy from the release before', 'unverified copies from the release before'],
    settledBy: 'check the value in this release',
  },
  stale: {
    title: 'Older than the release',
    counted: ['fact read before the release came out', 'facts read before the release came out'],
    settledBy: 'read it again for this release',
  },
  noSource: {
    title: 'No source',
    counted: ['fact without a source', 'facts without a source'],
    settledBy: 'name the source, or look for one',
  },
  linkNoSource: {
    title: 'Base without a source',
    counted: ['base without a source', 'bases without a source'],
    settledBy: 'name a source for the link',
  },
  deadHelp: {
    title: 'Help channel does not work',
    counted: ['help channel that does not work', 'help channels that do not work'],
    settledBy: 'try the address again, and look for the one that took its place',
  },
  overdue: {
    title: 'Announced and passed',
    counted: ['announcement whose day has passed', 'announcements whose day has passed'],
    settledBy: 'check whether it came, and record what happened',
  },
  followUp: {
    title: 'Assessment due again',
    counted: ['assessment due again', 'assessments due again'],
    settledBy: 'look again, and write a new assessment in place of the old',
  },
  question: {
    title: 'Question',
    counted: ['question', 'questions'],
    settledBy: 'answer it, or say how it was tried',
  },
  unsortedNote: {
    title: 'Notes to be sorted',
    counted: ['note to be sorted', 'notes to be sorted'],
    settledBy: 'rephrase it, or keep it as a remark',
  },
  areaUnseen: {
    title: 'Area not examined',
    counted: ['area not examined', 'areas not examined'],
    settledBy: 'examine the area, and record also what is unchanged',
  },
};

/** The label of what a point is about: a fact, an area, or what its record says. */
export function labelOfPoint(point: OpenPoint): string {
  if (point.rule === 'deadHelp')
    return `${point.row.fact.label}: ${point.element.slot ?? point.element.name}`;
  if ('row' in point) return point.row.fact.label;
  switch (point.rule) {
    case 'notBorneOut':
      return point.settled.fact.label;
    case 'claimUnchecked':
    case 'claimRefuted':
      return `“${point.claim.wording}”`;
    case 'lineageUnknown':
    case 'lineageConflict':
    case 'linkNoSource':
      return 'Base';
    case 'supportGap':
    case 'supportDiffers':
      return 'Supported until';
    case 'overdue':
      return point.plan.text;
    case 'followUp':
      return `Assessment of ${point.assessment.author}`;
    case 'question':
      return point.question.text;
    case 'unsortedNote':
      return `“${point.note.text}”`;
    case 'areaUnseen':
      return labelOfArea(point.area);
  }
}

/** Why a point is open: a clause. */
export function wordPointReason(catalogue: Catalogue, point: OpenPoint): string {
  if (point.rule === 'deadHelp') return `${point.element.name} when last tried`;
  if ('row' in point) return wordFactReason(catalogue, point);
  switch (point.rule) {
    case 'notBorneOut':
      return wordSettlement(point.settled);
    case 'claimUnchecked':
      return 'nobody has checked it';
    case 'claimRefuted':
      return [
        point.claim.verdict === 'partly' ? 'true in part' : '',
        point.claim.reason || 'found not to be so',
      ]
        .filter(Boolean)
        .join(': ');
    case 'lineageUnknown':
      return 'no base is recorded, and nobody has found that there is none';
    case 'lineageConflict':
      return point.links.length > 1
        ? `${listOf(point.links.map(({ base }) => nameOf(catalogue, base)))} are both recorded as its main base`
        : `recorded as independent, and as built on ${nameOf(catalogue, point.links[0].base)}`;
    case 'linkNoSource':
      return `the base ${nameOf(catalogue, point.link.base)} is recorded without a source`;
    case 'supportGap': {
      const { gap, base } = point.support;
      return `promised for ${wordDayRange(gap!)} beyond the end of ${base!.name}`;
    }
    case 'supportDiffers': {
      const { own, differDays } = point.support;
      const stated = own.end ? `stated as ${formatWhen(own.end)}, but ` : '';
      return `${stated}calculated as ${listOf(wordRuledEnds(point.support))}, ${formatNumberOf(differDays!, 'day')} apart`;
    }
    case 'overdue': {
      const { due, lookAgain, by } = point.plan;
      return due
        ? `${by ? `${by} announced it` : 'announced'} for ${formatWhen(due)}, which has passed`
        : `to be looked at again ${formatWhen(lookAgain!)}, which has passed`;
    }
    case 'followUp':
      return `${point.assessment.followUp!.text}, which was to be ${formatWhen(point.assessment.followUp!.date!)}`;
    case 'question': {
      const { tried, until } = point.question;
      const again = until ? `to be looked at again ${formatWhen(until)}` : '';
      return ['no answer yet', tried && `tried: ${tried}`, again].filter(Boolean).join('; ');
    }
    case 'unsortedNote':
      return 'not understood when it was typed';
    case 'areaUnseen':
      return 'nobody has examined this area';
  }
}

/** `7 days according to “Release notes”`: one of readings that disagree, with where it is from. */
export function describeAtOdds(catalogue: Catalogue, key: string, reading: Reading): string {
  const { source } = reading;
  const from = source ? `according to “${nameOf(catalogue, source)}”` : 'without a source';
  return `${wordTold(key, toldReading(catalogue, reading))} ${from}`;
}

/** How much of a system was looked at: `94 of 145 facts are examined; Footprint and Experience not at all.` */
export function describeExamined(areas: readonly ExaminedArea[]): string {
  const sum = (of: (area: ExaminedArea) => number) => areas.reduce((total, area) => total + of(area), 0);
  const [examined, facts] = [sum((area) => area.examined), sum((area) => area.facts)];
  const unseen = areas.filter((area) => area.examined === 0).map(({ area }) => labelOfArea(area));
  const counted = `${formatCount(examined)} of ${formatNumberOf(facts, 'fact')} ${examined === 1 ? 'is' : 'are'} examined`;
  if (unseen.length === areas.length) return 'Nobody has examined anything of it.';
  return unseen.length ? `${counted}; ${listOf(unseen)} not at all.` : `${counted}, some in every area.`;
}

function wordFactReason(catalogue: Catalogue, point: Extract<OpenPoint, { row: unknown }>): string {
  const { fact, cells } = point.row;
  const cell = cells[cells.length - 1];
  const says = (reading: Reading) => wordTold(fact.key, toldReading(catalogue, reading));
  switch (point.rule) {
    case 'contradiction': {
      const [inForce, ...others] = readingsAtOdds(point).map((each) =>
        describeAtOdds(catalogue, fact.key, each),
      );
      return `${inForce}, but ${listOf([...new Set(others)])}`;
    }
    case 'spoiled': {
      const { spoiledBy } = cell.spoiled!;
      const settling = wordSettling(spoiledBy);
      return `seen ${wordSpoils(spoiledBy)}${settling ? `; to settle it, ${settling}` : ''}`;
    }
    case 'notFoundOut':
      return (
        [cell.notFoundOut!.tried && `tried: ${cell.notFoundOut!.tried}`, cell.notFoundOut!.note]
          .filter(Boolean)
          .join('; ') || 'looked for without success'
      );
    case 'takenOver':
      return `${says(cell.inForce!)}, copied from the release before`;
    case 'stale': {
      const { date, source } = cell.inForce!;
      const at = source ? recordOf(catalogue, 'source', source) : undefined;
      const when = date ?? at?.date ?? at?.read;
      return `${says(cell.inForce!)} ${when ? `as of ${formatWhen(when)}` : 'from an older source'}, before this release came out`;
    }
    case 'noSource':
      return `${says(cell.inForce!)}, recorded without a source`;
    case 'deadHelp':
      return point.element.name;
  }
}

/** `Icons (sources disagree): Tide according to “Capture”, but Plain according to “Release notes”` */
export function wordPoint(catalogue: Catalogue, point: OpenPoint): string {
  return `${labelOfPoint(point)} (${OPEN_WORDS[point.rule].title.toLowerCase()}): ${wordPointReason(catalogue, point)}`;
}

/** Counts by rule: `2 contradictions, 1 question`. */
export function wordCounts(counts: Partial<Record<OpenRule, number>>): string {
  return listOf(
    (Object.entries(counts) as [OpenRule, number][]).map(([rule, count]) =>
      formatNumberOf(count, ...OPEN_WORDS[rule].counted),
    ),
  );
}

/** How a point was set aside: postponed until when, or intended, and why. */
export function wordSetAside({ settlement, state }: OpenPoint): string {
  if (!settlement) return '';
  const why = [settlement.why, settlement.by && `by ${settlement.by}`].filter(Boolean).join(', ');
  const until = settlement.until ? `postponed until ${formatWhen(settlement.until)}` : 'postponed';
  const said = settlement.state === 'meant' ? 'intended' : state === 'open' ? `was ${until}` : until;
  return why ? `${said}: ${why}` : said;
}

/** Why something is worth looking at, in a clause. */
export function wordVisitReason(reason: VisitReason): string {
  switch (reason.code) {
    case 'open':
      return OPEN_WORDS[reason.rule].title.toLowerCase();
    case 'decides':
      return `decides for ${reason.of}`;
    case 'company':
      return `recorded for ${reason.known} of ${reason.of} systems on the same base`;
  }
}

/** What a visit is to look at: the label of a fact, or a whole area. */
export function labelOfItem({ key, area }: VisitItem): string {
  return area ? `${labelOfArea(area)}, all of it` : (findFactKey(key)?.label ?? key);
}
