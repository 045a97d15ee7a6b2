<script setup lang="ts">
/** Coming back: repositories that are looked at again; what is new is proposed, and taken or waved off. */
import { storeToRefs } from 'pinia';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { recordsOf } from '../../../core/catalogue/catalogue.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import { addSeenRelease } from '../../../core/editing/seenRelease.ts';
import { writeQuestion } from '../../../core/editing/questions.ts';
import { nameOfRequest, requestOfAddress } from '../../../core/exchange/watchedAddress.ts';
import { findSubject } from '../../../core/lineage/findSubject.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import { distributionOf } from '../../../core/lineage/releases.ts';
import { wordIssue } from '../../../core/wording/issueText.ts';
import { wordFinding, wordSignature } from '../../../core/wording/watchText.ts';
import { formatNumberOf } from '../../../core/wording/valueText.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { today } from '../../stores/clock.ts';
import { useIntakeStore } from '../../stores/intakeStore.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';
import { useCommit } from '../../stores/useCommit.ts';
import { useWatchStore, type Watched } from '../../stores/watchStore.ts';

const store = useCatalogueStore();
const { catalogue } = storeToRefs(store);
const watching = useWatchStore();
const intake = useIntakeStore();
const notices = useNoticeStore();
const router = useRouter();
const commit = useCommit();
const address = ref('');
const whose = ref('');
const TIMES = [
  { value: 'asked', title: 'when I ask' },
  { value: 'hour', title: 'every hour, while this is open' },
  { value: 'day', title: 'once a day, while this is open' },
];

/** Repositories whose lists are kept and that have an address of the web: offered to be watched. */
const offered = computed(() => {
  const seen = new Map<string, { name: string; of?: string; origin: string }>();
  for (const { origin, of, role } of recordsOf(catalogue.value, 'snapshot')) {
    const request = role === 'repository' ? requestOfAddress(origin) : null;
    if (!request) continue;
    const name = nameOfRequest(request);
    if (!watching.watched.some((each) => nameOfRequest(each.request) === name))
      seen.set(name, { name, origin, ...(of && { of }) });
  }
  return [...seen.values()].slice(0, 12);
});

async function add(text: string, of?: string): Promise<void> {
  const request = requestOfAddress(text);
  if (!request) {
    notices.tell(
      'That is no address: give one such as https://mirror.example/archive/dists/suite, …/core.db or …/repo/repodata.',
    );
    return;
  }
  const named = whose.value.trim() ? findSubject(catalogue.value, whose.value) : null;
  if (named && !named.ok) return notices.tellIssues(named.issues);
  await watching.add(request, of ?? (named?.ok ? distributionOf(catalogue.value, named.value) : undefined));
  address.value = '';
  whose.value = '';
}

/** The new state is fetched where repositories are: at Import, with the address filled in. */
async function fetchIt({ request }: Watched): Promise<void> {
  const common = { url: request.url, key: request.key };
  Object.assign(intake.asked, { family: request.family, ...common });
  if (request.family === 'deb') Object.assign(intake.asked, { suite: request.suite });
  if (request.family === 'alpm') Object.assign(intake.asked, { repository: request.repository });
  intake.isAsking = true;
  await router.push('/intake');
}
function addRelease(each: Watched): void {
  const { seen, of } = each;
  if (!seen || !of) return;
  const at = { repository: nameOfRequest(each.request), day: today() };
  const edit = addSeenRelease(catalogue.value, distributionOf(catalogue.value, of), seen, at);
  if (!commit(edit) || !edit.ok) return;
  watching.settle(each);
  notices.tell(`Added ${nameOf(store.catalogue, edit.value.made.id)}. Undo takes it back.`);
}
function askAbout(each: Watched, text: string): void {
  const subject = each.of && catalogue.value.records.distribution.has(each.of) ? each.of : null;
  const asked = { text: `${nameOfRequest(each.request)}: ${text}`, about: '', tried: '', until: '' };
  const saying = { author: store.about?.author ?? '', date: today() };
  if (!commit(writeQuestion(catalogue.value, subject, null, asked, saying))) return;
  watching.settle(each);
  notices.tell('Written down as a question. Undo takes it back.');
}
const lookedAt = ({ at }: Watched) =>
  at ? `${formatWhen(at.slice(0, 10))}, ${new Date(at).toTimeString().slice(0, 5)}` : 'not yet';
</script>

