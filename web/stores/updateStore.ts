/**
 * The program kept by the browser, for use without the server, and a newer version of it: that waits until the user asks for it. What
 * is stored by a newer version is never opened by an older one: the store says of which layout it is (workspace/readStore.ts).
 */
import { defineStore } from 'pinia';
import { ref } from 'vue';
import { registerSW } from 'virtual:pwa-register';

/** Milliseconds between two looks for a newer version. */
const LOOK_EVERY = 3_600_000;
const SAMPLE = '/sample/catalogue.json';

export const useUpdateStore = defineStore('update', () => {
  /** True while a newer version is there and not in use. */
  const isReady = ref(false);
  /** True when this page is of a version whose parts are gone. */
  const isStale = ref(false);
  let update: (() => Promise<void>) | null = null;

  /** Keeps the program in the browser, where that can be. */
  function keep(): void {
    update = registerSW({
      onNeedRefresh: () => (isReady.value = true),
      onOfflineReady: () => void keepSample(),
      onRegisteredSW: (_url, registration) => {
        if (registration) setInterval(() => void registration.update().catch(() => undefined), LOOK_EVERY);
      },
    });
    window.addEventListener('vite:preloadError', (event) => {
      event.preventDefault();
      isStale.value = true;
    });
  }

  /** The newer version, from now on: the page is loaded anew. */
  async function use(): Promise<void> {
    if (isReady.value) await update?.();
    else window.location.reload();
  }
  const later = () => (isReady.value = false);

  return { isReady, isStale, keep, use, later };
});

/** The sample too can be put back without the server. */
async function keepSample(): Promise<void> {
  try {
    await navigator.serviceWorker.ready;
    await (await caches.open('sample')).add(SAMPLE);
  } catch {
    // No room, or no sample: everything else works without it.
  }
}
