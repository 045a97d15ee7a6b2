<script setup lang="ts">
/** Everybody of the company at a glance: what each has of its own that hardly another one has. */
import { computed, ref } from 'vue';
import { formatCount } from '../../../core/wording/valueText.ts';
import type { Glance } from '../../../core/peers/distinct.ts';
import { wordDistinct } from '../../../core/wording/companyText.ts';

const props = defineProps<{ glance: readonly Glance[]; nameOf: (id: string) => string }>();
defineEmits<{ about: [id: string]; fact: [key: string] }>();
/** So many lines at first. */
const FIRST = 60;
const showsAll = ref(false);
const shown = computed(() => (showsAll.value ? props.glance : props.glance.slice(0, FIRST)));
</script>

<template>
  <p v-if="glance.length === 0" class="soft">
    Nobody is in this peer group on that day: loosen the rule above.
  </p>
  <template v-else>
    <table class="plain-table" aria-label="Everybody at a glance">
      <thead>
        <tr>
          <th scope="col">Project</th>
          <th scope="col">What it has of its own that hardly another one has</th>
          <th scope="col" class="number">Rare</th>
          <th scope="col" class="number">Facts known</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="each in shown" :key="each.id">
          <th scope="row">
            <button class="plain" title="What sets it apart" @click="$emit('about', each.id)">
              {{ nameOf(each.id) }}
            </button>
          </th>
          <td>
            <template v-for="(entry, i) in each.rarest" :key="entry.key + entry.name"
              ><template v-if="i">; </template
              ><button
                class="plain"
                :title="`How ${entry.k} of ${entry.n} have it`"
                @click="$emit('fact', entry.key)"
              >
                {{ wordDistinct(entry) }}
              </button></template
            >{{ ' '
            }}<button
              v-if="each.rare > each.rarest.length"
              class="accent-link"
              @click="$emit('about', each.id)"
            >
              and {{ formatCount(each.rare - each.rarest.length) }} more
            </button>
            <span v-if="each.rare === 0" class="soft">nothing that is known</span>
          </td>
          <td class="number">{{ formatCount(each.rare) }}</td>
          <td class="number">{{ formatCount(each.known) }}</td>
        </tr>
      </tbody>
    </table>
    <p class="small soft">
      Rare is what one alone has, or no more than a tenth of those whose value is known, if they are five or
      more. What is inherited from a base is not counted.
      <button v-if="glance.length > FIRST" class="accent-link" @click="showsAll = !showsAll">
        {{ showsAll ? `Only the first ${FIRST}` : `All ${formatCount(glance.length)}` }}
      </button>
    </p>
  </template>
</template>

<style scoped>
th[scope='row'] {
  white-space: nowrap;
}
.plain {
  text-align: left;
}
.plain:hover {
  text-decoration: underline;
}
</style>
