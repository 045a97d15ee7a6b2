/**
 * Where a line is written: the catalogue with what the line has added so far, what is looked at, and the source that everything cites.
 * Names that are not known yet are added with the line that names them.
 */
import { findRecord, recordOf, recordsOf, type Catalogue } from '../../catalogue/catalogue.ts';
import { diffOfRecords } from '../../catalogue/diff.ts';
import { createDistribution } from '../../catalogue/distribution.ts';
import { createEdition, type Edition } from '../../catalogue/edition.ts';
import type { EditLabel } from '../../catalogue/edit.ts';
import { createFreshId } from '../../catalogue/freshId.ts';
import { recordsBelongingTo } from '../../catalogue/pointers.ts';
import { tokenOf, type RecordId } from '../../catalogue/recordId.ts';
import type { AnyRecord } from '../../catalogue/recordKinds.ts';
import { createRelease, type Release } from '../../catalogue/release.ts';
import { SOURCE_KINDS } from '../../catalogue/sourceKinds.ts';
import type { When } from '../../catalogue/when.ts';
import { findSubject } from '../../lineage/findSubject.ts';
import { sameName } from '../../sameness/name.ts';
import { createIssue, failure, type Issue } from '../../issue.ts';
import { distributionOf, editionsOf } from '../../lineage/releases.ts';
import { ComposedEdit } from '../composedEdit.ts';
import { createEdit, type Edited } from '../labelledEdit.ts';

/** What is looked at, and where what is said comes from. */
export interface VisitTurn {
  /** A release where one is looked at, else a distribution or an edition; null until that is said. */
  readonly subject: RecordId | null;
  readonly edition?: RecordId;
  /** Null until that is said. */
  readonly source: RecordId | null;
  /** The day of what is said, where it is not the source's. */
  readonly day?: When;
}

/** What a line is written in. */
export interface LineContext {
  readonly catalogue: Catalogue;
  readonly turn: VisitTurn;
  readonly today: When;
  /** Whose judgements are recorded. */
  readonly author: string;
}

/** What a line has written, and how it goes on. */
export interface WrittenLine {
  readonly records: readonly RecordId[];
  readonly turn: VisitTurn;
}

/** Thrown within this folder to leave a line with its issues; caught where the line began. */
export class LineRefused extends Error {
  readonly issues: readonly Issue[];
  constructor(issues: readonly Issue[]) {
    super('the line is refused');
    this.issues = issues;
  }
}

/** Refuses a line with one issue. */
export const refused = (code: string, where: string, params: Issue['params'] = {}): LineRefused =>
  new LineRefused([createIssue('error', code, where, params)]);

/** What writing gives, or the issues with which it left the line. */
export function unlessRefused<Made>(write: () => Edited<Made>): Edited<Made> {
  try {
    return write();
  } catch (error) {
    if (error instanceof LineRefused) return failure(...error.issues);
    throw error;
  }
}

/** A line being written. */
export class LineDesk {
  readonly #edit: ComposedEdit;
  readonly context: LineContext;
  /** Once a source is said. */
  readonly source: RecordId;
  /** Once what is looked at is said; another one where the line names it. */
  readonly subject: RecordId;
  readonly edition: RecordId | undefined;

  constructor(context: LineContext, subject: RecordId, edition: RecordId | undefined) {
    this.#edit = new ComposedEdit(context.catalogue);
    this.context = context;
    this.subject = subject;
    this.edition = edition;
    this.source = context.turn.source ?? '';
  }

  get catalogue(): Catalogue {
    return this.#edit.catalogue;
  }

  get distribution(): RecordId {
    return distributionOf(this.catalogue, this.subject);
  }

  /** What a record of the line says of its origin. */
  get origin() {
    const { day } = this.context.turn;
    return { source: this.source || undefined, ...(day && { date: day }) };
  }

  /** The day of the sitting: of what is seen that of its source, of what is read the day of reading. */
  get day(): When {
    const { turn, today } = this.context;
    const source = recordOf(this.catalogue, 'source', this.source);
    const isSeen = source !== undefined && SOURCE_KINDS[source.sourceKind].seen;
    return turn.day ?? (isSeen ? source.date : source?.read) ?? today;
  }

  /** Takes a verb. Leaves the line where it is refused. */
  take<Made>(edited: Edited<Made>): Made {
    const taken = this.#edit.take(edited);
    if (!taken.ok) throw new LineRefused(taken.issues);
    return taken.value.made;
  }

  /** Puts records in place. */
  put(...records: readonly AnyRecord[]): void {
    const label = { code: 'line.write', params: {} } as const;
    this.take(createEdit(this.catalogue, label, diffOfRecords(this.catalogue, records), undefined));
  }

  freshId(kind: string, text: string): RecordId {
    return createFreshId(kind, text, (id) => Boolean(findRecord(this.catalogue, id)));
  }

  finish(label: EditLabel, made: WrittenLine): Edited<WrittenLine> {
    return this.#edit.finish(label, made);
  }

