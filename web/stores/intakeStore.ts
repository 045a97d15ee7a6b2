/** What was dropped and read, for the screens of the intake: binds IntakeReading to reactive state. */
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import type { Family } from '../../core/formats/family.ts';
import type { IntakeAnswer } from '../../workspace/readerMessages.ts';
import { IntakeReading, type ReadingState } from '../../workspace/intakeReading.ts';
import { PackageClient } from '../workers/packageClient.ts';
import { candidateMessage, usePackageLists } from './packageLists.ts';

/** A repository of a mirror as its form has it. */
interface AskedRepository {
  family: Family;
  url: string;
  suite: string;
  components: string;
  architecture: string;
  repository: string;
  /** OpenPGP keys, armoured or in base64, and the file that they are from. */
  key: string;
  keyName: string;
}

/** The reading of a drop as reactive state. */
export const useIntakeStore = defineStore('intake', () => {
  const lists = usePackageLists();
  const client = new PackageClient();
  const reading = new IntakeReading({
    startWorker: (onAnswer, onError) => {
      const worker = new Worker(new URL('../workers/intake.worker.ts', import.meta.url), { type: 'module' });
      worker.addEventListener('message', (event: MessageEvent<IntakeAnswer>) => onAnswer(event.data));
      worker.addEventListener('error', (event) => onError(event.message || 'the reader stopped'));
      return { post: (request) => worker.postMessage(request), end: () => worker.terminate() };
    },
    knownCandidates: (family) =>
      lists.described.value
        .filter((candidate) => lists.familyOf(candidate) === family)
        .map((candidate) => ({
          name: candidate.name,
          at: candidate.at,
          message: candidateMessage(candidate),
        })),
    packedOf: lists.packedOf,
    onChange: (next) => (state.value = next),
  });
  const state = shallowRef<ReadingState>(reading.state);
  const part = <K extends keyof ReadingState>(name: K) => computed(() => state.value[name]);

  /** What was begun beside it: text that is being pasted (null while its field is closed), a repository being asked for. */
  const pasted = ref<string | null>(null);
  const isAsking = ref(false);
  const asked = ref<AskedRepository>({
    family: 'deb',
    url: '',
    suite: '',
    components: '',
    architecture: 'amd64',
    repository: '',
    key: '',
    keyName: '',
  });

  /** The versions of a package in every snapshot at hand. */
  function history(name: string) {
    const messages = state.value.candidates.map(({ message }) => message);
    return client.ask('history', { packed: state.value.packed, candidates: messages, name });
  }

  return {
    pasted,
    isAsking,
    asked,
    phase: part('phase'),
    progress: part('progress'),
    drop: part('drop'),
    chosen: part('chosen'),
    candidates: part('candidates'),
    placement: part('placement'),
    failure: part('failure'),
    allIndexes: computed(() => [...(state.value.drop?.indexes ?? []), ...state.value.fetched]),
    /** What was chosen of the system at hand. */
    choices: computed(() => (state.value, reading.choices)),
    decide: reading.decide.bind(reading),
    read: reading.read.bind(reading),
    choose: reading.choose.bind(reading),
    nameIndexes: reading.nameIndexes.bind(reading),
    addIndexes: reading.addIndexes.bind(reading),
    releaseFetched: reading.releaseFetched.bind(reading),
    prepare: reading.prepare.bind(reading),
    clear: reading.clear.bind(reading),
    history,
  };
});
