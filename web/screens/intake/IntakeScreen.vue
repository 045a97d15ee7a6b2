<script setup lang="ts">
/** Import: what a system consists of, and what it is built on. */
import { computed, onMounted, ref, watch } from 'vue';
import { storeToRefs } from 'pinia';
import { pastedParts } from '../../../core/capture/readPasted.ts';
import { mayBeSpoiled, spoilsOf } from '../../../core/capture/conditions.ts';
import { formatNumberOf } from '../../../core/wording/valueText.ts';
import { createInstalledSet } from '../../../core/packages/installedSet.ts';
import { unpackColumns } from '../../../core/packages/packSnapshot.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { useIntakeStore } from '../../stores/intakeStore.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';
import { filesOfDrop, filesOfInput } from '../../parts/droppedFiles.ts';
import IntakeAccept from './IntakeAccept.vue';
import IntakeConditions from './IntakeConditions.vue';
import IntakeFacts from './IntakeFacts.vue';
import IntakeFiles from './IntakeFiles.vue';
import IntakeIndexes from './IntakeIndexes.vue';
import IntakeMirror from './IntakeMirror.vue';
import IntakePlacing from './IntakePlacing.vue';
import IntakeServerImages from './IntakeServerImages.vue';
import type { IndexSummary } from '../../../workspace/intakeMessages.ts';
import { useFactReview } from './useFactReview.ts';
import { saveTextFile } from '../../parts/saveTextFile.ts';
import COLLECTOR from '../../../collector/aspen-capture?raw';
import { describeImage, describeRemovals } from '../../../core/wording/imageText.ts';
import { wordIssue } from '../../../core/wording/issueText.ts';

const intake = useIntakeStore();
onMounted(intake.prepare);
const notices = useNoticeStore();
const fileInput = ref<HTMLInputElement | null>(null);
const folderInput = ref<HTMLInputElement | null>(null);
const over = ref(false);
const system = computed(() => intake.drop?.systems[intake.chosen]);
const { pasted: pasting, isAsking: mirrorOpen } = storeToRefs(intake);
function takeFetched(indexes: IndexSummary[]): void {
  mirrorOpen.value = false;
  void intake.addIndexes(indexes);
}
/** The repositories that the system is told to use, as beginnings for fetching a base. */
const sources = computed(() =>
  (system.value?.sources ?? [])
    .filter(({ type, enabled }) => type === 'deb' && enabled)
    .map(({ uri, suite }) => ({ family: 'deb' as const, url: uri, suite })),
);
/** The packages in the order of the placement's accounts. */
const rows = computed(() => {
  const list = system.value?.packed ? unpackColumns(system.value.packed, system.value.name) : null;
  return list?.ok ? createInstalledSet(list.value).packages : [];
});
const store = useCatalogueStore();
const { catalogue } = storeToRefs(store);
/** What was not read of the system. The first few say it; all stand with the files. */
const MOST_LOSSES = 3;
const losses = computed(() => system.value?.losses ?? []);
/** What the files tell of the machine, and what the analyst says where they do not. */
const conditions = computed(() => ({ ...intake.choices.conditions, ...system.value?.conditions }));
const facts = computed(() =>
  (system.value?.facts ?? []).map((fact) => ({
    ...fact,
    spoiledBy: spoilsOf(fact.key, conditions.value, losses.value.length > 0),
  })),
);
const imageSentences = computed(() => {
  const { image, taken = '', removed } = system.value ?? {};
  return image && removed ? [describeImage(image, taken), describeRemovals(removed)].filter(Boolean) : [];
});
const dropIssues = computed(() =>
  (intake.drop?.issues ?? []).filter(
    ({ loses, code, where }) =>
      !loses || !losses.value.some((loss) => loss.code === code && loss.where === where),
  ),
);
const review = useFactReview(
  catalogue,
  computed(() => intake.choices),
  intake.decide,
  facts,
);
/** Parts of the answer come one after another, a moment apart: all at once would hold up the page. */
const PARTS = ['placing', 'facts', 'accept', 'files'] as const;
const shownParts = ref(0);
const shows = (part: (typeof PARTS)[number]) => PARTS.indexOf(part) < shownParts.value;
watch(
  () => intake.phase,
  (phase) => {
    shownParts.value = 0;
    const showNext = () => {
      if (intake.phase !== 'read' || shownParts.value >= PARTS.length) return;
      shownParts.value++;
      setTimeout(showNext, 20);
    };
    if (phase === 'read') showNext();
  },
  { immediate: true },
);
const percent = computed(() =>
  intake.progress?.total ? (intake.progress.done / intake.progress.total) * 100 : 0,
);

