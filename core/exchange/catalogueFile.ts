/**
 * The catalogue as one JSON file: records in a fixed order, the version of every record kind, and the packed
 * package lists (packages/packSnapshot.ts), deflated and in base64. Law: parse(format(c)) = c.
 */
import { unzlibSync, zlibSync } from 'fflate';
import { z } from 'zod';
import { recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import { catalogueOfRecords } from '../catalogue/wholeCatalogue.ts';
import { mendReferences } from '../catalogue/mendReferences.ts';
import { checkVersions, isIssue, migrateRecord } from '../catalogue/migrate.ts';
import { CURRENT_VERSIONS, KIND_NAMES, RECORD_KINDS, type AnyRecord } from '../catalogue/recordKinds.ts';
import { referencesOf } from '../catalogue/kindOf.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { checkLinks } from '../lineage/checkLink.ts';
import { createIssue, failure, success, type Issue, type Result } from '../issue.ts';
import { PackedLists } from '../packages/packedLists.ts';
import { fromBase64, toBase64 } from './base64.ts';

const FILE_FORMAT = 'aspen-ridge-catalogue';

/** A catalogue together with the packed package lists of its snapshots, by snapshot id. */
export interface CatalogueWithPackages {
  readonly catalogue: Catalogue;
  readonly packages: ReadonlyMap<RecordId, Uint8Array>;
}

const recordSchema = z.discriminatedUnion(
  'kind',
  Object.values(RECORD_KINDS).map((kind) => kind.schema) as never,
);

/** The schema of the file; its JSON Schema is published in docs/schema/. */
export const catalogueFileSchema = z.strictObject({
  format: z.literal(FILE_FORMAT),
  /** The version of each record kind at the time of writing. */
  versions: z.record(z.string(), z.number().int().positive()),
  exported: z.string(),
  records: z.array(recordSchema),
  packages: z.record(z.string(), z.string()),
});

const envelopeSchema = z.looseObject({
  format: z.literal(FILE_FORMAT),
  versions: z.record(z.string(), z.number().int().positive()),
  records: z.array(z.unknown()),
  packages: z.record(z.string(), z.string()).default({}),
});

/** Writes a catalogue; `exported` is the time of writing (ISO 8601). Records stand in a fixed order. */
export function formatCatalogueFile(
  { catalogue, packages }: CatalogueWithPackages,
  exported: string,
): string {
  const records = KIND_NAMES.flatMap((kind) =>
    [...recordsOf(catalogue, kind)].sort((a, b) => (a.id < b.id ? -1 : 1)),
  );
  const lists = [...packages]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([id, bytes]) => [id, toBase64(zlibSync(bytes))]);
  const head = { format: FILE_FORMAT, versions: CURRENT_VERSIONS, exported };
  const lines = records.map((record) => JSON.stringify(record));
  return `${JSON.stringify(head).slice(0, -1)},"records":[\n${lines.join(',\n')}\n],"packages":${JSON.stringify(Object.fromEntries(lists))}}\n`;
}

/**
 * Reads a catalogue file. Refused whole if it is no such file, was written by a newer program, or a record is
 * not valid: an import never leaves half a catalogue. A damaged package list only loses that list.
 */
export function parseCatalogueFile(text: string, where: string): Result<CatalogueWithPackages> {
  const heap = readRecords(text, where);
  if (!heap.ok) return heap;
  const { whole, freed, packed, problems } = heap.value;
  if (problems.length > 0) return failure(...problems.slice(0, 20));
  const lists = readPackages(packed);
  return success({ catalogue: catalogueOfRecords(whole), packages: lists.packages }, [
    ...freed.map((id) => createIssue('note', 'export.mentionDropped', id)),
    ...lists.issues,
  ]);
}

/**
 * Everything that is wrong with a catalogue file, not only the first: records that do not fit, stand twice, or lack what they
 * belong to, mentions of what is not there, links that break a rule, package lists that cannot be read or hold another number
 * of packages than is said. Empty for a whole one.
 */
