/**
 * The catalogue as one JSON file: records in a fixed order, the version of every record kind, and the packed
 * package lists (packages/packSnapshot.ts), deflated and in base64. Law: parse(format(c)) = c.
 */
import { Unzlib, zlibSync } from 'fflate';
import { z } from '../schemaChecks.ts';
import { recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import { catalogueOfRecords } from '../catalogue/wholeCatalogue.ts';
import { mendById } from '../catalogue/mendReferences.ts';
import { checkVersions, isIssue, migrateRecord, type Versions } from '../catalogue/migrate.ts';
import { CURRENT_VERSIONS, KIND_NAMES, RECORD_KINDS, type AnyRecord } from '../catalogue/recordKinds.ts';
import { referencesOf } from '../catalogue/kindOf.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { checkLinks, forbiddenLinks } from '../lineage/checkLink.ts';
import { createIssue, failure, success, type Issue, type Result } from '../issue.ts';
import { PackedLists } from '../packages/packedLists.ts';
import { fromBase64, toBase64 } from './base64.ts';
import { HandedOnRecords } from './handedOnRecords.ts';
import { LineReader } from './lineReader.ts';

const FILE_FORMAT = 'aspen-ridge-catalogue';

/** A text that is put together must stay below what an engine can hold as one string. */
const LONGEST_TEXT = 400_000_000;

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

const headSchema = z.looseObject({
  format: z.literal(FILE_FORMAT),
  versions: z.record(z.string(), z.number().int().positive()),
});

const envelopeSchema = headSchema.extend({
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
  return asCatalogue(parseRecords(text, where));
}

/** The records of a catalogue, each fit to stand with the others, and the packed package lists by snapshot id. */
interface RecordsWithPackages {
  readonly records: readonly AnyRecord[];
  readonly packages: ReadonlyMap<RecordId, Uint8Array>;
}

function asCatalogue(read: Result<RecordsWithPackages>): Result<CatalogueWithPackages> {
  if (!read.ok) return read;
  const { records, packages } = read.value;
  const catalogue = catalogueOfRecords(records);
  const broken = forbiddenLinks(catalogue);
  return broken.length > 0 ? failure(...broken) : success({ catalogue, packages }, read.issues);
}

/** So many problems of one file are told. */
const MOST_PROBLEMS = 20;

function parseRecords(text: string, where: string): Result<RecordsWithPackages> {
  const parts = partsOf(text, where);
  return parts.ok ? wholeOf(parts.value) : parts;
}

/** What was read, if nothing forbids to use it. */
function wholeOf(parts: FileParts): Result<RecordsWithPackages> {
  const { whole, freed, problems } = parts.heap.mend();
  if (problems.length > 0) return failure(...problems.slice(0, MOST_PROBLEMS));
  const lists = readPackages(parts.packed);
  return success({ records: whole, packages: lists.packages }, [
    ...freed.map((id) => createIssue('note', 'export.mentionDropped', id)),
    ...lists.issues,
  ]);
}

/** How large a file may be, and who is told how far its reading is. */
export interface StreamOptions {
  /** How many records are taken at most; more give `export.tooLarge`. */
  readonly most?: number;
  /** Told now and then how many characters were read. */
  readonly onProgress?: (characters: number) => void;
}

/**
 * Reads a catalogue file from pieces of its text, without ever holding it whole: this program writes one record a line. A file in
 * another layout is put together. `open` begins at the front each time. Refused as `parseCatalogueFile` refuses, and by
 * `export.cut`, `export.tooLarge`, `export.tooLong`; equal to it for every file that it takes.
 */
export async function readCatalogueStream(
  open: () => AsyncIterable<string>,
  where: string,
  options: StreamOptions = {},
): Promise<Result<CatalogueWithPackages>> {
  return asCatalogue(await readRecordStream(open, where, options));
}

/** The same, as records: for a worker that hands them on. */
export async function readRecordStream(
  open: () => AsyncIterable<string>,
  where: string,
  options: StreamOptions = {},
): Promise<Result<RecordsWithPackages>> {
  const reader = new LineReader(open(), options.onProgress);
  const byLine = await readByLine(reader, where, options, (versions) => new RecordHeap(versions));
  if (byLine) return byLine.ok ? wholeOf(byLine.value) : byLine;
  const text = await new LineReader(open(), options.onProgress).rest(LONGEST_TEXT);
  return text === null ? tooLong(where) : parseRecords(text, where);
}

/**
 * The same for whoever can use records before the last is read: `onText` is told the text of many at a time, a JSON list, as soon as
 * each was checked. What was told holds if a result comes, with packages only. Null for a file that is not to be handed on as it
 * stands: it is in another layout, older, or something in it is amiss, and is to be read with `readRecordStream`.
 */
export async function handOnRecords(
  open: () => AsyncIterable<string>,
  where: string,
  onText: (records: string) => void,
  options: StreamOptions = {},
): Promise<Result<Pick<RecordsWithPackages, 'packages'>> | null> {
  const reader = new LineReader(open(), options.onProgress);
  const read = await readByLine(reader, where, options, (versions) => new HandedOnRecords(versions, onText));
  if (!read?.ok) return read;
  if (!read.value.heap.end()) return null;
  const { packages, issues } = readPackages(read.value.packed);
  return success({ packages }, issues);
}

/** What takes the records of a file one by one; `add` says whether it can go on. */
interface Heap {
  readonly size: number;
  add(raw: unknown, json: string): boolean;
}

/** Null for a file that has not one record a line, or whose heap cannot go on. */
async function readByLine<H extends Heap>(
  lines: LineReader,
  where: string,
  { most = Infinity }: StreamOptions,
  heapOf: (versions: Versions) => H,
): Promise<Result<FileParts<H>> | null> {
  const head = headOf(await lines.next());
  if (!head) return null;
  const newer = checkVersions(head.versions, where);
  if (newer.length > 0) return failure(...newer);
  const heap = heapOf(head.versions);
  for (let line = await lines.next(); line !== null; line = lines.ready() ?? (await lines.next())) {
    if (line.startsWith(']')) {
      const rest = await lines.rest(LONGEST_TEXT);
      const parts = rest === null ? tooLong(where) : partsOf(`${head.line}${line}\n${rest}`, where);
      return parts.ok ? success({ heap, packed: parts.value.packed }) : parts;
    }
    if (heap.size >= most) {
      const records = heap.size + (await lines.countRest());
      return failure(createIssue('error', 'export.tooLarge', where, { records, most }));
    }
    if (line.trim() === '') continue;
    const json = line.endsWith(',') ? line.slice(0, -1) : line;
    const record = parseJson(json, where);
    if (record.ok) {
      if (!heap.add(record.value, json)) return null;
    } else if ((await lines.next()) === null) break;
    else return null;
  }
  return failure(createIssue('error', 'export.cut', where, { records: heap.size }));
}

/**
 * Everything that is wrong with a catalogue file, not only the first: records that do not fit, stand twice, or lack what they
 * belong to, mentions of what is not there, links that break a rule, package lists that cannot be read or hold another number
 * of packages than is said. Empty for a whole one.
 */
export function checkCatalogueFile(text: string, where: string): Issue[] {
  const parts = partsOf(text, where);
  if (!parts.ok) return [...parts.issues];
  const { whole, freed, problems } = parts.value.heap.mend();
  const { packed } = parts.value;
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

/** What a file holds: its records, and packed lists as they stand there. */
interface FileParts<H = RecordHeap> {
  readonly heap: H;
  readonly packed: Readonly<Record<string, string>>;
}

/** Refused when it is no such file, or of a newer version. */
function partsOf(text: string, where: string): Result<FileParts> {
  const raw = parseJson(text, where);
  if (!raw.ok) return raw;
  const envelope = envelopeSchema.safeParse(raw.value);
  if (!envelope.success) return failure(createIssue('error', 'export.notOurs', where));
  const { versions, records, packages } = envelope.data;
  const newer = checkVersions(versions, where);
  if (newer.length > 0) return failure(...newer);
  const heap = new RecordHeap(versions);
  for (const each of records) heap.add(each);
  return success({ heap, packed: packages });
}

/** Records as they come out of a file, each by itself. */
class RecordHeap {
  readonly #records = new Map<RecordId, AnyRecord>();
  readonly #problems: Issue[] = [];
  #added = 0;

  constructor(private readonly versions: Versions) {}

  /** How many were added, valid or not. */
  get size(): number {
    return this.#added;
  }

  add(raw: unknown): true {
    const record = migrateRecord(raw, this.versions, `record ${++this.#added}`);
    if (isIssue(record)) this.#problems.push(record);
    else if (this.#records.has(record.id))
      this.#problems.push(createIssue('error', 'record.twice', record.id));
    else this.#records.set(record.id, record);
    return true;
  }

  /**
   * Those that can stand by themselves; those out of which the mention of something missing was taken; and what forbids to use
   * them: records that are not valid, stand twice, or whose owner is missing.
   */
  mend(): {
    readonly whole: readonly AnyRecord[];
    readonly freed: readonly RecordId[];
    readonly problems: readonly Issue[];
  } {
    const { records: whole, dropped, freed } = mendById(this.#records);
    // What belongs to a record that is not valid lacks it too: that follows, and is not told.
    const ownerless =
      this.#problems.length > 0
        ? []
        : dropped.map((id) =>
            createIssue('error', 'export.ownerMissing', id, missingOwner(this.#records, id)),
          );
    return { whole, freed, problems: [...this.#problems, ...ownerless] };
  }
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
  let left = MOST_UNPACKED;
  for (const [id, text] of Object.entries(packed)) {
    const bytes = fromDeflated(text, left);
    left -= bytes?.length ?? 0;
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

function parseJson(text: string, where: string): Result<unknown> {
  try {
    return success(JSON.parse(text));
  } catch (error) {
    const reason = error instanceof Error ? error.message : String(error);
    return failure(createIssue('error', 'export.notJson', where, { reason }));
  }
}

const tooLong = (where: string) =>
  failure(createIssue('error', 'export.tooLong', where, { most: LONGEST_TEXT }));

/** The head that this program writes as the first line; null for another layout. */
function headOf(line: string | null): { readonly line: string; readonly versions: Versions } | null {
  const BEGIN = '"records":[';
  if (!line?.endsWith(BEGIN)) return null;
  const raw = parseJson(`${line}]}`, '');
  const head = headSchema.safeParse(raw.ok ? raw.value : null);
  return head.success ? { line, versions: head.data.versions } : null;
}

/** All lists of a file together may be this large, and one of them so many times as large as it is packed: genuine ones stay far below. */
const MOST_UNPACKED = 1 << 30;
const MOST_TIMES = 64;
/** What is unpacked at once, packed: so much is read before it is seen how large it becomes. */
const PIECE = 1 << 12;

/** A deflated list; null for what is not base64, is damaged, or would become larger than a list can be. */
function fromDeflated(text: string, left: number): Uint8Array | null {
  try {
    const packed = fromBase64(text);
    const limit = Math.min(left, PIECE * MOST_TIMES + packed.length * MOST_TIMES);
    const pieces: Uint8Array[] = [];
    let size = 0;
    let isWhole = false;
    const stream = new Unzlib((piece, isLast) => {
      size += piece.length;
      pieces.push(piece);
      isWhole = isLast;
    });
    for (let at = 0; at < packed.length && size <= limit; at += PIECE)
      stream.push(packed.subarray(at, at + PIECE), at + PIECE >= packed.length);
    if (!isWhole || size > limit) return null;
    const bytes = new Uint8Array(size);
    let offset = 0;
    for (const piece of pieces) {
      bytes.set(piece, offset);
      offset += piece.length;
    }
    return bytes;
  } catch {
    return null; // not base64, or a damaged stream: the caller reports it with the snapshot's id
  }
}
