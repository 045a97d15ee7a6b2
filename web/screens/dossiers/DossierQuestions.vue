<script setup lang="ts">
/** Questions of the analyst's: what is asked, how it was tried, when to look again, and the answer; written in place. */
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import { findFactKey } from '../../../core/catalogue/factSheet.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import type { Question } from '../../../core/catalogue/question.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import {
  answerQuestion,
  removeQuestion,
  writeQuestion,
  type QuestionSaying,
} from '../../../core/editing/questions.ts';
import LineField from '../../parts/LineField.vue';
import LineList from '../../parts/LineList.vue';
import { useCommit } from '../../stores/useCommit.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { today } from '../../stores/clock.ts';

const props = defineProps<{
  catalogue: Catalogue;
  questions: readonly Question[];
  /** Whom a new question is about; null: the whole catalogue. */
  subject: RecordId | null;
  canEdit: boolean;
}>();
const store = useCatalogueStore();
const commit = useCommit();
const saying = () => ({ author: store.about?.author ?? '', date: today() });

const said = ({ text, key, tried, until }: Question): QuestionSaying => ({
  text,
  about: findFactKey(key)?.label ?? '',
  tried,
  until: until ? formatWhen(until) : '',
});
const correct = (question: Question, changes: Partial<QuestionSaying>) =>
  commit(
    writeQuestion(props.catalogue, props.subject, question.id, { ...said(question), ...changes }, saying()),
  );
const FIELDS = [
  { field: 'about', label: 'Fact', example: 'opens by itself' },
  { field: 'tried', label: 'Tried', example: 'how it was tried' },
  { field: 'until', label: 'Look again', example: 'Feb 2027' },
] as const;
const ask = (_at: number, text: string) =>
  commit(
    writeQuestion(props.catalogue, props.subject, null, { text, about: '', tried: '', until: '' }, saying()),
  );
</script>

<template>
  <section>
    <h2>Questions</h2>
    <table v-if="questions.length" class="plain-table questions" aria-label="Questions">
      <thead>
        <tr>
          <th scope="col">Asked</th>
          <th scope="col">Of which fact</th>
          <th scope="col">Tried, and why it failed</th>
          <th scope="col">Look again</th>
          <th scope="col">Answer</th>
          <th v-if="canEdit" scope="col"><span class="visually-hidden">Delete</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="each in questions" :key="each.id">
          <th scope="row">
            <LineField
              label="Question"
              example="what is asked"
              :value="each.text"
              :can-edit="canEdit"
              :save="(text) => correct(each, { text })"
            />
            <span class="small soft by">{{
              [each.by, each.raised && formatWhen(each.raised)].filter(Boolean).join(', ')
            }}</span>
          </th>
          <td v-for="{ field, label, example } in FIELDS" :key="field">
            <LineField
              :label="label"
              :example="example"
              :value="said(each)[field]"
              :can-edit="canEdit"
              :save="(text) => correct(each, { [field]: text })"
            />
          </td>
          <td>
            <LineField
              label="Answer"
              example="the answer"
              :value="each.answer"
              :can-edit="canEdit"
              :save="(text) => commit(answerQuestion(catalogue, each.id, text))"
            />
          </td>
          <td v-if="canEdit">
            <button
              class="accent-link"
              :aria-label="`Delete “${each.text}”`"
              title="Delete this question"
              @click="commit(removeQuestion(catalogue, each))"
            >
              ×
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <LineList label="Questions" example="A new question" :lines="[]" :can-edit="canEdit" :save="ask" />
    <p v-if="!questions.length && !canEdit" class="soft">Nothing is asked.</p>
  </section>
</template>

<style scoped>
h2 {
  font-size: 15px;
}
.questions {
  width: 100%;
}
.questions th,
.questions td {
  vertical-align: top;
  padding: 3px 12px 3px 0;
}
.questions tbody th {
  width: 36%;
  font-weight: 400;
}
.by {
  padding-left: 10px;
}
</style>
