<script setup lang="ts">
/** What stands between an edit and its safety, and a newer version of the program, where nobody overlooks it, each with the ways on. */
import { computed } from 'vue';
import { wordIssue } from '../../core/wording/issueText.ts';
import { formatNumberOf } from '../../core/wording/valueText.ts';
import type { Result } from '../../core/issue.ts';
import { useCatalogueStore } from '../stores/catalogueStore.ts';
import { useNoticeStore } from '../stores/noticeStore.ts';
import { useUpdateStore } from '../stores/updateStore.ts';
import { useCatalogueFiles } from './useCatalogueFiles.ts';

interface Way {
  readonly label: string;
  readonly go: () => unknown;
}
interface Bar {
  readonly tone: 'trouble' | 'quiet';
  readonly text: string;
  readonly more: readonly string[];
  readonly ways: readonly Way[];
}

const store = useCatalogueStore();
const update = useUpdateStore();
const notices = useNoticeStore();
const { exportCatalogue } = useCatalogueFiles();
const doIt = async (work: Promise<Result<unknown>>) => notices.tellTrouble(await work);
const exporting: Way = { label: 'Export it as a file', go: () => exportCatalogue() };

/** Asks the other window to let go; when it has edits that it could not save, the second press takes over all the same. */
let asked = false;
async function takeOver(): Promise<void> {
  const force = asked;
  asked = !(await doIt(store.takeOver(force))) && !force;
}
const writing: Way = { label: 'Write here', go: takeOver };

const bar = computed((): Bar | null => {
  const { state, unsaved, reason } = store.saving;
  const edits = formatNumberOf(unsaved, 'edit');
  const are = unsaved === 1 ? 'is' : 'are';
  if (state === 'failed')
    return {
      tone: 'trouble',
      text: `Not saved: ${edits} ${are} in this window only.`,
      more: [`Writing to the browser's storage failed (${reason}). It is tried again by itself, in order.`],
      ways: [{ label: 'Try again now', go: () => store.saveNow() }, exporting],
    };
  if (state === 'emptied')
    return {
      tone: 'trouble',
      text: 'Not saved: the browser’s storage was emptied while this page was open.',
      more: [`All of the catalogue is still in this window, ${edits} of it never saved.`],
      ways: [{ label: 'Store it again', go: () => doIt(store.goOn()) }, exporting],
    };
  if (state === 'takenOver')
    return {
      tone: 'trouble',
      text: `Not saved: another window took over before ${edits} of this one ${are === 'is' ? 'was' : 'were'} saved.`,
      more: ['What you see is in this window only. Export it, or discard it and follow the other window.'],
      ways: [exporting, { label: `Drop ${edits} and follow`, go: () => store.followAgain() }],
    };
  if (store.phase === 'damaged')
    return {
      tone: 'trouble',
      text: 'What this browser stored is not whole. Shown is what can be shown to be whole; nothing can be edited yet.',
      more: store.issues.map(wordIssue),
      ways: [
        { label: 'Save it as a file', go: () => exportCatalogue('remains') },
        ...(store.role === 'writer'
          ? [{ label: 'Go on with what is shown', go: () => doIt(store.goOn()) }]
          : [writing]),
      ],
    };
  if (store.phase === 'ready' && store.role === 'reader')
    return {
      tone: store.issues.length ? 'trouble' : 'quiet',
      text: store.issues.length
        ? wordIssue(store.issues[0])
        : 'Another window writes this catalogue; this one follows it.',
      more: [],
      ways: [writing],
    };
  if (update.isStale)
    return {
      tone: 'trouble',
      text: 'This page is of an older version of the program, and a part of it is no longer there.',
      more: ['What is recorded is saved. Load the page again to go on with the newer version.'],
      ways: [{ label: 'Load it again', go: () => update.use() }],
    };
  if (update.isReady)
    return {
      tone: 'quiet',
      text: 'A newer version of the program is ready.',
      more: ['It is used when you ask for it, or when all windows of this one were closed.'],
      ways: [
        { label: 'Use it now', go: () => update.use() },
        { label: 'Later', go: () => update.later() },
      ],
    };
  return null;
});
</script>

<template>
  <div v-if="bar" class="bar" :class="bar.tone" :role="bar.tone === 'trouble' ? 'alert' : 'status'">
    <div class="words">
      <strong>{{ bar.text }}</strong>
      <span v-for="line in bar.more.slice(0, 3)" :key="line">{{ line }}</span>
      <span v-if="bar.more.length > 3">… and {{ formatNumberOf(bar.more.length - 3, 'more finding') }}.</span>
    </div>
    <button v-for="way in bar.ways" :key="way.label" class="way" @click="way.go()">{{ way.label }}</button>
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 7px 16px;
  font-size: 13px;
}
.words {
  flex: 1;
  display: flex;
  flex-wrap: wrap;
  gap: 1px 12px;
  min-width: 0;
}
.quiet {
  background: rgb(var(--v-theme-rail));
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
.quiet strong {
  font-weight: 500;
}
.trouble {
  background: rgb(var(--v-theme-error));
  color: rgb(var(--v-theme-on-error));
}
.way {
  flex: none;
  padding: 3px 10px;
  border: 1px solid currentColor;
  border-radius: 6px;
  font-weight: 600;
  color: inherit;
}
.way:hover {
  background: rgba(var(--v-theme-on-surface), 0.12);
}
</style>
