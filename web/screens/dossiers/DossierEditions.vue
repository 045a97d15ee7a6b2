<script setup lang="ts">
/** Editions, releases and media of a distribution, edited where they are seen; each takes a pasted table. */
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { recordOf, type Catalogue } from '../../../core/catalogue/catalogue.ts';
import { EDITION_STANDINGS, type Edition } from '../../../core/catalogue/edition.ts';
import { findFactKey, formatTypedValue } from '../../../core/catalogue/factSheet.ts';
import type { Element } from '../../../core/catalogue/factValue.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { STAGES, type Release } from '../../../core/catalogue/release.ts';
import {
  IMAGE_KINDS,
  mergeImages,
  parsePastedEditions,
  parsePastedImages,
} from '../../../core/editing/pasteEditions.ts';
import { addEdition, addEditions, setEditionCell } from '../../../core/editing/editions.ts';
import {
  addReleases,
  editionsNamed,
  setReleaseCell,
  type ReleaseColumn,
} from '../../../core/editing/releases.ts';
import { removeRecord } from '../../../core/editing/removal.ts';
import { parsePastedReleases, type Pasted } from '../../../core/editing/pasteReleases.ts';
import { formatNumberOf } from '../../../core/wording/valueText.ts';
import { elementsOf, topOf } from '../../../core/layers/areas/cells.ts';
import type { LayerTable } from '../../../core/layers/layerTable.ts';
import { subjectOf } from '../../../core/layers/unchanged.ts';
import { editionsOf, releasesOf } from '../../../core/lineage/releases.ts';
import { linksFrom } from '../../../core/lineage/linksInForce.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import EditTable, { type EditColumn, type EditRow } from '../../parts/EditTable.vue';
import EvidenceMark from '../../parts/EvidenceMark.vue';
import PasteSheet from '../../parts/PasteSheet.vue';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';
import { setBaseOfEdition } from '../../../core/editing/lines/sayLineage.ts';
import { today } from '../../stores/clock.ts';
import { useFactEditing } from './useFactEditing.ts';

const props = defineProps<{ catalogue: Catalogue; release: RecordId; table: LayerTable }>();
const store = useCatalogueStore();
const notices = useNoticeStore();
const route = useRoute();
const { write } = useFactEditing();

const top = computed(() => props.table.layers[props.table.layers.length - 1]);
const distribution = computed(() => top.value.distribution);
const editions = computed(() => editionsOf(props.catalogue, distribution.value));
const releases = computed(() => releasesOf(props.catalogue, distribution.value));
const nameOfEdition = (id: RecordId) => recordOf(props.catalogue, 'edition', id)?.name ?? '';

const EDITION_TABLE: readonly EditColumn[] = [
  { id: 'name', label: 'Edition', width: '22%' },
  { id: 'standing', label: 'Status', choices: EDITION_STANDINGS, width: '18%' },
  { id: 'base', label: 'Base of its own', placeholder: 'base, by name', width: '24%' },
  { id: 'note', label: 'Note', placeholder: 'note' },
];
const editionRows = computed((): EditRow[] =>
  editions.value.map(({ id, name: called, standing, note }) => ({
    id,
    cells: {
      name: called,
      standing,
      note,
      base: linksFrom(props.catalogue, id)
        .map(({ base }) => nameOf(props.catalogue, base))
        .join(', '),
    },
  })),
);
const RELEASE_TABLE: readonly EditColumn[] = [
  { id: 'version', label: 'Release', width: '22%' },
  { id: 'date', label: 'Date', placeholder: '2026-11-30', width: '18%' },
  { id: 'codeName', label: 'Code name', placeholder: 'code name', width: '24%' },
  { id: 'stage', label: 'Stage', choices: STAGES, width: '14%' },
  { id: 'editions', label: 'Editions', placeholder: 'all' },
];
const releaseRows = computed((): EditRow[] =>
  releases.value.map(({ id, version, date = '', codeName, stage, editions: of }) => ({
    id,
    cells: { version, date, codeName, stage, editions: of.map(nameOfEdition).join(', ') },
    to: { name: 'dossier', params: { release: id }, query: route.query },
    current: id === props.release,
  })),
);

