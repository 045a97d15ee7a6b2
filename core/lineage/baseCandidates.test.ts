/** Candidates and subjects of the sample's catalogue, and every capture of the sample placed among them. */
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { builtSample, inputFile } from '../../testing/builtSample.ts';
import { catalogueOf, distribution, release } from '../../testing/catalogues.ts';
import { readFiles } from '../capture/readFiles.ts';
import { placeSystem, type Placement } from '../capture/placeSystem.ts';
import { assembleDrop } from '../capture/system.ts';
import type { Catalogue } from '../catalogue/catalogue.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { parseCatalogueFile } from '../exchange/catalogueFile.ts';
import { wordAnswer } from '../wording/answerText.ts';
import { wordIssue } from '../wording/issueText.ts';
import type { PlacedCandidate } from '../capture/placedCandidate.ts';
import { estimateDelay } from '../packages/delay.ts';
import { judgeDelay } from '../packages/judgeDelay.ts';
import { freshnessOverTime } from '../packages/freshness.ts';
import { partOfRepository } from '../packages/listParts.ts';
import { createInstalledSet } from '../packages/installedSet.ts';
import { PackedLists } from '../packages/packedLists.ts';
import { basesAtHand, describeCandidates, type DescribedCandidate } from './baseCandidates.ts';
import { freshnessSubjects, statedDelays } from './freshnessSubjects.ts';

const out = builtSample();
const TODAY = firstDayOf('2026-11-25');
let catalogue: Catalogue;
let lists: PackedLists;
let described: DescribedCandidate[];
beforeAll(() => {
  const parsed = parseCatalogueFile(readFileSync(join(out, 'catalogue.json'), 'utf8'), 'sample');
  if (!parsed.ok) throw new Error('the sample cannot be read');
  catalogue = parsed.value.catalogue;
  lists = new PackedLists(parsed.value.packages);
  described = describeCandidates(catalogue, TODAY);
}, 60_000);

const opened = (candidate: DescribedCandidate): PlacedCandidate => ({
  ...candidate,
  states: candidate.states.map(({ date, lists: named }) => ({
    date,
    lists: named.map(({ snapshot, name, part }) => ({ name, part, packages: lists.list(snapshot)! })),
  })),
});

describe('candidates of a catalogue', () => {
  const named = (name: string) => described.find((each) => each.name === name)!;
  it('hold the repositories of a release together, in the states that are kept', () => {
    const fenwick = named('Fenwick 31');
    expect(fenwick.states.length).toBeGreaterThan(20);
    expect(
      fenwick.states
        .at(-1)!
        .lists.map(({ part }) => part)
        .sort(),
    ).toEqual(['base', 'security', 'updates']);
    expect(fenwick.states[0].lists.map(({ part }) => part)).toEqual(['base']);
    expect([...fenwick.states].map(({ date }) => date)).toEqual(
      fenwick.states.map(({ date }) => date).toSorted(),
    );
    expect(fenwick.suites).toContain('saltmarsh');
    expect(fenwick.ancestors).toContain('Larkspur');
  });
  it('include what they are laid over, but not what they copy', () => {
    expect(named('Tidewater 7.1').includes).toEqual(['Fenwick 31']);
    expect(named('Fenwick 31').includes).toEqual([]);
    expect(named('Quickthorn').includes).toEqual([]);
  });
  it('are found for the bases beneath a release, nearest first', () => {
    const names = (id: string) => basesAtHand(catalogue, id, described, TODAY).map(({ name }) => name);
    expect(names('release:penhallow-5').slice(0, 3)).toEqual(['Tidewater 7.1', 'Fenwick 31', 'Larkspur 7']);
    expect(names('release:fenwick-31')).toEqual(['Larkspur 7', 'Larkspur', 'Larkspur 6']);
    expect(names('distribution:larkspur')).toEqual([]);
  });
  it('are none in a catalogue without package lists', () => {
    expect(describeCandidates(catalogueOf(distribution('a'), release('a', '1')), TODAY)).toEqual([]);
  });
  it('tell parts by the words that repositories are named with', () => {
    expect(
      ['brindle-security', 'x/updates', 'x-backports', 'security', 'insecurity', 'main', 'next-updates'].map(
        partOfRepository,
      ),
    ).toEqual(['security', 'updates', 'backports', 'security', 'base', 'base', 'updates']);
  });
});

/** What each capture truly is built on: base and relation; `itself` for the bases' own systems. */
const TRUTH: Readonly<Record<string, readonly [string | null, string | null]>> = {
  'brackenlight-2': ['Larkspur 7', 'installs from'],
  copperline: [null, 'itself'],
  'fenwick-31': ['Larkspur', 'copies'],
  'fenwick-32': ['Larkspur', 'copies'],
  'fenwick-orchard-31': ['Larkspur', 'copies'],
  'fenwick-orchard-32': ['Larkspur', 'copies'],
  'foxholt-4-live': ['Graywether 19', 'rebuilds'],
  'graywether-21': [null, 'itself'],
  'highmoor-desk-3': ['Fenwick 28', 'installs from'],
  'kestrel-bench-9': ['Fenwick 31', 'installs from'],
  'larkspur-7': [null, 'itself'],
  'marram-2': ['Fenwick 31', 'installs from'],
  'nettlebed-21': ['Graywether 21', 'installs from'],
  'penhallow-5': ['Tidewater 7.1', 'installs from'],
  'quickthorn-26.10': ['Copperline', 'copies'],
  'rowanhall-4': [null, null],
  'sarrin-desktop-3': ['Larkspur 6', 'copies'],
  swiftlet: ['Copperline', 'rebuilds'],
  'tidewater-7.1': ['Fenwick 31', 'installs from'],
  'tidewater-7.1-live': ['Fenwick 31', 'installs from'],
  'tidewater-ebb-4': ['Larkspur 7', 'installs from'],
  undershaw: ['Copperline', 'installs from'],
  'varnley-6': ['Larkspur 7', 'installs from'],
  'wickerbox-live': ['Copperline', 'installs from'],
};

