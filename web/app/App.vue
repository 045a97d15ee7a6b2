<script setup lang="ts">
/** The frame of every screen: head, rail, work area, status line; undo and shortcuts work everywhere. */
import { computed, nextTick, onMounted, onUnmounted, ref, watch, watchEffect } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useTheme } from 'vuetify';
import { notesOf } from '../stores/browserHost.ts';
import { useCatalogueStore } from '../stores/catalogueStore.ts';
import { useNoticeStore } from '../stores/noticeStore.ts';
import { useUpdateStore } from '../stores/updateStore.ts';
import { isTyping } from '../parts/isTyping.ts';
import CatalogueMenu from './CatalogueMenu.vue';
import OpeningPage from './OpeningPage.vue';
import StorageBar from './StorageBar.vue';
import FindField from './FindField.vue';
import ShortcutSheet from './ShortcutSheet.vue';
import StatusLine from './StatusLine.vue';
import AsOfControl from './AsOfControl.vue';
import ScreenRail from './ScreenRail.vue';
import { isOn, SCREENS } from './screens.ts';

const store = useCatalogueStore();
const notices = useNoticeStore();
const router = useRouter();
const route = useRoute();
const theme = useTheme();
const find = ref<InstanceType<typeof FindField> | null>(null);
const place = ref<HTMLElement | null>(null);
const sheetOpen = ref(false);
/** In a narrow window, controls that are seldom needed are folded away. */
const showsMore = ref(false);

/** Screens that have no heading of their own. */
const HEADLESS: ReadonlySet<string> = new Set([
  'lineage',
  'dossiers',
  'sides',
  'handover',
  'freshness',
  'missing',
]);

const undo = () => notices.tellTrouble(store.undo());
const redo = () => notices.tellTrouble(store.redo());

function onKey(event: KeyboardEvent): void {
  const command = event.ctrlKey || event.metaKey;
  const key = event.key.toLowerCase();
  if (command && key === 'z' && !isTyping(event.target)) {
    event.preventDefault();
    if (event.shiftKey) redo();
    else undo();
  } else if (command && key === 'y' && !isTyping(event.target)) {
    event.preventDefault();
    redo();
  } else if (!command && !event.altKey && !isTyping(event.target)) {
    const place = SCREENS.find(({ key }) => key === event.key);
    if (place) void router.push(place.to);
    else if (event.key === '/') {
      event.preventDefault();
      find.value?.focus();
    } else if (event.key === '?') sheetOpen.value = true;
  }
}

/** Who goes to another screen by the keyboard goes on in it, unless it has taken the focus by itself. */
watch(
  () => route.name,
  async () => {
    await nextTick();
    const { activeElement } = document;
    if (activeElement === document.body || activeElement?.closest('.rail, .status'))
      place.value?.focus({ preventScroll: true });
  },
);

const screenName = computed(() => SCREENS.find((screen) => isOn(screen, route.path))?.label ?? 'Aspen Ridge');
watchEffect(() => {
  const names = [screenName.value, store.about?.title, 'Aspen Ridge'].filter(Boolean);
  document.title = [...new Set(names)].join(' · ');
});

const darkQuery = window.matchMedia('(prefers-color-scheme: dark)');
const notes = notesOf(() => window.localStorage);
const remembered = notes.get('aspen-ridge-theme');
theme.change(remembered ?? (darkQuery.matches ? 'dark' : 'light'));
function toggleTheme(): void {
  const next = theme.global.current.value.dark ? 'light' : 'dark';
  theme.change(next);
  notes.set('aspen-ridge-theme', next);
}

/** Sizes of all text, in parts of a hundred. */
const TEXT_SIZES = [100, 115, 130] as const;
const TEXT_NOTE = 'aspen-ridge-text';
const textSize = ref(TEXT_SIZES.find((size) => String(size) === notes.get(TEXT_NOTE)) ?? TEXT_SIZES[0]);
watchEffect(() => document.documentElement.style.setProperty('--text-scale', String(textSize.value / 100)));
function changeTextSize(): void {
  textSize.value = TEXT_SIZES[(TEXT_SIZES.indexOf(textSize.value) + 1) % TEXT_SIZES.length];
  notes.set(TEXT_NOTE, String(textSize.value));
}

// Paper is light.
let onScreen = '';
function beforePrint(): void {
  onScreen = theme.global.name.value;
  theme.change('light');
}
function afterPrint(): void {
  theme.change(onScreen || 'light');
}

onMounted(() => {
  window.addEventListener('keydown', onKey);
  window.addEventListener('beforeprint', beforePrint);
  window.addEventListener('afterprint', afterPrint);
  void store.start();
  useUpdateStore().keep();
});
onUnmounted(() => {
  window.removeEventListener('keydown', onKey);
  window.removeEventListener('beforeprint', beforePrint);
  window.removeEventListener('afterprint', afterPrint);
});

const noticeOpen = computed({ get: () => notices.notice !== null, set: (open) => !open && notices.close() });
</script>

