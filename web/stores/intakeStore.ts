/** What was dropped and read: kept while the analyst looks elsewhere, until it is accepted or dropped again. */
import { defineStore } from 'pinia';
import { ref, shallowRef } from 'vue';
import { recordsOf, type Catalogue } from '../../core/catalogue/catalogue.ts';
import type { RecordId } from '../../core/catalogue/recordKind.ts';
import type { Snapshot } from '../../core/catalogue/snapshot.ts';
import { compareWhen } from '../../core/catalogue/when.ts';
import type { Placement } from '../../core/capture/placeSystem.ts';
import type { ReadProgress } from '../../core/capture/readFiles.ts';
import { nameOf } from '../../core/lineage/names.ts';
import type {
  CandidateMessage,
  DropSummary,
  IndexSummary,
  IntakeAnswer,
  IntakeRequest,
} from '../workers/intakeMessages.ts';
import { useCatalogueStore } from './catalogueStore.ts';
import type { DroppedFile } from '../screens/intake/droppedFiles.ts';

/** A candidate base at hand: from the catalogue's snapshots, or an index dropped with the system. */
export interface CandidateAtHand {
  readonly name: string;
  readonly message: CandidateMessage;
  /** The record it stands for, or the dropped index it was read from. */
  readonly at: RecordId | IndexSummary;
}

/** Repositories by whose they are, each in its newest state: a release, its updates and its security archive are one base. */
function repositoriesByOwner(catalogue: Catalogue): Map<RecordId, Snapshot[]> {
  const owners = new Map<RecordId, Snapshot[]>();
  const newestFirst = [...recordsOf(catalogue, 'snapshot')].sort((a, b) =>
    compareWhen(b.date ?? '', a.date ?? ''),
  );
  for (const snapshot of newestFirst) {
    if (snapshot.role !== 'repository' || !snapshot.of) continue;
    const known = owners.get(snapshot.of) ?? [];
    const isOlder = known.some(({ name, origin }) => name === snapshot.name && origin === snapshot.origin);
    if (!isOlder) owners.set(snapshot.of, [...known, snapshot]);
  }
  return owners;
}

export const useIntakeStore = defineStore('intake', () => {
  const catalogue = useCatalogueStore();
  const phase = ref<'empty' | 'reading' | 'placing' | 'read' | 'failed'>('empty');
  const progress = shallowRef<ReadProgress | null>(null);
  const drop = shallowRef<DropSummary | null>(null);
  const chosen = ref(0);
  const candidates = shallowRef<readonly CandidateAtHand[]>([]);
  const placement = shallowRef<Placement | null>(null);
  const failure = ref('');
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
    candidates.value = await candidatesAtHand();
    if (!drop.value?.systems[index]) {
      phase.value = 'read';
      return;
    }
    phase.value = 'placing';
    ask({ type: 'place', system: index, candidates: candidates.value.map(({ message }) => message) });
  }

  async function candidatesAtHand(): Promise<CandidateAtHand[]> {
    const found: CandidateAtHand[] = [];
    for (const [at, snapshots] of repositoriesByOwner(catalogue.catalogue)) {
      const packed: Uint8Array[] = [];
      for (const { id } of snapshots) {
        const list = await catalogue.loadPackages(id);
        if (list) packed.push(list);
      }
      if (packed.length === 0) continue;
      const name = nameOf(catalogue.catalogue, at);
      const suites = snapshots.map((snapshot) => snapshot.name);
      const hosts = snapshots.map(({ origin }) => /^(?:[a-z]+:\/\/)?([^/:]+)/.exec(origin)?.[1] ?? '');
      const message = {
        name,
        suites,
        hosts: [...new Set(hosts)].filter((host) => host.includes('.')),
        packed,
      };
      found.push({ name, at, message });
    }
    for (const index of drop.value?.indexes ?? []) {
      const name = found.some((known) => known.name === index.name) ? `${index.name} (dropped)` : index.name;
      const suites = index.release ? [index.release.suite, index.release.codename].filter(Boolean) : [];
      found.push({ name, at: index, message: { name, suites, hosts: [], packed: [index.packed] } });
    }
    return found;
  }

  /** Lets go of what was read; a reading under way is stopped. Nothing in the catalogue changes. */
  function clear(): void {
    stop();
    phase.value = 'empty';
    progress.value = null;
    drop.value = null;
    placement.value = null;
    failure.value = '';
  }

  return { phase, progress, drop, chosen, candidates, placement, failure, read, choose, clear };
});
