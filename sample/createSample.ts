/** Makes the sample's catalogue: the analyst's notes, and what the captures and repositories of the world show. */
import { readdirSync, readFileSync } from 'node:fs';
import { createAbout, ABOUT_ID } from '../core/catalogue/about.ts';
import { recordsOf, type Catalogue } from '../core/catalogue/catalogue.ts';
import { createCatalogue } from '../core/catalogue/createCatalogue.ts';
import { checkDiff } from '../core/catalogue/checkDiff.ts';
import { createComparison, type Comparison } from '../core/catalogue/comparison.ts';
import { diffOfRecords } from '../core/catalogue/diff.ts';
import { withRecords } from '../core/catalogue/applyDiff.ts';
import { createReading, type Reading } from '../core/catalogue/reading.ts';
import { createRecordId, type RecordId } from '../core/catalogue/recordId.ts';
import { KIND_NAMES, RECORD_KINDS, type AnyRecord } from '../core/catalogue/recordKinds.ts';
import { createSource, type Source } from '../core/catalogue/source.ts';
import type { CatalogueWithPackages } from '../core/exchange/catalogueFile.ts';
import { basesOf } from '../core/lineage/bases.ts';
import { distributionOf } from '../core/lineage/releases.ts';
import { partOfRepository } from '../core/packages/listParts.ts';
import { findBase } from '../core/packages/findBase.ts';
import { createInstalledSet } from '../core/packages/installedSet.ts';
import type { CandidateList } from '../core/packages/candidate.ts';
import { createCapture, type Capture } from './captures/createCapture.ts';
import { dayOf, PRESENT } from './day.ts';
import { SYSTEMS, UNRECORDED } from './scenario/allSystems.ts';
import type { Ends, NotesFile } from './scenario/ends.ts';
import type { SampleSystem } from './scenario/systems.ts';
import { readNotes } from './scenario/readNotes.ts';
import { withCompany } from './scenario/company.ts';
import { withJudging } from './scenario/judging.ts';
import { withVisit } from './scenario/visit.ts';
import { columnsOfSystem, columnsOn, keptRepository, keptSystem } from './snapshots.ts';
import type { Repositories } from './world/index.ts';
import type { Repository, World } from './world/repository.ts';

const QUESTION =
  'The county of Highmoor runs 400 public reading-room computers in 31 libraries. Which distribution should replace the present one by spring, and why?';

/** The files of the analyst's notes. */
export function notesFiles(): NotesFile[] {
  const folder = new URL('scenario/notes/', import.meta.url);
  return readdirSync(folder)
    .sort()
    .map((name) => ({ name, text: readFileSync(new URL(name, folder), 'utf8') }));
}

/** The sample as a catalogue with its package lists. Throws when notes and world contradict each other. */
export function createSample(
  world: World,
  repositories: Repositories,
  captures: readonly Capture[] = createCaptures(world, repositories),
): CatalogueWithPackages {
  const { records, ends } = readNotes(notesFiles());
  const recorded = captures.filter(({ system }) => !UNRECORDED.has(system.of));
  const kept = [
    ...[...repositories.values()].map((repository) => keptRepository(world, repository, ends)),
    ...recorded
      .filter(({ system }) => system.medium === 'installed')
      .map((capture) => keptSystem(capture, ends)),
  ];
  const described = catalogueOf([
    createAbout({ id: ABOUT_ID, title: 'Highmoor reading rooms', question: QUESTION, sample: true }),
    ...records,
    ...recorded.flatMap((capture) => captureRecords(capture, ends)),
    ...kept.flatMap(({ records: heads }) => heads),
  ]);
  const measured = recorded.flatMap((capture) => comparisonOf(world, repositories, described, capture, ends));
  return {
    catalogue: catalogueAsWritten(
      withJudging(withCompany(withVisit(withRecords(described, measured.map(asWritten))))),
    ),
    packages: new Map(kept.flatMap(({ packages }) => [...packages])),
  };
}

/** The captures of all systems of the scenario. */
export function createCaptures(world: World, repositories: Repositories): Capture[] {
  return SYSTEMS.map((system) => createCapture(world, repositories, system));
}

/** A catalogue of records as their schemas write them, so that an export of it is read back to the letter. */
function catalogueOf(records: readonly AnyRecord[]): Catalogue {
  const empty = createCatalogue();
  const diff = diffOfRecords(empty, records.map(asWritten));
  const issues = checkDiff(empty, diff);
  if (issues.length > 0) throw new Error(`sample: ${JSON.stringify(issues.slice(0, 5))}`);
  return withRecords(empty, Object.values(diff.added));
}

