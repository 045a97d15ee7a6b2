<script setup lang="ts">
/** The selected band: the link behind it, corrected in place; each change is one step that undo takes back. */
import { computed, ref, watch } from 'vue';
import { recordOf, type Catalogue } from '../../../core/catalogue/catalogue.ts';
import { recordsBelongingTo } from '../../../core/catalogue/pointers.ts';
import type { Link } from '../../../core/catalogue/link.ts';
import { RELATION_NAMES, RELATIONS, type Relation } from '../../../core/catalogue/relations.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { parseWhen } from '../../../core/catalogue/parseWhen.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import { wordComparison } from '../../../core/wording/dossierText.ts';
import { wordLink } from '../../../core/wording/lineageText.ts';
import { wordIssue } from '../../../core/wording/issueText.ts';
import { createIssue, type Issue } from '../../../core/issue.ts';
import { distributionOf, releasesOf } from '../../../core/lineage/releases.ts';
import { newestComparison } from '../../../core/lineage/lineageGraph.ts';
import { formatEndorsed, parseEndorsed } from '../../../core/editing/endorsed.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import PackageBar from '../../parts/PackageBar.vue';
import SourceChoice from '../sources/SourceChoice.vue';
import { today } from '../../stores/clock.ts';
import { useLinkEditing } from './useLinkEditing.ts';

const props = defineProps<{ link: Link; catalogue: Catalogue; day: string }>();
const emit = defineEmits<{ close: []; removed: [] }>();
const editing = useLinkEditing();
const issues = ref<readonly Issue[]>([]);
watch(
  () => props.link.id,
  () => (issues.value = []),
);

const isLineal = computed(() => RELATIONS[props.link.relation].kind === 'lineal');
const comparison = computed(() => newestComparison(props.catalogue, props.link));
/** The levels at which an end can stand: the distribution, its editions, its releases. */
function levelsOf(id: RecordId): RecordId[] {
  const distribution = distributionOf(props.catalogue, id);
  return [
    distribution,
    ...recordsBelongingTo(props.catalogue, distribution, 'edition').map((edition) => edition.id),
    ...releasesOf(props.catalogue, distribution).map((release) => release.id),
  ];
}

function change(changes: Partial<Link>): void {
  const done = editing.changeLink(props.link, changes);
  issues.value = done.ok ? [] : done.issues;
}
function changeDate(key: 'since' | 'until', event: Event): void {
  const text = (event.target as HTMLInputElement).value.trim();
  const date = text && parseWhen(text, today());
  if (date === null)
    issues.value = [
      createIssue('error', 'value.invalid', key, {
        text,
        expected: 'date such as 4 Mar 2026, Mar 2026 or about 2016',
      }),
    ];
  else change({ [key]: date });
}
function changeEndorsed(event: Event): void {
  const read = parseEndorsed(textOf(event), today());
  if (read.ok) change({ endorsed: read.value });
  else issues.value = read.issues;
}
const textOf = (event: Event) => (event.target as HTMLInputElement).value;
const sourceChoice = ref<InstanceType<typeof SourceChoice> | null>(null);
const sourceText = ref<string | null>('');
function cite(): void {
  const chosen = sourceChoice.value!.chosenSource();
  if (!chosen) return;
  if (typeof chosen === 'string') {
    issues.value = [createIssue('error', 'source.refused', chosen)];
    return;
  }
  const done = editing.cite(props.link, chosen);
  issues.value = done.ok ? [] : done.issues;
  if (done.ok) sourceText.value = '';
}
function remove(): void {
  const done = editing.removeLink(props.link);
  if (done.ok) emit('removed');
  else issues.value = done.issues;
}
</script>

