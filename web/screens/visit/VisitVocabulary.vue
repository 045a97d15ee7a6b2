<script setup lang="ts">
/** What can be said, by area, with an example in words of each; searched by any word, or by a question. */
import { computed, ref } from 'vue';
import { findSayable } from '../../../core/understanding/vocabulary.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { deleteWord, listLearnt } from '../../../core/understanding/learning.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';
import { useVisitStore } from '../../stores/visitStore.ts';

const emit = defineEmits<{ take: [line: string] }>();
const store = useCatalogueStore();
const visit = useVisitStore();
const notices = useNoticeStore();
const query = ref('');
const areas = computed(() => findSayable(query.value));
/** Facts that this source says something of already. */
const said = computed(() => new Set(visit.log.map(({ name }) => name)));
const learnt = computed(() => listLearnt(store.catalogue));
function remove(id: RecordId): void {
  notices.tellTrouble(store.commit(deleteWord(store.catalogue, id)));
}
</script>

<template>
  <div class="vocabulary">
    <label class="small soft" for="vocabulary-search"
      >Search, or ask: what could I say about the kernel?</label
    >
    <input id="vocabulary-search" v-model="query" type="search" autocomplete="off" />
    <p v-if="areas.length === 0" class="soft" role="status">
      Nothing is called that. A line that fits nothing is kept as a note.
    </p>
    <component :is="query.trim() ? 'section' : 'details'" v-for="area in areas" :key="area.label">
      <summary v-if="!query.trim()">
        {{ area.label }} <span class="soft small">{{ area.entries.length }}</span>
      </summary>
      <dl>
        <template v-for="entry in area.entries" :key="entry.what">
          <dt :class="{ said: said.has(entry.label) }">
            {{ entry.label }}<span v-if="said.has(entry.label)" class="soft small"> noted</span>
          </dt>
          <dd>
            <span class="soft small">{{ entry.help }}</span>
            <button
              type="button"
              :aria-label="`Write: ${entry.example}`"
              @click="emit('take', entry.example)"
            >
              {{ entry.example }}
            </button>
          </dd>
        </template>
      </dl>
    </component>
    <details v-if="learnt.length">
      <summary>
        Learnt words <span class="soft small">{{ learnt.length }}</span>
      </summary>
      <ul>
        <li v-for="word in learnt" :key="word.id">
          <span
            ><strong>{{ word.text }}</strong> speaks of {{ word.label }}</span
          >
          <button
            type="button"
            class="accent-link"
            :aria-label="`Delete the learnt word ${word.text}`"
            @click="remove(word.id)"
          >
            Delete
          </button>
        </li>
      </ul>
    </details>
  </div>
</template>

<style scoped>
.vocabulary {
  display: flex;
  flex-direction: column;
  gap: 6px;
}
input {
  width: 100%;
  padding: 6px 9px;
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 6px;
  background: rgb(var(--v-theme-background));
  color: inherit;
}
summary {
  cursor: pointer;
  padding: 4px 0;
  font-weight: 600;
}
ul {
  list-style: none;
  padding: 0;
}
ul li {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  padding: 2px 0;
}
dl {
  margin: 2px 0 8px;
}
dt {
  font-weight: 600;
  padding-top: 7px;
}
dd {
  margin: 0;
  display: flex;
  flex-direction: column;
  gap: 2px;
}
dd button {
  text-align: left;
}
</style>