/** The same catalogue with every record as its schema writes it. */
function catalogueAsWritten(catalogue: Catalogue): Catalogue {
  return catalogueOf(KIND_NAMES.flatMap((kind) => [...recordsOf(catalogue, kind)] as AnyRecord[]));
}

function asWritten(record: AnyRecord): AnyRecord {
  return RECORD_KINDS[record.kind].schema.parse(record) as AnyRecord;
}

function captureId({ system }: Capture): RecordId {
  return createRecordId('source', `capture-${system.key}`);
}

/** The source of a capture and its readings. */
function captureRecords(capture: Capture, ends: Ends): AnyRecord[] {
  const { system, facts, files } = capture;
  const subject = ends.idOf(system.of);
  const source: Source = createSource({
    id: captureId(capture),
    sourceKind: 'capture',
    title: `Capture of ${system.of}${system.medium === 'live' ? ', live image' : ''}`,
    place: `${system.key}.tar.gz`,
    date: system.taken,
    read: PRESENT,
    by: 'M. Ardley',
    conditions: {
      medium: system.medium,
      machine: system.machine,
      memoryMiB: system.memoryMiB,
      cores: system.cores,
      indexAgeDays: dayOf(system.taken) - dayOf(system.refreshed),
    },
    files: Object.entries(files)
      .filter(([path]) => !path.startsWith('var/lib/pacman/local/'))
      .map(([path, text]) => ({ path, format: 'file', bytes: text.length })),
    note: '',
  });
  const readings = facts.map(({ key, value, place, spoiledBy }): Reading =>
    createReading({
      id: createRecordId('reading', `${system.key}-capture-${key}`),
      subject,
      key,
      state: 'set',
      value,
      source: source.id,
      date: system.taken,
      place,
      spoiledBy: spoiledBy ? [spoiledBy] : [],
      certainty: 'sure',
      accepted: false,
      note: '',
    }),
  );
  return [source, ...readings];
}

/** A captured system's packages, held against the repositories of the base that the notes name. */
function comparisonOf(
  world: World,
  repositories: Repositories,
  catalogue: Catalogue,
  { system, installed }: Capture,
  ends: Ends,
): Comparison[] {
  if (system.medium === 'live') return [];
  const [link] = basesOf(catalogue, ends.idOf(system.of), dayOf(PRESENT)).links;
  if (!link) return [];
  const lists = baseLists(world, repositories, catalogue, system, link.base, ends);
  const set = createInstalledSet(columnsOfSystem(installed));
  const { candidates, accounts } = findBase(set, [{ name: system.of, states: [{ date: '', lists }] }]);
  const { counts } = candidates[0];
  return [
    createComparison({
      id: createRecordId('comparison', system.key),
      derivative: link.derivative,
      base: link.base,
      source: createRecordId('source', `capture-${system.key}`),
      date: system.taken,
      against: lists.map(({ name }) => name),
      counts: { ...counts },
      accounts: accounts.map(({ name, packages }) => ({ name, packages })),
    }),
  ];
}

/** What the base of a system hands down: its repositories, and those that it pulls from itself. */
function baseLists(
  world: World,
  repositories: Repositories,
  catalogue: Catalogue,
  system: SampleSystem,
  baseId: RecordId,
  ends: Ends,
): CandidateList[] {
  if (system.against) {
    const { repository: id, date } = system.against;
    const repository = repositories.get(id)!;
    const packages = columnsOn(world, repository, dayOf(date));
    return [{ name: `${repository.suite}, ${date}`, part: 'base', packages }];
  }
  const isBase = ({ of, suite }: Repository) => {
    const id = ends.findId(of);
    return (
      suite !== 'next' && (id === baseId || (id !== undefined && id === distributionOf(catalogue, baseId)))
    );
  };
  const base = [...repositories.values()].filter(isBase);
  if (base.length === 0) throw new Error(`sample: no repository of the world is "${baseId}"`);
  const below = base.every(({ role }) => role === 'own')
    ? system.repositories.map((id) => repositories.get(id)!).filter(({ role }) => role !== 'own')
    : [];
  return [...base, ...below].map((repository) => ({
    name: repository.suite,
    part: partOfRepository(repository.suite),
    packages: columnsOn(world, repository),
  }));
}
