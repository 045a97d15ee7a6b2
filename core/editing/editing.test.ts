/** What an analyst does, as verbs: each gives one step that can be undone, or says why not and changes nothing. */
import { readdirSync, readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  change,
  catalogueOf,
  distribution,
  link,
  reading,
  release,
  source,
  valueOf,
} from '../../testing/catalogues.ts';
import { findRecord, recordOf, recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import { createClaim } from '../catalogue/claim.ts';
import { diffCatalogues, isEmptyDiff, reverseDiff } from '../catalogue/diff.ts';
import { applyDiff, withRecords } from '../catalogue/applyDiff.ts';
import { createEdition } from '../catalogue/edition.ts';
import { findFactKey } from '../catalogue/factSheet.ts';
import type { KeptIndex } from '../capture/keptIndex.ts';
import type { RecordedChange } from '../catalogue/change.ts';
import type { Reading } from '../catalogue/reading.ts';
import { createSnapshot } from '../catalogue/snapshot.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { layerTable } from '../layers/layerTable.ts';
import { chainOf } from '../lineage/chain.ts';
import { hasEditWording, wordEdit } from '../wording/editText.ts';
import { beginCatalogue, describeCatalogue } from './about.ts';
import { weighChange, writeChange } from './changes.ts';
import { judgeClaim } from './claims.ts';
import { addEdition, setEditionCell } from './editions.ts';
import { acceptReading, removeSaid, writeFact } from './facts.ts';
import { keepLists } from './intake.ts';
import { type Edited, type LabelledEdit } from './labelledEdit.ts';
import { addLink, changeLink, rivalsOf } from './links.ts';
import { addDistribution } from './addDistribution.ts';
import { addReleases, beginNextRelease, setReleaseCell } from './releases.ts';
import { removeRecord, removeSnapshots } from './removal.ts';
import { replaceCatalogue } from './replace.ts';
import { exchangeSource, type NewSource } from './sources.ts';
import { markRestUnchanged } from './unchangedRest.ts';

const TODAY = '2026-11-28';
const DAY = firstDayOf(TODAY);
const ICONS = findFactKey('themes.icons')!;

const family = () =>
  catalogueOf(
    distribution('a'),
    distribution('b'),
    release('a', '1', '2025-01-01'),
    release('b', '1', '2025-06-01'),
    createEdition({ id: 'edition:b-main', distribution: 'distribution:b', name: 'Main' }),
    link('distribution:b', 'distribution:a', { since: '2025-06-01' }),
    source('page', 'page', '2026-01-01'),
    source('visit', 'handsOn', '2026-02-01'),
    reading('release:a-1', 'themes.icons', { value: 'Plain' }, { source: 'source:page' }),
    reading('release:a-1', 'themes.cursor', { value: 'Arrow' }, { source: 'source:page' }),
  );

/** The state after an edit that must be possible; undoing it must give back what was. */
function taken<Made>(catalogue: Catalogue, edited: Edited<Made>): { after: Catalogue; made: Made } {
  const { diff, made, label } = valueOf(edited);
  expect(hasEditWording(label.code), label.code).toBe(true);
  expect(wordEdit(label)).not.toMatch(/undefined|\[object|NaN/);
  const after = valueOf(applyDiff(catalogue, diff));
  const back = valueOf(applyDiff(after, reverseDiff(diff)));
  expect(isEmptyDiff(diffCatalogues(back, catalogue))).toBe(true);
  return { after, made };
}
const codes = (edited: Edited<unknown>) => edited.issues.map(({ code }) => code);
const write = (
  catalogue: Catalogue,
  text: string,
  chosen: Parameters<typeof writeFact>[1]['chosen'] = null,
) =>
  writeFact(catalogue, {
    ...{ subject: 'release:b-1', fact: ICONS, chosen, today: TODAY },
    saying: { state: 'set', text },
  });

describe('writing a fact', () => {
  it('adds a reading, and corrects the one of the same source', () => {
    const { after } = taken(family(), write(family(), 'Sedge', { id: 'source:page' }));
    const corrected = taken(after, write(after, 'Reed', { id: 'source:page' })).after;
    const other = taken(corrected, write(corrected, 'Rush', { id: 'source:visit' })).after;
    const readings = [...recordsOf(other, 'reading')].filter(({ subject }) => subject === 'release:b-1');
    expect(readings.map(({ value, source: from }) => [value, from]).sort()).toEqual([
      ['Reed', 'source:page'],
      ['Rush', 'source:visit'],
    ]);
  });
  it('brings its source along, which goes with the undo', () => {
    const chosen = { kind: 'page', title: 'News', place: 'x', date: '', by: '', conditions: {} } as const;
    const { after, made } = taken(family(), write(family(), 'Sedge', chosen));
    expect(findRecord(after, made!)).toMatchObject({ title: 'News', read: TODAY });
  });
  it('refuses what does not fit, and a source that is not there', () => {
    const date = findFactKey('model.supportEnd')!;
    const wrong = { subject: 'release:b-1', fact: date, chosen: null, today: TODAY } as const;
    expect(codes(writeFact(family(), { ...wrong, saying: { state: 'set', text: 'soon' } }))).toEqual([
      'value.invalid',
    ]);
    expect(codes(write(family(), 'Sedge', { id: 'source:gone' }))).toEqual(['record.dangling']);
  });
  it('keeps how a measure was reckoned, and what the conditions of its source spoil', () => {
    const say = (key: string, text: string) => {
      const fact = findFactKey(key)!;
      const chosen: NewSource = {
        ...{ kind: 'measurement', title: 'Look', place: '', date: '', by: '' },
        conditions: { medium: 'live' },
      };
      const edited = writeFact(family(), {
        ...{ subject: 'release:b-1', fact, chosen, today: TODAY },
        saying: { state: 'set', text },
      });
      return [...recordsOf(taken(family(), edited).after, 'reading')].find((each) => each.key === key)!;
    };
    const measured = say('footprint.memoryUsed', '8 % of 5 GiB');
    expect(measured.value).toBeCloseTo(409.6, 0);
    expect(measured.note).toContain('5');
    expect(measured.spoiledBy).toEqual([]);
    expect(say('themes.wallpaper', 'Dunes').spoiledBy).toEqual(['live image']);
  });
  it('keeps a number as it was said: hedged, in another unit, or in words alone; and drops the hedge with the next one', () => {
    let catalogue = family();
    const say = (text: string) => {
      const fact = findFactKey('footprint.memory')!;
      const saying = { state: 'set', text } as const;
      catalogue = taken(
        catalogue,
        writeFact(catalogue, { subject: 'release:b-1', fact, saying, chosen: null, today: TODAY }),
      ).after;
      return [...recordsOf(catalogue, 'reading')].find(({ key }) => key === fact.key)!;
    };
    expect(say('about 1 GiB')).toMatchObject({
      ...{
        value: 1024,
        said: 'about 1 GiB',
        unit: 'GiB',
        marks: ['approximate'],
        interval: { least: 921.6, most: 1126.4 },
      },
    });
    expect(say('12 GB')).toMatchObject({ value: 11444, said: '12 GB', unit: 'GB', marks: [] });
    expect(say('a little')).toMatchObject({ state: 'set', said: 'a little' });
    expect(say('a little')).not.toHaveProperty('value');
    const exact = say('870');
    expect(exact).toMatchObject({ value: 870, marks: [] });
    for (const name of ['said', 'interval', 'unit']) expect(exact).not.toHaveProperty(name);
  });
  it('accepts one of several, frees it again, and takes readings back', () => {
    const one = taken(family(), write(family(), 'Sedge', { id: 'source:page' })).after;
    const two = taken(one, write(one, 'Reed', { id: 'source:visit' })).after;
    const of = (catalogue: Catalogue): Reading[] =>
      [...recordsOf(catalogue, 'reading')].filter(({ subject }) => subject === 'release:b-1');
    const [first, second] = of(two);
    const accepted = taken(two, acceptReading(two, first, of(two))).after;
    expect(of(accepted).map((each) => each.accepted)).toEqual([true, false]);
    const changed = taken(accepted, acceptReading(accepted, second, of(accepted))).after;
    expect(of(changed).map((each) => each.accepted)).toEqual([false, true]);
    const freed = taken(changed, acceptReading(changed, of(changed)[1], of(changed))).after;
    expect(of(freed).map((each) => each.accepted)).toEqual([false, false]);
    const none = taken(freed, removeSaid(freed, of(freed))).after;
    expect(of(none)).toEqual([]);
  });
  it('moves readings to another source, or to none', () => {
    const one = taken(family(), write(family(), 'Sedge', { id: 'source:page' })).after;
    const mine = [...recordsOf(one, 'reading')].filter(({ subject }) => subject === 'release:b-1');
    const moved = taken(one, exchangeSource(one, mine, { id: 'source:visit' }, TODAY)).after;
    expect(recordOf(moved, 'reading', mine[0].id)?.source).toBe('source:visit');
    const without = taken(one, exchangeSource(one, mine, null, TODAY)).after;
    expect(recordOf(without, 'reading', mine[0].id)).not.toHaveProperty('source');
  });
  it('marks the rest unchanged, citing a source only while it is there', () => {
    const catalogue = withRecords(family(), [link('release:b-1', 'release:a-1')]);
    const table = layerTable(catalogue, chainOf(catalogue, 'release:b-1', DAY));
    const cited = { source: 'source:page', date: TODAY };
    const { after, made } = taken(catalogue, markRestUnchanged(catalogue, table, 'themes', cited));
    expect(made).toBe(2);
    const marked = [...recordsOf(after, 'reading')].filter(({ state }) => state === 'unchanged');
    expect(marked.map((each) => each.source)).toEqual(['source:page', 'source:page']);
    const gone = markRestUnchanged(catalogue, table, 'themes', { ...cited, source: 'source:undone' });
    expect(
      [...recordsOf(taken(catalogue, gone).after, 'reading')].filter((each) => !each.source),
    ).toHaveLength(2);
  });
});

describe('changes', () => {
  const saying = { before: '', after: '', element: '', motive: ' why ', consequence: '' };
  const of = (catalogue: Catalogue, more: object, known?: RecordedChange) =>
    writeChange(catalogue, {
      ...{ subject: 'release:b-1', fact: ICONS, chosen: null, today: TODAY },
      saying: { ...saying, ...more },
      ...(known && { known }),
    });
  it('are written, corrected in place, weighed and deleted', () => {
    const { after } = taken(family(), of(family(), { does: 'replaces', before: 'Plain', after: 'Sedge' }));
    const [made] = recordsOf(after, 'change');
    expect(made).toMatchObject({ does: 'replaces', before: 'Plain', after: 'Sedge', motive: 'why' });
    const corrected = taken(after, of(after, { does: 'drops', before: 'Plain' }, made)).after;
    expect([...recordsOf(corrected, 'change')]).toHaveLength(1);
    expect([...recordsOf(corrected, 'change')][0]).not.toHaveProperty('after');
    const weighed = taken(after, weighChange(after, made, 3)).after;
    expect(recordOf(weighed, 'change', made.id)?.weight).toBe(3);
    const light = taken(
      weighed,
      weighChange(weighed, recordOf(weighed, 'change', made.id)!, undefined),
    ).after;
    expect(recordOf(light, 'change', made.id)).not.toHaveProperty('weight');
    expect([...recordsOf(taken(after, removeRecord(after, made.id)).after, 'change')]).toEqual([]);
  });
  it('that say too little are refused', () => {
    expect(codes(of(family(), { does: 'adds' }))).toEqual(['change.value']);
    const list = findFactKey('repositories.archives')!;
    const dropped = writeChange(family(), {
      ...{ subject: 'release:b-1', fact: list, chosen: null, today: TODAY },
      saying: { ...saying, does: 'drops' },
    });
    expect(codes(dropped)).toEqual(['change.value']);
  });
});

describe('links', () => {
  const proposed = {
    derivative: 'distribution:b',
    base: 'distribution:c',
    relation: 'installs from',
    since: '2026-03-01',
    certainty: 'sure',
  } as const;
  const three = () => withRecords(family(), [distribution('c')]);
  it('take the place of the one in force, or stand before or after it', () => {
    const instead = taken(three(), addLink(three(), { ...proposed, beside: 'instead' }, DAY)).after;
    expect(rivalsOf(instead, 'distribution:b', DAY).map(({ base }) => base)).toEqual(['distribution:c']);
    expect([...recordsOf(instead, 'link')].find(({ until }) => until)).toMatchObject({ until: '2026-02-28' });
    for (const [beside, order] of [
      ['before', ['distribution:c', 'distribution:a']],
      ['after', ['distribution:a', 'distribution:c']],
    ] as const) {
      const { after } = taken(three(), addLink(three(), { ...proposed, beside }, DAY));
      expect(rivalsOf(after, 'distribution:b', DAY).map(({ base }) => base)).toEqual(order);
    }
  });
  it('that make a circle, or leave open which base comes first, are refused', () => {
    const back = {
      ...proposed,
      derivative: 'distribution:a',
      base: 'distribution:b',
      beside: 'alone',
    } as const;
    expect(codes(addLink(family(), back, DAY))).toEqual(['link.cycle']);
    expect(codes(addLink(three(), { ...proposed, beside: 'alone' }, DAY))).toEqual(['link.order']);
  });
  it('are corrected, and lose a date that is emptied', () => {
    const catalogue = family();
    const [known] = recordsOf(catalogue, 'link');
    const { after } = taken(catalogue, changeLink(catalogue, known, { since: '', certainty: 'claimed' }));
    expect(recordOf(after, 'link', known.id)).toMatchObject({ certainty: 'claimed' });
    expect(recordOf(after, 'link', known.id)).not.toHaveProperty('since');
    expect(codes(changeLink(catalogue, known, { until: '2020' }))).toEqual(['link.dates']);
  });
  it('come with a distribution that is added on a base', () => {
    const { after, made } = taken(
      family(),
      addDistribution(family(), 'B', { ...proposed, base: 'distribution:a' }),
    );
    expect(made.id).toBe('distribution:b.2');
    expect([...recordsOf(after, 'link')]).toHaveLength(2);
    expect(codes(addDistribution(family(), '', null))).toEqual(['record.invalid']);
  });
});

describe('releases and editions', () => {
  it('are corrected cell by cell, with a word on what does not fit', () => {
    const catalogue = family();
    const set = (column: Parameters<typeof setReleaseCell>[2], text: string) =>
      setReleaseCell(catalogue, 'release:b-1', column, text);
    expect(recordOf(taken(catalogue, set('date', '3 Mar 2026')).after, 'release', 'release:b-1')?.date).toBe(
      '2026-03-03',
    );
    expect(recordOf(taken(catalogue, set('date', '')).after, 'release', 'release:b-1')).not.toHaveProperty(
      'date',
    );
    expect(
      recordOf(taken(catalogue, set('editions', 'Main')).after, 'release', 'release:b-1')?.editions,
    ).toEqual(['edition:b-main']);
    expect(codes(set('date', 'soon'))).toEqual(['paste.date']);
    expect(codes(set('editions', 'Main, Heath'))).toEqual(['edition.unknown']);
    expect(codes(set('version', ''))).toEqual(['record.invalid']);
    expect(codes(setReleaseCell(catalogue, 'release:gone', 'version', '2'))).toEqual(['diff.stale']);
    expect(codes(setEditionCell(catalogue, 'edition:gone', 'name', 'x'))).toEqual(['diff.stale']);
    const named = taken(catalogue, setEditionCell(catalogue, 'edition:b-main', 'name', 'Core')).after;
    expect(recordOf(named, 'edition', 'edition:b-main')?.name).toBe('Core');
  });
  it('are added, and begun from the one before', () => {
    const catalogue = family();
    const added = taken(catalogue, addReleases(catalogue, [release('b', '2', '2026-06-01')])).after;
    const next = { version: '3', date: '2026-10-01' };
    const { after, made } = taken(added, beginNextRelease(added, 'release:b-1', next, DAY));
    expect(made).toMatchObject({ version: '3', date: '2026-10-01', distribution: 'distribution:b' });
    expect([...recordsOf(after, 'release')]).toHaveLength(4);
    const row = { name: ' Heath ', standing: '', note: 'small' };
    const heath = taken(catalogue, addEdition(catalogue, 'distribution:b', row)).after;
    expect([...recordsOf(heath, 'edition')].at(-1)).toMatchObject({ name: 'Heath', standing: 'unknown' });
  });
  it('say how many records go with what is deleted', () => {
    const catalogue = withRecords(family(), [change('release:b-1', 'themes.icons')]);
    const { made, after } = taken(catalogue, removeRecord(catalogue, 'distribution:b'));
    expect(made).toBe(4); // a release, an edition, a link, a change
    expect(findRecord(after, 'distribution:a')).toBeDefined();
  });
});

describe('what else is done', () => {
  it('package lists are kept under their owner, which is made where it is not known', () => {
    const index: KeptIndex = {
      ...{ name: 'main', origin: 'f', date: TODAY, family: 'deb', packages: 3, signature: 'none' },
    } as const;
    const owner = { name: 'C', version: '4', codeName: 'fern' };
    const { after, made } = taken(family(), keepLists(family(), owner, [index, index]));
    expect(made.map(({ of }) => of)).toEqual(['release:c-4', 'release:c-4']);
    expect(new Set(made.map(({ id }) => id)).size).toBe(2);
    expect(recordOf(after, 'release', 'release:c-4')).toMatchObject({ codeName: 'fern' });
    const again = taken(after, keepLists(after, { ...owner, name: 'c' }, [index])).after;
    expect([...recordsOf(again, 'release')]).toHaveLength(3);
    const removed = taken(again, removeSnapshots(again, [...recordsOf(again, 'snapshot')])).after;
    expect([...recordsOf(removed, 'snapshot')]).toEqual([]);
    expect(codes(keepLists(family(), { ...owner, name: '' }, []))).toEqual(['record.invalid']);
  });
  it('a claim is judged, a catalogue described and replaced', () => {
    const claim = createClaim({ id: 'claim:c', subject: 'release:b-1', wording: 'nine' });
    const catalogue = withRecords(family(), [claim]);
    const judged = taken(catalogue, judgeClaim(catalogue, claim.id, { verdict: 'refuted', reason: 'eight' }));
    expect(recordOf(judged.after, 'claim', claim.id)).toMatchObject({ verdict: 'refuted', reason: 'eight' });
    expect(codes(judgeClaim(family(), 'claim:gone', { verdict: 'refuted', reason: '' }))).toEqual([
      'diff.stale',
    ]);
    const named = taken(catalogue, describeCatalogue(catalogue, { title: ' T ', question: 'Q' })).after;
    expect(recordOf(named, 'about', 'about:catalogue')).toMatchObject({ title: 'T', question: 'Q' });
    const next = withRecords(beginCatalogue('Next'), [createSnapshotOf()]);
    const edit: LabelledEdit = replaceCatalogue(named, next);
    expect(wordEdit(edit.label)).toBe('Replace the catalogue by “Next”');
    expect(isEmptyDiff(diffCatalogues(valueOf(applyDiff(named, edit.diff)), next))).toBe(true);
  });
});

const createSnapshotOf = () =>
  createSnapshot({ id: 'snapshot:s', role: 'system', name: 's', family: 'deb', packages: 1 });

describe('every verb', () => {
  it('gives a step that is refused, not half taken, once another one changed what it rests on', () => {
    fc.assert(
      fc.property(fc.constantFrom('Sedge', 'Reed'), fc.constantFrom('Rush', 'Plain'), (mine, theirs) => {
        const start = valueOf(applyDiff(family(), valueOf(write(family(), 'x', { id: 'source:page' })).diff));
        const late = valueOf(write(start, mine, { id: 'source:page' }));
        const after = valueOf(applyDiff(start, valueOf(write(start, theirs, { id: 'source:page' })).diff));
        const refused = applyDiff(after, late.diff);
        expect(refused.issues.map(({ code }) => code)).toEqual(['diff.stale']);
      }),
    );
  });
  it('has words for its label', () => {
    const folder = new URL('.', import.meta.url);
    const used = readdirSync(folder)
      .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts'))
      .flatMap((name) => [
        ...readFileSync(new URL(name, folder), 'utf8').matchAll(
          /code: (?:[\w.]+ \? )?'([\w.]+)'(?: : '([\w.]+)')?/g,
        ),
      ])
      .flatMap(([, one, two]) => [one, two].filter(Boolean));
    expect(used.length).toBeGreaterThan(15);
    for (const code of used) expect(hasEditWording(code), code).toBe(true);
  });
});
