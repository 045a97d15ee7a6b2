/** Makes the sample's catalogue from its tables and its generated packages. Same seed, same catalogue. */
import { createCatalogue } from '../core/catalogue/catalogue.ts';
import { checkDiff } from '../core/catalogue/checkDiff.ts';
import { ABOUT_ID } from '../core/catalogue/about.ts';
import { applyDiff, diffOfRecords } from '../core/catalogue/diff.ts';
import { findFactKey, parseFactValue } from '../core/catalogue/factSheet.ts';
import type { Reading } from '../core/catalogue/reading.ts';
import { createRecordId, type RecordId } from '../core/catalogue/recordKind.ts';
import type { AnyRecord } from '../core/catalogue/recordKinds.ts';
import type { CatalogueWithPackages } from '../core/exchange/catalogueFile.ts';
import { createPackages } from './measured.ts';
import { LINKS, PROJECTS } from './scenario/projects.ts';
import { READINGS, SOURCES } from './scenario/readings.ts';

const QUESTION =
  'The county of Highmoor runs 400 public reading-room computers in 31 libraries. Which distribution should replace the present one by spring, and why?';

/** The sample as a catalogue with its package lists. Throws when the tables contradict each other. */
export function createSample(seed: number): CatalogueWithPackages {
  const ids = namesToIds();
  const packages = createPackages(seed, (name) => idOf(ids, name), sourceId);
  const records: AnyRecord[] = [
    { id: ABOUT_ID, kind: 'about', title: 'Highmoor reading rooms', question: QUESTION, sample: true },
    ...projectRecords(ids),
    ...sourceRecords(),
    ...linkRecords(ids),
    ...readingRecords(ids),
    ...packages.records,
  ];
  const empty = createCatalogue();
  const diff = diffOfRecords(empty, records);
  const issues = checkDiff(empty, diff);
  if (issues.length > 0) throw new Error(`sample: ${JSON.stringify(issues.slice(0, 5))}`);
  return { catalogue: applyDiff(empty, diff), packages: packages.packed };
}

function namesToIds(): Map<string, RecordId> {
  const ids = new Map<string, RecordId>();
  for (const { name, releases } of PROJECTS) {
    ids.set(name, createRecordId('distribution', name));
    for (const { version } of releases)
      ids.set(`${name} ${version}`, createRecordId('release', `${name}-${version}`));
  }
  return ids;
}

function idOf(ids: ReadonlyMap<string, RecordId>, name: string): RecordId {
  const id = ids.get(name);
  if (!id) throw new Error(`sample: no distribution or release is called "${name}"`);
  return id;
}

function sourceId(key: string): RecordId {
  if (!SOURCES[key]) throw new Error(`sample: no source has the key "${key}"`);
  return createRecordId('source', key);
}

function projectRecords(ids: ReadonlyMap<string, RecordId>): AnyRecord[] {
  return PROJECTS.flatMap(({ name, aliases = [], releases }): AnyRecord[] => [
    { id: idOf(ids, name), kind: 'distribution', name, aliases: [...aliases], note: '' },
    ...releases.map(({ version, date, codeName = '' }): AnyRecord => ({
      id: idOf(ids, `${name} ${version}`),
      kind: 'release',
      distribution: idOf(ids, name),
      editions: [],
      version,
      codeName,
      stage: 'final',
      date,
      sources: [],
      note: '',
    })),
  ]);
}

function sourceRecords(): AnyRecord[] {
  return Object.entries(SOURCES).map(([key, [sourceKind, title, place, date]]) => ({
    id: sourceId(key),
    kind: 'source',
    sourceKind,
    title,
    place,
    date,
    read: '2026-11-20',
    by: 'M. Ardley',
    conditions:
      sourceKind === 'capture' ? { medium: 'installed', machine: 'virtual', memoryMiB: 4096, cores: 2 } : {},
    files: [],
    note: '',
  }));
}

function linkRecords(ids: ReadonlyMap<string, RecordId>): AnyRecord[] {
  return LINKS.map(
    ({ derivative, base, relation, certainty, source, since, until, wording = '', parts = [] }) => ({
      id: createRecordId('link', `${derivative}-on-${base}`),
      kind: 'link',
      derivative: idOf(ids, derivative),
      base: idOf(ids, base),
      relation,
      order: 0,
      ...(since && { since }),
      ...(until && { until }),
      certainty,
      parts: [...parts],
      reason: '',
      wording,
      sources: [sourceId(source)],
    }),
  );
}

function readingRecords(ids: ReadonlyMap<string, RecordId>): AnyRecord[] {
  return Object.entries(READINGS).flatMap(([subject, lines]) =>
    lines.map(([key, text, source]): Reading => ({
      id: createRecordId('reading', `${subject}-${key}-${source}`),
      kind: 'reading',
      subject: idOf(ids, subject),
      key,
      ...sayingOf(key, text),
      source: sourceId(source),
      date: SOURCES[source][3],
      place: '',
      spoiledBy: [],
      certainty: 'sure',
      accepted: false,
      note: '',
    })),
  );
}

function sayingOf(key: string, text: string): Pick<Reading, 'state' | 'value'> {
  if (text === 'none') return { state: 'none' };
  if (text === '=') return { state: 'unchanged' };
  const fact = findFactKey(key);
  const value = fact && parseFactValue(fact, text);
  if (!value?.ok) throw new Error(`sample: "${text}" does not fit ${key}`);
  return { state: 'set', value: value.value };
}
