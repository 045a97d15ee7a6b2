/** Compares and measures package lists off the main thread. Stopped by ending the worker: it keeps nothing but names to find. */
import { longestGap } from '../../core/packages/longestGap.ts';
import { estimateDelay } from '../../core/packages/delay.ts';
import { compareSystems } from '../../core/packages/compareSystems.ts';
import { compareWithBase } from '../../core/packages/findBase.ts';
import { freshnessOverTime } from '../../core/packages/freshness.ts';
import { createInstalledSet } from '../../core/packages/installedSet.ts';
import { packageHistory } from '../../core/packages/packageHistory.ts';
import { PackageNames } from '../../core/packages/packageNames.ts';
import { standingOfPackage, versionsIn } from '../../core/packages/packageStanding.ts';
import { packAfter } from '../../core/packages/packSeries.ts';
import { VERSION_ORDERS } from '../../core/packages/versionOrder.ts';
import { PackedLists } from '../../core/packages/packedLists.ts';
import { unpackColumns } from '../../core/packages/packSnapshot.ts';
import { firstDayOf } from '../../core/catalogue/days.ts';
import { openCandidates } from './openCandidates.ts';
import type { PackageQuestion, PackageQuestions } from './packageMessages.ts';

type Answers = {
  [Q in PackageQuestion]: (ask: PackageQuestions[Q]['ask']) => PackageQuestions[Q]['answer'];
};

/** What `openNames` put at hand. */
let names: PackageNames | null = null;

const ANSWERS: Answers = {
  shrink: ({ packed, chain, id }) => {
    const list = unpackColumns(packed, id);
    return list.ok ? packAfter(list.value, chain, id) : packed;
  },
  compare: ({ packed, system, base, others }) => {
    const lists = new PackedLists(packed);
    const list = lists.list(system);
    if (!list) return null;
    const installed = createInstalledSet(list);
    const [held, ...rest] = openCandidates([base, ...others], packed, lists);
    return { rows: installed.packages, ...compareWithBase(installed, held, rest) };
  },
  sides: ({ packed, systems, base }) => {
    const lists = new PackedLists(packed);
    const sets = systems.flatMap((key) => lists.list(key) ?? []).map(createInstalledSet);
    if (sets.length < systems.length || sets.some(({ family }) => family !== sets[0].family)) return null;
    const [candidate] = base ? openCandidates([base], packed, lists) : [];
    return compareSystems(sets, candidate);
  },
  history: ({ packed, candidates, name }) => packageHistory(openCandidates(candidates, packed), name),
  standing: ({ packed, name, base, systems }) => {
    const lists = new PackedLists(packed);
    const [candidate] = openCandidates([base], packed, lists);
    const newest = candidate.states.at(-1)?.lists ?? [];
    return {
      versions: [...new Set(newest.flatMap(({ packages }) => versionsIn(packages, name)))].sort((a, b) =>
        VERSION_ORDERS[newest[0].packages.family](b, a),
      ),
      systems: systems.flatMap(({ id, key }) => {
        const list = lists.list(key);
        return list ? [{ id, ...standingOfPackage(list, candidate, name) }] : [];
      }),
    };
  },
  openNames: ({ packed, keys }) => {
    const lists = new PackedLists(packed);
    names = new PackageNames(
      keys.flatMap((key) => {
        const packages = lists.list(key);
        return packages ? [{ key, packages }] : [];
      }),
    );
    return names.size;
  },
  findNames: ({ text, limit }) => names?.find(text, limit) ?? [],
  freshness: ({ packed, subject, base }) => {
    const lists = new PackedLists(packed);
    const [candidate] = openCandidates([base], packed, lists);
    const states = candidate.states.map((state) => ({ ...state, day: firstDayOf(state.date) }));
    const systems = subject.flatMap(({ day, keys }) => {
      const sets = keys.flatMap((key) => lists.list(key) ?? []).map(createInstalledSet);
      return sets.length > 0
        ? [{ day, system: { family: sets[0].family, packages: sets.flatMap(({ packages }) => packages) } }]
        : [];
    });
    const course = freshnessOverTime(systems, states);
    const newest = course.at(-1);
    if (!newest) return null;
    return {
      newest,
      course: course.map(({ day, whole }) => ({ day, summary: whole })),
      delay: estimateDelay(course.flatMap(({ changes }) => changes)),
      gap: longestGap(newest.states),
    };
  },
};

self.addEventListener(
  'message',
  (event: MessageEvent<{ id: number; question: PackageQuestion; ask: never }>) => {
    const { id, question, ask } = event.data;
    try {
      self.postMessage({ id, answer: ANSWERS[question](ask) });
    } catch (error) {
      self.postMessage({ id, reason: error instanceof Error ? error.message : String(error) });
    }
  },
);
