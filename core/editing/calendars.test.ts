/** Release calendars: tables of several kinds, columns mapped, what would come of each line, and what is taken. */
import { describe, expect, it } from 'vitest';
import { applyDiff } from '../catalogue/applyDiff.ts';
import { catalogueOf, distribution, reading, release } from '../../testing/catalogues.ts';
import { guessMapping, proposeCalendar, readCalendarTable, takeCalendar } from './calendars.ts';

const base = catalogueOf(
  distribution('ash'),
  release('ash', '1'),
  release('ash', '2', '2026-02-01'),
  reading('release:ash-2', 'model.supportEnd', { value: '2029-02-01' }),
);
const CITED = {
  kind: 'page',
  title: 'Calendar',
  place: '',
  date: '2026-11-01',
  by: 'R',
  conditions: {},
} as const;
const propose = (text: string, of: string | null = 'distribution:ash') => {
  const table = readCalendarTable(text);
  return proposeCalendar(base, table, guessMapping(table), of);
};
const saysOf = (text: string, of?: string | null) =>
  propose(text, of).lines.map(({ version, adds, issues }) => [
    version,
    adds.join() || issues.map(({ code }) => code).join(),
  ]);

describe('a release calendar', () => {
  it('adds releases, dates and ends, and leaves what is known', () => {
    expect(
      saysOf(
        'cycle,releaseDate,eol\n1,2025-01-01,2028-01-01\n2,2026-02-03,2029-02-01\n3,3 Mar 2026,2029-03\n4,2026-09-01,false',
      ),
    ).toEqual([
      ['1', 'date,end'],
      ['2', ''],
      ['3', 'newRelease,end'],
      ['4', 'newRelease'],
    ]);
  });
  it('reads tabs, semicolons, quoted cells, a mark of the order of bytes, and any order of columns', () => {
    expect(saysOf('\uFEFF"end of life"\tversion\n2027\t"5, beta"')).toEqual([['5, beta', 'newRelease,end']]);
    expect(saysOf('version;project;until\n9;Ash;2030-01-01\n9;Quokka;2030', null)).toEqual([
      ['9', 'newRelease,end'],
      ['9', 'subject.unknown'],
    ]);
  });
  it('leaves lines out that are wrong, and says why', () => {
    expect(saysOf('version,released,ends\n,2026,\n6,soon,\n7,2026-13-01,2030\n8,2026')).toEqual([
      ['', 'paste.version'],
      ['6', 'paste.date'],
      ['7', 'paste.date'],
      ['8', 'newRelease'],
    ]);
    expect(propose('').lines).toEqual([]);
    expect(saysOf('version\n1', null)).toEqual([['1', 'subject.unknown']]);
  });
  it('takes a mapping by hand, and a version that stands twice once', () => {
    const table = readCalendarTable('a,b\n6,2026-04-01\n6,2026-05-01');
    expect(guessMapping(table)).toEqual({});
    const { releases } = proposeCalendar(base, table, { version: 0, released: 1 }, 'distribution:ash');
    expect(releases.map(({ version, date }) => [version, date])).toEqual([['6', '2026-04-01']]);
  });
  it('is taken as one step, with its source', () => {
    const proposal = propose('version,released,ends\n1,2025-01-01,2028-01-01\n3,2026-03-03,2029-03-03');
    const edited = takeCalendar(base, proposal, CITED, '2026-11-20');
    const after = edited.ok ? applyDiff(base, edited.value.diff) : edited;
    if (!after.ok) throw new Error('refused');
    const ends = [...after.value.records.reading.values()].filter(({ source }) => source);
    expect(ends.map(({ subject, value }) => [subject, value])).toEqual([
      ['release:ash-1', '2028-01-01'],
      ['release:ash-3', '2029-03-03'],
    ]);
    expect(after.value.records.release.get('release:ash-1')!.date).toBe('2025-01-01');
    // What was taken adds nothing when it is offered again.
    const table = readCalendarTable(
      'version,released,ends\n1,2025-01-01,2028-01-01\n3,2026-03-03,2029-03-03',
    );
    const again = proposeCalendar(after.value, table, guessMapping(table), 'distribution:ash');
    expect(again.lines.flatMap(({ adds }) => adds)).toEqual([]);
  });
  it('of a million lines takes the first, and says so', () => {
    const table = readCalendarTable(`version\n${Array.from({ length: 20_000 }, (_, i) => i).join('\n')}`);
    expect([table.lines.length, table.isCut]).toEqual([5000, true]);
    const blank = `version\n${'1\n\n\n'.repeat(5000)}`;
    expect([readCalendarTable(blank).lines.length, readCalendarTable(blank).isCut]).toEqual([5000, false]);
    expect(readCalendarTable(`${blank}2`).isCut).toBe(true);
  });
  it('keeps columns without a head, and the numbers of its lines', () => {
    const { heads, lines } = readCalendarTable('\uFEFF\n\n\tversion\treleased\n\nx; y\t9, 1\t2026-01-01\n');
    expect(heads).toEqual(['', 'version', 'released']);
    expect(lines).toEqual([{ where: 'line 5', cells: ['x; y', '9, 1', '2026-01-01'] }]);
  });
});