const IMAGES = findFactKey('editions.images')!;
const imageCell = computed(() => topOf(props.table, IMAGES.key)!);
const images = computed(() => elementsOf(imageCell.value));
const IMAGE_TABLE: readonly EditColumn[] = [
  { id: 'name', label: 'Image', width: '27%' },
  { id: 'edition', label: 'Edition', placeholder: 'edition', width: '11%' },
  { id: 'architecture', label: 'Architecture', placeholder: 'x86_64', width: '12%' },
  { id: 'date', label: 'Built', placeholder: '2026-11-30', width: '12%' },
  { id: 'size', label: 'Size', placeholder: '3.1 GB', width: '11%' },
  { id: 'kind', label: 'Kind', choices: IMAGE_KINDS, width: '11%' },
  { id: 'checksum', label: 'Checksum', placeholder: 'sha256 …' },
];
const imageRows = computed((): EditRow[] =>
  images.value.map((image) => ({
    id: image.name,
    cells: Object.fromEntries(
      IMAGE_TABLE.map(({ id }) => [
        id,
        id === 'name' ? image.name : id === 'edition' ? (image.slot ?? '') : (image.settings?.[id] ?? ''),
      ]),
    ),
  })),
);

const setRelease = (id: RecordId, column: string, text: string): boolean =>
  notices.tellTrouble(store.commit(setReleaseCell(props.catalogue, id, column as ReleaseColumn, text)));
const setEdition = (id: RecordId, column: string, text: string): boolean =>
  notices.tellTrouble(
    column === 'base'
      ? store.commit(setBaseOfEdition(lineContext(), id, text))
      : store.commit(setEditionCell(props.catalogue, id, column as 'name' | 'standing' | 'note', text)),
  );
const lineContext = () => ({
  catalogue: props.catalogue,
  turn: { subject: props.release, source: null },
  today: today(),
  author: '',
});
function removeOne(id: RecordId): void {
  const name = nameOf(props.catalogue, id);
  const done = store.commit(removeRecord(props.catalogue, id));
  if (!done.ok) return notices.tellIssues(done.issues);
  const along = done.value ? ` with ${formatNumberOf(done.value, 'record')} that belonged to it alone` : '';
  notices.tell(`Deleted ${name}${along}. Undo brings it back.`);
}

/** The cells of a new row are read as a pasted line is. */
const lineOf = (cells: Readonly<Record<string, string>>, columns: readonly string[]) =>
  [columns.join('\t'), columns.map((id) => cells[id]).join('\t')].join('\n');
function addRelease(cells: Readonly<Record<string, string>>): void {
  const read = parsePastedReleases(
    props.catalogue,
    distribution.value,
    lineOf(cells, ['version', 'date', 'codeName', 'stage']),
  );
  const of = editionsNamed(props.catalogue, distribution.value, cells.editions);
  if (read.issues.length) notices.tellIssues(read.issues);
  else if (notices.tellTrouble(of) && of.ok)
    addAll(read.put.map((each) => ({ ...each, editions: of.value })));
}
const addAll = (put: readonly Release[]) =>
  notices.tellTrouble(store.commit(addReleases(props.catalogue, put)));
const addAllEditions = (put: readonly Edition[]) =>
  notices.tellTrouble(store.commit(addEditions(props.catalogue, put)));
function addOneEdition({ name: called, standing, note, base }: Readonly<Record<string, string>>): void {
  const added = store.commit(
    addEdition(props.catalogue, distribution.value, { name: called, standing, note }),
  );
  const made = editions.value.find(({ name: each }) => each === called.trim());
  if (notices.tellTrouble(added) && base.trim() && made) setEdition(made.id, 'base', base.trim());
}

