/** What is new, gone or moved on the map since the layout before: shown for a moment after a date or a record changed. */
import { shallowRef, watch, type Ref } from 'vue';
import type { Plate } from '../../../core/lineage/map/layoutMap.ts';
import type { ShownLayout } from './useMapLayout.ts';

interface Ghost extends Plate {
  readonly name: string;
}

const SHOWN_FOR = 1100;

/** Plates that come, go and move, drawn as such for a moment. */
export function useMapChanges(
  shown: Ref<ShownLayout | null>,
  basesOf: (id: string) => string,
  nameOf: (id: string) => string,
) {
  const appeared = shallowRef<ReadonlySet<string>>(new Set());
  const moved = shallowRef<ReadonlySet<string>>(new Set());
  const gone = shallowRef<readonly Ghost[]>([]);
  /** True while plates glide to their new places. */
  const settling = shallowRef(false);
  let names = new Map<string, string>();
  let bases = new Map<string, string>();
  let timer: ReturnType<typeof setTimeout> | undefined;

  watch(shown, (next, last) => {
    if (!next) return;
    const before = { names, bases };
    names = new Map(next.layout.plates.map(({ id }) => [id, nameOf(id)]));
    bases = new Map(next.layout.plates.map(({ id }) => [id, basesOf(id)]));
    if (!last || last.shape === next.shape || last.detail !== next.detail) return;
    appeared.value = new Set([...names.keys()].filter((id) => !before.names.has(id)));
    moved.value = new Set(
      [...bases]
        .filter(([id, own]) => before.names.has(id) && before.bases.get(id) !== own)
        .map(([id]) => id),
    );
    gone.value = last.layout.plates
      .filter(({ id }) => !names.has(id))
      .map((plate) => ({ ...plate, name: before.names.get(plate.id) ?? '' }));
    settling.value = true;
    clearTimeout(timer);
    timer = setTimeout(() => {
      appeared.value = new Set();
      moved.value = new Set();
      gone.value = [];
      settling.value = false;
    }, SHOWN_FOR);
  });
  return { appeared, moved, gone, settling };
}
