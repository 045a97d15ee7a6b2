/** What was marked on the way, to be held side by side: on the map, in lists, in dossiers. */
import { defineStore } from 'pinia';
import { computed, shallowRef, watch } from 'vue';
import { findRecord } from '../../core/catalogue/catalogue.ts';
import { MOST_SIDES, type Side } from '../../core/catalogue/sideBySide.ts';
import { equalSides, formatSide } from '../../core/comparing/side.ts';
import { useCatalogueStore } from './catalogueStore.ts';

/** Sides as they stand in an address. */
export const sidesInAddress = (sides: readonly Side[]): string => sides.map(formatSide).join(';');

/** What was marked. */
export const useSideStore = defineStore('sides', () => {
  const store = useCatalogueStore();
  const marked = shallowRef<readonly Side[]>([]);
  watch(
    () => store.id,
    () => (marked.value = []),
  );
  /** Those that are still there. */
  const sides = computed(() => marked.value.filter(({ id }) => findRecord(store.catalogue, id)));

  /** Marks one, or takes the mark off; of more than fit side by side the oldest mark goes. */
  function toggle(side: Side): void {
    const others = sides.value.filter((each) => !equalSides(each, side));
    marked.value = others.length < sides.value.length ? others : [...others, side].slice(-MOST_SIDES);
  }

  return {
    sides,
    toggle,
    isMarked: (side: Side) => sides.value.some((each) => equalSides(each, side)),
    clear: () => (marked.value = []),
  };
});
