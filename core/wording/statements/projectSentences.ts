/** Sentences on what a project is and on what it is built. */
import { formatWhen } from '../../catalogue/formatWhen.ts';
import type { StatementKinds, StatementSubject, ToldBase } from '../../statements/statement.ts';
import { wordLoss } from '../lossText.ts';
import { wordRelation } from '../lineageText.ts';
import { formatCount, formatNumberOf, listOf, roundShare } from '../valueText.ts';
import { asClause, dropStop, numberWord, onDate, sayingOf, sentence, series } from './phrases.ts';
import { lookUp } from '../../lookUp.ts';

type Params<K extends keyof StatementKinds> = StatementSubject & StatementKinds[K];

const MAKERS: Readonly<Record<string, string>> = {
  volunteers: 'volunteers',
  company: 'a company',
  government: 'a government body',
  university: 'a university',
  foundation: 'a foundation',
  'one person': 'one person',
};

/** `a company of nine`: a kind of maker with more words has its article. */
const withArticle = (maker: string) =>
  /^(company|foundation|university|government body)\b/i.test(maker) ? `a ${maker}` : maker;

/** `of Fenwick 31`, by name and relation: `installs from Fenwick 31`; with the doubt that there is. */
const restsOn = ({ name, relation, certainty }: ToldBase) =>
  `${certainty === 'claimed' ? 'reportedly ' : certainty === 'likely' ? 'probably ' : ''}${wordRelation(relation)} ${name}`;

export function wordPurpose({ told, subject }: Params<'purpose'>): string {
  const [purpose, audience, notFor] = ['purpose', 'audience', 'notFor'].map((name) =>
    dropStop(sayingOf(told[`identity.${name}`])),
  );
  const whom = [audience && `for ${series(audience)}`, notFor && `not for ${series(notFor)}`].filter(Boolean);
  return [
    purpose && `The project describes ${subject} as “${purpose}”.`,
    whom.length > 0 && sentence(`${subject} is meant ${whom.join(', ')}`),
  ]
    .filter(Boolean)
    .join(' ');
}

export function wordMaker({ told }: Params<'maker'>): string {
  const of = (name: string) => told[`identity.${name}`];
  const [country, since, standing, sponsor] = ['country', 'since', 'standing', 'sponsor'].map((name) =>
    sayingOf(of(name)),
  );
  const maker = sayingOf(of('maker'));
  const place = country && !maker.includes(country) ? ` in ${country}` : '';
  const time = since ? ` since ${since}` : '';
  const by = maker ? `by ${lookUp(MAKERS, maker) ?? withArticle(maker)}` : '';
  const made =
    by || place
      ? `the project ${time ? 'has been' : 'is'} run ${[time.trim(), by, place.trim()].filter(Boolean).join(' ')}`
      : time
        ? `the project has existed${time}`
        : '';
  const stands = {
    announced: 'has only been announced',
    maintained: 'is maintained',
    dormant: 'is dormant',
    ended: 'has ended',
    merged: 'was merged into another project',
  }[standing];
  return [
    made && sentence(made),
    (sponsor || stands) &&
      sentence(
        `${made ? 'it' : 'the project'} ${[stands, sponsor && `${stands === 'is maintained' ? '' : 'is '}paid for by ${sponsor}`].filter(Boolean).join(' and ')}`,
      ),
  ]
    .filter(Boolean)
    .join(' ');
}

export function wordReleases({ version, date, editions, before }: Params<'releases'>): string {
  const many = editions.length > 1 ? ` in ${numberWord(editions.length)} editions (${listOf(editions)})` : '';
  const earlier = before ? `, after ${before.version} ${onDate(before.date)}` : '';
  const name = /^\d/.test(version) ? `Release ${version}` : version;
  return `${name} came out ${onDate(date)}${many}${earlier}.`;
}

export function wordNames({ names }: Params<'names'>): string {
  return sentence(`the project is also known as ${listOf(names.map((name) => `“${name}”`))}`);
}

export function wordBase({ subject, steps, also, since }: Params<'base'>): string {
  return [
    sentence(
      `${subject} ${steps.map(restsOn).join(', which ')}${since ? ` (since ${formatWhen(since)})` : ''}`,
    ),
    also.length > 0 && sentence(`second to that, ${subject} ${listOf(also.map(restsOn))}`),
  ]
    .filter(Boolean)
    .join(' ');
}

export function wordBaseAssumed({ subject, base, release }: Params<'baseAssumed'>): string {
  return sentence(
    `the records do not say which release of ${base}; ${subject} is compared with ${release}, the newest at the time`,
  );
}

export function wordBaseNow({ project, bases, since }: Params<'baseNow'>): string {
  return sentence(
    `since that release ${project} has changed its base: now ${project} ${listOf(bases.map(restsOn))}${since ? ` (since ${formatWhen(since)})` : ''}`,
  );
}

export function wordDependsOnEdition({ subject, editions }: Params<'dependsOnEdition'>): string {
  const each = editions.map(({ edition, bases }) =>
    bases.length ? `${edition} ${bases.map(restsOn).join(' and ')}` : `the base of ${edition} is not known`,
  );
  return `The base of ${subject} depends on the edition: ${listOf(each)}.`;
}

export function wordIndependent({ subject }: Params<'independent'>): string {
  return `${subject} is independent: it is built on no other distribution.`;
}

export function wordBaseUnknown({ subject }: Params<'baseUnknown'>): string {
  return `What ${subject} is built on is not known.`;
}

export function wordBaseReason({ reason, wording, base, endorsed }: Params<'baseReason'>): string {
  const stands = endorsed.map(
    ({ date, standing }) => `${standing}${date ? ` (since ${formatWhen(date)})` : ''}`,
  );
  return [
    reason && sentence(`the reason for this base: ${asClause(reason)}`),
    wording && `The project says: “${dropStop(wording)}”.`,
    stands.length > 0 && sentence(`${base} treats the derivative as ${stands.join(', ')}`),
  ]
    .filter(Boolean)
    .join(' ');
}

export function wordBaseBefore({ release, bases }: Params<'baseBefore'>): string {
  return sentence(`the release before, ${release}, ${bases.map(restsOn).join(' and ')}`);
}

export function wordCarried({ base, counts, losses: [loss] }: Params<'carried'>): string {
  const own =
    counts.own === 0
      ? 'none is its own'
      : `${formatCount(counts.own)} ${counts.own === 1 ? 'is' : 'are'} its own`;
  const of = loss ? ` (from a list ${wordLoss(loss)})` : '';
  return `${roundShare(counts.same, counts.installed)} of its ${formatNumberOf(counts.installed, 'package')}${of} ${counts.installed === 1 ? 'is' : 'are'} unmodified from ${base}; ${own}.`;
}

export function wordTaken({ subject, from, parts, isIdeas, wording }: Params<'taken'>): string {
  const quoted = wording ? ` (“${dropStop(wording)}”)` : '';
  if (isIdeas) return `${subject} draws on ideas of ${from}, without parts or packages from there${quoted}.`;
  return `${subject} takes ${parts.length ? listOf(parts.map((part) => `its ${part.replace(/^its /, '')}`)) : 'parts'} from ${from}${quoted}.`;
}

export function wordContinues({ subject, before }: Params<'continues'>): string {
  return `${subject} continues ${before}, which has ended.`;
}
