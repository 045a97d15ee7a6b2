/** The first steps of the open catalogue, with the address of each; kept in the browser: whether a report of it was handed over. */
import { defineStore } from 'pinia';
import { computed, ref, watch } from 'vue';
import type { RecordId } from '../../core/catalogue/recordId.ts';
import { firstSteps, isBeginning, nextStep, type FirstStep } from '../../core/open/firstSteps.ts';
import { notesOf } from './browserHost.ts';
import { useCatalogueStore } from './catalogueStore.ts';
import { currentDay } from './clock.ts';
import { sidesInAddress } from './sideStore.ts';

/** A screen with what it is asked for. */
interface Address {
  readonly name: string;
  readonly query?: Readonly<Record<string, RecordId | undefined>>;
}

/** Where a step is taken, or what it made is seen. */
function addressOf({ name, of, source, sides = of.map((id) => ({ id })) }: FirstStep): Address {
  const [first] = of;
  switch (name) {
    case 'read':
      return { name: 'intake' };
    case 'place':
      return { name: 'lineage', query: { at: first } };
    case 'visit':
      return { name: 'visit', query: { of: first, source } };
    case 'compare':
      return { name: 'sides', query: { of: sidesInAddress(sides) || undefined } };
    case 'report':
      return { name: 'handover', query: { view: 'report', of: first } };
  }
}

/** A step with its address. */
export interface AddressedStep extends FirstStep {
  readonly to: Address;
}

/** The steps as they stand; `next` is the one to take now: none once all are taken, and in the sample. */
export const useFirstStepsStore = defineStore('firstSteps', () => {
  const store = useCatalogueStore();
  const notes = notesOf(() => window.localStorage);
  const keyOf = (id: string) => `aspen-ridge-handed-over/${id}`;
  const isHandedOver = ref(false);
  watch(
    () => store.id,
    (id) => (isHandedOver.value = notes.get(keyOf(id)) !== null),
    { immediate: true },
  );
  const steps = computed((): readonly AddressedStep[] =>
    firstSteps(store.catalogue, currentDay(), isHandedOver.value).map((step) => ({
      ...step,
      to: addressOf(step),
    })),
  );
  return {
    steps,
    next: computed(() =>
      !store.isSample && isBeginning(store.catalogue) ? nextStep(steps.value) : undefined,
    ),
    /** Notes that a report of the open catalogue was saved or printed. */
    noteHandedOver(): void {
      notes.set(keyOf(store.id), 'yes');
      isHandedOver.value = true;
    },
  };
});
