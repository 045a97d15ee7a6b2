<script setup lang="ts">
/** How long, and what ends first: windows of support over the windows of the bases, asked of a day. */
import { storeToRefs } from 'pinia';
import { computed } from 'vue';
import { firstDayOf, formatDay } from '../../../core/catalogue/days.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import { recordOf, recordsOf } from '../../../core/catalogue/catalogue.ts';
import { formatSupportCalendar, formatSupportCsv } from '../../../core/exchange/supportFile.ts';
import { parseWhen } from '../../../core/catalogue/parseWhen.ts';
import { createIssue } from '../../../core/issue.ts';
import { wordSupported } from '../../../core/wording/supportText.ts';
import { keyOr } from '../../../core/lookUp.ts';
import { useQueryState } from '../../parts/queryState.ts';
import { saveTextFile } from '../../parts/saveTextFile.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { currentDay, useAsOf } from '../../stores/clock.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';
import SidePicker from '../sides/SidePicker.vue';
import SupportCalendar from './SupportCalendar.vue';
import SupportDetail from './SupportDetail.vue';
import SupportWindows from './SupportWindows.vue';
import { MOST_ROWS, useSupport } from './useSupport.ts';

const store = useCatalogueStore();
const { catalogue } = storeToRefs(store);
const notices = useNoticeStore();
const { query, go } = useQueryState();
const { day } = useAsOf();

const purpose = computed(
  () =>
    recordOf(catalogue.value, 'purpose', query.value.who ?? '') ??
    [...recordsOf(catalogue.value, 'purpose')][0],
);
/** The day that is asked about: as the address says, else the one that the purpose wants, else the one that all is as of. */
const on = computed(() => {
  const asked = firstDayOf(query.value.on ?? '');
  if (Number.isFinite(asked)) return asked;
  const wanted =
    !query.value.who || query.value.who === purpose.value?.id ? firstDayOf(purpose.value?.until ?? '') : NaN;
  return Number.isFinite(wanted) ? wanted : day.value;
});
const asked = computed(() => ({ of: query.value.who ?? '', day: day.value, on: on.value }));
const { choices, chosen, ids, rows, label } = useSupport(catalogue, asked);
const ORDERS = { end: 'first end first', name: 'by name', asked: 'as they come' } as const;
const order = computed(() => keyOr(ORDERS, query.value.order, 'asked'));
const ordered = computed(() => {
  if (order.value === 'asked') return rows.value;
  return rows.value.toSorted((a, b) =>
    order.value === 'name'
      ? a.name.localeCompare(b.name, 'en')
      : (a.first?.day ?? Infinity) - (b.first?.day ?? Infinity),
  );
});
const idOf = ({ subject, edition }: { subject: string; edition?: string }) => `${subject} ${edition ?? ''}`;
const selected = computed(
  () => ordered.value.find((row) => idOf(row) === query.value.row) ?? ordered.value[0],
);

function ask(text: string): void {
  const when = text.trim() ? parseWhen(text.trim()) : null;
  if (text.trim() && !when) {
    notices.tellIssues([createIssue('error', 'paste.date', 'the day', { text })]);
    return;
  }
  void go({ on: when ? formatDay(firstDayOf(when)) : undefined });
}
const byHand = (id: string) => {
  const before = /^(release|distribution|edition):/.test(chosen.value) ? chosen.value.split(';') : [];
  void go({ who: [...new Set([...before, id])].join(';') }, 'push');
};
function toFamily(): void {
  const row = selected.value;
  if (row) void go({ who: `family:${row.distribution}` }, 'push');
}
const title = computed(() => `${store.about?.title ?? 'Aspen Ridge'}: support`);
const saveCalendar = () =>
  saveTextFile(
    'support.ics',
    'text/calendar',
    formatSupportCalendar(ordered.value, title.value, currentDay()),
  );
const saveTable = () => saveTextFile('support.csv', 'text/csv', formatSupportCsv(ordered.value));
</script>

<template>
  <div class="work support">
    <header>
      <h1>
        Supported on
        <input
          class="field day"
          aria-label="The day that is asked about"
          :value="formatWhen(formatDay(on))"
          @change="ask(($event.target as HTMLInputElement).value)"
          @focus="($event.target as HTMLInputElement).select()"
        />?
        <span class="soft about">asked of {{ label.replace(/^./, (letter) => letter.toLowerCase()) }}</span>
      </h1>
      <p v-if="rows.length" class="answer" role="status">
        {{ wordSupported(rows, on) }}
        <span v-if="ids.length > MOST_ROWS" class="soft"
          >Shown are {{ MOST_ROWS }} of {{ ids.length }}: choose a peer group or a family.</span
        >
      </p>
      <p class="asking">
        <button
          v-for="each in choices"
          :key="each.id"
          class="chip"
          :class="{ on: each.id === chosen }"
          :aria-pressed="each.id === chosen"
          @click="go({ who: each.id, row: undefined }, 'push')"
        >
          {{ each.label }}
        </button>
        <button v-if="selected" class="chip" @click="toFamily">Family of {{ selected.name }}</button>
        <SidePicker
          id="support-of"
          :catalogue="catalogue"
          label="One more by hand"
          @picked="byHand($event.id)"
        />
        <span class="spacer" />
        <label class="small soft"
          >Order
          <select
            :value="order"
            class="field"
            @change="go({ order: ($event.target as HTMLSelectElement).value })"
          >
            <option v-for="(words, id) in ORDERS" :key="id" :value="id">{{ words }}</option>
          </select></label
        >
        <button class="accent-link" :disabled="!rows.length" @click="saveCalendar">Calendar file</button>
        <button class="accent-link" :disabled="!rows.length" @click="saveTable">Table (CSV)</button>
        <SupportCalendar v-if="store.canEdit" :catalogue="catalogue" />
      </p>
    </header>
    <div v-if="!rows.length" class="empty">
      <h2>Nobody to ask of</h2>
      <p>Name a system above, keep a peer group, or say what candidates are judged for under Recommend.</p>
    </div>
    <template v-else>
      <SupportWindows
        :rows="ordered"
        :today="currentDay()"
        :on="on"
        :selected="selected ? idOf(selected) : ''"
        @select="go({ row: idOf($event) })"
      />
      <SupportDetail
        v-if="selected"
        :catalogue="catalogue"
        :row="selected"
        :others="rows"
        :day="day"
        :on="on"
      />
    </template>
  </div>
</template>

<style scoped>
.support {
  height: 100%;
  padding: 12px 20px 20px;
  overflow: auto;
}
.day {
  width: 128px;
  font-size: 18px;
  font-weight: 700;
}
.about {
  font-size: 14px;
  font-weight: 400;
  margin-left: 6px;
}
.answer {
  margin: 5px 0;
}
.asking {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 8px;
  margin: 8px 0 20px;
}
@media print {
  .asking {
    display: none;
  }
}
</style>