export function checkCatalogueFile(text: string, where: string): Issue[] {
  const heap = readRecords(text, where);
  if (!heap.ok) return [...heap.issues];
  const { whole, freed, packed, problems } = heap.value;
  const catalogue = catalogueOfRecords(whole);
  const lists = readPackages(packed);
  const opened = new PackedLists(lists.packages);
  // Lists of records that are not valid would be told once more.
  const miscounted = (problems.length > 0 ? [] : [...lists.packages.keys()]).flatMap((id) => {
    const stated = catalogue.records.snapshot.get(id)?.packages;
    const packages = opened.list(id)?.size ?? 0;
    if (stated === undefined) return [createIssue('damage', 'check.strayList', id)];
    return stated === packages ? [] : [createIssue('damage', 'check.listCount', id, { packages, stated })];
  });
  return [
    ...problems,
    ...freed.map((id) => createIssue('damage', 'export.mentionDropped', id)),
    ...checkLinks(catalogue, [...recordsOf(catalogue, 'link')]).map(({ issue }) => issue),
    ...lists.issues,
    ...miscounted,
  ];
}

interface ReadRecords {
  /** Those that can stand by themselves. */
  readonly whole: readonly AnyRecord[];
  /** Records out of which the mention of something missing was taken. */
  readonly freed: readonly RecordId[];
  /** Packed lists as they stand in the file. */
  readonly packed: Readonly<Record<string, string>>;
  /** What forbids to use it: records that are not valid, stand twice, or whose owner is missing. */
  readonly problems: readonly Issue[];
}

/** The records of a file, each by itself; refused when it is no such file, or of a newer version. */
function readRecords(text: string, where: string): Result<ReadRecords> {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (error) {
    return failure(
      createIssue('error', 'export.notJson', where, {
        reason: error instanceof Error ? error.message : String(error),
      }),
    );
  }
  const envelope = envelopeSchema.safeParse(raw);
  if (!envelope.success) return failure(createIssue('error', 'export.notOurs', where));
  const { versions, records: saved, packages } = envelope.data;
  const newer = checkVersions(versions, where);
  if (newer.length > 0) return failure(...newer);
  const problems: Issue[] = [];
  const records = new Map<RecordId, AnyRecord>();
  saved.forEach((each, index) => {
    const record = migrateRecord(each, versions, `record ${index + 1}`);
    if (isIssue(record)) problems.push(record);
    else if (records.has(record.id)) problems.push(createIssue('error', 'record.twice', record.id));
    else records.set(record.id, record);
  });
  const { records: whole, dropped, freed } = mendReferences(records.values());
  // What belongs to a record that is not valid lacks it too: that follows, and is not told.
  if (problems.length === 0)
    for (const id of dropped)
      problems.push(createIssue('error', 'export.ownerMissing', id, missingOwner(records, id)));
  return success({ whole, freed, packed: packages, problems });
}

/** The first owner of a record that the file does not hold. */
function missingOwner(byId: ReadonlyMap<RecordId, AnyRecord>, id: RecordId): { target: string } {
  const owner = referencesOf(byId.get(id)!).find((each) => each.role !== 'cited' && !byId.has(each.id));
  return { target: owner?.id ?? '' };
}

function readPackages(packed: Readonly<Record<string, string>>): {
  packages: Map<RecordId, Uint8Array>;
  issues: Issue[];
} {
  const packages = new Map<RecordId, Uint8Array>();
  const issues: Issue[] = [];
  for (const [id, text] of Object.entries(packed)) {
    const bytes = fromDeflated(text);
    if (bytes) packages.set(id, bytes);
    else issues.push(createIssue('damage', 'export.packages', id, { snapshot: id }));
  }
  const lists = new PackedLists(packages);
  for (const id of [...packages.keys()]) {
    if (lists.place(id)) continue;
    packages.delete(id);
    issues.push(createIssue('damage', 'export.packages', id, { snapshot: id }));
  }
  return { packages, issues };
}

function fromDeflated(text: string): Uint8Array | null {
  try {
    return unzlibSync(fromBase64(text));
  } catch {
    return null; // not base64, or a damaged stream: the caller reports it with the snapshot's id
  }
}