async function onDrop(event: DragEvent): Promise<void> {
  over.value = false;
  if (!event.dataTransfer) return;
  try {
    start(await filesOfDrop(event.dataTransfer.items));
  } catch (error) {
    notices.warn(
      `The dropped files could not be opened (${error instanceof Error ? error.message : error}). Choose them with the buttons instead.`,
    );
  }
}
function onChoose(event: Event): void {
  const input = event.target as HTMLInputElement;
  if (input.files?.length) start(filesOfInput(input.files));
  input.value = '';
}
function start(files: ReturnType<typeof filesOfInput>): void {
  if (files.length === 0) return;
  intake.read(files);
}

const listsImages = ref(false);
function readFromServer(file: File): void {
  listsImages.value = false;
  start([{ path: file.name, file }]);
}

/** The server has the captures of the sample: one to try it with, of a system that the sample has not placed. */
const SAMPLED = 'marram-2.tar.gz';
async function readSampled(): Promise<void> {
  try {
    const response = await fetch(`/sample/captures/${SAMPLED}`);
    if (!response.ok) throw new Error(`the server answered ${response.status}`);
    start([{ path: SAMPLED, file: new File([await response.blob()], SAMPLED) }]);
  } catch (error) {
    notices.warn(
      `The sample’s capture could not be fetched (${error instanceof Error ? error.message : error}). It takes the server: start it and try again, or read files of your own.`,
    );
  }
}

/** Each answer of the text is read like a file. */
function readPasted(): void {
  start(pastedParts(pasting.value ?? '').map(({ path, text }) => ({ path, file: new File([text], path) })));
  pasting.value = null;
}
function chooseSystem(event: Event): void {
  void intake.choose(Number((event.target as HTMLSelectElement).value));
}
</script>

