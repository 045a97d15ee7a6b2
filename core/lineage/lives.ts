/**
 * The life of a distribution: since when it is there, how its standing changed, and whether it was found to be
 * independent. What the lineage graph needs of the facts.
 */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { recordsBelongingTo, recordsOfSubject } from '../catalogue/pointers.ts';
import { findFactKey } from '../catalogue/factSheet.ts';
import type { Element, FactValue } from '../catalogue/factValue.ts';
import type { Reading } from '../catalogue/reading.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { boundsOf } from '../catalogue/when.ts';
import { linksFrom } from './linksInForce.ts';
import type { Life, StandingPeriod } from './life.ts';
import { valueInForce } from '../weighing/valueInForce.ts';

const KEYS = {
  since: 'identity.since',
  standing: 'identity.standing',
  standings: 'identity.standings',
  independent: 'lineage.independent',
} as const;
const WANTED: ReadonlySet<string> = new Set(Object.values(KEYS));

/** The readings of a subject that its life is told by. */
type ReadingsOf = (catalogue: Catalogue, subject: RecordId) => readonly Reading[];

const readingsOf: ReadingsOf = (catalogue, subject) =>
  recordsOfSubject(catalogue, subject, 'reading').filter(({ key }) => WANTED.has(key));

/** The same for whoever asks of very many subjects of one catalogue: all readings are passed over once. */
export function readingsOfLives(catalogue: Catalogue): ReadingsOf {
  const bySubject = new Map<RecordId, Reading[]>();
  for (const page of catalogue.records.reading.pages)
    for (const reading of page.values()) {
      if (!WANTED.has(reading.key)) continue;
      const known = bySubject.get(reading.subject);
      if (known) known.push(reading);
      else bySubject.set(reading.subject, [reading]);
    }
  return (_, subject) => bySubject.get(subject) ?? [];
}

/** The life of a distribution, from its facts, its releases and its links. */
export function lifeOf(catalogue: Catalogue, id: RecordId, saidOf: ReadingsOf = readingsOf): Life {
  const subjects = [id, ...recordsBelongingTo(catalogue, id, 'release').map((release) => release.id)];
  const readings = subjects.flatMap((subject) => saidOf(catalogue, subject));
  const valueOf = (key: string): FactValue | undefined =>
    valueInForce(
      catalogue,
      readings.filter((reading) => reading.key === key),
      { fact: findFactKey(key)! },
    )?.reading.value;
  const since = String(valueOf(KEYS.since) ?? '');
  const standings = periodsOf(valueOf(KEYS.standings));
  return {
    since: since || standings[0]?.when || undefined,
    ...firstOf([since, standings[0]?.when ?? '', ...datesOf(catalogue, id)]),
    standing: String(valueOf(KEYS.standing) ?? ''),
    standings,
    independent: valueOf(KEYS.independent) === true,
  };
}

/** `2016-06: announced` and so on, oldest first; what has no date is left out. */
function periodsOf(value: FactValue | undefined): StandingPeriod[] {
  if (!Array.isArray(value)) return [];
  return (value as Element[])
    .flatMap(({ slot = '', name }) => {
      const bounds = boundsOf(slot);
      return bounds ? [{ when: slot, from: bounds.first, standing: name }] : [];
    })
    .sort((a, b) => a.from - b.from);
}

/** Dates of its releases, of the links that it rests by, and of those by which others rest on it: what is used is there. */
function datesOf(catalogue: Catalogue, id: RecordId): string[] {
  const releases = recordsBelongingTo(catalogue, id, 'release');
  const uses = [id, ...releases.map((release) => release.id)].flatMap((at) =>
    recordsBelongingTo(catalogue, at, 'link').filter(({ base }) => base === at),
  );
  return [
    ...releases.map(({ date }) => date ?? ''),
    ...linksFrom(catalogue, id).map(({ since }) => since ?? ''),
    ...uses.map(({ since, derivative }) => since ?? recordOf(catalogue, 'release', derivative)?.date ?? ''),
  ];
}

/** The first of some dates, as a day and as it is recorded. */
function firstOf(dates: readonly string[]): Pick<Life, 'begins' | 'beginsWhen'> {
  const first = { begins: -Infinity, beginsWhen: '' };
  const days = dates.flatMap((date) => {
    const day = boundsOf(date)?.first;
    return day === undefined ? [] : [{ begins: day, beginsWhen: date }];
  });
  return days.reduce(
    (least, each) => (least.beginsWhen && least.begins <= each.begins ? least : each),
    first,
  );
}
