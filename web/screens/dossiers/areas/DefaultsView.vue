<script setup lang="ts">
/** Roles and the applications that fill them: whose choice each is, and what stands empty. */
import { computed } from 'vue';
import { wordElement } from '../../../../core/wording/changeText.ts';
import { defaultsOf, type RoleRow } from '../../../../core/layers/areas/defaults.ts';
import { nameOf } from '../../../../core/lineage/names.ts';
import type { AreaProps } from './areaProps.ts';

const props = defineProps<AreaProps>();
const view = computed(() => defaultsOf(props.table));
const known = computed(() => view.value.roles.length - view.value.counts.unknown - view.value.counts.spoiled);
const sentence = computed(() => {
  const { own, said, carried, empty, chosen } = view.value.counts;
  const parts = [
    own && `${own} by its own choice`,
    carried && `${carried} as in its base`,
    said && `${said} filled, where the base is not known`,
    empty && `${empty} empty`,
    chosen && `${chosen} left out on purpose`,
  ].filter(Boolean);
  return `Of ${known.value} roles that are known: ${parts.join(', ')}.`;
});

function wordRole({ state, layer, base, why }: RoleRow): string {
  switch (state) {
    case 'own':
      return base ? `in place of ${base}` : 'its own choice';
    case 'carried':
      return layer ? `from ${nameOf(props.catalogue, layer)}` : '';
    case 'empty':
      return base ? `the base has ${base}` : 'looked for, none';
    case 'said':
      return 'of the base nothing is known';
    case 'chosen':
      return why || 'left out on purpose';
    case 'spoiled':
      return 'unreliable';
    case 'unknown':
      return 'not examined';
  }
}
</script>

<template>
  <section v-if="known > 0 || view.counts.spoiled > 0" aria-label="Applications by role">
    <ul>
      <li
        v-for="role in view.roles"
        :key="role.fact.key"
        :class="`is-${role.state}`"
        :title="role.foreign ? `Belongs to ${role.belongs}, not to the default desktop` : role.belongs"
      >
        <span class="small soft">{{ role.fact.label }}</span>
        <span class="name cut">{{
          role.application || (role.state === 'unknown' ? '–' : role.state === 'spoiled' ? '?' : 'none')
        }}</span>
        <span class="small soft cut"
          >{{ wordRole(role) }}<template v-if="role.foreign">; of {{ role.belongs }}</template></span
        >
      </li>
    </ul>
    <p v-if="known > 0" class="small">{{ sentence }}</p>
    <p v-if="view.services?.length" class="small">
      Services: {{ view.services.map(wordElement).join(', ') }}.
    </p>
    <p v-if="view.leftOut.length" class="small soft">
      Left out, since the analyst put them there: {{ view.leftOut.join(', ') }}.
    </p>
  </section>
</template>

<style scoped>
ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(168px, 1fr));
  gap: 8px 14px;
  list-style: none;
  padding: 0;
}
li {
  display: grid;
  padding-left: 9px;
  border-left: 3px solid rgb(var(--v-theme-line));
}
.is-own {
  border-left-color: rgb(var(--v-theme-area-defaults));
}
.is-own .name {
  font-weight: 600;
}
.is-spoiled,
.is-empty,
.is-unknown {
  border-left-style: dotted;
}
.is-unknown .name,
.is-empty .name {
  color: rgb(var(--v-theme-ink-soft));
}
p {
  margin-top: 8px;
}
p + p {
  margin-top: 2px;
}
</style>
