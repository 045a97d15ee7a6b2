<script setup lang="ts">
/** One search over everything recorded, from any screen; the best hit is taken with Enter. */
import { computed, ref } from 'vue';
import { useRouter, type RouteLocationRaw } from 'vue-router';
import type { Found } from '../../core/finding/find.ts';
import { recordOf } from '../../core/catalogue/catalogue.ts';
import { nameOf } from '../../core/lineage/names.ts';
import { currentRelease, distributionOf } from '../../core/lineage/releases.ts';
import { currentDay } from '../stores/clock.ts';
import { recordsBelongingTo } from '../../core/catalogue/pointers.ts';
import { useCatalogueStore } from '../stores/catalogueStore.ts';
import { sidesInAddress } from '../stores/sideStore.ts';
import { useFind } from './useFind.ts';
import { usePackageNames, type PackageHit } from './usePackageNames.ts';

/** A line of the results: something recorded, or a package. */
interface Hit {
  readonly key: string;
  readonly text: string;
  readonly about: string;
  readonly hit?: Found;
  readonly package?: PackageHit;
}
const SHOWN = 14;
/** The fit from which a name is meant as it was typed. */
const EXACT = 100;

const store = useCatalogueStore();
const router = useRouter();
const input = ref<HTMLInputElement | null>(null);
const text = ref('');
const active = ref(0);
const open = ref(false);
const { found: recorded, busy: searching } = useFind(text);
const { hits: packages, busy: looking } = usePackageNames(text);
const busy = computed(() => searching.value || looking.value);

/** A package that is called exactly so stands before what is only alike; all others behind what is recorded. */
const found = computed((): Hit[] => {
  const records = recorded.value.map((hit): Hit => ({ hit, key: hit.id, text: hit.text, about: hit.about }));
  const hits = packages.value.map((each): Hit => ({
    package: each,
    key: `package ${each.name}`,
    text: `${each.name} ${each.version}`,
    about: `package, ${nameOf(store.catalogue, each.of)}${each.lists > 1 ? ` and ${each.lists - 1} more` : ''}`,
  }));
  const first = packages.value.filter(({ fit }) => fit === 3).length;
  const best = recorded.value.filter(({ fit }) => fit >= EXACT).length;
  const room = Math.max(SHOWN - hits.length, best);
  return [
    ...records.slice(0, best),
    ...hits.slice(0, first),
    ...records.slice(best, room),
    ...hits.slice(first),
  ];
});

/** Where a hit is shown: distributions on the map, all else in the dossier that it belongs to. */
function addressOf({ kind, id, key, subject }: Found): RouteLocationRaw {
  const { asof, view } = router.currentRoute.value.query;
  const dossier = (release: string, query: Record<string, string>) => ({
    name: 'dossier',
    params: { release },
    query: { ...query, asof },
  });
  switch (kind) {
    case 'distribution':
      return { name: 'lineage', query: { at: id, asof, view } };
    case 'edition':
    case 'release':
      return dossier(id, {});
    case 'reading':
    case 'change':
      return dossier(subject!, { fact: key! });
    case 'source': {
      const [reading] = recordsBelongingTo(store.catalogue, id, 'reading');
      return reading
        ? dossier(reading.subject, { tab: 'evidence', source: id })
        : { name: 'dossiers', query: { asof } };
    }
    case 'purpose':
      return { name: 'choose', query: { for: id, asof } };
    case 'cohort':
      return { name: 'company', query: { company: id, asof } };
    case 'sideBySide': {
      const { subjects } = recordOf(store.catalogue, 'sideBySide', id)!;
      return { name: 'sides', query: { of: sidesInAddress(subjects), asof } };
    }
    case 'claim':
    case 'question':
      return subject ? dossier(subject, { tab: 'assessment' }) : { name: 'dossiers', query: { asof } };
    default:
      return subject ? dossier(subject, {}) : { name: 'dossiers', query: { asof } };
  }
}
/** The other place where a hit is shown: of a distribution the dossier, of a reading its source, of all else the map. */
function otherAddressOf({ kind, id, subject }: Found): RouteLocationRaw | null {
  const { asof } = router.currentRoute.value.query;
  if (kind === 'distribution')
    return { name: 'dossier', params: { release: currentOf(id) }, query: { asof } };
  const reading = kind === 'reading' ? recordOf(store.catalogue, 'reading', id) : undefined;
  if (reading?.source)
    return {
      name: 'dossier',
      params: { release: reading.subject },
      query: { tab: 'evidence', source: reading.source, asof },
    };
  const at = subject ?? (kind === 'release' || kind === 'edition' ? id : undefined);
  return at ? { name: 'lineage', query: { at: distributionOf(store.catalogue, at), asof } } : null;
}
const currentOf = (id: string) => currentRelease(store.catalogue, id, currentDay())?.id ?? id;
const otherWord = computed(() => {
  const hit = found.value[active.value]?.hit;
  if (!hit || !otherAddressOf(hit)) return '';
  return hit.kind === 'distribution' ? 'its dossier' : hit.kind === 'reading' ? 'its source' : 'the map';
});
/** A package is shown with whom a change of it would reach. */
function addressOfPackage({ name, of }: PackageHit): RouteLocationRaw {
  const { asof } = router.currentRoute.value.query;
  return { name: 'dossier', params: { release: of }, query: { tab: 'packages', package: name, asof } };
}
/** Waits for what is still being searched: whoever types and presses Enter at once means the best hit. */
async function go(index: number, other = false): Promise<void> {
  while (busy.value) await new Promise((resolve) => setTimeout(resolve, 10));
  const hit = found.value[index];
  if (!hit) return;
  text.value = '';
  open.value = false;
  input.value?.blur();
  const elsewhere = other && hit.hit ? otherAddressOf(hit.hit) : null;
  await router.push(elsewhere ?? (hit.hit ? addressOf(hit.hit) : addressOfPackage(hit.package!)));
}

