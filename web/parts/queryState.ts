/**
 * Screen state in the address. A change is in force at once, also for the next key press, while the router is
 * still on its way to the new address.
 */
import { computed, shallowRef } from 'vue';
import { useRoute, useRouter } from 'vue-router';

/** Parts of the address to set, or to take out with undefined. */
export type QueryChanges = Readonly<Record<string, string | undefined>>;

/** The state of a screen in its address. */
export function useQueryState() {
  const route = useRoute();
  const router = useRouter();
  const ahead = shallowRef<QueryChanges | null>(null);
  const query = computed(() => (ahead.value ?? route.query) as QueryChanges);

  /** Changes some values; undefined takes one out. `push` makes a step that the back button takes back. */
  async function go(changes: QueryChanges, how: 'push' | 'replace' = 'replace'): Promise<void> {
    const next = { ...query.value, ...changes };
    ahead.value = next;
    await router[how]({ query: next });
    if (ahead.value === next) ahead.value = null;
  }

  return { query, go };
}
