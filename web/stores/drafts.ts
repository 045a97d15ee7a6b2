/**
 * What is being typed and is not saved yet, by the place where it is typed: kept in the browser at once with every letter, until it is
 * saved or thrown away on purpose.
 */
import { ref, watch, type Ref } from 'vue';
import { createMemoryNotes, type NotePad } from '../../workspace/notePad.ts';
import { notesOf } from './browserHost.ts';
import { useCatalogueStore } from './catalogueStore.ts';

const pad: NotePad = typeof window === 'undefined' ? createMemoryNotes() : notesOf(() => window.localStorage);

/** Drafts of the open catalogue. */
export function useDrafts() {
  const store = useCatalogueStore();
  const keyOf = (place: string) => `aspen-ridge-draft/${store.id}/${place}`;
  return {
    /** The draft of a place; null for none, or for one that cannot be read. */
    read<Draft>(place: string): Draft | null {
      const text = pad.get(keyOf(place));
      if (!text) return null;
      try {
        return JSON.parse(text) as Draft;
      } catch {
        return null; // written by a page that was killed while it wrote: there is nothing of it to be shown
      }
    },
    write: (place: string, draft: unknown): void => pad.set(keyOf(place), JSON.stringify(draft)),
    drop: (place: string): void => pad.remove(keyOf(place)),
  };
}

/**
 * Keeps the fields of an editor as a draft with every change: what was typed there and not saved is put back at once. `restored` tells that
 * it was; `drop` throws the draft away, once it is saved or on purpose, and `reset` puts the fields as they were.
 */
export function useDraftOf(
  place: string,
  fields: Readonly<Record<string, Ref<unknown>>>,
): { readonly restored: Ref<boolean>; readonly drop: () => void; readonly reset: () => void } {
  const drafts = useDrafts();
  const names = Object.keys(fields);
  const valuesOf = () => Object.fromEntries(names.map((name) => [name, fields[name].value]));
  const first = JSON.stringify(valuesOf());
  const kept = drafts.read<Record<string, unknown>>(place);
  const restored = ref(kept !== null && JSON.stringify(kept) !== first);
  const put = (values: Readonly<Record<string, unknown>>) => {
    for (const name of names) if (name in values) fields[name].value = values[name];
  };
  if (restored.value) put(kept!);
  watch(
    names.map((name) => fields[name]),
    () => {
      const values = valuesOf();
      if (JSON.stringify(values) === first) drafts.drop(place);
      else drafts.write(place, values);
    },
    { deep: true, flush: 'sync' },
  );
  return {
    restored,
    drop: () => drafts.drop(place),
    reset: () => {
      put(JSON.parse(first) as Record<string, unknown>);
      drafts.drop(place);
      restored.value = false;
    },
  };
}
