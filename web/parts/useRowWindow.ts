/**
 * Of a long list only the rows near the view are made; room is kept for the others. All rows are there while a page is printed,
 * and of short lists always, so that the browser's own search finds them.
 */
import { computed, onBeforeUnmount, onMounted, ref, watch, type Ref } from 'vue';

/** Lists up to this length are made whole. */
const SHORT = 150;
/** Rows made above and below the view. */
const MARGIN = 25;

/** Which rows of `count` to make inside a scrolling element; every row is `height` pixels high until one was measured. */
export function useRowWindow(scroller: Ref<HTMLElement | null>, count: () => number, height: number) {
  const top = ref(0);
  const view = ref(800);
  const rowHeight = ref(height);
  const isPrinting = ref(false);

  function look(): void {
    const element = scroller.value;
    if (!element) return;
    top.value = element.scrollTop;
    view.value = element.clientHeight;
    const row = element.querySelector<HTMLElement>('[data-row]');
    if (row?.offsetHeight) rowHeight.value = row.offsetHeight;
  }
  const observer = new ResizeObserver(look);
  const print = () => (isPrinting.value = true);
  const printed = () => (isPrinting.value = false);
  onMounted(() => {
    window.addEventListener('beforeprint', print);
    window.addEventListener('afterprint', printed);
  });
  watch(
    scroller,
    (now, before) => {
      before?.removeEventListener('scroll', look);
      observer.disconnect();
      now?.addEventListener('scroll', look, { passive: true });
      if (now) observer.observe(now);
    },
    { immediate: true },
  );
  onBeforeUnmount(() => {
    observer.disconnect();
    scroller.value?.removeEventListener('scroll', look);
    window.removeEventListener('beforeprint', print);
    window.removeEventListener('afterprint', printed);
  });

  const isWhole = computed(() => isPrinting.value || count() <= SHORT);
  const first = computed(() =>
    isWhole.value ? 0 : Math.max(0, Math.min(Math.floor(top.value / rowHeight.value), count()) - MARGIN),
  );
  const end = computed(() =>
    isWhole.value
      ? count()
      : Math.min(count(), Math.ceil((top.value + view.value) / rowHeight.value) + MARGIN),
  );
  return {
    first,
    end,
    /** Pixels that stand for the rows before and behind. */
    before: computed(() => first.value * rowHeight.value),
    behind: computed(() => (count() - end.value) * rowHeight.value),
  };
}