describe('the captures of the sample', () => {
  const placements = new Map<string, Placement>();
  beforeAll(async () => {
    const candidates = described.map(opened);
    for (const name of readdirSync(join(out, 'captures'))) {
      const { systems } = assembleDrop(await readFiles([inputFile(join(out, 'captures', name), name)]));
      placements.set(
        name.replace('.tar.gz', ''),
        placeSystem(
          systems.find(({ packages }) => packages)!,
          candidates,
        ),
      );
    }
  }, 120_000);

  it('are all placed on their true base, by its own repositories', () => {
    const found = [...placements].map(([name, { answer, relation }]) => [
      name,
      answer.base,
      answer.reason === 'itself' ? 'itself' : relation,
    ]);
    expect(found.sort()).toEqual(
      Object.entries(TRUTH)
        .map(([name, truth]) => [name, ...truth])
        .sort(),
    );
  });
  it('account for every package', () => {
    for (const [name, { accounts, packages, candidates }] of placements) {
      const { installed } = candidates[0].counts;
      expect(
        accounts.reduce((sum, account) => sum + account.packages, 0),
        name,
      ).toBe(installed);
      expect(packages, name).toHaveLength(installed);
    }
    const parts = new Set(placements.get('tidewater-7.1')!.accounts.map(({ part }) => part));
    expect(parts).toEqual(new Set(['base', 'updates', 'security', 'own']));
  });
  it('say when they were copied', () => {
    const { copied } = placements.get('fenwick-32')!.answer;
    expect(copied?.state).toBe('2026-05-03');
    expect(wordAnswer(placements.get('fenwick-32')!)).toMatch(
      /those of 3 May 2026: taken after .* and before /,
    );
  });
  it('come with what speaks for and against the answer, each in a sentence', () => {
    const codes = (name: string) => placements.get(name)!.findings.map(({ code }) => code);
    expect(codes('varnley-6')).toContain('evidence.sourcesAgree');
    expect(codes('fenwick-32')).toEqual(
      expect.arrayContaining(['evidence.oldPackages', 'evidence.likenessAgrees', 'evidence.marks']),
    );
    expect(codes('rowanhall-4')).toContain('evidence.toolOnly');
    for (const { findings } of placements.values())
      for (const finding of findings) expect(wordIssue(finding)).not.toContain('undefined');
  });
});

describe('freshness in the sample', () => {
  it('is measured of systems and of repositories, against the bases beneath them', () => {
    const subjects = freshnessSubjects(catalogue, described, TODAY);
    const found = (key: string) => subjects.find((each) => each.key === key)!;
    expect(found('system release:tidewater-7.1').bases.map(({ name }) => name)).toEqual([
      ...['Fenwick 31', 'Larkspur 7'],
      ...['Fenwick 28', 'Larkspur', 'Larkspur 6'],
    ]);
    expect(found('repository distribution:quickthorn').states.length).toBeGreaterThan(8);
    expect(subjects.some(({ at }) => at === 'distribution:larkspur')).toBe(false);
  });
  it('finds the delay by which Quickthorn was made, and refutes what is said of it', () => {
    // Of its packages 80 of 100 wait 9 to 18 days, the others 36 to 46.
    const subject = freshnessSubjects(catalogue, described, TODAY).find(
      ({ key }) => key === 'repository distribution:quickthorn',
    )!;
    const [base] = subject.bases.map(opened);
    const states = base.states.map((each) => ({ ...each, day: firstDayOf(each.date) }));
    const systems = subject.states.map(({ day, snapshots }) => ({
      day,
      system: {
        family: 'alpm' as const,
        packages: snapshots.flatMap((id) => createInstalledSet(lists.list(id)!).packages),
      },
    }));
    const course = freshnessOverTime(systems, states);
    const delay = estimateDelay(course.flatMap(({ changes }) => changes))!;
    expect(delay.median).toBeGreaterThanOrEqual(9);
    expect(delay.median).toBeLessThanOrEqual(18);
    expect(delay.ninetieth).toBeGreaterThanOrEqual(30);
    const judged = statedDelays(catalogue, subject.at).map(({ days, range }) => [
      days,
      judgeDelay(delay, range).verdict,
    ]);
    expect(judged).toContainEqual([5, 'refuted']);
    expect(judgeDelay(delay, { least: 9, most: 18 }).verdict).toBe('confirmed');
  }, 60_000);
});
