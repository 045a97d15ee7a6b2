/** Weights of areas as they stand in the address: `kernel:2,themes:0`; what is not named weighs 1. */
import { computed } from 'vue';
import { AREAS, type AreaId } from '../../core/catalogue/areas.ts';
import type { AreaWeights } from '../../core/comparing/closeness.ts';
import { useQueryState } from './queryState.ts';

/** The weights, and changing one. */
export function useAreaWeights() {
  const { query, go } = useQueryState();
  const weights = computed<AreaWeights>(() =>
    Object.fromEntries(
      (query.value.weights ?? '').split(',').flatMap((each) => {
        const [area, weight = ''] = each.split(':');
        const isWeight = weight !== '' && Number(weight) >= 0;
        return isWeight && AREAS.some(({ id }) => id === area) ? [[area, Number(weight)]] : [];
      }),
    ),
  );
  function weigh(area: AreaId, weight: number): void {
    const all = Object.entries({ ...weights.value, [area]: weight });
    const told = all.filter(([, each]) => Number.isFinite(each) && each >= 0 && each !== 1);
    void go({ weights: told.map(([id, each]) => `${id}:${each}`).join(',') || undefined });
  }
  return { weights, weigh };
}
