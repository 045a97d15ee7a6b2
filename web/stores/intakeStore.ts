/** What was dropped and read: kept while the analyst looks elsewhere, until it is accepted or dropped again. */
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import type { RecordId } from '../../core/catalogue/recordKind.ts';
import { partOfRepository } from '../../core/packages/listParts.ts';
import type { Placement } from '../../core/capture/placeSystem.ts';
import type { ReadProgress } from '../../core/capture/readFiles.ts';
import type { Family } from '../../core/formats/packageColumns.ts';
import type {
  CandidateMessage,
  DropSummary,
  IndexSummary,
  IntakeAnswer,
  IntakeRequest,
} from '../workers/intakeMessages.ts';
import { PackageClient } from '../workers/packageClient.ts';
import { candidateMessage, usePackageLists } from './packageLists.ts';
import type { DroppedFile } from '../screens/intake/droppedFiles.ts';

/** A candidate base at hand: from the catalogue's snapshots, or indexes that were dropped or fetched. */
export interface CandidateAtHand {
  readonly name: string;
  readonly message: CandidateMessage;
  /** The record it stands for, or the indexes it was read from. */
  readonly at: RecordId | readonly IndexSummary[];
}

/** Indexes of one release: they name the same origin, and code names that differ in the part only. */
function indexesByRelease(indexes: readonly IndexSummary[]): IndexSummary[][] {
  const groups = new Map<string, IndexSummary[]>();
  indexes.forEach((index, i) => {
    const release = index.release;
    const suite = release?.codename || release?.suite;
    const stem = suite?.replace(/[-/](updates|security|backports)$/, '');
    const key = stem ? `${release?.origin} ${stem}` : String(i);
    groups.set(key, [...(groups.get(key) ?? []), index]);
  });
  return [...groups.values()];
}

const keyOf = (index: IndexSummary) => `index ${index.path}`;

export const useIntakeStore = defineStore('intake', () => {
  const lists = usePackageLists();
  const client = new PackageClient();
  const packed = shallowRef(new Map<string, Uint8Array>());
  const phase = ref<'empty' | 'reading' | 'placing' | 'read' | 'failed'>('empty');
  const progress = shallowRef<ReadProgress | null>(null);
  const drop = shallowRef<DropSummary | null>(null);
  const chosen = ref(0);
  const candidates = shallowRef<readonly CandidateAtHand[]>([]);
  const placement = shallowRef<Placement | null>(null);
  const failure = ref('');
  /** Package lists from mirrors; they stay while files are read. */
  const fetched = shallowRef<readonly IndexSummary[]>([]);
  const allIndexes = computed(() => [...(drop.value?.indexes ?? []), ...fetched.value]);
  let worker: Worker | null = null;

  function ask(request: IntakeRequest): void {
    worker ??= startWorker();
    worker.postMessage(request);
  }

  function startWorker(): Worker {
    const started = new Worker(new URL('../workers/intake.worker.ts', import.meta.url), { type: 'module' });
    started.addEventListener('message', (event: MessageEvent<IntakeAnswer>) => void receive(event.data));
    started.addEventListener('error', (event) => fail(event.message || 'the reader stopped'));
    return started;
  }

  async function receive(message: IntakeAnswer): Promise<void> {
    switch (message.type) {
      case 'progress':
        progress.value = message.progress;
        return;
      case 'read':
        drop.value = message.drop;
        await choose(
          Math.max(
            0,
            message.drop.systems.findIndex(({ packed }) => packed),
          ),
        );
        return;
      case 'placed':
        placement.value = message.placement;
        phase.value = 'read';
        return;
      case 'failed':
        fail(message.reason);
    }
  }

  function fail(reason: string): void {
    stop();
    failure.value = reason;
    phase.value = 'failed';
  }

  function stop(): void {
    worker?.terminate();
    worker = null;
  }

  /** Has the reader ready before the first file is dropped. */
  function prepare(): void {
    worker ??= startWorker();
  }

  /** Reads dropped files; what was read before is let go. */
  function read(files: readonly DroppedFile[]): void {
    clear();
    phase.value = 'reading';
    ask({ type: 'read', files });
  }

  /** Chooses the system to place, and places it among all candidates at hand. */
  async function choose(index: number): Promise<void> {
    chosen.value = index;
    placement.value = null;
    const system = drop.value?.systems[index];
    if (!system) {
      candidates.value = [];
      phase.value = 'read';
      return;
    }
    phase.value = 'placing';
    const family = system.family;
    candidates.value = candidatesAtHand(family);
    const messages = candidates.value.map(({ message }) => message);
    packed.value = await lists.packedOf(messages);
    for (const each of allIndexes.value) packed.value.set(keyOf(each), each.packed);
    ask({ type: 'place', system: index, candidates: messages, packed: packed.value });
  }

  /** The versions of a package in every snapshot at hand. */
  function history(name: string) {
    const messages = candidates.value.map(({ message }) => message);
    return client.ask('history', { packed: packed.value, candidates: messages, name });
  }

  function candidatesAtHand(family: Family | null): CandidateAtHand[] {
    const found = lists.described.value
      .filter((candidate) => lists.familyOf(candidate) === family)
      .map((candidate): CandidateAtHand => ({
        name: candidate.name,
        at: candidate.at,
        message: candidateMessage(candidate),
      }));
    const names = new Set(found.map(({ name }) => name));
    const read = indexesByRelease(allIndexes.value.filter((index) => index.family === family));
    return [...found, ...read.map((group) => candidateOfIndexes(group, names))];
  }

  function candidateOfIndexes(group: readonly IndexSummary[], taken: Set<string>): CandidateAtHand {
    const main = group.find((index) => partOfRepository(index.name) === 'base') ?? group[0];
    const name = taken.has(main.name) ? `${main.name} (just read)` : main.name;
    taken.add(name);
    const suites = group.flatMap(({ release, name: own }) =>
      release ? [release.suite, release.codename] : [own],
    );
    const named = group.map((index) => ({
      name: group.length > 1 ? `${main.name}: ${index.name}` : name,
      part: partOfRepository(index.name),
      key: keyOf(index),
    }));
    const makers = [main.release?.origin ?? ''].filter(Boolean);
    const date = main.date;
    const states = [{ date, lists: named }];
    return { name, at: group, message: { name, suites: suites.filter(Boolean), makers, states } };
  }

  /** Takes package lists from a mirror; a system that was read is placed anew with them. */
  async function addIndexes(indexes: readonly IndexSummary[]): Promise<void> {
    const paths = new Set(indexes.map(({ path }) => path));
    fetched.value = [...fetched.value.filter(({ path }) => !paths.has(path)), ...indexes];
    if (phase.value === 'read') await choose(chosen.value);
  }

  /** Lets go of package lists that are kept in the catalogue now; what was dropped stays as it was read. */
  function releaseFetched(kept: readonly IndexSummary[]): void {
    const paths = new Set(kept.map(({ path }) => path));
    fetched.value = fetched.value.filter(({ path }) => !paths.has(path));
  }

  /** Lets go of what was read; a reading under way is stopped. Nothing in the catalogue changes. */
  function clear(): void {
    if (phase.value === 'reading' || phase.value === 'placing') stop();
    phase.value = 'empty';
    progress.value = null;
    drop.value = null;
    placement.value = null;
    failure.value = '';
  }

  return {
    phase,
    progress,
    drop,
    chosen,
    candidates,
    placement,
    failure,
    allIndexes,
    read,
    choose,
    addIndexes,
    releaseFetched,
    prepare,
    history,
    clear,
  };
});