<template>
  <section aria-label="Watching">
    <div class="row">
      <h1>What is new at the mirrors</h1>
      <span class="spacer" />
      <v-select
        :model-value="watching.every"
        :items="TIMES"
        label="Look again"
        density="compact"
        hide-details
        class="times"
        @update:model-value="watching.setEvery($event)"
      />
      <v-btn
        variant="flat"
        color="primary"
        :disabled="!watching.watched.length || watching.looking !== ''"
        @click="watching.look()"
        >Look now</v-btn
      >
    </div>
    <p role="status" class="answer">
      <template v-if="watching.looking">Looking at {{ watching.looking }} …</template>
      <template v-else-if="!watching.watched.length">Nothing is watched yet.</template>
      <template v-else-if="watching.news.length"
        >{{ formatNumberOf(watching.news.length, 'repository', 'repositories') }} of
        {{ watching.watched.length }} changed. Nothing is taken before you say so.</template
      >
      <template v-else
        >Nothing new at {{ formatNumberOf(watching.watched.length, 'repository', 'repositories') }}.</template
      >
    </p>
    <article
      v-for="{ watched, findings } in watching.news"
      :key="nameOfRequest(watched.request)"
      class="news"
    >
      <h2>{{ nameOfRequest(watched.request) }}</h2>
      <ul>
        <li v-for="finding in findings" :key="finding.kind">
          {{ wordFinding(finding) }}
          <button
            v-if="finding.kind === 'newRelease' && watched.of && store.canEdit"
            class="accent-link"
            @click="addRelease(watched)"
          >
            Add it to {{ nameOf(catalogue, watched.of) }}
          </button>
          <button
            v-else-if="finding.kind !== 'newState' && store.canEdit"
            class="accent-link"
            @click="askAbout(watched, wordFinding(finding))"
          >
            Write it down as a question
          </button>
        </li>
      </ul>
      <p class="row">
        <v-btn size="small" @click="fetchIt(watched)">Fetch its lists …</v-btn>
        <v-btn size="small" @click="watching.settle(watched)">Seen</v-btn>
      </p>
    </article>
    <form class="row add" @submit.prevent="add(address)">
      <input
        v-model="address"
        class="field wide"
        aria-label="Address of a repository"
        placeholder="https://mirror.example/archive/dists/suite"
      />
      <input v-model="whose" class="field" aria-label="Owner" placeholder="whose it is" />
      <v-btn type="submit" :disabled="!address.trim()">Watch it</v-btn>
    </form>
    <p v-if="offered.length" class="small">
      <span class="soft">Known from package lists:</span>
      <button v-for="each in offered" :key="each.name" class="chip" @click="add(each.origin, each.of)">
        {{ each.name }}
      </button>
    </p>
    <table v-if="watching.watched.length" class="plain-table" aria-label="Watched repositories">
      <thead>
        <tr>
          <th>Repository</th>
          <th>Owner</th>
          <th>Release</th>
          <th>State</th>
          <th>Signature</th>
          <th>Looked at</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr v-for="each in watching.watched" :key="nameOfRequest(each.request)">
          <th scope="row">
            {{ nameOfRequest(each.request) }}
            <p
              v-for="issue in watching.troubles.get(nameOfRequest(each.request)) ?? []"
              :key="issue.code"
              class="trouble small"
            >
              {{ wordIssue(issue) }}
            </p>
          </th>
          <td>{{ each.of ? nameOf(catalogue, each.of) : '' }}</td>
          <td>
            {{ [each.seen?.codename || each.seen?.suite, each.seen?.version].filter(Boolean).join(' ') }}
          </td>
          <td>{{ each.seen?.date ? formatWhen(each.seen.date) : '' }}</td>
          <td class="small">{{ each.seen ? wordSignature(each.seen.signature) : '' }}</td>
          <td class="small soft">{{ lookedAt(each) }}</td>
          <td class="does"><button class="accent-link" @click="watching.drop(each)">Delete</button></td>
        </tr>
      </tbody>
    </table>
    <p class="small soft">
      The server looks at release files and indexes of the hosts on its list only; it fetches no list before
      you ask for it.
    </p>
  </section>
</template>

<style scoped>
section > * + * {
  margin-top: 10px;
}
.row {
  display: flex;
  gap: 8px;
  align-items: center;
}
.times {
  max-width: 260px;
}
.answer {
  font-size: 14.5px;
}
.news {
  padding: 10px 14px;
  border-left: 3px solid rgb(var(--v-theme-accent));
  background: rgb(var(--v-theme-surface));
}
.news ul {
  margin: 4px 0 8px;
  padding-left: 18px;
}
.wide {
  flex: 1;
  max-width: 480px;
}
.chip {
  margin: 2px 4px;
}
.does {
  text-align: right;
}
</style>