/** Images are one list of the release; each edit writes the list, from the source that it came from. */
function writeImages(next: readonly Element[]): boolean {
  const source = imageCell.value.inForce?.source ?? store.lastCited;
  const saying = next.length
    ? ({ state: 'set', text: formatTypedValue(IMAGES, [...next]) } as const)
    : ({ state: 'none' } as const);
  return notices.tellTrouble(
    write({ subject: subjectOf(top.value, IMAGES) }, IMAGES, saying, source ? { id: source } : null),
  );
}
function setImage(id: string, column: string, text: string): void {
  const row = imageRows.value.find((each) => each.id === id)!;
  const made = readImage({ ...row.cells, [column]: text });
  if (made) writeImages(images.value.map((image) => (image.name === id ? withRest(made, image) : image)));
}
/** Settings that the table does not show stay. */
function withRest(made: Element, image: Element): Element {
  const shown = new Set(IMAGE_TABLE.map(({ id }) => id));
  const rest = Object.entries(image.settings ?? {}).filter(([key]) => !shown.has(key));
  const settings = { ...made.settings, ...Object.fromEntries(rest) };
  return { ...made, ...(Object.keys(settings).length > 0 && { settings }) };
}
function readImage(cells: Readonly<Record<string, string>>): Element | null {
  const { put, issues } = parsePastedImages(
    [],
    lineOf(
      cells,
      IMAGE_TABLE.map(({ id }) => id),
    ),
  );
  if (issues.length) notices.tellIssues(issues);
  return put[0] ?? null;
}
function addImage(cells: Readonly<Record<string, string>>): void {
  const made = readImage(cells);
  if (made) writeImages(mergeImages(images.value, [made]));
}

interface Pasting {
  readonly noun: string;
  readonly columns: string;
  readonly placeholder: string;
  readonly parse: (text: string) => Pasted<unknown>;
  readonly add: (put: readonly never[]) => boolean;
}
const PASTES = {
  edition: {
    noun: 'edition',
    columns: 'name, status, note',
    placeholder: 'Trellis\tofficial\nPorch\tcommunity',
    parse: (text) => parsePastedEditions(props.catalogue, distribution.value, text),
    add: addAllEditions,
  },
  release: {
    noun: 'release',
    columns: 'version, date, code name, stage',
    placeholder: '7.2\t2026-09-01\tkelp\n7.3\tNov 2026',
    parse: (text) => parsePastedReleases(props.catalogue, distribution.value, text),
    add: addAll,
  },
  image: {
    noun: 'image',
    columns: 'file, edition, architecture, date, size, kind, checksum, host',
    placeholder: 'main-7.2.iso\tMain\tx86_64\t2026-09-01\t3.1 GB\tboth',
    parse: (text) => parsePastedImages(images.value, text),
    add: (put: readonly Element[]) => writeImages(mergeImages(images.value, put)),
  },
} as const satisfies Record<string, Pasting>;
const pasting = ref<Pasting | null>(null);
const pasted = ref('');
function beginPaste(which: keyof typeof PASTES, text: string): void {
  pasted.value = text;
  pasting.value = PASTES[which];
}
function addPasted(put: readonly unknown[]): void {
  if (pasting.value!.add(put as never)) pasting.value = null;
}
</script>

<template>
  <div class="page">
    <EditTable
      noun="edition"
      title="Editions"
      :columns="EDITION_TABLE"
      :rows="editionRows"
      @set="setEdition"
      @add="addOneEdition"
      @remove="removeOne"
      @paste="(text) => beginPaste('edition', text)"
    />
    <EditTable
      noun="release"
      title="Releases"
      :columns="RELEASE_TABLE"
      :rows="releaseRows"
      @set="setRelease"
      @add="addRelease"
      @remove="removeOne"
      @paste="(text) => beginPaste('release', text)"
    />
    <EditTable
      noun="image"
      :title="`Images of ${nameOf(catalogue, release)}`"
      :columns="IMAGE_TABLE"
      :rows="imageRows"
      @set="setImage"
      @add="addImage"
      @remove="(id) => writeImages(images.filter((image) => image.name !== id))"
      @paste="(text) => beginPaste('image', text)"
    >
      <EvidenceMark v-if="images.length" :evidence="imageCell.evidence" />
    </EditTable>
    <v-dialog :model-value="pasting !== null" max-width="620" @update:model-value="pasting = null">
      <PasteSheet
        v-if="pasting"
        v-model="pasted"
        :noun="pasting.noun"
        :columns="pasting.columns"
        :placeholder="pasting.placeholder"
        :parse="pasting.parse"
        cancel="Cancel"
        @add="addPasted"
        @cancel="pasting = null"
      />
    </v-dialog>
  </div>
</template>

<style scoped>
.page {
  max-width: 1180px;
}
</style>
