/**
 * What was dropped and read, from the first file to the placing: kept until it is recorded or let go. Reading and placing are
 * done by a worker that is passed in; letting go ends it, and what it still answers is not heard.
 */
import type { Placement } from '../core/capture/placeSystem.ts';
import type { ReadProgress } from '../core/capture/readFiles.ts';
import type { RecordId } from '../core/catalogue/recordId.ts';
import type { IndexIdentity } from '../core/capture/indexIdentity.ts';
import { fingerprintsIn } from '../core/formats/openPgpSigners.ts';
import type { Family } from '../core/formats/family.ts';
import { indexesByRelease } from '../core/packages/indexesByRelease.ts';
import { partOfRepository } from '../core/packages/listParts.ts';
import type { DropSummary, IndexSummary } from './intakeMessages.ts';
import type { IntakeAnswer, IntakeRequest } from './readerMessages.ts';
import { firstChoices, type IntakeChoices } from './intakeChoices.ts';
import type { CandidateMessage } from './candidateMessage.ts';

/** A candidate base at hand: from the catalogue's snapshots, or indexes that were dropped or fetched. */
interface CandidateAtHand {
  readonly name: string;
  readonly message: CandidateMessage;
  /** The record it stands for, or the indexes it was read from. */
  readonly at: RecordId | readonly IndexSummary[];
}

/** How far reading and placing are. */
export interface ReadingState {
  readonly phase: 'empty' | 'reading' | 'placing' | 'read' | 'failed';
  readonly progress: ReadProgress | null;
  readonly drop: DropSummary | null;
  /** Which of the systems of the drop is placed. */
  readonly chosen: number;
  readonly candidates: readonly CandidateAtHand[];
  readonly packed: ReadonlyMap<string, Uint8Array>;
  readonly placement: Placement | null;
  readonly failure: string;
  /** What was chosen of each system, by its place in the drop. */
  readonly choices: ReadonlyMap<number, IntakeChoices>;
  /** Package lists from mirrors; they stay while files are read. */
  readonly fetched: readonly IndexSummary[];
}

/** A worker that reads and places. */
interface ReaderWorker {
  post(request: IntakeRequest): void;
  end(): void;
}

interface ReadingHost {
  readonly startWorker: (
    onAnswer: (answer: IntakeAnswer) => void,
    onError: (reason: string) => void,
  ) => ReaderWorker;
  /** The candidates of a package format that the catalogue knows. */
  readonly knownCandidates: (family: Family | null) => readonly CandidateAtHand[];
  /** Their packed lists. */
  readonly packedOf: (candidates: readonly CandidateMessage[]) => Promise<Map<string, Uint8Array>>;
  readonly onChange: (state: ReadingState) => void;
}

const EMPTY: ReadingState = {
  phase: 'empty',
  progress: null,
  drop: null,
  chosen: 0,
  candidates: [],
  packed: new Map(),
  placement: null,
  failure: '',
  choices: new Map(),
  fetched: [],
};

const keyOf = (index: IndexSummary) => `index ${index.path}`;

/** The course of one intake after the other. */
export class IntakeReading {
  #state = EMPTY;
  #worker: ReaderWorker | null = null;

  constructor(private readonly host: ReadingHost) {}

  get state(): ReadingState {
    return this.#state;
  }

  /** The package lists at hand: those of the drop, then those from mirrors. */
  get allIndexes(): readonly IndexSummary[] {
    return [...(this.#state.drop?.indexes ?? []), ...this.#state.fetched];
  }

  /** What was chosen of the system at hand. */
  get choices(): IntakeChoices {
    const { choices, chosen, drop } = this.#state;
    return choices.get(chosen) ?? firstChoices(drop?.systems[chosen]);
  }

  /** Notes what the analyst chooses of the system at hand. */
  decide(change: Partial<IntakeChoices>): void {
    const choices = new Map(this.#state.choices).set(this.#state.chosen, { ...this.choices, ...change });
    this.#set({ choices });
  }

  #set(change: Partial<ReadingState>): void {
    this.#state = { ...this.#state, ...change };
    this.host.onChange(this.#state);
  }

  /** Has the reader ready before the first file is dropped. */
  prepare(): void {
    this.#worker ??= this.#startWorker();
  }

  #startWorker(): ReaderWorker {
    const started: ReaderWorker = this.host.startWorker(
      (answer) => {
        if (started === this.#worker) void this.#receive(answer);
      },
      (reason) => {
        if (started === this.#worker) this.#fail(reason);
      },
    );
    return started;
  }

  #ask(request: IntakeRequest): void {
    this.prepare();
    this.#worker!.post(request);
  }

  #stop(): void {
    this.#worker?.end();
    this.#worker = null;
  }

  #fail(reason: string): void {
    this.#stop();
    this.#set({ phase: 'failed', failure: reason });
  }

  async #receive(answer: IntakeAnswer): Promise<void> {
    if (answer.type === 'progress') this.#set({ progress: answer.progress });
    else if (answer.type === 'failed') this.#fail(answer.reason);
    else if (answer.type === 'placed') this.#set({ placement: answer.placement, phase: 'read' });
    else {
      this.#set({ drop: answer.drop });
      const first = answer.drop.systems.findIndex(({ packed }) => packed);
      await this.choose(Math.max(0, first));
    }
  }

