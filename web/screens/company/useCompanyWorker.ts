/** Keeps a worker's catalogue up with the open one, and asks it. The worker lives as long as the screen. */
import { onUnmounted, ref, shallowRef, toRaw, watch, type Ref } from 'vue';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import { diffCatalogues } from '../../../core/catalogue/diff.ts';
import type { AnyRecord, KindName } from '../../../core/catalogue/recordKinds.ts';
import type {
  CompanyAnswer,
  CompanyAsk,
  CompanyMessage,
  CompanyReply,
} from '../../workers/companyMessages.ts';

/** What the worker needs; everything else would only be carried along. */
const KINDS: readonly KindName[] = [
  'about',
  'distribution',
  'edition',
  'release',
  'link',
  'source',
  'reading',
  'change',
  'comparison',
  'claim',
];

/** The answer to what is asked, kept up with the catalogue; `progress` is how much of it has been handed over, 0 to 1. */
export function useCompanyWorker(catalogue: Ref<Catalogue>, asked: Ref<CompanyAsk>) {
  const answer = shallowRef<CompanyAnswer | null>(null);
  const failed = ref('');
  const progress = ref(0);
  const isWorking = ref(true);
  let worker: Worker | null = null;
  let number = 0;
  let known: Catalogue | null = null;
  let sending = 0;

  const post = (message: CompanyMessage) => worker?.postMessage(message);

  function start(): void {
    worker = new Worker(new URL('../../workers/company.worker.ts', import.meta.url), { type: 'module' });
    worker.addEventListener('message', ({ data }: MessageEvent<CompanyReply>) => {
      if (data.number !== number) return; // something newer is under way
      isWorking.value = false;
      if ('answer' in data) answer.value = data.answer;
      else failed.value = data.reason;
    });
    worker.addEventListener('error', (event) => {
      failed.value = event.message || 'the worker ended';
      isWorking.value = false;
    });
  }

  /** Hands the whole catalogue over, a page at a time, so that the screen stays quick. */
  async function handOver(to: Catalogue): Promise<boolean> {
    const mine = ++sending;
    post({ type: 'fresh' });
    const pages = KINDS.flatMap(
      (kind) => to.records[kind].pages as readonly ReadonlyMap<string, AnyRecord>[],
    );
    for (const [i, page] of pages.entries()) {
      if (page.size > 0) post({ type: 'records', records: [...page.values()] });
      progress.value = (i + 1) / pages.length;
      if (page.size > 500) await new Promise((resolve) => setTimeout(resolve));
      if (mine !== sending || !worker) return false;
    }
    return true;
  }

  async function keepUp(): Promise<void> {
    const to = toRaw(catalogue.value);
    if (!worker) start();
    failed.value = '';
    if (known !== to) {
      const from = known;
      known = to;
      // Another catalogue, or most of this one: handed over page by page, not in one piece.
      if (!from || pagesThatDiffer(from, to) > MOST_PAGES) {
        isWorking.value = true;
        if (!(await handOver(to))) return;
      } else post({ type: 'edit', diff: onlyKinds(diffCatalogues(from, to)) });
    }
    isWorking.value = true;
    post({ type: 'ask', number: ++number, ask: JSON.parse(JSON.stringify(asked.value)) as CompanyAsk });
  }

  function stop(): void {
    worker?.terminate();
    worker = null;
    known = null;
    sending++;
    isWorking.value = false;
  }

  watch([catalogue, asked], () => void keepUp(), { immediate: true });
  onUnmounted(stop);
  return { answer, failed, progress, isWorking, stop, again: keepUp };
}

/** Pages that an edit touches; more are handed over anew. */
const MOST_PAGES = 200;

function pagesThatDiffer(from: Catalogue, to: Catalogue): number {
  return KINDS.reduce((sum, kind) => {
    const before = from.records[kind].pages as readonly unknown[];
    return (
      sum + (to.records[kind].pages as readonly unknown[]).filter((page, i) => page !== before[i]).length
    );
  }, 0);
}

function onlyKinds(diff: ReturnType<typeof diffCatalogues>): ReturnType<typeof diffCatalogues> {
  const of = <T>(part: Readonly<Record<string, T>>) =>
    Object.fromEntries(Object.entries(part).filter(([id]) => KINDS.includes(id.split(':')[0] as KindName)));
  return { added: of(diff.added), changed: of(diff.changed), removed: of(diff.removed) };
}
