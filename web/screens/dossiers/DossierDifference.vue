<script setup lang="ts">
/** Two releases of a distribution side by side: only what differs, and apart from it what only one of them knows. */
import { computed } from 'vue';
import { AREAS, type AreaId } from '../../../core/catalogue/areas.ts';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { wordChange } from '../../../core/wording/changeText.ts';
import { formatNumberOf, formatValue } from '../../../core/wording/valueText.ts';
import type { Cell } from '../../../core/layers/cell.ts';
import { diffReleases, type FactDifference } from '../../../core/layers/releaseDiff.ts';
import { releasesOf } from '../../../core/lineage/releases.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import { useQueryState } from '../../parts/queryState.ts';
import EvidenceMark from '../../parts/EvidenceMark.vue';

const props = defineProps<{ catalogue: Catalogue; release: RecordId; distribution: RecordId; day: number }>();
const { query, go } = useQueryState();

const others = computed(() =>
  releasesOf(props.catalogue, props.distribution).filter(({ id }) => id !== props.release),
);
/** The release before this one, unless another is chosen. */
const against = computed(() => {
  const chosen = others.value.find(({ id }) => id === query.value.against);
  const all = releasesOf(props.catalogue, props.distribution);
  const at = all.findIndex(({ id }) => id === props.release);
  return (chosen ?? all[at + 1] ?? others.value[0])?.id;
});
const diff = computed(() =>
  against.value ? diffReleases(props.catalogue, against.value, props.release, props.day) : null,
);
const groups = computed(() =>
  AREAS.map(({ id, label }) => ({
    id,
    label,
    rows: (diff.value?.differences ?? []).filter(
      ({ fact, unknown }) => fact.area === (id as AreaId) && !unknown,
    ),
  })).filter(({ rows }) => rows.length),
);
const unknown = computed(() => (diff.value?.differences ?? []).filter((each) => each.unknown));
const changed = computed(() => (diff.value?.differences.length ?? 0) - unknown.value.length);

function wordCell(row: FactDifference, cell: Cell): string {
  if (cell.absent) return 'none';
  return cell.value === undefined ? 'not known' : formatValue(row.fact, cell.value);
}
/** Lists are told by what changed in them; a single value needs no more than the two columns. */
const said = ({ fact, before, after, elements }: FactDifference) =>
  Array.isArray(after.value ?? before.value)
    ? wordChange({ fact, before: before.value, after: after.value, elements }).replace(`${fact.label}: `, '')
    : '';
</script>

<template>
  <div v-if="!against" class="soft lone">There is no other release to hold it against.</div>
  <div v-else-if="diff">
    <p class="head">
      <label for="against">Held against</label>
      <select
        id="against"
        class="field"
        :value="against"
        @change="go({ against: ($event.target as HTMLSelectElement).value })"
      >
        <option v-for="each in others" :key="each.id" :value="each.id">
          {{ nameOf(catalogue, each.id) }}
        </option>
      </select>
      <span>
        {{ formatNumberOf(changed, 'fact') }} {{ changed === 1 ? 'differs' : 'differ' }}, {{ diff.equal }}
        {{ diff.equal === 1 ? 'is' : 'are' }} equal, {{ unknown.length }} known of one of them only<template
          v-if="diff.notCheckedAgain"
          >, {{ diff.notCheckedAgain }} taken over and not checked again</template
        >.
      </span>
    </p>
    <table class="plain-table" aria-label="Differences">
      <thead>
        <tr>
          <th>Fact</th>
          <th>{{ nameOf(catalogue, against) }}</th>
          <th>{{ nameOf(catalogue, release) }}</th>
          <th>What changed</th>
        </tr>
      </thead>
      <tbody v-for="group in groups" :key="group.id">
        <tr>
          <th
            colspan="4"
            scope="rowgroup"
            :style="{ color: `rgb(var(--v-theme-area-${group.id}, var(--v-theme-ink)))` }"
          >
            {{ group.label }}
          </th>
        </tr>
        <tr v-for="row in group.rows" :key="row.fact.key">
          <td class="soft">{{ row.fact.label }}</td>
          <td><EvidenceMark :evidence="row.before.evidence" /> {{ wordCell(row, row.before) }}</td>
          <td>
            <EvidenceMark :evidence="row.after.evidence" />
            <router-link
              class="plain-link"
              :to="{ query: { ...$route.query, tab: undefined, fact: row.fact.key } }"
              >{{ wordCell(row, row.after) }}</router-link
            >
          </td>
          <td class="small">{{ said(row) }}</td>
        </tr>
      </tbody>
    </table>
    <template v-if="unknown.length">
      <h2>Known of one only</h2>
      <p class="small soft">No difference and no likeness: of the other nobody knows.</p>
      <table class="plain-table" aria-label="Known of one only">
        <tbody>
          <tr v-for="row in unknown" :key="row.fact.key">
            <td class="soft">{{ row.fact.label }}</td>
            <td>{{ wordCell(row, row.before) }}</td>
            <td>{{ wordCell(row, row.after) }}</td>
          </tr>
        </tbody>
      </table>
    </template>
  </div>
</template>

<style scoped>
td > :deep(.mark),
td > :first-child:not(a) {
  margin-right: 6px;
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  margin: 12px 0;
}
.lone {
  padding: 20px 0;
}
td,
th {
  vertical-align: top;
}
td {
  width: 28%;
}
td:first-child {
  width: 18%;
}
h2 {
  margin: 20px 0 2px;
}
</style>
