<script setup lang="ts">
/** A colleague's catalogue, or an older copy: what would come, what both changed, what may be one; taken as one step. */
import { computed, ref } from 'vue';
import { formatNumberOf, listOf } from '../../../core/wording/valueText.ts';
import { wordKindCount } from '../../../core/wording/kindText.ts';
import type { Result } from '../../../core/issue.ts';
import FileDrop from '../../parts/FileDrop.vue';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { useMergeStore } from '../../stores/mergeStore.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';
import MergeConflicts from './MergeConflicts.vue';
import MergeReport from './MergeReport.vue';

const store = useCatalogueStore();
const merge = useMergeStore();
const notices = useNoticeStore();
const ancestor = ref<HTMLInputElement | null>(null);
const here = computed(() => store.about?.title ?? 'this catalogue');

const told = (result: Result<unknown>) =>
  notices.tellTrouble(result) && result.issues.length > 0 && notices.tellIssues(result.issues);

const begin = async (file: File) => told(await merge.begin(file));
async function compareWith(files: FileList | null): Promise<void> {
  const [chosen] = files ?? [];
  if (chosen) told(await merge.setAncestor(chosen));
  if (ancestor.value) ancestor.value.value = '';
}
async function take(): Promise<void> {
  const title = merge.theirs?.title ?? '';
  if (notices.tellTrouble(await merge.take())) notices.tell(`“${title}” is merged. One undo takes it back.`);
}
const what = computed(() => {
  const { view } = merge;
  if (!view) return '';
  const came = view.kinds.map(([kind, count]) => wordKindCount(kind, count));
  const { changed, removed } = view.counts;
  return [
    came.length ? `${listOf(came)} would come` : 'Nothing new would come',
    `${formatNumberOf(changed, 'record')} of yours would change`,
    removed ? `${removed} would go` : '',
  ]
    .filter(Boolean)
    .join('; ');
});
</script>

<template>
  <FileDrop
    v-slot="{ choose }"
    label="Merge"
    input-label="Catalogue file to merge"
    accept=".json,application/json"
    @file="begin"
  >
    <input
      ref="ancestor"
      class="visually-hidden"
      type="file"
      accept=".json,application/json"
      tabindex="-1"
      aria-label="Copy that both began with"
      @change="compareWith(($event.target as HTMLInputElement).files)"
    />
    <div v-if="merge.doing" class="empty" role="status">
      <h2>{{ merge.doing }} …</h2>
      <v-progress-linear indeterminate color="accent" />
      <p><v-btn @click="merge.letGo()">Stop</v-btn></p>
    </div>
    <MergeReport v-else-if="merge.taken" :taken="merge.taken" @done="merge.letGo()" />
    <div v-else-if="!merge.view" class="empty">
      <h2>Merge another catalogue into “{{ here }}”</h2>
      <p>
        A colleague's catalogue, or an older copy of your own. Equal things meet, whatever their ids; what
        both changed is shown together for you to decide. Nothing is changed before you say so.
      </p>
      <p>
        <v-btn variant="flat" color="primary" :disabled="!store.canEdit" @click="choose"
          >Choose a catalogue file …</v-btn
        >
      </p>
      <p class="small soft">Or drop it here.</p>
    </div>
    <template v-else>
      <h1>“{{ merge.theirs?.title }}” into “{{ here }}”</h1>
      <p class="answer">
        {{ what }}.
        <template v-if="merge.view.conflicts.length">
          {{ formatNumberOf(merge.view.conflicts.length, 'conflict')
          }}<template v-if="merge.undecided.length">, {{ merge.undecided.length }} to decide</template>.
        </template>
        <template v-else>No conflicts.</template>
      </p>
      <p class="small soft">
        <template v-if="merge.view.isThreeWay"
          >Compared with what both had when they parted: what only one of you changed is taken.</template
        >
        <template v-else
          >What both began with is not known: what either of you has is there, and nothing is deleted.
          <button class="accent-link" @click="ancestor?.click()">
            Name the copy that both began with …
          </button></template
        >
      </p>
      <div v-if="merge.view.meetings.length" class="block">
        <h2>Are these the same?</h2>
        <table class="plain-table">
          <thead>
            <tr>
              <th>Theirs</th>
              <th>Mine</th>
              <th>Why it is asked</th>
              <th>It is</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="each in merge.view.meetings" :key="each.key">
              <td>{{ each.theirs }}</td>
              <td>{{ each.mine }}</td>
              <td class="soft">
                {{ each.why === 'same id' ? 'one id, two names' : 'the names sound alike' }}
              </td>
              <td class="choices">
                <button class="chip" @click="merge.meet(each.key, 'same').then(told)">the same</button>
                <button class="chip on" aria-pressed="true" @click="merge.meet(each.key, 'two').then(told)">
                  two
                </button>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <MergeConflicts v-if="merge.view.conflicts.length" :conflicts="merge.view.conflicts" class="block" />
      <p v-if="merge.isOther" class="remark is-trouble" role="alert">
        The catalogue was edited since the file was read: let it go and read it again.
      </p>
      <p class="buttons">
        <v-btn
          variant="flat"
          color="primary"
          :disabled="!store.canEdit || merge.undecided.length > 0 || merge.isOther"
          @click="take"
          >{{
            merge.undecided.length
              ? `${formatNumberOf(merge.undecided.length, 'conflict')} to decide`
              : `Merge into “${here}”`
          }}</v-btn
        >
        <v-btn @click="merge.letGo()">Keep as is</v-btn>
        <span class="small soft">One step, which undo takes back.</span>
      </p>
    </template>
  </FileDrop>
</template>

<style scoped>
.answer {
  margin-top: 4px;
  font-size: 14.5px;
}
.block {
  margin-top: 18px;
}
.choices,
.buttons {
  display: flex;
  gap: 8px;
  align-items: center;
}
.buttons {
  margin-top: 18px;
}
</style>
