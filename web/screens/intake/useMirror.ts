/** Fetching a repository through the server: its events as they come, until it ends or is cancelled. */
import { ref, shallowRef } from 'vue';
import type { MirrorEvent, MirrorLimits, MirrorRequest } from '../../../core/exchange/mirrorMessages.ts';
import type { FetchedList } from '../../../core/exchange/fetchedList.ts';
import { identityOfIndex } from '../../../core/capture/indexIdentity.ts';
import { createIssue, type Issue } from '../../../core/issue.ts';
import type { IndexSummary } from '../../../workspace/intakeMessages.ts';

/** Asking the server for a repository, line by line. */
export function useMirror() {
  const isFetching = ref(false);
  const progress = shallowRef<{ file: string; done: number; total: number } | null>(null);
  const issues = shallowRef<readonly Issue[]>([]);
  const hosts = shallowRef<readonly string[] | null>(null);
  let stop: AbortController | null = null;

  /** Asks the server which hosts it may ask; null when it does not answer. */
  async function loadHosts(): Promise<void> {
    try {
      const response = await fetch('/api/mirror');
      hosts.value = response.ok ? ((await response.json()) as MirrorLimits).hosts : null;
    } catch {
      hosts.value = null;
    }
  }

  /** Fetches; gives the lists that came. A cancelled or failed fetch gives none. */
  async function fetchLists(request: MirrorRequest): Promise<IndexSummary[]> {
    const lists: IndexSummary[] = [];
    let ended = false;
    stop = new AbortController();
    isFetching.value = true;
    progress.value = null;
    issues.value = [];
    try {
      const response = await fetch('/api/mirror', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(request),
        signal: stop.signal,
      });
      for await (const event of eventsOf(response)) {
        if (event.type === 'progress') progress.value = event;
        else if (event.type === 'issue') issues.value = [...issues.value, event.issue];
        else if (event.type === 'failed') issues.value = [...issues.value, ...event.issues];
        else if (event.type === 'list') lists.push(await indexOf(event.list));
        ended ||= event.type === 'done' || event.type === 'failed';
      }
      if (!ended) issues.value = [...issues.value, unreachable('the server ended the answer early')];
    } catch (error) {
      if (!stop.signal.aborted)
        issues.value = [...issues.value, unreachable(error instanceof Error ? error.message : String(error))];
    } finally {
      isFetching.value = false;
      progress.value = null;
    }
    return issues.value.some(({ severity }) => severity === 'error') || stop.signal.aborted ? [] : lists;
  }

  return { isFetching, progress, issues, hosts, loadHosts, fetchLists, cancel: () => stop?.abort() };
}

const unreachable = (reason: string) =>
  createIssue('error', 'mirror.unreachable', "This program's server", { reason });

/** The lines of the answer, each as soon as it is whole. */
async function* eventsOf(response: Response): AsyncGenerator<MirrorEvent> {
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
  let rest = '';
  for (;;) {
    const { value, done } = await reader.read();
    rest += value ?? '';
    const lines = rest.split('\n');
    rest = lines.pop()!;
    for (const line of lines) if (line) yield JSON.parse(line) as MirrorEvent;
    if (done) break;
  }
  if (rest) yield JSON.parse(rest) as MirrorEvent;
}

async function indexOf({ url, packages, signature, packed, ...list }: FetchedList): Promise<IndexSummary> {
  const bytes = await (await fetch(`data:application/octet-stream;base64,${packed}`)).arrayBuffer();
  return {
    ...list,
    path: url,
    identity: identityOfIndex(url, list.release ?? undefined),
    packageCount: packages,
    packed: new Uint8Array(bytes),
    signature: signature.state,
    signer: signature.signer,
    losses: [], // the server hands on whole lists only
  };
}
