<script setup lang="ts">
/** A repository of a mirror, by its address: fetched and checked by the server, with progress, cancelled at any time. */
import { computed, onMounted, onUnmounted, ref } from 'vue';
import type { MirrorRequest } from '../../../core/exchange/mirrorMessages.ts';
import { wordIssue } from '../../../core/wording/issueText.ts';
import { formatCount } from '../../../core/wording/valueText.ts';
import type { Family } from '../../../core/formats/family.ts';
import type { IndexSummary } from '../../../workspace/intakeMessages.ts';
import { storeToRefs } from 'pinia';
import { useIntakeStore } from '../../stores/intakeStore.ts';
import { useMirror } from './useMirror.ts';

const props = defineProps<{
  /** Repositories that a system is told to use: offered as beginnings. */
  known: readonly { readonly family: Family; readonly url: string; readonly suite: string }[];
}>();
const emit = defineEmits<{ fetched: [lists: IndexSummary[]] }>();
const { isFetching, progress, issues, hosts, loadHosts, fetchLists, cancel } = useMirror();
onMounted(loadHosts);
onUnmounted(cancel);

const KINDS: readonly { value: Family; title: string }[] = [
  { value: 'deb', title: 'apt (InRelease)' },
  { value: 'alpm', title: 'alpm (.db)' },
  { value: 'rpm', title: 'rpm-md (repomd.xml)' },
];
const { asked } = storeToRefs(useIntakeStore());
if (!asked.value.url && props.known[0]) asked.value.family = props.known[0].family;
const keyInput = ref<HTMLInputElement | null>(null);
const offered = computed(() => props.known.filter(({ family }) => family === asked.value.family));

function take(place: number): void {
  const { url, suite } = offered.value[place];
  asked.value.url = url;
  if (asked.value.family === 'deb') asked.value.suite = suite;
  else asked.value.repository = suite;
}
async function readKey(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = '';
  if (!file) return;
  const bytes = new Uint8Array(await file.arrayBuffer());
  const text = new TextDecoder('latin1').decode(bytes);
  asked.value.key = text.trimStart().startsWith('-----BEGIN') ? text : btoa(text);
  asked.value.keyName = file.name;
}
const host = computed(() => (URL.canParse(asked.value.url) ? new URL(asked.value.url).host : ''));
const isListed = computed(() => !hosts.value || !host.value || hosts.value.includes(host.value));
const missing = computed(() => {
  if (!asked.value.url.trim()) return 'Give the address of the repository.';
  if (asked.value.family === 'deb' && !asked.value.suite.trim())
    return 'Give the suite, such as its code name.';
  return asked.value.family === 'alpm' && !asked.value.repository.trim()
    ? 'Give the name of the repository.'
    : '';
});

function request(): MirrorRequest {
  const common = { url: asked.value.url.trim(), key: asked.value.key };
  switch (asked.value.family) {
    case 'deb': {
      const components = asked.value.components.split(/[\s,]+/).filter(Boolean);
      return {
        family: 'deb',
        ...common,
        suite: asked.value.suite.trim(),
        components,
        architecture: asked.value.architecture.trim(),
      };
    }
    case 'alpm':
      return { family: 'alpm', ...common, repository: asked.value.repository.trim() };
    case 'rpm':
      return { family: 'rpm', ...common };
  }
}
async function start(): Promise<void> {
  const lists = await fetchLists(request());
  if (lists.length > 0) emit('fetched', lists);
}
const percent = computed(() =>
  progress.value?.total ? (100 * progress.value.done) / progress.value.total : 0,
);
</script>

<template>
  <form class="mirror" aria-label="Fetch from a mirror" @submit.prevent="start">
    <select
      v-if="offered.length"
      class="field"
      aria-label="A repository of the system"
      @change="take(Number(($event.target as HTMLSelectElement).value))"
    >
      <option value="" selected disabled>From the system's sources …</option>
      <option v-for="(entry, i) in offered" :key="i" :value="i">{{ entry.url }} {{ entry.suite }}</option>
    </select>
    <div class="row">
      <v-select v-model="asked.family" :items="KINDS" label="Protocol" class="kind" />
      <v-text-field
        v-model="asked.url"
        label="Address"
        placeholder="https://mirror.example/archive"
        class="address"
      />
    </div>
    <div class="row">
      <template v-if="asked.family === 'deb'">
        <v-text-field v-model="asked.suite" label="Suite" />
        <v-text-field v-model="asked.components" label="Components" placeholder="all" />
        <v-text-field v-model="asked.architecture" label="Architecture" />
      </template>
      <v-text-field v-else-if="asked.family === 'alpm'" v-model="asked.repository" label="Repository" />
    </div>
    <label class="key">
      <span class="small soft">OpenPGP key of its maker; without it, a signature cannot be checked</span>
      <textarea
        v-model="asked.key"
        rows="3"
        class="field mono"
        placeholder="-----BEGIN PGP PUBLIC KEY BLOCK-----"
      />
    </label>
    <div class="row">
      <input
        ref="keyInput"
        type="file"
        class="visually-hidden"
        tabindex="-1"
        aria-label="Key file"
        @change="readKey"
      />
      <v-btn @click="keyInput?.click()">{{ asked.keyName || 'Choose a key file' }}</v-btn>
      <span class="spacer" />
      <v-btn v-if="isFetching" @click="cancel">Cancel</v-btn>
      <v-btn v-else type="submit" variant="flat" color="primary" :disabled="Boolean(missing)" :title="missing"
        >Fetch its package lists</v-btn
      >
    </div>
    <div v-if="isFetching" role="status" aria-live="polite">
      <p class="small soft">
        {{
          progress
            ? `${progress.file}: ${formatCount(progress.done)} of ${formatCount(progress.total)} bytes`
            : 'Asking the mirror …'
        }}
      </p>
      <v-progress-linear :model-value="percent" :indeterminate="!progress" aria-label="Fetching" />
    </div>
    <p
      v-for="(issue, i) in issues"
      :key="i"
      class="remark"
      :class="{ 'is-trouble': issue.severity === 'error' }"
      role="alert"
    >
      {{ wordIssue(issue) }}
    </p>
    <p v-if="!isListed && issues.length === 0" class="small soft">
      {{ host }} is not on the server's list yet: add it to “mirrors” in aspen-ridge.json and start the server
      again.
    </p>
    <p class="small soft">
      The server asks only hosts on its list{{
        hosts?.length ? `: ${hosts.join(', ')}` : ' (there is none yet)'
      }}. Release files are checked against the key, lists against their sums.
    </p>
  </form>
</template>

<style scoped>
.mirror {
  display: grid;
  gap: 10px;
  padding: 14px;
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 10px;
  background: rgb(var(--v-theme-surface));
}
.row {
  display: flex;
  gap: 8px;
  align-items: center;
}
.kind {
  flex: 0 0 220px;
}
.key {
  display: grid;
  gap: 3px;
}
</style>
