<script setup lang="ts">
/** What a dossier rests on: its sources, or its captures file by file, and what each says of which fact. */
import { computed } from 'vue';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import type { Source } from '../../../core/catalogue/source.ts';
import { SOURCE_KINDS } from '../../../core/catalogue/sourceKinds.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import { wordIssue } from '../../../core/wording/issueText.ts';
import { wordConditions } from '../../../core/wording/conditionsText.ts';
import { wordSaying } from '../../../core/wording/sayingText.ts';
import { formatNumberOf } from '../../../core/wording/valueText.ts';
import {
  evidenceByFile,
  evidenceBySource,
  type EvidenceLine,
  type ReadingPart,
  type SourceEvidence,
} from '../../../core/layers/evidence.ts';
import type { LayerTable } from '../../../core/layers/layerTable.ts';
import { evidenceOfSources } from '../../../core/weighing/evidenceOf.ts';
import { useQueryState } from '../../parts/queryState.ts';
import EvidenceMark from '../../parts/EvidenceMark.vue';
import ExchangeSource from '../sources/ExchangeSource.vue';
import SourceTools from '../sources/SourceTools.vue';

const props = defineProps<{ catalogue: Catalogue; table: LayerTable }>();
const { query, go } = useQueryState();

const top = computed(() => props.table.layers[props.table.layers.length - 1]);
const all = computed(() => evidenceBySource(props.catalogue, props.table));
const captures = computed(() =>
  all.value.filter(({ source }) => source && ['capture', 'image'].includes(source.sourceKind)),
);
const byCapture = computed(() => query.value.by === 'capture' && captures.value.length > 0);
const shown = computed(() => (byCapture.value ? captures.value : all.value));
const idOf = ({ source }: SourceEvidence) => source?.id ?? 'none';
const selected = computed(
  () => shown.value.find((each) => idOf(each) === query.value.source) ?? shown.value[0],
);
const groups = computed(() => {
  if (!selected.value) return [];
  if (byCapture.value) return evidenceByFile(selected.value).files;
  return [{ path: '', lines: selected.value.lines }];
});
const silent = computed(() =>
  selected.value && byCapture.value ? evidenceByFile(selected.value).silent : [],
);
const readings = computed(() => all.value.reduce((sum, { lines }) => sum + lines.length, 0));
const unsourced = computed(() => all.value.find(({ source }) => !source)?.lines.length ?? 0);

const PARTS: Readonly<Record<ReadingPart, string>> = {
  inForce: 'in force',
  agrees: 'agrees with what is in force',
  explained: 'says otherwise, under other conditions',
  outvoted: 'says otherwise, not in force',
  notFoundOut: 'could not be found out',
  spoiled: 'spoiled',
  replaced: 'replaced by a later one',
  undecided: 'not in force',
};
const saying = ({ fact, reading }: EvidenceLine) => wordSaying(fact, reading);
const wordPart = ({ part, reading }: EvidenceLine) =>
  part === 'spoiled' ? `unreliable: ${reading.spoiledBy.join(', ')}` : PARTS[part];
function wordGiven({ lines, tellsBase, changes }: SourceEvidence): string {
  const parts = [
    lines.length > 0 && formatNumberOf(lines.length, 'reading'),
    changes > 0 && formatNumberOf(changes, 'change'),
    tellsBase && 'the base',
  ];
  return parts.filter(Boolean).join(', ');
}
/** When it was published or seen, and when it was read, where that is another day. */
function wordDates({ date, read }: Source): string {
  if (!date) return read ? `read ${formatWhen(read)}` : 'undated';
  return read && read !== date ? `${formatWhen(date)}, read ${formatWhen(read)}` : formatWhen(date);
}
const place = computed(() => selected.value?.source?.place ?? '');

/** Up and down through the list. */
function onKey(event: KeyboardEvent): void {
  const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
  if (!step) return;
  event.preventDefault();
  const next = shown.value[shown.value.indexOf(selected.value!) + step];
  if (next) void go({ source: idOf(next) });
}
</script>