  /** The record that a name means; `Hexley 24`, `Lanternhead, Season 11`: what is not known is added. */
  named(text: string): RecordId {
    const { name, isNew } = /^new +/i.test(text)
      ? { name: text.replace(/^new +/i, ''), isNew: true }
      : { name: text, isNew: false };
    const found = isNew ? null : findSubject(this.catalogue, name.replace(/,\s*/, ' '));
    if (found?.ok) return found.value;
    const asked = found?.issues.filter(({ code }) => code !== 'subject.unknown') ?? [];
    if (asked.length > 0) throw new LineRefused(asked);
    const known = isNew ? null : distributionBefore(this.catalogue, name);
    if (known && !known.rest) return known.id;
    const within = known && this.#within(known.id, known.rest, name.includes(','));
    if (within) return within;
    const parts = /^(.+?),\s*(.+)$/.exec(name) ?? /^(.+?)\s+(\S*\d\S*)$/.exec(name);
    const distribution = this.#addDistribution((parts?.[1] ?? name).trim());
    return parts ? this.release(distribution, parts[2].trim()) : distribution;
  }

  /** An edition that is called so, else a release: by a number, or parted by a comma. Else it is another project's name. */
  #within(distribution: RecordId, name: string, isParted: boolean): RecordId | null {
    const edition = editionCalled(this.catalogue, distribution, name);
    return edition?.id ?? (isParted || /\d/.test(name) ? this.release(distribution, name) : null);
  }

  #addDistribution(name: string): RecordId {
    const id = this.freshId('distribution', name);
    this.put(createDistribution({ id, name }));
    return id;
  }

  /** A release of a distribution, by its version; added where it is not known. */
  release(distribution: RecordId, version: string): RecordId {
    const known = releaseCalled(this.catalogue, distribution, version);
    if (known) return known.id;
    const id = this.freshId('release', `${tokenOf(distribution)}-${version}`);
    this.put(createRelease({ id, distribution, version, sources: this.source ? [this.source] : [] }));
    return id;
  }

  /** An edition of a distribution, by its name; added where it is not known, also to the release that is looked at. */
  editionNamed(distribution: RecordId, name: string): RecordId {
    const known = editionCalled(this.catalogue, distribution, name);
    const id = known?.id ?? this.freshId('edition', `${tokenOf(distribution)}-${name}`);
    if (!known)
      this.put(createEdition({ id, distribution, name, sources: this.source ? [this.source] : [] }));
    return id;
  }

  /** Says that a release is known from the source of the line. */
  cite(release: RecordId): void {
    const known = recordOf(this.catalogue, 'release', release);
    if (known && this.source && !known.sources.includes(this.source))
      this.put({ ...known, sources: [...known.sources, this.source] });
  }

  /** The editions that are recorded of a release, by something that is said of them. */
  #editionsBefore({ distribution }: Release, added: RecordId): RecordId[] {
    return editionsOf(this.catalogue, distribution)
      .map(({ id }) => id)
      .filter((id) => id !== added);
  }

  /** Names an edition in a release: of a release that names none it was one of all. */
  addToRelease(release: RecordId, edition: RecordId): void {
    const known = recordOf(this.catalogue, 'release', release);
    if (!known || known.editions.includes(edition)) return;
    // One that names none is of all editions there were before.
    const before = known.editions.length > 0 ? known.editions : this.#editionsBefore(known, edition);
    this.put({ ...known, editions: [...before, edition] });
  }
}

/** The edition of a distribution that is called so, whatever its capitals and spaces. */
export function editionCalled(
  catalogue: Catalogue,
  distribution: RecordId,
  name: string,
): Edition | undefined {
  return editionsOf(catalogue, distribution).find((each) => sameName(each.name, name));
}

function releaseCalled(catalogue: Catalogue, distribution: RecordId, version: string): Release | undefined {
  return recordsBelongingTo(catalogue, distribution, 'release').find((each) =>
    sameName(each.version, version),
  );
}

/** The distribution whose name a text begins with, the longest name first, and what stands behind it; else the one that begins so. */
function distributionBefore(
  catalogue: Catalogue,
  text: string,
): { readonly id: RecordId; readonly rest: string } | null {
  const small = text.toLowerCase();
  let best: { id: RecordId; length: number } | null = null;
  for (const { id, name, aliases } of recordsOf(catalogue, 'distribution'))
    for (const each of [name, ...aliases])
      if (/^[\s,]/.test(small.slice(each.length)) && small.startsWith(each.toLowerCase()))
        if (!best || each.length > best.length) best = { id, length: each.length };
  best ??= distributionBegun(catalogue, small);
  return (
    best && {
      id: best.id,
      rest: text
        .slice(best.length)
        .replace(/^[\s,]+/, '')
        .trim(),
    }
  );
}

/** The one distribution whose name begins with the first word of a text, of three letters at least. */
function distributionBegun(
  catalogue: Catalogue,
  small: string,
): { readonly id: RecordId; readonly length: number } | null {
  const [word] = /^[^\s,]{3,}/.exec(small) ?? [''];
  const begun = [...recordsOf(catalogue, 'distribution')].filter(
    ({ name, aliases }) => word && [name, ...aliases].some((each) => each.toLowerCase().startsWith(word)),
  );
  return begun.length === 1 ? { id: begun[0].id, length: word.length } : null;
}

/** What a name or the beginning of one means, where it is known: `ste 12`. */
export function knownSubject(catalogue: Catalogue, text: string): RecordId | null {
  const found = findSubject(catalogue, text);
  if (found.ok) return found.value;
  const known = distributionBefore(catalogue, text);
  if (!known?.rest) return known?.id ?? null;
  const edition = editionCalled(catalogue, known.id, known.rest);
  return (edition ?? releaseCalled(catalogue, known.id, known.rest))?.id ?? null;
}
