<script setup lang="ts">
/** A release calendar taken in: a table is pasted or opened, its columns are mapped, and every line shows what would come of it. */
import { computed, ref } from 'vue';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import {
  CALENDAR_COLUMNS,
  guessMapping,
  proposeCalendar,
  readCalendarTable,
  takeCalendar,
  type CalendarColumn,
  type CalendarMapping,
} from '../../../core/editing/calendars.ts';
import { parseSourceLine } from '../../../core/editing/sourceLine.ts';
import { findSubject } from '../../../core/lineage/findSubject.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import { distributionOf } from '../../../core/lineage/releases.ts';
import { wordIssue } from '../../../core/wording/issueText.ts';
import { formatNumberOf } from '../../../core/wording/valueText.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { today } from '../../stores/clock.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';

const props = defineProps<{ catalogue: Catalogue }>();
const store = useCatalogueStore();
const notices = useNoticeStore();
const isOpen = ref(false);
const text = ref('');
const source = ref('');
const whose = ref('');
const byHand = ref<CalendarMapping>({});

const table = computed(() => readCalendarTable(text.value));
const mapping = computed<CalendarMapping>(() => ({ ...guessMapping(table.value), ...byHand.value }));
const about = computed(() => {
  const found = whose.value.trim() ? findSubject(props.catalogue, whose.value.trim()) : null;
  return found?.ok ? distributionOf(props.catalogue, found.value) : null;
});
const proposal = computed(() => proposeCalendar(props.catalogue, table.value, mapping.value, about.value));
const WORDS = {
  newRelease: 'new release',
  date: 'its date',
  codeName: 'its code name',
  end: 'end of support',
} as const;
const SHOWN = 200;
const refused = computed(() => proposal.value.lines.filter(({ issues }) => issues.length > 0).length);
const count = computed(() => proposal.value.releases.length + proposal.value.ends.size);

function map(column: CalendarColumn, at: string): void {
  byHand.value = { ...byHand.value, [column]: at === '' ? undefined : Number(at) };
}
async function openFile(event: Event): Promise<void> {
  const file = (event.target as HTMLInputElement).files?.[0];
  if (!file) return;
  if (file.size > 4 << 20) {
    notices.tell(`${file.name} is larger than 4 MiB: cut it down to the projects that are meant.`);
    return;
  }
  text.value = await file.text();
  byHand.value = {};
  if (!source.value) source.value = `page ${file.name}, ${today()}`;
}
function take(): void {
  const cited = parseSourceLine(source.value, today(), '');
  if (!cited.ok) return notices.tellIssues(cited.issues);
  const made = store.commit(
    takeCalendar(
      props.catalogue,
      proposal.value,
      { ...cited.value, by: cited.value.by || (store.about?.author ?? '') },
      today(),
    ),
  );
  if (!notices.tellTrouble(made)) return;
  isOpen.value = false;
  text.value = '';
}
</script>

<template>
  <button class="accent-link" @click="isOpen = true">Take a calendar in</button>
  <v-dialog v-model="isOpen" width="880">
    <form class="sheet" aria-label="Take a release calendar in" @submit.prevent="take">
      <h2>Take a release calendar in</h2>
      <p class="small soft">
        A table with a line for each release: its version, when it came out, how long it is supported. Dates
        that are known stay.
      </p>
      <textarea
        v-model="text"
        class="field"
        rows="5"
        aria-label="Table"
        placeholder="version,released,end&#10;7.1,2026-03-03,2029-06-01"
      />
      <p class="row">
        <label class="accent-link file"
          >Open a file<input
            type="file"
            accept=".csv,.tsv,.txt"
            aria-label="Calendar file to open"
            @change="openFile"
        /></label>
        <input
          v-model="source"
          class="field"
          aria-label="Source"
          placeholder="the source: page project.example/calendar, 12 Oct 2026"
        />
        <input
          v-if="mapping.project === undefined"
          v-model="whose"
          class="field"
          aria-label="Owner of the calendar"
          placeholder="whose calendar it is"
        />
      </p>
      <p v-if="table.heads.length > 1" class="row">
        <label v-for="{ id, label } in CALENDAR_COLUMNS" :key="id" class="small soft">
          {{ label }}
          <select
            class="field"
            :aria-label="label"
            :value="mapping[id] ?? ''"
            @change="map(id, ($event.target as HTMLSelectElement).value)"
          >
            <option value="">no column</option>
            <option v-for="(head, at) in table.heads" :key="at" :value="at">
              {{ head || `column ${at + 1}` }}
            </option>
          </select>
        </label>
      </p>
      <div v-if="proposal.lines.length" class="preview">
        <table class="plain-table" aria-label="What would come of it">
          <tbody>
            <tr
              v-for="line in proposal.lines.slice(0, SHOWN)"
              :key="line.where"
              :class="{ refused: line.issues.length }"
            >
              <td class="small soft">{{ line.where }}</td>
              <th scope="row">
                {{ line.distribution ? nameOf(catalogue, line.distribution) : '' }} {{ line.version }}
              </th>
              <td>
                {{
                  line.issues.length
                    ? line.issues.map((issue) => wordIssue(issue)).join(' ')
                    : line.adds.map((id) => WORDS[id]).join(', ') || 'known already'
                }}
              </td>
            </tr>
          </tbody>
        </table>
        <p v-if="proposal.lines.length > SHOWN" class="small soft">
          and {{ proposal.lines.length - SHOWN }} more lines
        </p>
      </div>
      <p class="actions">
        <v-btn type="submit" color="primary" variant="flat" :disabled="count === 0">
          Take {{ formatNumberOf(proposal.releases.length, 'release') }} and
          {{ formatNumberOf(proposal.ends.size, 'end') }}
        </v-btn>
        <v-btn @click="isOpen = false">Close</v-btn>
        <span v-if="refused" class="small trouble">{{ formatNumberOf(refused, 'line') }} left out</span>
        <span v-if="table.isCut" class="small trouble">Only the first 5,000 lines are taken.</span>
      </p>
    </form>
  </v-dialog>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: 10px;
  padding: 18px 20px;
  background: rgb(var(--v-theme-background));
  border-radius: 10px;
}
h2 {
  font-size: 16px;
}
textarea {
  width: 100%;
  font-family: var(--mono, monospace);
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: end;
}
.row > .field {
  flex: 1;
  min-width: 200px;
}
.row label {
  display: grid;
}
.file input {
  position: absolute;
  width: 1px;
  opacity: 0;
}
.preview {
  max-height: 260px;
  overflow: auto;
}
.preview th {
  font-weight: 600;
}
.refused td {
  color: rgb(var(--v-theme-error));
}
.actions {
  display: flex;
  gap: 10px;
  align-items: center;
}
</style>
