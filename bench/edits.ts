/**
 * Editing one fact of 200,000: all that the lineage shows, kept up with the edit, against computing it anew; and the
 * search over all of them.
 */
import { withRecords } from '../core/catalogue/applyDiff.ts';
import { FACT_KEYS } from '../core/catalogue/factSheet.ts';
import type { AnyRecord } from '../core/catalogue/recordKinds.ts';
import type { Catalogue } from '../core/catalogue/catalogue.ts';
import { firstDayOf } from '../core/catalogue/days.ts';
import { search } from '../core/finding/find.ts';
import { LineageView } from '../core/overview/lineageView.ts';
import { catalogueOf, reading } from '../testing/catalogues.ts';
import { nameOfNumber, randomLineage } from '../testing/lineages.ts';
import { median, type BenchResult } from './compare.ts';

const FACTS = 200_000;
const DISTRIBUTIONS = 1500;
const EDITS = 15;
const DAY = firstDayOf('2026-11-24');
/** What an edit may take until everything shows it, and a step of the search between two key presses. */
const LIMIT = 50;

/** 1,500 invented distributions, and 200,000 facts of their releases. */
function largeCatalogue(): { catalogue: Catalogue; facts: AnyRecord[] } {
  const records = randomLineage(DISTRIBUTIONS);
  const releases = records.filter(({ kind }) => kind === 'release');
  const keys = FACT_KEYS.filter(({ type }) => type === 'text' || type === 'version');
  const facts = Array.from({ length: FACTS }, (_, i): AnyRecord => {
    const { key } = keys[Math.floor(i / releases.length) % keys.length];
    const value = `value ${i} of ${nameOfNumber(i % 4096)}`;
    return { ...reading(releases[i % releases.length].id, key, { value }), id: `reading:r${i}` };
  });
  const empty = catalogueOf(...records);
  return { catalogue: withRecords(empty, facts), facts };
}

function showAll(view: LineageView, catalogue: Catalogue): void {
  for (const id of view.graph(catalogue, DAY).nodes.keys()) view.factsOf(id);
  view.events();
}

export async function editsBench(): Promise<BenchResult[]> {
  const { catalogue, facts } = largeCatalogue();
  const view = new LineageView();
  let edited = catalogue;
  showAll(view, edited);
  const ours: number[] = [];
  const theirs: number[] = [];
  for (let i = 0; i < EDITS; i++) {
    const put = { ...facts[i * 997], value: `another ${i}` } as AnyRecord;
    const start = performance.now();
    edited = withRecords(edited, [put]);
    showAll(view, edited);
    ours.push(performance.now() - start);
    const again = performance.now();
    showAll(new LineageView(), edited);
    theirs.push(performance.now() - again);
  }
  const [own, anew] = [median(ours), median(theirs)];
  let longest = 0;
  for (const query of ['value 19999', 'kernel', 'albre']) {
    let last = performance.now();
    for (const found of search(edited, query)) {
      void found;
      longest = Math.max(longest, performance.now() - last);
      last = performance.now();
    }
  }
  return [
    {
      name: `Editing one of ${FACTS} facts until ${DISTRIBUTIONS} plates and the history show it, against computing all anew`,
      ours: own,
      theirs: anew,
      ratio: own / anew,
      limit: LIMIT / anew,
    },
    {
      name: `Longest step of a search over ${FACTS} facts, the first one after opening included, against ${LIMIT} ms`,
      ours: longest,
      theirs: LIMIT,
      ratio: longest / LIMIT,
      limit: 1,
    },
  ];
}
