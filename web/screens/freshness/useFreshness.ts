/** Measures the freshness of all subjects, one after another, off the main thread; what is measured stays. */
import { computed, onUnmounted, shallowRef, watch, type Ref } from 'vue';
import type { FreshnessSubject } from '../../../core/lineage/freshnessSubjects.ts';
import { candidateMessage, usePackageLists } from '../../stores/packageLists.ts';
import { PackageClient } from '../../workers/packageClient.ts';
import type { MeasuredFreshness } from '../../workers/packageMessages.ts';

/** A measurement: done, not possible, or failed with a reason. */
export type Measurement = { measured: MeasuredFreshness } | { failure: string };

/** `first` gives the key of the subject that is to be measured before the others. */
export function useFreshness(subjects: Ref<readonly FreshnessSubject[]>, first: () => string | undefined) {
  const lists = usePackageLists();
  const client = new PackageClient();
  const results = shallowRef<ReadonlyMap<string, Measurement>>(new Map());
  const isStopped = shallowRef(false);
  let round = 0;

  const keyOf = (subject: FreshnessSubject, base = subject.bases[0]) => `${subject.key} on ${base.at}`;
  const put = (key: string, result: Measurement) =>
    (results.value = new Map([...results.value, [key, result]]));

  /** Measures a subject against one of its bases, unless it is done. */
  async function measure(subject: FreshnessSubject, base = subject.bases[0]): Promise<void> {
    const key = keyOf(subject, base);
    if (results.value.has(key)) return;
    const message = candidateMessage(base);
    const snapshots = subject.states.flatMap((state) => state.snapshots);
    try {
      const packed = await lists.packedOf([message], snapshots);
      const states = subject.states.map(({ day, snapshots: keys }) => ({ day, keys }));
      const measured = await client.ask('freshness', { packed, subject: states, base: message });
      put(key, measured ? { measured } : { failure: `no state of ${base.name} is as old as it` });
    } catch (error) {
      if (!isStopped.value) put(key, { failure: error instanceof Error ? error.message : String(error) });
    }
  }

  async function measureAll(): Promise<void> {
    const mine = ++round;
    isStopped.value = false;
    const wanted = first();
    const order = subjects.value.toSorted((a, b) => Number(b.key === wanted) - Number(a.key === wanted));
    for (const subject of order) {
      if (mine !== round || isStopped.value) return;
      await measure(subject);
    }
  }

  watch(
    subjects,
    (now, before) => {
      // Another catalogue, or other package lists: what was measured of the same lists stays good.
      const same = before && JSON.stringify(now.map(describe)) === JSON.stringify(before.map(describe));
      if (same) return;
      results.value = new Map();
      void measureAll();
    },
    { immediate: true },
  );
  onUnmounted(() => {
    round++;
    isStopped.value = true;
    client.stop();
  });

  return {
    results,
    keyOf,
    measure,
    isWorking: computed(
      () => !isStopped.value && subjects.value.some((subject) => !results.value.has(keyOf(subject))),
    ),
    done: computed(() => subjects.value.filter((subject) => results.value.has(keyOf(subject))).length),
    stop: () => {
      isStopped.value = true;
      client.stop();
    },
    measureAll,
  };
}

/** What a measurement rests on. */
function describe({ key, states, bases }: FreshnessSubject) {
  return [key, states, bases.map(({ at, states: own }) => [at, own])];
}
