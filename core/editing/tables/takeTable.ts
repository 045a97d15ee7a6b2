/**
 * A foreign table becomes records: a line is about a distribution, or a release of one, and each mapped cell is a reading from
 * the one source that is named. Nothing is taken of a line that does not say who it is about, nor of a cell that does not fit its
 * fact; both are told. What is known already stays.
 */
import { findRecord, recordsOf, type Catalogue } from '../../catalogue/catalogue.ts';
import { createDistribution, type Distribution } from '../../catalogue/distribution.ts';
import { keyOfName, sameName } from '../../sameness/name.ts';
import { createIdSource } from '../../catalogue/freshId.ts';
import { createLink } from '../../catalogue/link.ts';
import { parseWhen } from '../../catalogue/parseWhen.ts';
import { createReading } from '../../catalogue/reading.ts';
import { tokenOf, type RecordId } from '../../catalogue/recordId.ts';
import type { AnyRecord } from '../../catalogue/recordKinds.ts';
import { createRelease, type Release } from '../../catalogue/release.ts';
import type { When } from '../../catalogue/when.ts';
import { diffOfRecords } from '../../catalogue/diff.ts';
import { createIssue, type Issue } from '../../issue.ts';
import { readTyped } from '../facts.ts';
import { sayValue } from '../lines/sayValue.ts';
import { createEdit, type Edited } from '../labelledEdit.ts';
import { citedSource, type ChosenSource } from '../sources.ts';
import type { CalendarTable } from '../calendars.ts';
import { factOfTarget, type TableMapping } from './tableMapping.ts';

/** What would come of one line. */
export interface TableLine {
  /** `line 3`. */
  readonly where: string;
  /** Who it is about, by name; empty where it does not say. */
  readonly name: string;
  readonly isNewProject: boolean;
  readonly isNewRelease: boolean;
  readonly facts: number;
  readonly links: number;
  readonly issues: readonly Issue[];
}

/** What would come of a table. */
export interface TableProposal {
  readonly lines: readonly TableLine[];
  readonly distributions: number;
  readonly releases: number;
  readonly links: number;
  readonly facts: number;
  /** Lines or cells that are left out. */
  readonly problems: number;
  /** The records, without the source they cite. */
  readonly records: readonly AnyRecord[];
}

interface Counts {
  facts: number;
  links: number;
}

/** What would come of a table with this mapping; `source` is the id that readings and links are to cite. */
export function proposeTable(
  catalogue: Catalogue,
  { lines }: CalendarTable,
  mapping: TableMapping,
  source: RecordId | undefined,
  today: When,
): TableProposal {
  const taking = new Taking(catalogue, source, today);
  const told = lines.map(({ where, cells }) => taking.line(where, cells, mapping));
  const count = (kind: string) =>
    taking.records.filter((record) => record.kind === kind && !findRecord(catalogue, record.id)).length;
  return {
    lines: told,
    distributions: count('distribution'),
    releases: count('release'),
    links: count('link'),
    facts: count('reading'),
    problems: told.reduce((sum, { issues }) => sum + issues.length, 0),
    records: taking.records,
  };
}

/** The edit that takes a table in, with the source that is chosen. */
export function takeTable(
  catalogue: Catalogue,
  table: CalendarTable,
  mapping: TableMapping,
  chosen: ChosenSource,
  today: When,
): Edited<TableProposal> {
  const cited = citedSource(catalogue, chosen, today);
  const proposal = proposeTable(catalogue, table, mapping, cited.id, today);
  const label = {
    code: 'table.take',
    params: { count: proposal.facts, projects: proposal.distributions },
  } as const;
  const diff = diffOfRecords(catalogue, [...cited.records, ...proposal.records]);
  return createEdit(catalogue, label, diff, proposal);
}

class Taking {
  readonly #records = new Map<RecordId, AnyRecord>();
  readonly #byName = new Map<string, Distribution>();
  readonly #byVersion = new Map<string, Release>();
  readonly #based = new Set<RecordId>();
  readonly #freshId: (kind: string, text: string) => RecordId;

  constructor(
    catalogue: Catalogue,
    private readonly source: RecordId | undefined,
    private readonly today: When,
  ) {
    this.#freshId = createIdSource((id) => findRecord(catalogue, id) !== undefined);
    for (const each of recordsOf(catalogue, 'distribution'))
      for (const name of [each.name, ...each.aliases]) this.#byName.set(keyOfName(name), each);
    for (const each of recordsOf(catalogue, 'release'))
      this.#byVersion.set(versionKey(each.distribution, each.version), each);
    for (const { derivative } of recordsOf(catalogue, 'link')) this.#based.add(derivative);
  }