<template>
  <v-app>
    <div class="frame">
      <a class="skip" href="#work" @click.prevent="place?.focus()">To the work area</a>
      <header class="head">
        <router-link to="/lineage" class="brand" aria-label="Aspen Ridge, to the map">
          <svg viewBox="0 0 28 22" width="26" height="20" aria-hidden="true">
            <path
              d="M2 20 10 4l6 9 4-6 6 13Z"
              fill="none"
              stroke="rgb(217 164 65)"
              stroke-width="2.2"
              stroke-linejoin="round"
            />
          </svg>
          <span>Aspen Ridge</span>
        </router-link>
        <CatalogueMenu />
        <FindField ref="find" />
        <span class="spacer" />
        <button
          class="head-button"
          :disabled="!store.undoLabel"
          :title="store.undoLabel ? `Undo: ${store.undoLabel} (Ctrl+Z)` : 'Nothing to undo'"
          @click="undo()"
        >
          Undo
        </button>
        <button
          class="head-button more"
          aria-label="More controls"
          :aria-expanded="showsMore"
          @click="showsMore = !showsMore"
        >
          More
        </button>
        <div class="controls" :class="{ shown: showsMore }">
          <button
            class="head-button"
            :disabled="!store.redoLabel"
            :title="store.redoLabel ? `Redo: ${store.redoLabel} (Ctrl+Shift+Z)` : 'Nothing to redo'"
            @click="redo()"
          >
            Redo
          </button>
          <AsOfControl />
          <button class="head-button" title="Size of all text: 100, 115, 130 %" @click="changeTextSize">
            {{ `Text ${textSize} %` }}
          </button>
          <button
            class="head-button"
            :aria-label="theme.global.current.value.dark ? 'Light colours' : 'Dark colours'"
            title="Light or dark colours"
            @click="toggleTheme"
          >
            {{ theme.global.current.value.dark ? 'Light' : 'Dark' }}
          </button>
          <button class="head-button" title="Shortcuts (?)" aria-label="Shortcuts" @click="sheetOpen = true">
            ?
          </button>
        </div>
      </header>

      <ScreenRail class="rail" />

      <StorageBar class="storage" />
      <main id="work" ref="place" class="place" tabindex="-1">
        <h1 v-if="HEADLESS.has(String(route.name))" class="visually-hidden">{{ screenName }}</h1>
        <router-view v-if="store.phase === 'ready' || store.phase === 'damaged'" />
        <OpeningPage v-else />
      </main>

      <StatusLine />
    </div>
    <ShortcutSheet v-model="sheetOpen" />
    <v-snackbar
      v-model="noticeOpen"
      :timeout="notices.notice?.trouble ? -1 : 5000"
      :color="notices.notice?.trouble ? 'error' : 'frame'"
      location="bottom"
      role="status"
    >
      {{ notices.notice?.text }}
      <template #actions><v-btn variant="text" @click="notices.close()">Close</v-btn></template>
    </v-snackbar>
  </v-app>
</template>

<style scoped>
.frame {
  display: grid;
  grid-template: 48px auto minmax(0, 1fr) 26px / 72px minmax(0, 1fr);
  height: 100vh;
  height: 100dvh;
}
.skip {
  position: absolute;
  z-index: 10;
  top: -40px;
  left: 8px;
  padding: 6px 12px;
  color: rgb(var(--v-theme-ink));
  background: rgb(var(--v-theme-surface));
  border-radius: 0 0 6px 6px;
}
.skip:focus {
  top: 0;
}
.place:focus {
  outline: none;
}
.head {
  grid-column: 1 / -1;
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 0 16px;
  background: rgb(var(--v-theme-frame));
  color: rgb(var(--v-theme-on-frame));
}
.brand {
  display: flex;
  gap: 12px;
  align-items: center;
  color: inherit;
  text-decoration: none;
  font-weight: 700;
  font-size: 17px;
  white-space: nowrap;
}
.head-button {
  white-space: nowrap;
  font-size: 13px;
  padding: 4px 8px;
  border-radius: 6px;
  color: inherit;
}
.controls {
  display: flex;
  gap: 10px;
  align-items: center;
}
.more {
  display: none;
}
.head-button:hover:not(:disabled) {
  background: rgb(var(--v-theme-frame-field));
}
.head-button:disabled {
  opacity: 0.45;
}
.rail {
  grid-row: 2 / 4;
}
.storage {
  grid-column: 2;
}
.place {
  position: relative;
  grid-column: 2;
  grid-row: 3;
  min-height: 0;
  overflow: hidden;
}
/* Small windows and large zoom: one line of head, what is sought in it below, the screens at the foot. */
@media (width <= 800px) {
  .frame {
    grid-template: auto auto minmax(0, 1fr) auto auto / minmax(0, 1fr);
  }
  .head {
    flex-wrap: wrap;
    gap: 2px 4px;
    padding: 4px 8px 6px;
  }
  .brand span,
  .head > .spacer {
    display: none;
  }
  .head :deep(.catalogue) {
    flex: 1 1 0;
    overflow: hidden;
    min-width: 0;
    text-align: left;
  }
  .head-button {
    min-height: 36px;
  }
  .head :deep(.find) {
    flex: 1 0 100%;
    order: 1;
  }
  .more {
    display: block;
  }
  .controls {
    display: none;
    flex: 1 0 100%;
    flex-wrap: wrap;
    order: 2;
  }
  .controls.shown {
    display: flex;
  }
  .rail {
    grid-area: 4 / 1;
  }
  .storage {
    grid-area: 2 / 1;
  }
  .place {
    grid-area: 3 / 1;
  }
}
/* Where that leaves no room, the page scrolls as a whole. */
@media (height <= 480px) {
  .frame {
    height: auto;
    min-height: 100vh;
  }
  .place {
    height: 420px;
  }
}
</style>