<template>
  <div
    class="screen"
    :class="{ 'has-detail': intake.phase === 'read' && system }"
    @dragover.prevent="over = true"
    @dragleave.self="over = false"
    @drop.prevent="onDrop"
  >
    <input
      ref="fileInput"
      class="visually-hidden"
      type="file"
      multiple
      tabindex="-1"
      aria-label="Files to read"
      @change="onChoose"
    />
    <input
      ref="folderInput"
      class="visually-hidden"
      type="file"
      webkitdirectory
      tabindex="-1"
      aria-label="Folder to read"
      @change="onChoose"
    />

    <div v-if="intake.phase === 'empty' || intake.phase === 'failed'" class="work">
      <p v-if="intake.phase === 'failed'" class="remark is-trouble failed" role="alert">
        Reading stopped: {{ intake.failure }}. Nothing in the catalogue was changed. Drop the files again, or
        fewer of them.
      </p>
      <div class="drop" :class="{ over }">
        <h1>Drop the files of a system here</h1>
        <p class="soft">
          A capture, an image of a system (a live disc, a disk of a virtual machine, a container), a folder,
          an archive, or single files. They are recognised by what is in them, and never leave this computer.
        </p>
        <div class="buttons">
          <v-btn variant="flat" color="primary" @click="fileInput?.click()">Choose files</v-btn>
          <v-btn @click="folderInput?.click()">Choose a folder</v-btn>
          <v-btn :aria-expanded="pasting !== null" @click="pasting = pasting === null ? '' : null"
            >Paste text</v-btn
          >
          <v-btn :aria-expanded="mirrorOpen" @click="mirrorOpen = !mirrorOpen">Fetch from a mirror</v-btn>
          <v-btn :aria-expanded="listsImages" @click="listsImages = !listsImages">Images on the server</v-btn>
          <v-btn @click="saveTextFile('aspen-capture', 'text/x-shellscript', COLLECTOR)"
            >Save the collector</v-btn
          >
        </div>
        <form v-if="pasting !== null" class="paste" @submit.prevent="readPasted">
          <textarea
            v-model="pasting"
            rows="8"
            class="mono"
            aria-label="Text from a terminal"
            placeholder="uname -a, free -m, apt policy, dpkg -l, pacman -Q, rpm -qa, cat /etc/os-release …"
            @keydown.ctrl.enter="readPasted"
          />
          <v-btn type="submit" variant="flat" color="primary" :disabled="!pasting.trim()"
            >Read this text</v-btn
          >
        </form>
        <IntakeServerImages v-if="listsImages" class="part" @read="readFromServer" />
        <IntakeMirror v-if="mirrorOpen" class="part" :known="[]" @fetched="takeFetched" />
        <IntakeIndexes
          v-if="intake.allIndexes.length"
          class="part"
          :indexes="intake.allIndexes"
          @kept="intake.releaseFetched"
        />
        <p v-if="store.isSample" class="hint">
          To try it:
          <button type="button" class="accent-link" @click="readSampled">read a capture of the sample</button>
          <span class="soft">, an invented system that is not in this catalogue yet.</span>
        </p>
        <p class="soft hint">
          Not on the system itself? Run <span class="mono">sh aspen-capture</span> there: it writes one
          archive to drop here, needs no root and no packages, and takes no names, addresses, keys or home
          contents.
        </p>
        <table>
          <caption class="visually-hidden">
            What is read
          </caption>
          <tbody>
            <tr>
              <th>Identification</th>
              <td class="mono">/etc/os-release</td>
              <td class="soft">name, release, end of support</td>
            </tr>
            <tr>
              <th>Repositories</th>
              <td class="mono">/etc/apt/, pacman.conf, *.repo</td>
              <td class="soft">whose repositories the system pulls from</td>
            </tr>
            <tr>
              <th>Packages</th>
              <td class="mono">dpkg, alpm and rpm databases</td>
              <td class="soft">what is installed, in which version</td>
            </tr>
            <tr>
              <th>Images</th>
              <td class="mono">ISO, squashfs, ext4, qcow2, OCI …</td>
              <td class="soft">all of this, read without starting the system</td>
            </tr>
            <tr>
              <th>Possible bases</th>
              <td class="mono">Packages, .db, primary.xml</td>
              <td class="soft">repository indexes to hold the packages against</td>
            </tr>
          </tbody>
        </table>
      </div>
    </div>

    <div v-else-if="intake.phase === 'reading' || intake.phase === 'placing'" class="work">
      <div class="drop" role="status" aria-live="polite">
        <h1>
          {{ intake.phase === 'reading' ? 'Reading …' : 'Holding the packages against the candidates …' }}
        </h1>
        <p class="soft path">
          {{
            intake.progress
              ? `${formatNumberOf(intake.progress.files, 'file')} read; ${intake.progress.path}`
              : ''
          }}
        </p>
        <v-progress-linear
          :model-value="percent"
          :indeterminate="intake.phase === 'placing' || percent === 0"
          aria-label="Reading"
        />
        <div class="buttons"><v-btn @click="intake.clear()">Cancel</v-btn></div>
      </div>
    </div>

    <div v-else-if="intake.drop" class="work result" :class="{ over }">
      <div class="head">
        <h1>
          {{
            system
              ? system.name
              : formatNumberOf(intake.drop.indexes.length, 'repository index', 'repository indexes')
          }}
        </h1>
        <select
          v-if="intake.drop.systems.length > 1"
          class="systems"
          aria-label="System to place"
          :value="intake.chosen"
          @change="chooseSystem"
        >
          <option v-for="(entry, index) in intake.drop.systems" :key="index" :value="index">
            {{ entry.name }}, {{ entry.root || 'loose files' }}
          </option>
        </select>
        <span class="spacer" />
        <v-btn :aria-expanded="mirrorOpen" @click="mirrorOpen = !mirrorOpen"
          >Fetch a base from a mirror</v-btn
        >
        <v-btn @click="intake.clear()">Read something else</v-btn>
      </div>
      <p v-for="said in imageSentences" :key="said" class="soft">{{ said }}</p>
      <IntakeMirror v-if="mirrorOpen" :known="sources" @fetched="takeFetched" />
      <p
        v-for="issue in dropIssues"
        :key="issue.code"
        class="remark"
        :class="{ 'is-trouble': issue.severity === 'error' }"
        role="alert"
      >
        {{ wordIssue(issue) }}
      </p>
      <div v-if="losses.length" class="remark is-trouble" role="alert">
        <strong>Not read whole.</strong>
        <div v-for="(loss, i) in losses.slice(0, MOST_LOSSES)" :key="i">{{ wordIssue(loss) }}</div>
        <div v-if="losses.length > MOST_LOSSES">
          {{ formatNumberOf(losses.length - MOST_LOSSES, 'more loss', 'more losses') }} stand with the files.
        </div>
      </div>
      <IntakePlacing
        v-if="intake.placement"
        :placement="intake.placement"
        :rows="rows"
        :history="intake.history"
      />
      <p v-else-if="!system" class="soft">
        No system among these files. Drop a system together with these indexes, or after them.
      </p>
      <IntakeIndexes
        v-if="intake.allIndexes.length"
        :indexes="intake.allIndexes"
        @kept="intake.releaseFetched"
      />
      <IntakeConditions
        v-if="system"
        :asks="!system.image && system.facts.some(({ key }) => mayBeSpoiled(key))"
        :told="system.conditions"
        :said="intake.choices.conditions"
        @say="intake.decide({ conditions: $event })"
      />
      <IntakeFacts
        v-if="shows('facts') && review.facts.value.length"
        :facts="review.facts.value"
        :catalogue="catalogue"
        :correct="review.correct"
        @decide="review.decide"
      />
      <IntakeFiles v-if="shows('files')" :files="intake.drop.files" />
    </div>

    <IntakeAccept
      v-if="shows('accept') && system"
      :key="`${intake.chosen}`"
      :system="system"
      :placement="intake.placement"
      :conditions="conditions"
      :facts="review.accepted.value"
      :open="review.open.value"
    />
  </div>
</template>

<style scoped src="./intakeScreen.css"></style>
