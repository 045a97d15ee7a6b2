/** A merge under way: the file that was read, what is decided, the worker that computes. It lives until it is taken or let go. */
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, toRaw } from 'vue';
import { recordsInParts } from '../../core/catalogue/allRecords.ts';
import type { Catalogue } from '../../core/catalogue/catalogue.ts';
import type { Choice } from '../../core/merging/conflict.ts';
import { createIssue, failure, success, type Result } from '../../core/issue.ts';
import type { MergeView, TheirsRead } from '../../workspace/mergeWork.ts';
import type { MergeAnswers, MergeAsk, MergeReply } from '../workers/mergeMessages.ts';
import { useCatalogueStore } from './catalogueStore.ts';

/** The merge that was taken last, for its report. */
export interface TakenMerge {
  readonly title: string;
  readonly view: MergeView;
  readonly choices: ReadonlyMap<string, Choice>;
}

export const useMergeStore = defineStore('merge', () => {
  const store = useCatalogueStore();
  const theirs = shallowRef<TheirsRead | null>(null);
  const view = shallowRef<MergeView | null>(null);
  const taken = shallowRef<TakenMerge | null>(null);
  const choices = ref(new Map<string, Choice>());
  const meetings = ref(new Map<string, 'same' | 'two'>());
  const doing = ref('');
  let worker: Worker | null = null;
  let against: Catalogue | null = null;
  let number = 0;

  /** Asks the worker; an answer that never comes (it was ended) is a failure. */
  function ask<T extends MergeAsk['type']>(
    question: Extract<MergeAsk, { type: T }>,
  ): Promise<Result<MergeAnswers[T]>> {
    const mine = ++number;
    const at = worker!;
    return new Promise((resolve) => {
      const fail = (reason: string) =>
        resolve(failure(createIssue('error', 'merge.failed', 'merge', { reason })));
      const listen = ({ data }: MessageEvent<MergeReply>) => {
        if (data.number !== mine) return;
        at.removeEventListener('message', listen);
        if ('reason' in data) fail(data.reason);
        else resolve(success(data.answer as MergeAnswers[T]));
      };
      at.addEventListener('message', listen);
      at.addEventListener('error', (event) => fail(event.message || 'the worker ended'), { once: true });
      at.postMessage({ ...question, number: mine });
    });
  }

  /** Reads a file to merge; what the open catalogue is stays as it is. Issues when it is none. */
  async function begin(file: File): Promise<Result<null>> {
    letGo();
    doing.value = `Reading ${file.name}`;
    worker = new Worker(new URL('../workers/merge.worker.ts', import.meta.url), { type: 'module' });
    against = toRaw(store.catalogue);
    const own = worker;
    const done = await read(file);
    if (worker !== own) return success(null); // let go of meanwhile
    doing.value = '';
    if (!done.ok) letGo();
    return done;
  }

  async function read(file: File): Promise<Result<null>> {
    for (const records of recordsInParts(against!)) void ask<'records'>({ type: 'records', records });
    const known = await store.sharedStates();
    const answer = await ask<'read'>({ type: 'read', file, known });
    if (!answer.ok) return answer;
    if (!answer.value.ok) return answer.value;
    const { common, itself } = answer.value.value;
    const text = itself ? null : await store.findState(common);
    const begun = await ask<'begin'>({
      type: 'begin',
      ancestor: itself ?? (text === null ? null : { text }),
    });
    if (!begun.ok) return begun;
    theirs.value = answer.value.value;
    doing.value = 'Comparing';
    const merged = await update();
    return merged.ok ? success(null, answer.value.issues) : merged;
  }

  /** Takes another file as what both began with. */
  async function setAncestor(file: File): Promise<Result<null>> {
    const begun = await ask<'begin'>({ type: 'begin', ancestor: { text: await file.text() } });
    if (!begun.ok) return begun;
    if (begun.value.length > 0) return failure(...begun.value);
    return update();
  }

  async function update(): Promise<Result<null>> {
    const decisions = { conflicts: new Map(choices.value), meetings: new Map(meetings.value) };
    const merged = await ask<'merge'>({ type: 'merge', decisions });
    if (!merged.ok) return merged;
    view.value = merged.value;
    return success(null);
  }

  /** Says whether two are one; what follows is computed anew. */
  async function meet(key: string, is: 'same' | 'two'): Promise<Result<null>> {
    meetings.value.set(key, is);
    return update();
  }

  const undecided = computed(() =>
    (view.value?.conflicts ?? []).filter(({ key }) => !choices.value.has(key)),
  );

  /** Decides all that is undecided: for one side, or for the newer one where that is known. */
  function decideAll(by: 'mine' | 'theirs' | 'newer'): void {
    for (const { key, newer } of undecided.value) {
      const choice = by === 'newer' ? newer : by;
      if (choice) choices.value.set(key, choice);
    }
  }

  /** Makes the merge one step of the catalogue. Refused while the catalogue is another than the one compared with. */
  async function take(): Promise<Result<null>> {
    if (against !== toRaw(store.catalogue)) return failure(createIssue('error', 'merge.moved', 'merge'));
    doing.value = 'Merging';
    try {
      const updated = await update();
      if (!updated.ok) return updated;
      if (undecided.value.length > 0)
        return failure(createIssue('error', 'merge.undecided', 'merge', { count: undecided.value.length }));
      const lists = (await store.allLists()).lists;
      const finished = await ask<'finish'>({ type: 'finish', lists, now: new Date().toISOString() });
      if (!finished.ok) return finished;
      const done = await store.takeMerge(finished.value);
      if (!done.ok) return done;
      const report = { title: theirs.value!.title, view: view.value!, choices: new Map(choices.value) };
      letGo();
      taken.value = report;
      return success(null);
    } finally {
      doing.value = '';
    }
  }

  /** Lets go of it: nothing has changed. */
  function letGo(): void {
    worker?.terminate();
    worker = null;
    against = null;
    theirs.value = null;
    view.value = null;
    taken.value = null;
    doing.value = '';
    choices.value = new Map();
    meetings.value = new Map();
  }

  return {
    ...{ theirs, view, taken, choices, doing, undecided },
    ...{ begin, setAncestor, meet, decideAll, take, letGo },
    isOther: computed(() => view.value !== null && against !== toRaw(store.catalogue)),
  };
});
