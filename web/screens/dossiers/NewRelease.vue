<script setup lang="ts">
/** A release begun from the one that is open: version, date, and the release that it rests on. */
import { computed, ref } from 'vue';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import { parseWhen } from '../../../core/catalogue/parseWhen.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import type { Release } from '../../../core/catalogue/release.ts';
import type { Link } from '../../../core/catalogue/link.ts';
import { parsePastedReleases } from '../../../core/editing/pasteReleases.ts';
import { wordIssue } from '../../../core/wording/issueText.ts';
import type { Issue } from '../../../core/issue.ts';
import { addReleases, beginNextRelease } from '../../../core/editing/releases.ts';
import { distributionOf, releasesOf } from '../../../core/lineage/releases.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import PasteSheet from '../../parts/PasteSheet.vue';
import { today } from '../../stores/clock.ts';
import { useDraftOf } from '../../stores/drafts.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';

const props = defineProps<{ catalogue: Catalogue; from: RecordId; link: Link | undefined; day: number }>();
const open = defineModel<boolean>({ required: true });
const emit = defineEmits<{ begun: [id: RecordId] }>();

const store = useCatalogueStore();
const version = ref('');
const date = ref('');
const base = ref('');
const issues = ref<readonly Issue[]>([]);
const { drop } = useDraftOf(`release/${props.from}`, { version, date, base });
const written = computed(() => (date.value ? parseWhen(date.value, today()) : ''));
const dateProblem = computed(() => written.value === null);
const bases = computed(() =>
  props.link ? releasesOf(props.catalogue, distributionOf(props.catalogue, props.link.base)) : [],
);

/** A pasted list instead: releases without values, many at once. */
const pastes = ref(false);
const list = ref('');
function addPasted(put: readonly Release[]): void {
  const done = store.commit(addReleases(props.catalogue, put));
  issues.value = done.ok ? [] : done.issues;
  if (!done.ok) return;
  open.value = false;
  list.value = '';
}

function begin(): void {
  if (!version.value.trim() || dateProblem.value) return;
  const done = store.commit(
    beginNextRelease(
      props.catalogue,
      props.from,
      {
        version: version.value.trim(),
        date: written.value ?? '',
        ...(base.value && { base: base.value }),
      },
      props.day,
    ),
  );
  issues.value = done.ok ? [] : done.issues;
  if (!done.ok) return;
  open.value = false;
  drop();
  emit('begun', done.value.id);
}
</script>

<template>
  <v-dialog v-model="open" max-width="460" aria-label="Begin a release">
    <PasteSheet
      v-if="pastes"
      v-model="list"
      noun="release"
      columns="version, date, code name, stage"
      placeholder="7.2	2026-09-01	kelp&#10;7.3	Nov 2026"
      :parse="(text) => parsePastedReleases(catalogue, distributionOf(catalogue, from), text)"
      cancel="One release instead"
      @add="addPasted"
      @cancel="pastes = false"
    />
    <form v-else class="sheet" @submit.prevent="begin">
      <h2>A release after {{ nameOf(catalogue, from) }}</h2>
      <p class="small soft">
        Its values are copied as unverified and without a source; what belongs to one release alone, such as
        the end of support, is not. Undo takes all of it back.
      </p>
      <label
        ><span>Version</span><input v-model="version" class="field" required autofocus maxlength="300"
      /></label>
      <label
        ><span>Date</span
        ><input
          v-model.trim="date"
          class="field"
          placeholder="30 Nov 2026, Nov 2026 or 2026"
          :aria-invalid="dateProblem"
      /></label>
      <p v-if="dateProblem" class="small trouble">
        Not a date. Write a day, a month or a year: 30 Nov 2026, Nov 2026, 2026.
      </p>
      <label v-if="bases.length">
        <span>Rests on</span>
        <select v-model="base" class="field">
          <option value="">{{ nameOf(catalogue, link!.base) }}, as before</option>
          <option v-for="each in bases.filter(({ id }) => id !== link!.base)" :key="each.id" :value="each.id">
            {{ nameOf(catalogue, each.id) }}{{ each.date ? `, ${formatWhen(each.date)}` : '' }}
          </option>
        </select>
      </label>
      <p v-for="issue in issues" :key="issue.code" class="remark is-trouble" role="alert">
        {{ wordIssue(issue) }}
      </p>
      <div class="actions">
        <v-btn type="submit" variant="flat" color="primary" :disabled="!version.trim() || dateProblem"
          >Begin {{ version.trim() || 'the release' }}</v-btn
        >
        <v-btn @click="open = false">Cancel</v-btn>
        <v-btn title="Several at once" @click="pastes = true">Paste a list</v-btn>
      </div>
    </form>
  </v-dialog>
</template>

<style scoped>
.sheet {
  padding: 18px 20px;
  background: rgb(var(--v-theme-surface));
  border-radius: 10px;
}
label {
  display: grid;
  grid-template-columns: 88px minmax(0, 1fr);
  align-items: center;
  margin-top: 8px;
}
label span {
  color: rgb(var(--v-theme-ink-soft));
  font-size: 12.5px;
}
.small {
  margin-top: 4px;
}
.actions {
  display: flex;
  gap: 8px;
  margin-top: 16px;
}
</style>