<template>
  <form class="detail" aria-label="Selected link" @submit.prevent>
    <div class="crumbs">
      Link
      <button
        type="button"
        class="close"
        aria-label="Close the detail pane"
        title="Close (Esc)"
        @click="emit('close')"
      >
        ×
      </button>
    </div>
    <p class="sentence">{{ wordLink(catalogue, link) }}</p>
    <template v-if="comparison">
      <PackageBar :counts="comparison.counts" />
      <p class="small soft">
        {{ wordComparison(catalogue, comparison)
        }}{{ comparison.date ? ` Counted ${formatWhen(comparison.date)}.` : '' }}
      </p>
    </template>
    <p v-else-if="isLineal" class="small soft">
      Nobody has counted its packages yet: <router-link to="/intake">read a capture</router-link>.
    </p>
    <p v-for="issue in issues" :key="issue.code" class="remark is-trouble" role="alert">
      {{ wordIssue(issue) }}
    </p>

    <label>
      <span>Derivative</span>
      <select class="field" :value="link.derivative" @change="change({ derivative: textOf($event) })">
        <option v-for="id in levelsOf(link.derivative)" :key="id" :value="id">
          {{ nameOf(catalogue, id) }}
        </option>
      </select>
    </label>
    <label>
      <span>Relation</span>
      <select class="field" :value="link.relation" @change="change({ relation: textOf($event) as Relation })">
        <option v-for="each in RELATION_NAMES" :key="each">{{ each }}</option>
      </select>
    </label>
    <label>
      <span>Base</span>
      <select class="field" :value="link.base" @change="change({ base: textOf($event) })">
        <option v-for="id in levelsOf(link.base)" :key="id" :value="id">{{ nameOf(catalogue, id) }}</option>
      </select>
    </label>
    <label>
      <span>Since</span>
      <input
        class="field"
        :value="link.since ?? ''"
        :placeholder="recordOf(catalogue, 'release', link.derivative)?.date ?? 'not known'"
        @change="changeDate('since', $event)"
      />
    </label>
    <label>
      <span>Until</span>
      <span class="until">
        <input
          class="field"
          :value="link.until ?? ''"
          placeholder="still in force"
          @change="changeDate('until', $event)"
        />
        <v-btn v-if="!link.until" @click="change({ until: day })">End it</v-btn>
      </span>
    </label>
    <label>
      <span>Certainty</span>
      <select
        class="field"
        :value="link.certainty"
        @change="change({ certainty: textOf($event) as Link['certainty'] })"
      >
        <option>sure</option>
        <option>likely</option>
        <option value="claimed">only claimed</option>
      </select>
    </label>
    <label v-if="isLineal">
      <span>Order</span>
      <input
        class="field"
        type="number"
        min="0"
        :value="link.order"
        title="Of several bases on one date the lowest wins, the others fill the gaps"
        @change="change({ order: Number(textOf($event)) })"
      />
    </label>
    <label v-if="!isLineal">
      <span>Parts</span>
      <input
        class="field"
        :value="link.parts.join('; ')"
        placeholder="package tool; installer"
        @change="
          change({
            parts: textOf($event)
              .split(';')
              .map((part) => part.trim())
              .filter(Boolean),
          })
        "
      />
    </label>
    <label v-if="isLineal">
      <span>Endorsed</span>
      <input
        class="field"
        :value="formatEndorsed(link.endorsed)"
        title="How the project of the base stands to it, over time"
        placeholder="2018: unofficial; 2024: official"
        @change="changeEndorsed"
      />
    </label>
    <label>
      <span>Reason</span>
      <textarea class="field" :value="link.reason" @change="change({ reason: textOf($event) })" />
    </label>
    <label>
      <span>Its words</span>
      <textarea
        class="field"
        :value="link.wording"
        title="The project's own wording, kept beside the finding"
        @change="change({ wording: textOf($event) })"
      />
    </label>
    <h2>Sources</h2>
    <ul class="rows">
      <li v-for="id in link.sources" :key="id">
        {{ nameOf(catalogue, id) }}
        <button
          type="button"
          :aria-label="`Take out ${nameOf(catalogue, id)}`"
          @click="change({ sources: link.sources.filter((other) => other !== id) })"
        >
          ×
        </button>
      </li>
    </ul>
    <p v-if="link.sources.length === 0" class="small soft">None: the link is only asserted.</p>
    <SourceChoice
      ref="sourceChoice"
      v-model="sourceText"
      :source="null"
      :subject="link.derivative"
      none="The beginning of a title, or a new one: page corvane.example, 12 Oct 2026"
      @keydown.enter.prevent="cite"
    />
    <v-btn v-if="sourceText" size="small" @click="cite">Cite it</v-btn>
    <div class="actions">
      <v-btn title="Undo brings it back" @click="remove">Delete the link</v-btn>
    </div>
  </form>
</template>

<style scoped src="./linkForm.css"></style>
<style scoped>
.close {
  margin-left: auto;
  font-size: 18px;
  line-height: 1;
  padding: 0 6px;
}
.crumbs {
  display: flex;
}
.sentence {
  font-size: 16px;
  font-weight: 600;
  line-height: 1.3;
  margin: 2px 0 8px;
}
h2 {
  margin-top: 14px;
}
.until {
  display: flex;
  gap: 6px;
}
ul {
  list-style: none;
  padding: 0;
  margin: 4px 0;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  padding: 4px 0;
}
.add {
  width: 100%;
}
</style>
