/** Has the sentences of a pasted text read by a worker; it lives as long as the text is shown. */
import { onUnmounted, ref, shallowRef, watch, type Ref } from 'vue';
import { recordsFor, sentencesOf } from '../../../core/understanding/wholeText.ts';
import { useVisitStore } from '../../stores/visitStore.ts';
import type { ReadSentence, TextAsk, TextReply } from '../../workers/textMessages.ts';

/** A sentence, and how it may be read; not yet for one that is still to be read. */
export interface Sentence {
  readonly text: string;
  readonly read?: ReadSentence;
}

/** The sentences of a text with their readings. What is looked at is taken as it was when the text came. */
export function useTextReading(text: Ref<string | null>) {
  const visit = useVisitStore();
  const sentences = shallowRef<readonly Sentence[]>([]);
  const failed = ref('');
  let worker: Worker | null = null;
  let number = 0;

  function start(): Worker {
    const made = new Worker(new URL('../../workers/text.worker.ts', import.meta.url), { type: 'module' });
    made.addEventListener('message', ({ data }: MessageEvent<TextReply>) => {
      if (data.number !== number) return; // another text is read by now
      const waiting = sentences.value.findIndex(({ read }) => !read);
      sentences.value = sentences.value.map((each, i) => {
        const read = data.read[i - waiting];
        return i >= waiting && read ? { ...each, read } : each;
      });
    });
    made.addEventListener('error', (event) => (failed.value = event.message || 'the worker ended'));
    return made;
  }

  watch(
    text,
    () => {
      const found = sentencesOf(text.value ?? '');
      const isLeft = found.length > 0 && found.every((each, i) => sentences.value[i]?.text === each);
      // What is left of a text that was read needs not be read again.
      if (isLeft && found.length === sentences.value.length) return;
      sentences.value = found.map((each) => ({ text: each }));
      failed.value = '';
      const { catalogue, turn, today, author } = visit.context();
      if (found.length === 0 || !visit.subject || !visit.source) return;
      worker ??= start();
      const records = recordsFor(catalogue, turn, today);
      const ask: TextAsk = { number: ++number, records, turn, today, author, sentences: found };
      worker.postMessage(ask);
    },
    { immediate: true },
  );
  onUnmounted(() => worker?.terminate());

  /** Takes sentences off the list; what is left is the text. */
  function leave(...gone: readonly Sentence[]): void {
    sentences.value = sentences.value.filter((each) => !gone.includes(each));
    text.value = sentences.value.map((each) => each.text).join('\n') || null;
  }
  return { sentences, failed, leave };
}
