/** Results as one types: the search goes on in slices between other work, and begins anew with every letter. */
import { onUnmounted, shallowRef, watch, type Ref } from 'vue';
import { search, type Found } from '../../core/finding/find.ts';
import { useCatalogueStore } from '../stores/catalogueStore.ts';

/** Milliseconds of work at a time. */
const SLICE = 14;

/** What is found as one types. */
export function useFind(text: Ref<string>) {
  const store = useCatalogueStore();
  const found = shallowRef<readonly Found[]>([]);
  const busy = shallowRef(false);
  let timer: ReturnType<typeof setTimeout> | undefined;

  watch([text, () => store.catalogue], () => {
    clearTimeout(timer);
    const results = search(store.catalogue, text.value);
    busy.value = true;
    const work = () => {
      const until = performance.now() + SLICE;
      for (;;) {
        const { value, done } = results.next();
        if (done) break;
        found.value = value;
        if (performance.now() > until) {
          timer = setTimeout(work);
          return;
        }
      }
      if (!text.value.trim()) found.value = [];
      busy.value = false;
    };
    found.value = text.value.trim() ? found.value : [];
    timer = setTimeout(work);
  });
  onUnmounted(() => clearTimeout(timer));
  return { found, busy };
}
