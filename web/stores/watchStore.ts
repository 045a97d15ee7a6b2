/**
 * Repositories that are looked at again: when one asks, or at times one sets while the program is open. What differs is a proposal
 * until it is taken or waved off; the list belongs to the catalogue and is remembered by this browser.
 */
import { defineStore } from 'pinia';
import { computed, ref, watch } from 'vue';
import { z } from '../../core/schemaChecks.ts';
import {
  mirrorRequestSchema,
  type MirrorEvent,
  type MirrorRequest,
} from '../../core/exchange/mirrorMessages.ts';
import { nameOfRequest } from '../../core/exchange/watchedAddress.ts';
import { createIssue, type Issue } from '../../core/issue.ts';
import { compareLooks, lookedSchema, type Looked, type WatchFinding } from '../../core/overview/watching.ts';
import { notesOf } from './browserHost.ts';
import { useCatalogueStore } from './catalogueStore.ts';
import { today } from './clock.ts';

const watchedSchema = z.object({
  request: mirrorRequestSchema,
  /** Whose repository it is, where that was said. */
  of: z.string().optional(),
  /** What was seen last and is settled, what was seen since, and when (ISO date and time). */
  settled: lookedSchema.nullable(),
  seen: lookedSchema.nullable(),
  at: z.string(),
});
const keptSchema = z.object({
  every: z.enum(['asked', 'hour', 'day']),
  watched: z.array(watchedSchema).max(200),
});

/** One repository that is watched. */
export type Watched = z.infer<typeof watchedSchema>;
type Every = z.infer<typeof keptSchema>['every'];

/** Times between two looks, in milliseconds. */
const TIMES: Readonly<Record<Every, number>> = { asked: Infinity, hour: 3_600_000, day: 86_400_000 };
const CHECK_EVERY = 60_000;

export const useWatchStore = defineStore('watch', () => {
  const store = useCatalogueStore();
  const notes = notesOf(() => window.localStorage);
  const watched = ref<Watched[]>([]);
  const every = ref<Every>('asked');
  const looking = ref('');
  const troubles = ref(new Map<string, readonly Issue[]>());

  const noteOf = (id: string) => `aspen-ridge/watch/${id}`;
  function recall(id: string): void {
    let raw: unknown = null;
    try {
      raw = JSON.parse(notes.get(noteOf(id)) ?? 'null');
    } catch {
      // what was remembered cannot be read: begin anew
    }
    const kept = keptSchema.safeParse(raw);
    watched.value = kept.success ? kept.data.watched : [];
    every.value = kept.success ? kept.data.every : 'asked';
    troubles.value = new Map();
  }
  function remember(): void {
    notes.set(noteOf(store.id), JSON.stringify({ every: every.value, watched: watched.value }));
  }
  watch(() => store.id, recall, { immediate: true });

  /** What is new at each, those of which nothing is new left out. */
  const news = computed(() =>
    watched.value.flatMap((each): { watched: Watched; findings: WatchFinding[] }[] => {
      const findings = each.seen ? compareLooks(each.settled, each.seen, today()) : [];
      return findings.length > 0 ? [{ watched: each, findings }] : [];
    }),
  );

  async function lookAtOne(each: Watched): Promise<void> {
    const name = nameOfRequest(each.request);
    looking.value = name;
    const seen = await ask(each.request);
    const issues = new Map(troubles.value);
    if ('checksum' in seen) {
      issues.delete(name);
      each.seen = seen;
      each.settled ??= seen;
      each.at = new Date().toISOString();
    } else issues.set(name, seen.issues);
    troubles.value = issues;
  }

  /** Looks at all, one after another. */
  async function look(): Promise<void> {
    if (looking.value) return;
    try {
      for (const each of watched.value) await lookAtOne(each);
    } finally {
      looking.value = '';
      remember();
    }
  }

  /** Begins to watch one, and looks at it. */
  async function add(request: MirrorRequest, of?: string): Promise<void> {
    const name = nameOfRequest(request);
    if (watched.value.some((each) => nameOfRequest(each.request) === name)) return;
    watched.value.push({ request, ...(of && { of }), settled: null, seen: null, at: '' });
    await lookAtOne(watched.value.at(-1)!).finally(() => (looking.value = ''));
    remember();
  }
  function drop(each: Watched): void {
    watched.value = watched.value.filter((other) => other !== each);
    remember();
  }
  /** What is new is seen to: from now on it is what is compared with. */
  function settle(each: Watched): void {
    each.settled = each.seen;
    remember();
  }
  function setEvery(next: Every): void {
    every.value = next;
    remember();
  }

  const isDue = ({ at }: Watched) => !at || Date.now() - Date.parse(at) >= TIMES[every.value];
  window.setInterval(() => {
    if (every.value !== 'asked' && document.visibilityState === 'visible' && watched.value.some(isDue))
      void look();
  }, CHECK_EVERY);

  return { watched, every, looking, troubles, news, look, add, drop, settle, setEvery };
});

/** What the server sees there now, or why it sees nothing. */
async function ask(request: MirrorRequest): Promise<Looked | { readonly issues: readonly Issue[] }> {
  try {
    const response = await fetch('/api/mirror/look', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(request),
    });
    const body = (await response.json()) as unknown;
    if (response.ok) return lookedSchema.parse(body);
    const failed = body as MirrorEvent;
    return { issues: failed.type === 'failed' ? failed.issues : [] };
  } catch (error) {
    const reason = error instanceof Error ? error.message : String(error);
    return { issues: [createIssue('error', 'mirror.unreachable', "This program's server", { reason })] };
  }
}
