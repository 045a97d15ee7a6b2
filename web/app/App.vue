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

const store = useCatalogueStore();
const notices = useNoticeStore();
const router = useRouter();
const route = useRoute();
const theme = useTheme();
const find = ref<InstanceType<typeof FindField> | null>(null);
const place = ref<HTMLElement | null>(null);
const sheetOpen = ref(false);

const RAIL = [
  {
    to: '/lineage',
    label: 'Lineage',
    key: '1',
    path: 'M4 5h5v4H4zM15 2h5v4h-5zM15 12h5v4h-5zM9 7h3v-3h3M12 7v7h3',
  },
  { to: '/dossiers', label: 'Dossiers', key: '2', path: 'M4 3h12l4 4v11H4zM8 9h8M8 13h8' },
  { to: '/visit', label: 'Field notes', key: '3', path: 'M3 16 14 5l3 3L6 19H3zM12 7l3 3' },
  { to: '/sides', label: 'Compare', key: '4', path: 'M4 3h6v14H4zM14 3h6v14h-6zM12 1v18' },
  { to: '/company', label: 'Peers', key: '5', path: 'M3 17V9h4v8M10 17V4h4v13M17 17v-6h4v6M2 17h20' },
  { to: '/intake', label: 'Import', key: '6', path: 'M3 11v7h18v-7M12 2v10M8 8l4 4 4-4' },
  { to: '/freshness', label: 'Freshness', key: '7', path: 'M3 18V5M3 18h18M7 14l4-6 4 3 5-7' },
  { to: '/support', label: 'Support', key: '8', path: 'M3 4h11v4H3zM8 12h13v4H8zM17 1v18' },
  { to: '/settle', label: 'Open points', key: '9', path: 'M12 2v12M4 6h16M4 6l-3 7h6zM20 6l-3 7h6zM7 18h10' },
  { to: '/choose', label: 'Recommend', key: '0', path: 'M3 5h18M3 10h12M3 15h7M17 12l2 3 4-5' },
  { to: '/handover', label: 'Publish', key: 'h', path: 'M5 3h9l4 4v4M5 3v14h6M13 14h9M19 11l3 3-3 3' },
] as const;

/** Screens that have no heading of their own. */
const HEADLESS: ReadonlySet<string> = new Set([
  'lineage',
  'dossiers',
  'sides',
  'handover',
  'freshness',
  'missing',
]);

const isActive = (to: string) => route.path === to || route.path.startsWith(`${to}/`);

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
    const place = RAIL.find((entry) => entry.key === event.key);
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

const screenName = computed(() => RAIL.find(({ to }) => isActive(to))?.label ?? 'Aspen Ridge');
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
        <router-link to="/lineage" class="brand" aria-label="Aspen Ridge, to the lineage map">
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
      </header>

      <nav class="rail" aria-label="Screens">
        <router-link
          v-for="entry in RAIL"
          :key="entry.to"
          :to="entry.to"
          class="rail-entry"
          :class="{ active: isActive(entry.to) }"
          :aria-current="isActive(entry.to) ? 'page' : undefined"
        >
          <svg viewBox="0 0 24 20" width="22" height="18" aria-hidden="true">
            <path
              :d="entry.path"
              fill="none"
              stroke="currentColor"
              stroke-width="1.7"
              stroke-linejoin="round"
            />
          </svg>
          <span>{{ entry.label }}</span>
        </router-link>
      </nav>

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
.head-button:hover:not(:disabled) {
  background: rgb(var(--v-theme-frame-field));
}
.head-button:disabled {
  opacity: 0.45;
}
.rail {
  background: rgb(var(--v-theme-rail));
  border-right: 1px solid rgb(var(--v-theme-line));
  padding-top: 8px;
}
.rail-entry {
  display: flex;
  flex-direction: column;
  align-items: center;
  gap: 3px;
  padding: 9px 0 8px;
  font-size: 11px;
  text-align: center;
  color: rgb(var(--v-theme-ink-soft));
  text-decoration: none;
  border-left: 3px solid transparent;
}
.rail-entry.active {
  color: rgb(var(--v-theme-ink));
  font-weight: 700;
  background: rgb(var(--v-theme-background));
  border-left-color: rgb(var(--v-theme-accent));
}
.rail-entry:hover {
  color: rgb(var(--v-theme-ink));
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
/* Small windows and large zoom: the screens below each other, their list above the foot. */
@media (width <= 800px) {
  .frame {
    grid-template: auto auto minmax(0, 1fr) auto auto / minmax(0, 1fr);
  }
  .head {
    flex-wrap: wrap;
    gap: 2px 6px;
    padding: 6px 8px;
  }
  .rail {
    grid-row: 4;
    display: flex;
    overflow-x: auto;
    padding: 0;
    border: 0;
    border-top: 1px solid rgb(var(--v-theme-line));
  }
  .rail-entry {
    flex: none;
    padding: 4px 10px;
    border-left: 0;
    border-top: 3px solid transparent;
  }
  .rail-entry.active {
    border-top-color: rgb(var(--v-theme-accent));
  }
  .rail-entry svg {
    display: none;
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
