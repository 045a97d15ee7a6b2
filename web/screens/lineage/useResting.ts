/** What the pointer rests on: only then it is worth the time to tell of it. */
import { ref, watch, type Ref } from 'vue';
import type { RecordId } from '../../../core/catalogue/recordId.ts';

const RESTS_MS = 400;

/** The id on which the pointer has rested for a moment, with what `tell` says of it; null while it moves. */
export function useResting(
  hovered: Readonly<Ref<RecordId | null | undefined>>,
  tell: (id: RecordId) => string,
): Readonly<Ref<{ readonly id: RecordId; readonly text: string } | null>> {
  const resting = ref<{ id: RecordId; text: string } | null>(null);
  watch(hovered, (id, _before, onCleanup) => {
    resting.value = null;
    if (!id) return;
    const timer = setTimeout(() => (resting.value = { id, text: tell(id) }), RESTS_MS);
    onCleanup(() => clearTimeout(timer));
  });
  return resting;
}
