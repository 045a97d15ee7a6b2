/**
 * Package names as one types: the newest list of every repository and system is opened once by a worker, at the first
 * search, and asked with every letter.
 */
import { onUnmounted, shallowRef, watch, type Ref } from 'vue';
import { recordOf, recordsOf, type Catalogue } from '../../core/catalogue/catalogue.ts';
import type { RecordId } from '../../core/catalogue/recordId.ts';
import type { Snapshot } from '../../core/catalogue/snapshot.ts';
import { compareWhen } from '../../core/catalogue/when.ts';
import { chainOf } from '../../core/lineage/chain.ts';
import { useCatalogueStore } from '../stores/catalogueStore.ts';
import { currentDay } from '../stores/clock.ts';
import { PackageClient } from '../workers/packageClient.ts';
import type { FoundPackage } from '../../core/packages/packageNames.ts';

/** A package that was found, and the dossier in which it is shown: that of the lowest layer that has it. */
export interface PackageHit {
  readonly name: string;
  readonly version: string;
  readonly of: RecordId;
  /** How many lists have it. */
  readonly lists: number;
  readonly fit: FoundPackage['fit'];
}

const LEAST_LETTERS = 2;
const SHOWN = 6;

/** Package names among what is found, from the package worker. */
export function usePackageNames(text: Ref<string>) {
  const store = useCatalogueStore();
  const hits = shallowRef<readonly PackageHit[]>([]);
  const busy = shallowRef(false);
  const client = new PackageClient();
  onUnmounted(() => client.stop());
  /** The snapshots whose names are at hand, or on the way. */
  let opened: Catalogue['records']['snapshot'] | null = null;
  let opening: Promise<unknown> = Promise.resolve();

  function open(): void {
    const { snapshot } = store.catalogue.records;
    if (opened === snapshot) return;
    opened = snapshot;
    opening = (async () => {
      const keys = newestLists(store.catalogue).map(({ id }) => id);
      await client.ask('openNames', { packed: await store.loadChains(keys), keys });
    })();
  }

  watch([text, () => store.catalogue], async ([wanted]) => {
    if (wanted.trim().length < LEAST_LETTERS) {
      hits.value = [];
      busy.value = false;
      return;
    }
    busy.value = true;
    try {
      open();
      await opening;
      if (text.value !== wanted) return;
      const found = await client.ask('findNames', { text: wanted, limit: SHOWN });
      if (text.value !== wanted) return;
      hits.value = found.flatMap((each) => hitOf(store.catalogue, each) ?? []);
    } catch {
      // Lists that cannot be read are told where they are shown; here they have no names.
      opened = null;
      hits.value = [];
    }
    busy.value = false;
  });

  return { hits, busy };
}

/** Of each repository and of each system its newest list. */
function newestLists(catalogue: Catalogue): Snapshot[] {
  const newest = new Map<string, Snapshot>();
  for (const snapshot of recordsOf(catalogue, 'snapshot')) {
    if (!snapshot.of) continue;
    const key = `${snapshot.role} ${snapshot.of} ${snapshot.name}`;
    const known = newest.get(key);
    if (!known || compareWhen(known.date ?? '', snapshot.date ?? '') < 0) newest.set(key, snapshot);
  }
  return [...newest.values()];
}

/** The lowest layer that has a package, a repository of it before a system. */
function hitOf(catalogue: Catalogue, { name, holders, fit }: FoundPackage): PackageHit | null {
  const ranked = holders
    .flatMap(({ key, version }) => {
      const snapshot = recordOf(catalogue, 'snapshot', key);
      if (!snapshot?.of) return [];
      const height = chainOf(catalogue, snapshot.of, currentDay()).length;
      return [{ of: snapshot.of, version, rank: height + (snapshot.role === 'repository' ? 0 : 100) }];
    })
    .sort((a, b) => a.rank - b.rank);
  const [first] = ranked;
  return first ? { name, version: first.version, of: first.of, lists: holders.length, fit } : null;
}
