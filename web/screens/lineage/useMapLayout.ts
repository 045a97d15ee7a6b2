/** The layout of the map, kept up with its shape by a worker; the last one stays until the next is there. */
import { computed, onUnmounted, ref, shallowRef, toRaw, watch, type Ref } from 'vue';
import { DETAILS } from '../../../core/lineage/map/detail.ts';
import type { MapLayout } from '../../../core/lineage/map/layoutMap.ts';
import type { MapShape } from '../../../core/lineage/map/shape.ts';
import type { Frame } from '../../../core/lineage/map/stacks.ts';
import type { LayoutAnswer, LayoutRequest } from '../../workers/layoutMessages.ts';

/** A layout with the place of its detail in the table, and how large the map is at each. */
export interface ShownLayout {
  readonly layout: MapLayout;
  readonly detail: number;
  readonly sizes: readonly { readonly width: number; readonly height: number }[];
  /** Counts the shapes: layouts of one shape at several details have the same. */
  readonly shape: number;
}

/** `frameOf` gives what the whole map is to be seen in. */
export function useMapLayout(shape: Ref<MapShape>, frameOf: () => Frame) {
  const shown = shallowRef<ShownLayout | null>(null);
  const failed = ref('');
  const asked = ref(0);
  const answered = ref(0);
  const detail = ref(0);
  let shapes = 0;
  let sizes: ShownLayout['sizes'] = [];
  let worker: Worker | null = null;

  function start(): Worker {
    const started = new Worker(new URL('../../workers/layout.worker.ts', import.meta.url), {
      type: 'module',
    });
    started.addEventListener('message', ({ data }: MessageEvent<LayoutAnswer>) => {
      answered.value = Math.max(answered.value, data.number);
      if (data.sizes) {
        sizes = data.sizes;
        shapes++;
      }
      if (data.number !== asked.value) return; // something newer is under way
      const index = DETAILS.findIndex(({ id }) => id === data.layout.detail.id);
      shown.value = { layout: data.layout, detail: index, sizes, shape: shapes };
    });
    started.addEventListener('error', (event) => {
      failed.value = event.message || 'the worker ended';
    });
    return started;
  }

  function ask(request: Omit<LayoutRequest, 'number' | 'detail'>): void {
    failed.value = '';
    worker ??= start();
    const message: LayoutRequest = { ...request, number: ++asked.value, detail: detail.value };
    worker.postMessage(message);
  }

  /** Ends a layout that takes too long; the one on the screen stays. */
  function stop(): void {
    worker?.terminate();
    worker = null;
    answered.value = asked.value;
  }

  let last = '';
  watch(
    shape,
    (next) => {
      const text = JSON.stringify(next);
      if (text === last) return;
      last = text;
      ask({ shape: toRaw(next), frame: frameOf() });
    },
    { immediate: true },
  );
  /** Draws at another detail. */
  function setDetail(next: number): void {
    if (next === detail.value) return;
    detail.value = next;
    ask({});
  }
  onUnmounted(stop);

  const busy = computed(() => answered.value < asked.value);
  return {
    shown,
    busy,
    failed,
    setDetail,
    stop,
    arrangeAnew: () => ask({ shape: toRaw(shape.value), frame: frameOf(), anew: true }),
  };
}
