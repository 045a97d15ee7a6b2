/** The first steps of the open catalogue, with the address of each; kept in the browser: whether a report of it was handed over. */
import { computed, ref, type ComputedRef } from 'vue';
import type { RecordId } from '../../core/catalogue/recordId.ts';
import { firstSteps, nextStep, type FirstStep } from '../../core/judging/firstSteps.ts';
import { notesOf } from './browserHost.ts';
import { useCatalogueStore } from './catalogueStore.ts';
import { currentDay } from './clock.ts';

const notes = notesOf(() => window.localStorage);
const noteOf = (id: string) => `aspen-ridge-handed-over/${id}`;
/** Counts what was handed over in this window: the note itself is not reactive. */
const handed = ref(0);

/** Notes that a report of a catalogue was saved or printed. */
export function noteHandedOver(id: string): void {
  notes.set(noteOf(id), 'yes');
  handed.value++;
}

/** A screen with what it is asked for. */
interface Address {
  readonly name: string;
  readonly query?: Readonly<Record<string, RecordId | undefined>>;
}

/** Where a step is taken, or what it made is seen. */
function addressOf({ name, of, source }: FirstStep): Address {
  const [first] = of;
  switch (name) {
    case 'read':
      return { name: 'intake' };
    case 'place':
      return { name: 'lineage', query: { at: first } };
    case 'visit':
      return { name: 'visit', query: { of: first, source } };
    case 'compare':
      return { name: 'sides', query: { of: of.join(';') || undefined } };
    case 'report':
      return { name: 'handover', query: { view: 'report', of: first } };
  }
}

/** A step with its address. */
export interface AddressedStep extends FirstStep {
  readonly to: Address;
}

/** The steps as they stand; `next` is the one to take now, none once all are taken. */
export function useFirstSteps(): {
  readonly steps: ComputedRef<readonly AddressedStep[]>;
  readonly next: ComputedRef<AddressedStep | undefined>;
} {
  const store = useCatalogueStore();
  const steps = computed(() => {
    const isHandedOver = handed.value >= 0 && notes.get(noteOf(store.id)) !== null;
    return firstSteps(store.catalogue, currentDay(), isHandedOver).map((step) => ({
      ...step,
      to: addressOf(step),
    }));
  });
  return { steps, next: computed(() => nextStep(steps.value)) };
}