<template>
  <p v-if="all.length === 0" class="empty soft">
    No source yet. Record a fact with its source, or read a capture.
  </p>
  <template v-else>
    <div class="bar">
      <div class="pick" role="group" aria-label="Ordered by">
        <button
          class="chip"
          :class="{ on: !byCapture }"
          :aria-pressed="!byCapture"
          @click="go({ by: undefined, source: undefined })"
        >
          By source {{ all.length }}
        </button>
        <button
          class="chip"
          :class="{ on: byCapture }"
          :aria-pressed="byCapture"
          :disabled="captures.length === 0"
          @click="go({ by: 'capture', source: undefined })"
        >
          By capture {{ captures.length }}
        </button>
      </div>
      <span class="soft small">
        {{ formatNumberOf(readings, 'reading')
        }}<template v-if="unsourced">, {{ unsourced }} without a source</template>
      </span>
    </div>
    <div class="sides">
      <ul class="rows" role="listbox" aria-label="Sources" tabindex="0" @keydown="onKey">
        <li
          v-for="each in shown"
          :key="idOf(each)"
          role="option"
          :aria-selected="each === selected"
          :class="{ on: each === selected }"
          @click="go({ source: idOf(each) })"
        >
          <EvidenceMark
            :evidence="evidenceOfSources(catalogue, each.source ? [each.source.id] : [])"
            class="mark"
          />
          <div class="cut">
            <div class="cut" :class="{ trouble: !each.source }" :title="each.source?.title">
              {{ each.source?.title ?? 'Recorded without a source' }}
            </div>
            <div class="small soft cut">
              <template v-if="each.source"
                >{{ SOURCE_KINDS[each.source.sourceKind].label }}, {{ wordDates(each.source) }} ·
              </template>
              {{ wordGiven(each) }}
            </div>
          </div>
        </li>
      </ul>
      <section v-if="selected" class="said" aria-label="What it says">
        <h2>{{ selected.source?.title ?? 'Recorded without a source' }}</h2>
        <p v-if="selected.source" class="small soft">
          {{ SOURCE_KINDS[selected.source.sourceKind].label }}, {{ wordDates(selected.source)
          }}<template v-if="selected.source.by">, by {{ selected.source.by }}</template
          >. {{ wordConditions(selected.source.conditions) }}
          <a v-if="/^https?:/.test(place)" :href="place" rel="noreferrer noopener" target="_blank">{{
            place
          }}</a>
          <template v-else-if="place">{{ place }}.</template>
          {{ selected.source.note }}
        </p>
        <p v-for="(loss, i) in selected.source?.losses ?? []" :key="i" class="small trouble">
          {{ wordIssue({ ...loss, severity: 'damage' }) }}
        </p>
        <SourceTools
          v-if="selected.source"
          :source="selected.source.id"
          :subject="top.id"
          @merged="go({ source: $event })"
        />
        <p v-if="selected.tellsBase" class="small">The link to its base rests on it.</p>
        <table v-if="selected.lines.length" class="plain-table" aria-label="Readings">
          <thead>
            <tr>
              <th class="fact">Fact</th>
              <th>Says</th>
              <th class="part">Part it plays</th>
            </tr>
          </thead>
          <tbody v-for="group in groups" :key="group.path">
            <tr v-if="byCapture" class="file">
              <th colspan="3" scope="rowgroup" class="mono">{{ group.path || 'no file named' }}</th>
            </tr>
            <tr v-for="line in group.lines" :key="line.reading.id">
              <td>
                <router-link
                  class="plain-link soft"
                  :to="{ query: { fact: line.fact.key, asof: $route.query.asof } }"
                  >{{ line.fact.label }}</router-link
                >
              </td>
              <td>
                {{ saying(line) }}
                <ExchangeSource
                  v-if="!byCapture"
                  :reading="line.reading"
                  :fact="line.fact.label"
                  class="on-row"
                />
                <div v-if="!byCapture && line.reading.place" class="small soft mono cut">
                  {{ line.reading.place }}
                </div>
              </td>
              <td
                class="small"
                :class="line.part === 'outvoted' || line.part === 'spoiled' ? 'trouble' : 'soft'"
              >
                {{ wordPart(line) }}
              </td>
            </tr>
          </tbody>
        </table>
        <details v-if="silent.length" class="small">
          <summary>{{ formatNumberOf(silent.length, 'file') }} gave no fact that is recorded</summary>
          <div v-for="path in silent" :key="path" class="mono soft">{{ path }}</div>
        </details>
      </section>
    </div>
  </template>
</template>

<style scoped>
/* Offered where one is: a column of buttons would be louder than what is said. */
.on-row:not(:has(form)) {
  float: right;
  opacity: 0;
}
tr:hover .on-row,
.on-row:focus-within {
  opacity: 1;
}
.bar {
  display: flex;
  align-items: center;
  gap: 14px;
  padding: 8px 0 6px;
}
.pick {
  display: flex;
  gap: 6px;
}
.sides {
  display: grid;
  grid-template-columns: minmax(220px, 330px) minmax(0, 1fr);
  gap: 22px;
  align-items: start;
}
ul {
  list-style: none;
  padding: 0;
  border-top: 1px solid rgb(var(--v-theme-line));
}
li {
  display: grid;
  grid-template-columns: 9px minmax(0, 1fr);
  gap: 9px;
  padding: 6px 8px;
  cursor: pointer;
}
li.on {
  background: rgb(var(--v-theme-accent-soft));
}
.mark {
  margin-top: 5px;
}
.said {
  position: sticky;
  top: 0;
}
.plain-table {
  margin-top: 8px;
  table-layout: fixed;
}
.plain-table td {
  vertical-align: top;
}
.fact {
  width: 190px;
}
.part {
  width: 170px;
}
.file th {
  padding-top: 9px;
  font-weight: 500;
}
a[href] {
  color: rgb(var(--v-theme-accent-ink));
}
a.plain-link {
  color: inherit;
}
details {
  margin-top: 10px;
}
</style>
