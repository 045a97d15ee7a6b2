/** What an analyst does at the desk, through the editing verbs, in a few words: for tests that enter whole tours. */
import { findRecord, recordOf, recordsOf, type Catalogue } from '../core/catalogue/catalogue.ts';
import { applyDiff } from '../core/catalogue/applyDiff.ts';
import { createCatalogue } from '../core/catalogue/createCatalogue.ts';
import type { Conditions } from '../core/catalogue/conditions.ts';
import { firstDayOf } from '../core/catalogue/days.ts';
import { findFactKey } from '../core/catalogue/factSheet.ts';
import type { Relation } from '../core/catalogue/relations.ts';
import { createRecordId, type RecordId } from '../core/catalogue/recordId.ts';
import { createRelease } from '../core/catalogue/release.ts';
import type { SourceKind } from '../core/catalogue/sourceKinds.ts';
import { addDistribution } from '../core/editing/addDistribution.ts';
import { writeChange } from '../core/editing/changes.ts';
import { addEdition } from '../core/editing/editions.ts';
import { writeFact, type Saying } from '../core/editing/facts.ts';
import type { Edited } from '../core/editing/labelledEdit.ts';
import { addLink, changeLink } from '../core/editing/links.ts';
import { addReleases, beginNextRelease, setReleaseCell } from '../core/editing/releases.ts';
import type { ChosenSource } from '../core/editing/sources.ts';
import { dossierStatements } from '../core/statements/dossierStatements.ts';
import type { StatementPart } from '../core/statements/statement.ts';
import { dossierDocument } from '../core/exchange/report/dossierDocument.ts';
import { formatReportMarkdown } from '../core/exchange/report/reportMarkdown.ts';
import { layerTable, type LayerTable } from '../core/layers/layerTable.ts';
import { chainOf } from '../core/lineage/chain.ts';
import { wordStatement } from '../core/wording/statements/wordStatement.ts';
import { valueOf } from './catalogues.ts';

/** What is said of a fact: its value as typed, a state, or a value with how it was said. */
type Told = string | Saying;

/** One analyst at one catalogue. */
export class Sitting {
  catalogue: Catalogue = createCatalogue();
  readonly today: string;
  #source: ChosenSource = null;
  #edition: RecordId | undefined;

  constructor(today: string) {
    this.today = today;
  }

  #take<Made>(edited: Edited<Made>): Made {
    const { diff, made } = valueOf(edited);
    this.catalogue = valueOf(applyDiff(this.catalogue, diff));
    return made;
  }

  /** A distribution that is not known yet; gives its id. */
  distribution(name: string): RecordId {
    return this.#take(addDistribution(this.catalogue, name, null)).id;
  }

  /** A release, of some editions alone where they are named. */
  release(of: RecordId, version: string, date = '', editions = ''): RecordId {
    const id = createRecordId('release', `${of.slice(13)}-${version}`);
    const made = createRelease({ id, distribution: of, version, date: date || undefined });
    this.#take(addReleases(this.catalogue, [made]));
    if (editions) this.#take(setReleaseCell(this.catalogue, id, 'editions', editions));
    return id;
  }

  /** A release begun from the one before. */
  begin(from: RecordId, version: string, date: string): RecordId {
    return this.#take(beginNextRelease(this.catalogue, from, { version, date }, firstDayOf(this.today))).id;
  }

  edition(of: RecordId, name: string): RecordId {
    this.#take(addEdition(this.catalogue, of, { name, standing: 'official', note: '' }));
    return [...recordsOf(this.catalogue, 'edition')].find(
      (each) => each.distribution === of && each.name === name,
    )!.id;
  }

  /** What rests on what; other words of the link are corrected into it. */
  link(
    derivative: RecordId,
    relation: Relation,
    base: RecordId,
    more: { since?: string; wording?: string; parts?: string[] } = {},
  ): void {
    const { since = '', ...words } = more;
    const proposed = { derivative, base, relation, since, certainty: 'sure', beside: 'alone' } as const;
    const made = this.#take(addLink(this.catalogue, proposed, firstDayOf(this.today)));
    const link = recordOf(this.catalogue, 'link', made.id)!;
    if (Object.keys(words).length > 0) this.#take(changeLink(this.catalogue, link, words));
  }

  /** Everything from here on comes from a new source, and of one edition where it is named. */
  from(kind: SourceKind, title: string, date: string, conditions: Conditions = {}, edition?: RecordId): void {
    this.#source = { kind, title, place: '', date, by: '', conditions };
    this.#edition = edition;
  }

  /** A fact of a record, from the source that was named last. */
  fact(subject: RecordId, key: string, told: Told, date?: string): void {
    const fact = findFactKey(key);
    if (!fact) throw new Error(`sitting: expected a key of the fact sheet, came "${key}"`);
    const isOfProject = fact.area === 'identity' || fact.area === 'lineage';
    const edition = isOfProject || !subject.startsWith('release:') ? undefined : this.#edition;
    const source = this.#take(
      writeFact(this.catalogue, {
        ...{ subject, fact, chosen: this.#source, today: this.today },
        saying: typeof told === 'string' ? { state: 'set', text: told } : told,
        ...(date && { date }),
        ...(edition && { edition }),
      }),
    );
    if (source && findRecord(this.catalogue, source)) this.#source = { id: source };
  }

  /** Facts of a record, key by key. */
  facts(subject: RecordId, told: Readonly<Record<string, Told>>): void {
    for (const [key, each] of Object.entries(told)) this.fact(subject, key, each);
  }

  /** Why something was changed. */
  why(subject: RecordId, key: string, motive: string, element = ''): void {
    const fact = findFactKey(key)!;
    const saying = { before: '', after: '', consequence: '', element, motive };
    this.#take(
      writeChange(this.catalogue, { subject, fact, saying, chosen: this.#source, today: this.today }),
    );
  }

  /** The dossier as of a day. */
  dossier(id: RecordId, day: string, edition?: RecordId): Dossier {
    return new Dossier(
      this.catalogue,
      layerTable(this.catalogue, chainOf(this.catalogue, id, firstDayOf(day), edition)),
      firstDayOf(day),
    );
  }
}

/** What is told back. */
export class Dossier {
  readonly table: LayerTable;
  readonly markdown: string;
  readonly #statements: readonly {
    readonly part: StatementPart;
    readonly kind: string;
    readonly text: string;
  }[];

  constructor(catalogue: Catalogue, table: LayerTable, day: number) {
    this.table = table;
    this.markdown = formatReportMarkdown(catalogue, dossierDocument(catalogue, table, day));
    this.#statements = dossierStatements(catalogue, table, day).map((statement) => ({
      part: statement.part,
      kind: statement.kind,
      text: wordStatement(statement),
    }));
  }

  /** The first page, or one part or kind of it, as one text. */
  page(which?: string): string {
    return this.#statements
      .filter(({ part, kind }) => !which || part === which || kind === which)
      .map(({ text }) => text)
      .join('\n');
  }

  cell(key: string) {
    return this.table.rows.find(({ fact }) => fact.key === key)!.cells.at(-1)!;
  }
}
