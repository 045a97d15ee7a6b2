<script setup lang="ts">
/** The sheet of shortcuts, opened by `?`. */
import { SCREENS } from './screens.ts';

const open = defineModel<boolean>({ required: true });

const SHORTCUTS = [
  {
    where: 'Everywhere',
    keys: [
      [SCREENS.map(({ key }) => key).join(' '), SCREENS.map(({ label }) => label).join(', ')],
      ['/', 'Find anything recorded'],
      ['Ctrl+Z', 'Undo'],
      ['Ctrl+Shift+Z', 'Redo'],
      ['?', 'This sheet'],
    ],
  },
  {
    where: 'Map',
    keys: [
      ['←', 'To the base'],
      ['→', 'To the nearest derivative'],
      ['↑ ↓', 'To the next above or below'],
      ['Enter', 'Open the dossier'],
      ['a', 'Add a derivative'],
      ['f', 'Only its chain, the rest dimmed'],
      ['e', 'Editions apart, or folded'],
      ['+ −', 'Nearer, farther'],
      ['0', 'Fit the whole map'],
    ],
  },
  {
    where: 'Outline',
    keys: [
      ['↑ ↓', 'To the row above or below'],
      ['→ ←', 'Open or shut a branch; to the first derivative, to the base'],
      ['Home, End, Page', 'To the first, the last, a page on'],
      ['Enter', 'Open the dossier'],
      ['a', 'Add a derivative'],
    ],
  },
  {
    where: 'Field notes',
    keys: [
      ['Tab', 'Take what is shown behind the cursor, or the name chosen'],
      ['Enter', 'Record the line'],
      ['↑', 'Into the log: Enter corrects, m moves to another source, Delete'],
      ['from, about, day', 'What follows: another source, system, day'],
      ['@ … # … [ … ] ?', 'Conditions, remark, place in the source, not sure'],
    ],
  },
  {
    where: 'Compare',
    keys: [
      ['x', 'On the map and in lists: add one to the comparison'],
      ['↑ ↓', 'From point to point'],
      ['Enter', 'Say a word: who is better, narrowly or clearly, for whom, because …'],
      ['Delete', 'Take the word back'],
      ['Esc', 'Close the point'],
    ],
  },
  {
    where: 'Dossier',
    keys: [['g', 'Find a fact by name, recorded or not']],
  },
  {
    where: 'Layer table',
    keys: [
      ['← → ↑ ↓', 'Move between cells'],
      ['Page up, down', 'To the area before, to the next'],
      ['Enter', 'Edit the fact of this layer'],
      ['u', '“Checked, unchanged”'],
      ['Shift+U', 'The same for the rest of the area, in the top layer'],
      ['n', '“None”'],
      ['c', 'Why it is changed; where the base is not known, record the change'],
      ['Delete', 'Take back this layer’s readings'],
    ],
  },
  {
    where: 'Parts of a report',
    keys: [
      ['Space', 'In it, or left out'],
      ['Alt+↑, Alt+↓', 'Earlier, later'],
    ],
  },
  {
    where: 'Facts found at intake',
    keys: [
      ['↑ ↓', 'Move between facts'],
      ['a', 'Accept'],
      ['x', 'Leave out'],
      ['c', 'Correct'],
      ['Shift+A, Shift+X', 'The same for the whole area'],
    ],
  },
] as const;
</script>

<template>
  <v-dialog v-model="open" max-width="560" aria-label="Shortcuts">
    <div class="sheet">
      <h2>Shortcuts</h2>
      <section v-for="group in SHORTCUTS" :key="group.where">
        <h3>{{ group.where }}</h3>
        <dl>
          <template v-for="[keys, does] in group.keys" :key="keys">
            <dt class="mono">{{ keys }}</dt>
            <dd>{{ does }}</dd>
          </template>
        </dl>
      </section>
      <v-btn @click="open = false">Close</v-btn>
    </div>
  </v-dialog>
</template>

<style scoped>
.sheet {
  padding: 18px 20px;
  background: rgb(var(--v-theme-surface));
  border-radius: 10px;
  max-height: 84vh;
  overflow: auto;
}
h3 {
  margin: 12px 0 4px;
  font-size: 12.5px;
  color: rgb(var(--v-theme-ink-soft));
}
dl {
  display: grid;
  grid-template-columns: 130px 1fr;
  row-gap: 3px;
  margin-bottom: 8px;
}
</style>
