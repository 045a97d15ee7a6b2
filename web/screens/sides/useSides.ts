/** The side by side that the address asks for: its sides, everything computed of them, and what was kept. */
import { storeToRefs } from 'pinia';
import { computed } from 'vue';
import { MOST_SIDES, type Side } from '../../../core/catalogue/sideBySide.ts';
import { compareSides, type Compared } from '../../../core/comparing/compareSides.ts';
import { changedSince, keptSideOf } from '../../../core/comparing/keptSince.ts';
import { outcomesOf } from '../../../core/comparing/outcome.ts';
import { parseSide } from '../../../core/comparing/side.ts';
import { saidOfSides } from '../../../core/comparing/words.ts';
import { releaseBefore } from '../../../core/lineage/bases.ts';
import { useQueryState } from '../../parts/queryState.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { today, useAsOf } from '../../stores/clock.ts';
import { sidesInAddress } from '../../stores/sideStore.ts';

/** The state of the screen. */
export function useSides() {
  const store = useCatalogueStore();
  const { catalogue } = storeToRefs(store);
  const { day } = useAsOf();
  const { query, go } = useQueryState();

  const named = computed(() =>
    (query.value.of ?? '')
      .split(';')
      .filter((text, i, all) => text && all.indexOf(text) === i)
      .slice(0, MOST_SIDES)
      .flatMap((text) => parseSide(catalogue.value, text) ?? []),
  );
  /** Those that are named; of one alone, where the address asks for that, the release before it too. */
  const sides = computed<readonly Side[]>(() => {
    const [only, ...others] = named.value;
    const before =
      only && others.length === 0 && query.value.with === 'before' && releaseBefore(catalogue.value, only.id);
    return before ? [{ id: before.id }, only] : named.value;
  });
  const kept = computed(() =>
    sides.value.length > 1 ? keptSideOf(catalogue.value, sides.value) : undefined,
  );
  const compared = computed<Compared | null>(() =>
    sides.value.length > 1 ? compareSides(catalogue.value, sides.value, day.value, kept.value?.own) : null,
  );
  const said = computed(() => compared.value && saidOfSides(catalogue.value, compared.value, kept.value));
  const outcomes = computed(() =>
    compared.value && said.value
      ? outcomesOf(compared.value.points, said.value, compared.value.sides.length)
      : [],
  );
  /** What has changed since it was kept; null where nothing has. */
  const news = computed(() => {
    if (!kept.value || !compared.value) return null;
    const since = changedSince(kept.value, compared.value.points, outcomes.value);
    return since.points.length + since.audiences.length > 0 ? since : null;
  });

  /** Other columns than now. */
  const setSides = (next: readonly Side[]) =>
    go({ of: sidesInAddress(next) || undefined, with: undefined, point: undefined }, 'push');

  return {
    catalogue,
    day,
    query,
    go,
    sides,
    setSides,
    compared,
    said,
    outcomes,
    kept,
    news,
    saying: () => ({ author: store.about?.author || 'the analyst', date: today() }),
    commit: store.commit,
  };
}
