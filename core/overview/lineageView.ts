/**
 * The lineage as screens show it, kept up with an edited catalogue: the graph, the facts of each plate, the events. After
 * an edit only what rests on a changed record is computed again; everything else is the very same object.
 */
import { findRecord, recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import { changedIds, sharesPages } from '../catalogue/changedIds.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { linksFrom } from '../lineage/linksInForce.ts';
import { distributionOf } from '../lineage/releases.ts';
import { eventsOf } from '../lineage/events.ts';
import { inOrder, type DatedEvent } from '../lineage/event.ts';
import type { Life } from '../lineage/life.ts';
import { lineageGraph, type GraphNode, type LineageGraph } from '../lineage/lineageGraph.ts';
import { lifeOf, readingsOfLives } from '../lineage/lives.ts';
import { plateFacts, type PlateFacts } from './plateFacts.ts';

/** Kinds whose records shape the graph itself. */
const SHAPING = ['distribution', 'edition', 'release', 'link', 'comparison'] as const;

interface KeptFacts {
  readonly node: GraphNode;
  readonly facts: PlateFacts;
}

/** From how many lives on the readings of a catalogue are passed over for all of them at once. */
const MANY_LIVES = 20;

/** Lives that were computed, for several views of one catalogue: none computes what another has. */
export class SharedLives {
  #catalogue: Catalogue | null = null;
  readonly #lives = new Map<RecordId, Life>();
  /** Who was asked for so many will be asked for all. */
  #readings: ReturnType<typeof readingsOfLives> | undefined;

  /** The life of a distribution in a catalogue; kept for the catalogue asked about last. */
  lifeOf(catalogue: Catalogue, id: RecordId): Life {
    if (catalogue !== this.#catalogue) {
      this.#lives.clear();
      this.#readings = undefined;
    }
    this.#catalogue = catalogue;
    let life = this.#lives.get(id);
    if (!life) {
      if (this.#lives.size >= MANY_LIVES) this.#readings ??= readingsOfLives(catalogue);
      this.#lives.set(id, (life = lifeOf(catalogue, id, this.#readings)));
    }
    return life;
  }
}

/** A view of one catalogue as it is edited. Ask it in the order of the edits. */
export class LineageView {
  #catalogue: Catalogue | null = null;
  #day = Number.NaN;
  #unfolded: ReadonlySet<RecordId> = new Set();
  #graph: LineageGraph | null = null;
  #events: readonly DatedEvent[] | null = null;
  readonly #lives = new Map<RecordId, Life>();
  readonly #eventsOf = new Map<RecordId, readonly DatedEvent[]>();
  readonly #facts = new Map<RecordId, KeptFacts>();
  /** The plates that rest on a record, by its id. */
  readonly #resting = new Map<RecordId, Set<RecordId>>();

  constructor(private readonly shared = new SharedLives()) {}

  /** The graph of a catalogue on a day. The same object when it is the same graph. */
  graph(catalogue: Catalogue, day: number, unfolded: ReadonlySet<RecordId> = new Set()): LineageGraph {
    this.#keepUp(catalogue);
    if (day !== this.#day) this.#facts.clear();
    const isSame = this.#graph && day === this.#day && equalSets(unfolded, this.#unfolded);
    this.#day = day;
    this.#unfolded = unfolded;
    if (isSame) return this.#graph!;
    this.#graph = lineageGraph(catalogue, day, { lifeOf: (_, id) => this.#lifeOf(id), unfolded });
    return this.#graph;
  }

  /** What a plate of the graph asked for last shows. */
  factsOf(id: RecordId): PlateFacts | undefined {
    const node = this.#graph?.nodes.get(id);
    if (!node) return undefined;
    const kept = this.#facts.get(id);
    if (kept && equalNodes(kept.node, node)) return kept.facts;
    const facts = plateFacts(this.#catalogue!, node, this.#day);
    this.#facts.set(id, { node, facts });
    for (const each of facts.restsOn) this.#restOn(each, id);
    return facts;
  }

  /** All events of the catalogue asked for last, oldest first. */
  events(): readonly DatedEvent[] {
    return (this.#events ??= inOrder(
      [...recordsOf(this.#catalogue!, 'distribution')].flatMap(({ id }) => {
        let own = this.#eventsOf.get(id);
        if (!own) this.#eventsOf.set(id, (own = eventsOf(this.#catalogue!, id, this.#lifeOf(id))));
        return own;
      }),
    ));
  }

  #restOn(id: RecordId, plate: RecordId): void {
    const known = this.#resting.get(id);
    if (known) known.add(plate);
    else this.#resting.set(id, new Set([plate]));
  }

  #lifeOf(id: RecordId): Life {
    let life = this.#lives.get(id);
    if (!life) this.#lives.set(id, (life = this.shared.lifeOf(this.#catalogue!, id)));
    return life;
  }

  /** Forgets what rests on records that are other ones now. */
  #keepUp(catalogue: Catalogue): void {
    const before = this.#catalogue;
    this.#catalogue = catalogue;
    if (before === catalogue) return;
    if (!before || !sharesPages(before, catalogue)) return this.#forgetAll();
    const changed = changedIds(before, catalogue);
    if ([...changed].some((id) => isCorrectedSource(before, catalogue, id))) return this.#forgetAll();
    if (SHAPING.some((kind) => before.records[kind] !== catalogue.records[kind])) {
      this.#graph = null;
      this.#events = null;
    }
    for (const id of changed) {
      for (const plate of this.#resting.get(id) ?? []) this.#facts.delete(plate);
      if (!/^(distribution|edition|release):/.test(id)) continue;
      // A record that is gone is looked up where it was.
      const distribution = distributionOf(findRecord(catalogue, id) ? catalogue : before, id);
      this.#events = null;
      // What rests on a base tells since when that is there.
      for (const each of [distribution, ...basesUsedBy(before, id), ...basesUsedBy(catalogue, id)])
        this.#forgetLife(each);
    }
  }

  #forgetLife(distribution: RecordId): void {
    const life = this.#lives.get(distribution);
    this.#eventsOf.delete(distribution);
    this.#lives.delete(distribution);
    if (life && JSON.stringify(life) !== JSON.stringify(this.#lifeOf(distribution))) this.#graph = null;
  }

  #forgetAll(): void {
    this.#graph = null;
    this.#events = null;
    this.#lives.clear();
    this.#eventsOf.clear();
    this.#facts.clear();
    this.#resting.clear();
  }
}

/** The distributions that a release, as it is dated, shows to be there. */
function basesUsedBy(catalogue: Catalogue, id: RecordId): RecordId[] {
  if (!id.startsWith('release:')) return [];
  return linksFrom(catalogue, id).map(({ base }) => distributionOf(catalogue, base));
}

/** A source that was there and says something else now: the readings that rest on it are not changed themselves. */
function isCorrectedSource(before: Catalogue, after: Catalogue, id: RecordId): boolean {
  if (!id.startsWith('source:')) return false;
  const [old, now] = [before, after].map((catalogue) => catalogue.records.source.get(id));
  return old !== undefined && now !== undefined && old !== now;
}

function equalSets(a: ReadonlySet<string>, b: ReadonlySet<string>): boolean {
  return a.size === b.size && [...a].every((id) => b.has(id));
}

function equalNodes(a: GraphNode, b: GraphNode): boolean {
  return (
    a === b ||
    (a.name === b.name && a.release === b.release && a.standing === b.standing && a.placing === b.placing)
  );
}
