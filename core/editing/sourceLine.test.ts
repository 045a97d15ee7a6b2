/** Sources in one line, and what is done to sources: corrected, made one, put in place of another. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogueOf, distribution, reading, release, source, valueOf } from '../../testing/catalogues.ts';
import { applyDiff } from '../catalogue/applyDiff.ts';
import { findRecord, recordOf } from '../catalogue/catalogue.ts';
import { createSource, type Source } from '../catalogue/source.ts';
import { createFault } from '../catalogue/fault.ts';
import { reverseDiff } from '../catalogue/diff.ts';
import { formatSourceLine, parseSourceLine } from './sourceLine.ts';
import { correctSource, mergeSources, recordsCiting } from './sources.ts';

const TODAY = '2026-10-12';
const parsed = (line: string) => valueOf(parseSourceLine(line, TODAY, 'Corvane 4'));

describe('a source in a line', () => {
  it.each([
    [
      'page corvane.example, 12 Oct',
      { kind: 'page', title: 'corvane.example', place: 'corvane.example', date: '2026-10-12' },
    ],
    ['site', { kind: 'page', title: 'Site, Corvane 4', date: '' }],
    [
      'handbook, copy of 2025',
      { kind: 'page', title: 'Handbook, Corvane 4', note: 'copy of 2025', date: '' },
    ],
    ['notes, 3 mar', { kind: 'releaseNotes', date: '2026-03-03' }],
    ['page accounts, read 5 Nov 2026', { title: 'accounts', read: '2026-11-05', date: '' }],
    ['heard from a member of the forum', { kind: 'hearsay', title: 'a member of the forum' }],
    ['A look at the reading room', { kind: 'page', title: 'A look at the reading room' }],
    [
      'live, vm, 3 GiB',
      {
        kind: 'handsOn',
        title: 'Live session, Corvane 4',
        date: TODAY,
        conditions: { medium: 'live', machine: 'virtual', memoryMiB: 3072 },
      },
    ],
    [
      'installed, by M. Ardley, with process viewer',
      { by: 'M. Ardley', conditions: { medium: 'installed', tool: 'process viewer' } },
    ],
    [
      'measured The first start, live, virtual',
      { kind: 'measurement', title: 'The first start', conditions: { medium: 'live', machine: 'virtual' } },
    ],
  ])('is what a person means: %s', (line, meant) => {
    expect(parsed(line)).toMatchObject(meant);
  });
  it.each([
    ['', 'source.empty', 'source'],
    ['live, 3 bananas', 'source.part', '3 bananas'],
    ['installed, vm, index soon', 'source.part', 'index soon'],
  ])('that is none is told: “%s”', (line, code, where) => {
    expect(parseSourceLine(line, TODAY)).toMatchObject({ ok: false, issues: [{ code, where }] });
  });
  it('is read back as it was written', () => {
    const text = fc.constantFrom('First look', 'The wiki', 'Notes of a member', 'A, with a comma');
    const sources = fc.record({
      sourceKind: fc.constantFrom(
        'page',
        'releaseNotes',
        'directory',
        'hearsay',
        'memory',
        'handsOn',
        'measurement' as const,
      ),
      title: text,
      date: fc.constantFrom('2026-10-12', '2026-03', '2025'),
      by: fc.constantFrom('', 'M. Ardley'),
      conditions: fc.constantFrom(
        {},
        { medium: 'live', memoryMiB: 2048 },
        { medium: 'installed', machine: 'virtual', cores: 2 },
      ),
    });
    fc.assert(
      fc.property(sources, (fields) => {
        const isSeen = fields.sourceKind === 'handsOn' || fields.sourceKind === 'measurement';
        const conditions = (isSeen ? fields.conditions : {}) as Source['conditions'];
        const made = createSource({ id: 'source:a', ...fields, conditions } as never) as Source;
        const again = parsed(formatSourceLine(made));
        expect({ ...again, kind: again.kind }).toMatchObject({
          kind: made.sourceKind,
          title: made.title,
          date: made.date,
          by: made.by,
          conditions,
        });
      }),
    );
  });
});

/** A live session with a guide that it spoils, a fault seen in it, and a second source. */
const before = () =>
  catalogueOf(
    distribution('a'),
    release('a', '1', '2026-01-01'),
    source('visit', 'handsOn', '2026-02-01', { medium: 'live' }),
    source('again', 'handsOn', '2026-02-01', { medium: 'installed' }),
    {
      ...reading('release:a-1', 'welcome.opens', { value: 'each login' }),
      source: 'source:visit',
      spoiledBy: ['live image'],
    },
    createFault({ id: 'fault:f', subject: 'release:a-1', text: 'hangs', source: 'source:visit' }),
  );
const READING = 'reading:release-a-1-welcome.opens';
const opens = (catalogue: ReturnType<typeof before>) =>
  [...catalogue.records.reading.values()].find(({ key }) => key === 'welcome.opens')!;

describe('a source that is corrected', () => {
  it('tells anew what its conditions spoil, and undo brings it back', () => {
    const catalogue = before();
    const edit = valueOf(correctSource(catalogue, 'source:visit', 'installed A look, 3 Feb 2026', TODAY));
    const after = valueOf(applyDiff(catalogue, edit.diff));
    expect(recordOf(after, 'source', 'source:visit')).toMatchObject({
      title: 'A look',
      date: '2026-02-03',
      conditions: { medium: 'installed' },
    });
    expect(opens(after).spoiledBy).toEqual([]);
    const back = valueOf(applyDiff(after, reverseDiff(edit.diff)));
    expect(opens(back).spoiledBy).toEqual(['live image']);
    expect(READING).toContain('welcome.opens');
  });
  it('spoils by its new conditions what the old ones did not', () => {
    const catalogue = before();
    const later = valueOf(
      applyDiff(catalogue, valueOf(mergeSources(catalogue, 'source:visit', 'source:again')).diff),
    );
    const edit = valueOf(correctSource(later, 'source:again', 'live, vm', TODAY));
    expect(opens(valueOf(applyDiff(later, edit.diff))).spoiledBy).toEqual(['live image']);
  });
  it('keeps its day where the line names none', () => {
    const catalogue = before();
    const edit = valueOf(correctSource(catalogue, 'source:visit', 'installed, vm', TODAY));
    const after = valueOf(applyDiff(catalogue, edit.diff));
    expect(recordOf(after, 'source', 'source:visit')).toMatchObject({ date: '2026-02-01' });
  });
  it('keeps what it was where the line is none, and is told where it is gone', () => {
    expect(correctSource(before(), 'source:visit', 'live, 3 bananas', TODAY)).toMatchObject({ ok: false });
    expect(correctSource(before(), 'source:nowhere', 'page x', TODAY)).toMatchObject({
      ok: false,
      issues: [{ code: 'diff.stale' }],
    });
  });
});

describe('two sources that are one', () => {
  it('are cited as the one that stays, by all that cited the other', () => {
    const catalogue = before();
    expect(recordsCiting(catalogue, 'source:visit')).toHaveLength(2);
    const after = valueOf(
      applyDiff(catalogue, valueOf(mergeSources(catalogue, 'source:visit', 'source:again')).diff),
    );
    expect(findRecord(after, 'source:visit')).toBeUndefined();
    expect(
      recordsCiting(after, 'source:again')
        .map(({ kind }) => kind)
        .sort(),
    ).toEqual(['fault', 'reading']);
    expect(opens(after)).toMatchObject({ source: 'source:again', spoiledBy: [] });
  });
  it('are not made one with themselves', () => {
    expect(mergeSources(before(), 'source:visit', 'source:visit').ok).toBe(false);
  });
});