  get records(): readonly AnyRecord[] {
    return [...this.#records.values()];
  }

  line(where: string, cells: readonly string[], mapping: TableMapping): TableLine {
    const issues: Issue[] = [];
    const cellOf = (target: string) => cells[mapping.indexOf(target as never)]?.trim() ?? '';
    const name = cellOf('distribution');
    const nothing = { where, name, isNewProject: false, isNewRelease: false, facts: 0, links: 0 };
    if (!/[\p{L}\p{N}]/u.test(name))
      return { ...nothing, issues: [createIssue('error', 'table.noName', where)] };
    const isNewProject = !this.#byName.has(keyOfName(name));
    const project = this.#project(name, cellOf('otherName'));
    const version = cellOf('version');
    const isNewRelease = version !== '' && !this.#byVersion.has(versionKey(project.id, version));
    const release = version ? this.#release(project, version, cellOf('released'), where, issues) : null;
    const subject = release?.id ?? project.id;
    const counts: Counts = { facts: 0, links: 0 };
    const base = cellOf('base');
    if (base) this.#rest(project, subject, base, where, counts, issues);
    mapping.forEach((target, i) => {
      const fact = factOfTarget(target);
      const text = cells[i]?.trim() ?? '';
      if (fact && text) this.#read(subject, fact, text, where, counts, issues);
    });
    return {
      where,
      name: release ? `${project.name} ${version}` : project.name,
      isNewProject,
      isNewRelease,
      ...counts,
      issues,
    };
  }

  #project(name: string, other: string): Distribution {
    const known = this.#byName.get(keyOfName(name));
    const aliases = known?.aliases ?? [];
    const isNew = other !== '' && ![name, ...aliases].some((each) => sameName(each, other));
    if (known && !isNew) return known;
    const project = known
      ? { ...known, aliases: [...aliases, other] }
      : createDistribution({
          id: this.#freshId('distribution', name),
          name,
          ...(isNew && { aliases: [other] }),
        });
    this.#records.set(project.id, project);
    for (const each of [project.name, ...project.aliases]) this.#byName.set(keyOfName(each), project);
    return project;
  }

  #release(
    project: Distribution,
    version: string,
    released: string,
    where: string,
    issues: Issue[],
  ): Release {
    const key = versionKey(project.id, version);
    const known = this.#byVersion.get(key);
    const date = released ? parseWhen(released) : null;
    if (released && !date) issues.push(createIssue('damage', 'table.noDate', where, { text: released }));
    if (known && (known.date || !date)) return known;
    const release = known
      ? { ...known, date: date! }
      : createRelease({
          id: this.#freshId('release', `${tokenOf(project.id)}-${version}`),
          ...{ distribution: project.id, version, sources: this.source ? [this.source] : [] },
          ...(date && { date }),
        });
    this.#records.set(release.id, release);
    this.#byVersion.set(key, release);
    return release;
  }

  /** A base is only taken where none is known: a second one would need its place in the order. */
  #rest(
    project: Distribution,
    subject: RecordId,
    base: string,
    where: string,
    counts: Counts,
    issues: Issue[],
  ): void {
    const on = this.#byName.get(keyOfName(base));
    if (!on) issues.push(createIssue('damage', 'table.noBase', where, { base }));
    else if (on.id === project.id) issues.push(createIssue('damage', 'link.self', where));
    else if (!this.#based.has(subject) && !this.#based.has(project.id)) {
      const link = createLink({
        id: this.#freshId('link', `${tokenOf(subject)}-on-${tokenOf(on.id)}`),
        ...{ derivative: subject, base: on.id, relation: 'installs from', certainty: 'claimed' },
        sources: this.source ? [this.source] : [],
      });
      this.#records.set(link.id, link);
      this.#based.add(subject);
      counts.links++;
    }
  }

  #read(
    subject: RecordId,
    fact: NonNullable<ReturnType<typeof factOfTarget>>,
    text: string,
    where: string,
    counts: Counts,
    issues: Issue[],
  ): void {
    const said = sayValue(fact, text, this.today);
    const typed = said.ok ? readTyped(fact, said.value.saying) : said;
    if (!said.ok || !typed.ok) {
      issues.push(
        createIssue('damage', 'table.noValue', where, { fact: fact.label, text: text.slice(0, 60) }),
      );
      return;
    }
    const { saying, conditions } = said.value;
    const { value, arithmetic: _arithmetic, marks: read, ...words } = typed.value;
    const reading = createReading({
      id: this.#freshId('reading', `${tokenOf(subject)}-${fact.key}`),
      ...{ subject, key: fact.key, state: saying.state, source: this.source },
      ...words,
      marks: [...new Set([...(saying.marks ?? []), ...read])],
      said: words.said ?? saying.said,
      ...(value !== undefined && { value }),
      ...(saying.tried && { tried: saying.tried }),
      ...(Object.keys(conditions).length > 0 && { conditions }),
      place: where,
    });
    this.#records.set(reading.id, reading);
    counts.facts++;
  }
}

const versionKey = (distribution: RecordId, version: string) => `${distribution} ${keyOfName(version)}`;
