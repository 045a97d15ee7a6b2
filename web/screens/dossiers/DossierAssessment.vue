<script setup lang="ts">
/** How authors judge a release, what is claimed of it, and what is asked: read and written in place. */
import { computed } from 'vue';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import { recordsBelongingTo } from '../../../core/catalogue/pointers.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import type { KindName, RecordTypes } from '../../../core/catalogue/recordKinds.ts';
import { beginAssessment } from '../../../core/editing/assessments/assessments.ts';
import { opinionsOf, standingOpinions } from '../../../core/assessments/standing.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { today } from '../../stores/clock.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';
import DossierClaims from './DossierClaims.vue';
import DossierQuestions from './DossierQuestions.vue';
import OpinionTable from './OpinionTable.vue';

const props = defineProps<{ catalogue: Catalogue; release: RecordId; distribution: RecordId }>();
const store = useCatalogueStore();
const notices = useNoticeStore();

const subjects = computed(() => [...new Set([props.release, props.distribution])]);
/** Records about the release, then about its distribution. */
function about<K extends KindName>(kind: K): RecordTypes[K][] {
  return subjects.value.flatMap((id) => recordsBelongingTo(props.catalogue, id, kind));
}
const claims = computed(() => about('claim'));
const questions = computed(() => about('question'));
const opinions = computed(() => opinionsOf(props.catalogue, subjects.value));
const standing = computed(() => standingOpinions(opinions.value));
const earlier = computed(() => opinions.value.filter((each) => !standing.value.includes(each)));
function begin(): void {
  const saying = { author: store.about?.author || 'the analyst', date: today() };
  const made = store.commit(beginAssessment(props.catalogue, props.release, saying));
  if (!made.ok) notices.tellIssues(made.issues);
}
</script>

<template>
  <div class="judged">
    <section>
      <h2>
        Assessments
        <button v-if="store.canEdit" class="accent-link" @click="begin">New assessment</button>
      </h2>
      <OpinionTable
        v-if="standing.length"
        :catalogue="catalogue"
        :opinions="standing"
        :can-edit="store.canEdit"
      />
      <p v-else class="soft">Nobody has judged it yet.</p>
      <details v-if="earlier.length">
        <summary class="small soft">Earlier assessments: {{ earlier.length }}</summary>
        <OpinionTable :catalogue="catalogue" :opinions="earlier" :can-edit="false" />
      </details>
    </section>
    <DossierClaims :catalogue="catalogue" :claims="claims" :subject="release" :can-edit="store.canEdit" />
    <DossierQuestions
      :catalogue="catalogue"
      :questions="questions"
      :subject="release"
      :can-edit="store.canEdit"
    />
  </div>
</template>

<style scoped>
.judged {
  display: grid;
  gap: 20px;
  padding-top: 14px;
}
h2 {
  font-size: 15px;
}
h2 .accent-link {
  margin-left: 10px;
  font-size: 13px;
  font-weight: 400;
}
details {
  margin-top: 8px;
}
</style>