  /** Reads dropped files; what was read before is let go. */
  read(files: readonly { readonly path: string; readonly file: File }[]): void {
    this.clear();
    this.#set({ phase: 'reading' });
    this.#ask({ type: 'read', files });
  }

  /** Chooses the system to place, and places it among all candidates at hand. */
  async choose(index: number): Promise<void> {
    const { drop } = this.#state;
    const system = drop?.systems[index];
    if (!system) return this.#set({ chosen: index, placement: null, candidates: [], phase: 'read' });
    const candidates = this.#candidatesAtHand(system.family);
    const messages = candidates.map(({ message }) => message);
    this.#set({ chosen: index, placement: null, candidates, phase: 'placing' });
    try {
      const packed = await this.host.packedOf(messages);
      // It may have been let go, or another system chosen, while the lists were loaded.
      if (this.#state.drop !== drop || this.#state.candidates !== candidates) return;
      for (const each of this.allIndexes) packed.set(keyOf(each), each.packed);
      this.#set({ packed });
      this.#ask({ type: 'place', system: index, candidates: messages, packed });
    } catch (error) {
      if (this.#state.drop === drop) this.#fail(error instanceof Error ? error.message : String(error));
    }
  }

  #candidatesAtHand(family: Family | null): CandidateAtHand[] {
    const known = this.host.knownCandidates(family);
    const names = new Set(known.map(({ name }) => name));
    const read = indexesByRelease(this.allIndexes.filter((index) => index.family === family));
    return [...known, ...read.map((group) => candidateOfIndexes(group, names))];
  }

  /** Takes package lists from a mirror; a system that was read is placed anew with them. */
  async addIndexes(indexes: readonly IndexSummary[]): Promise<void> {
    const paths = new Set(indexes.map(({ path }) => path));
    this.#set({ fetched: [...this.#state.fetched.filter(({ path }) => !paths.has(path)), ...indexes] });
    if (this.#state.phase === 'read') await this.choose(this.#state.chosen);
  }

  /** Says whose package lists are, where they do not say it; a system that was read is placed anew with that. */
  async nameIndexes(paths: readonly string[], identity: IndexIdentity): Promise<void> {
    const name = (index: IndexSummary) => (paths.includes(index.path) ? { ...index, identity } : index);
    const { drop, fetched } = this.#state;
    this.#set({
      drop: drop && { ...drop, indexes: drop.indexes.map(name) },
      fetched: fetched.map(name),
    });
    if (this.#state.phase === 'read') await this.choose(this.#state.chosen);
  }

  /** Lets go of package lists that are kept in the catalogue now; what was dropped stays as it was read. */
  releaseFetched(kept: readonly IndexSummary[]): void {
    const paths = new Set(kept.map(({ path }) => path));
    this.#set({ fetched: this.#state.fetched.filter(({ path }) => !paths.has(path)) });
  }

  /** Lets go of what was read; a reading under way is stopped. Nothing in the catalogue changes. */
  clear(): void {
    if (this.#state.phase === 'reading' || this.#state.phase === 'placing') this.#stop();
    this.#set({ ...EMPTY, fetched: this.#state.fetched });
  }
}

function candidateOfIndexes(group: readonly IndexSummary[], taken: Set<string>): CandidateAtHand {
  const main = group.find((index) => partOfRepository(index.name) === 'base') ?? group[0];
  const name = taken.has(main.name) ? `${main.name} (just read)` : main.name;
  taken.add(name);
  const named = group.map((index) => ({
    name: group.length > 1 ? `${main.name}: ${index.name}` : name,
    part: partOfRepository(index.name),
    key: keyOf(index),
  }));
  const suites = group.flatMap(({ release, identity }) => [
    identity.suite,
    release?.suite ?? '',
    release?.codename ?? '',
  ]);
  const message = {
    name,
    suites: suites.filter(Boolean),
    makers: [main.identity.origin].filter(Boolean),
    states: [{ date: main.date, lists: named }],
    signers: group.flatMap(({ signer }) => fingerprintsIn(signer)),
    losses: group.flatMap(({ losses }) => losses),
  };
  return { name, at: group, message };
}
