/** Sentences on what a project is and on what it is built. */
import { formatWhen } from '../../catalogue/formatWhen.ts';
import type { StatementKinds, StatementSubject, ToldBase } from '../../statements/statement.ts';
import { wordLoss } from '../lossText.ts';
import { wordRelation } from '../lineageText.ts';
import { formatCount, formatNumberOf, formatShare, listOf } from '../valueText.ts';
import { dropStop, numberWord, sayingOf, sentence } from './phrases.ts';
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
  return [
    purpose && `In its own words: “${purpose}”.`,
    audience && sentence(`${subject} is meant for ${audience}`),
    notFor && sentence(`it is not meant for ${notFor}`),
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
  const made = maker
    ? `It is made by ${lookUp(MAKERS, maker) ?? withArticle(maker)}${place}${time ? `, and has been${time}` : ''}`
    : country
      ? `It is made${place}${time ? `, and has been${time}` : ''}`
      : time
        ? `It has been published${time}`
        : '';
  const stands = {
    announced: 'It is announced only',
    maintained: 'It is maintained',
    dormant: 'It is dormant',
    ended: 'It has ended',
    merged: 'It was merged into another one',
  }[standing];
  return [
    made && sentence(made),
    sponsor && sentence(`it is paid for by ${sponsor}`),
    stands && sentence(stands),
  ]
    .filter(Boolean)
    .join(' ');
}

export function wordReleases({ version, date, editions, before }: Params<'releases'>): string {
  const many = editions.length > 1 ? `, in ${numberWord(editions.length)} editions: ${listOf(editions)}` : '';
  const earlier = before ? ` The one before, ${before.version}, is of ${formatWhen(before.date)}.` : '';
  const name = /^\d/.test(version) ? `Release ${version}` : version;
  return `${name} was published on ${formatWhen(date)}${many}.${earlier}`;
}

export function wordNames({ names }: Params<'names'>): string {
  return sentence(`it is also called ${listOf(names.map((name) => `“${name}”`))}`);
}

export function wordBase({ subject, steps, also, since }: Params<'base'>): string {
  return [
    sentence(
      `${subject} ${steps.map(restsOn).join(', which ')}${since ? `, since ${formatWhen(since)}` : ''}`,
    ),
    also.length > 0 && sentence(`after that, ${subject} ${listOf(also.map(restsOn))}`),
  ]
    .filter(Boolean)
    .join(' ');
}

export function wordBaseAssumed({ subject, base, release }: Params<'baseAssumed'>): string {
  return sentence(
    `which release of ${base} that is has not been recorded; ${subject} is compared with ${release}, the newest at the time`,
  );
}

export function wordBaseNow({ project, bases, since }: Params<'baseNow'>): string {
  return sentence(
    `${project} has moved after that release: it ${listOf(bases.map(restsOn))}${since ? ` since ${formatWhen(since)}` : ''}`,
  );
}

export function wordDependsOnEdition({ subject, editions }: Params<'dependsOnEdition'>): string {
  const each = editions.map(({ edition, bases }) =>
    bases.length ? `${edition} ${bases.map(restsOn).join(' and ')}` : `of ${edition} it is not known`,
  );
  return `What ${subject} is built on depends on the edition: ${listOf(each)}.`;
}

export function wordIndependent({ subject }: Params<'independent'>): string {
  return `${subject} is independent: a base was looked for, and there is none.`;
}

export function wordBaseUnknown({ subject }: Params<'baseUnknown'>): string {
  return `It is not known what ${subject} is built on.`;
}

export function wordBaseReason({ reason, wording, base, endorsed }: Params<'baseReason'>): string {
  const stands = endorsed.map(
    ({ date, standing }) => `${standing}${date ? ` since ${formatWhen(date)}` : ''}`,
  );
  return [
    reason && sentence(`the reason: ${reason}`),
    wording && `The project says of that: “${dropStop(wording)}”.`,
    stands.length > 0 && sentence(`how ${base} stands to it: ${stands.join(', ')}`),
  ]
    .filter(Boolean)
    .join(' ');
}

export function wordBaseBefore({ release, bases }: Params<'baseBefore'>): string {
  return sentence(`${release}, the release before, ${bases.map(restsOn).join(' and ')}`);
}

export function wordCarried({ base, counts, losses: [loss] }: Params<'carried'>): string {
  const own =
    counts.own === 0
      ? 'none is its own'
      : counts.own === 1
        ? '1 is its own'
        : `${formatCount(counts.own)} are its own`;
  const of = loss ? `, of a list ${wordLoss(loss)},` : '';
  return `${formatShare(counts.same, counts.installed)} of ${formatNumberOf(counts.installed, 'package')}${of} equal ${base}; ${own}.`;
}

export function wordTaken({ from, parts, isIdeas, wording }: Params<'taken'>): string {
  const quoted = wording ? ` (“${dropStop(wording)}”)` : '';
  if (isIdeas) return `It draws on ${from}, without parts or packages of it${quoted}.`;
  return `It takes ${parts.length ? listOf(parts.map((part) => `its ${part.replace(/^its /, '')}`)) : 'parts'} from ${from}${quoted}.`;
}

export function wordContinues({ before }: Params<'continues'>): string {
  return `It continues ${before}, which ended.`;
}