function onKey(event: KeyboardEvent): void {
  const last = found.value.length - 1;
  if (event.key === 'ArrowDown') active.value = Math.min(active.value + 1, last);
  else if (event.key === 'ArrowUp') active.value = Math.max(active.value - 1, 0);
  else if (event.key === 'Enter') void go(active.value, event.shiftKey);
  else if (event.key === 'Escape') input.value?.blur();
  else return;
  event.preventDefault();
}

function onInput(): void {
  active.value = 0;
  open.value = true;
}

defineExpose({ focus: () => input.value?.focus() });
</script>

<template>
  <div class="find">
    <input
      ref="input"
      v-model="text"
      type="text"
      placeholder="Find anything   /"
      aria-label="Find anything recorded"
      role="combobox"
      aria-controls="find-results"
      :aria-expanded="open && found.length > 0"
      :aria-activedescendant="open && found.length ? `find-${active}` : undefined"
      @input="onInput"
      @focus="open = true"
      @blur="open = false"
      @keydown="onKey"
    />
    <div v-if="open && text" class="results">
      <ul id="find-results" role="listbox" aria-label="What is found">
        <li
          v-for="(hit, index) in found"
          :id="`find-${index}`"
          :key="hit.key"
          role="option"
          :aria-selected="index === active"
          :class="{ active: index === active }"
          @mousedown.prevent="go(index, $event.shiftKey)"
        >
          <span class="cut">{{ hit.text }}</span> <span class="soft small about">{{ hit.about }}</span>
        </li>
      </ul>
      <p v-if="found.length === 0" class="soft hint" role="status">
        {{ busy ? 'Searching …' : 'Nothing recorded is called that, or sounds like it.' }}
      </p>
      <p v-if="otherWord" class="soft small hint">Enter goes there, Shift+Enter to {{ otherWord }}</p>
    </div>
  </div>
</template>

<style scoped>
.find {
  position: relative;
  flex: 0 1 300px;
}
input {
  width: 100%;
  padding: 6px 12px;
  border-radius: 6px;
  background: rgb(var(--v-theme-frame-field));
  color: inherit;
  font-size: 13px;
}
input::placeholder {
  color: rgba(var(--v-theme-on-frame), 0.72);
}
.results {
  position: absolute;
  z-index: 20;
  inset: calc(100% + 4px) auto auto 0;
  width: max(100%, 440px);
  padding: 4px 0;
  background: rgb(var(--v-theme-surface));
  color: rgb(var(--v-theme-ink));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 6px;
}
li {
  display: flex;
  gap: 12px;
  justify-content: space-between;
  padding: 4px 12px;
  cursor: pointer;
}
.about {
  flex: none;
  max-width: 46%;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
ul {
  list-style: none;
}
.hint {
  padding: 4px 12px;
}
li.active {
  background: rgb(var(--v-theme-accent-soft));
}
</style>
