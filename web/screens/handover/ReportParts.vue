<script setup lang="ts">
/** The parts of a report: ticked or not, moved up and down; groups are ticked together. */
import { computed, nextTick, ref, watch } from 'vue';
import { inPlace } from '../../../core/telling/lastWord.ts';
import type { ReportPart } from '../../../core/telling/document.ts';

const props = defineProps<{ parts: readonly ReportPart[]; chosen: readonly string[] }>();
const emit = defineEmits<{ choose: [ids: readonly string[]] }>();
const GROUPS: Readonly<Record<string, string>> = {
  first: 'First page',
  areas: 'By area',
  scores: 'Each candidate',
};

/** Chosen ones in their order, then the rest as they come. */
const lines = computed(() => {
  const byId = new Map(props.parts.map((part) => [part.id, part]));
  const on = props.chosen.flatMap((id) => byId.get(id) ?? []);
  return [...on, ...props.parts.filter(({ id }) => !props.chosen.includes(id))];
});
const groups = computed(() =>
  Object.entries(GROUPS).flatMap(([id, label]) => {
    const members = props.parts.filter(({ group }) => group === id).map((part) => part.id);
    return members.length > 1
      ? [{ id, label, members, isOn: members.every((each) => props.chosen.includes(each)) }]
      : [];
  }),
);
const isOn = (id: string) => props.chosen.includes(id);
function toggle(id: string): void {
  emit('choose', isOn(id) ? props.chosen.filter((each) => each !== id) : inOrder([...props.chosen, id]));
}
function toggleGroup(members: readonly string[], on: boolean): void {
  const others = props.chosen.filter((id) => !members.includes(id));
  emit('choose', on ? inOrder([...others, ...members]) : others);
}
/** What is ticked anew comes where it stands by itself, behind those before it. */
const inOrder = (ids: readonly string[]) =>
  inPlace(
    props.parts.map(({ id }) => id),
    props.chosen,
    ids,
  );
/** A line that moves takes the focus along: the browser lets go of what is put elsewhere. */
const list = ref<HTMLOListElement | null>(null);
let moved = '';
watch(
  () => props.chosen,
  async () => {
    const label = moved;
    moved = '';
    await nextTick();
    if (label) list.value?.querySelector<HTMLElement>(`[data-moves="${CSS.escape(label)}"]`)?.focus();
  },
);
function move(id: string, by: number, from: string): void {
  moved = `${id} ${from}`;
  const next = [...props.chosen];
  const at = next.indexOf(id);
  const to = at + by;
  if (to < 0 || to >= next.length) return;
  next.splice(at, 1);
  next.splice(to, 0, id);
  emit('choose', next);
}
function onKey(event: KeyboardEvent, id: string): void {
  if (!event.altKey || !['ArrowUp', 'ArrowDown'].includes(event.key) || !isOn(id)) return;
  event.preventDefault();
  move(id, event.key === 'ArrowUp' ? -1 : 1, 'box');
}
</script>

<template>
  <fieldset>
    <legend>Parts <span class="soft small">in this order</span></legend>
    <p v-if="groups.length" class="groups">
      <button
        v-for="group in groups"
        :key="group.id"
        class="chip"
        :class="{ on: group.isOn }"
        :aria-pressed="group.isOn"
        @click="toggleGroup(group.members, !group.isOn)"
      >
        {{ group.label }}
      </button>
    </p>
    <ol ref="list">
      <li v-for="part in lines" :key="part.id" :class="{ off: !isOn(part.id) }">
        <label
          ><input
            type="checkbox"
            :data-moves="`${part.id} box`"
            :checked="isOn(part.id)"
            @change="toggle(part.id)"
            @keydown="onKey($event, part.id)"
          />
          <span class="cut">{{ part.title }}</span></label
        >
        <!-- At the keyboard Alt and the arrows at the box do the same. -->
        <template v-if="isOn(part.id)">
          <button
            class="soft"
            tabindex="-1"
            :aria-label="`${part.title}: up`"
            title="Up (Alt+↑)"
            :data-moves="`${part.id} up`"
            @click="move(part.id, -1, 'up')"
          >
            ↑
          </button>
          <button
            class="soft"
            tabindex="-1"
            :aria-label="`${part.title}: down`"
            title="Down (Alt+↓)"
            :data-moves="`${part.id} down`"
            @click="move(part.id, 1, 'down')"
          >
            ↓
          </button>
        </template>
      </li>
    </ol>
  </fieldset>
</template>

<style scoped>
fieldset {
  border: 0;
  padding: 0;
  min-width: 0;
}
legend {
  font-weight: 700;
  padding: 0;
}
.groups {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin: 4px 0;
}
ol {
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  align-items: center;
  gap: 4px;
  min-height: 26px;
}
label {
  display: flex;
  flex: 1;
  gap: 7px;
  align-items: center;
  min-width: 0;
}
input {
  flex: none;
  margin: 6px 5px;
  accent-color: rgb(var(--v-theme-primary));
}
li button {
  width: 26px;
  height: 26px;
  opacity: 0.75;
}
.off {
  color: rgb(var(--v-theme-ink-soft));
}
</style>
