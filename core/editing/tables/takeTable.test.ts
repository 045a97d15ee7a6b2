import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogueOf, distribution, release, valueOf } from '../../../testing/catalogues.ts';
import { applyDiff } from '../../catalogue/applyDiff.ts';
import { findRecord, recordsOf } from '../../catalogue/catalogue.ts';
import { MOST_CALENDAR_LINES, readCalendarTable } from '../calendars.ts';
import { guessTargets, signatureOf } from './tableMapping.ts';
import { proposeTable, takeTable } from './takeTable.ts';

const catalogue = catalogueOf(
  distribution('larkspur'),
  { ...distribution('tide'), name: 'Tidewater', aliases: ['Tide Water'] } as never,
  {
    ...release('tide', '7.1'),
    id: 'release:t7',
  },
);
const TEXT = `Name,Version,Released,Base,Memory in use,Init system,Default kernel,odd
Tide-Water,7.1,2026-03-03,Larkspur,"1,024 MiB",ladder,6.4.9,x
Mosswick,1,2026,tidewater,about 700 MiB,none,6.8,y
Mosswick,2,soon,Nobody,much,ladder,,z
,3,,,,,,
`;
const source = {
  kind: 'directory' as const,
  title: 'A table',
  place: 'table.csv',
  date: '2026-11-01',
  by: '',
  conditions: {},
};

describe('a foreign table', () => {
  const table = readCalendarTable(TEXT);
  const mapping = guessTargets(table.heads);

  it('has its columns guessed by their heads, each target once', () => {
    expect(mapping).toEqual([
      'distribution',
      'version',
      'released',
      'base',
      'fact:footprint.memory',
      'fact:defaults.init',
      'fact:kernel.version',
      '',
    ]);
    expect(guessTargets(['Name', 'Distribution', ''])).toEqual(['distribution', '', '']);
    expect(signatureOf(['Init System', 'NAME'])).toBe('initsystem|name');
  });

  it('shows what would come of each line, and what is left out and why', () => {
    const { lines, ...counts } = proposeTable(catalogue, table, mapping, 'source:x', '2026-11-29');
    expect(counts).toMatchObject({ distributions: 1, releases: 2, links: 2, facts: 7, problems: 4 });
    expect(lines.map(({ name, isNewProject, isNewRelease }) => [name, isNewProject, isNewRelease])).toEqual([
      ['Tidewater 7.1', false, false],
      ['Mosswick 1', true, true],
      ['Mosswick 2', false, true],
      ['', false, false],
    ]);
    expect(lines[2].issues.map(({ code }) => code)).toEqual([
      'table.noDate',
      'table.noBase',
      'table.noValue',
    ]);
    expect(lines[3].issues.map(({ code }) => code)).toEqual(['table.noName']);
  });

  it('becomes one edit, with the source of every reading', () => {
    const edit = valueOf(takeTable(catalogue, table, mapping, source, '2026-11-29'));
    const after = valueOf(applyDiff(catalogue, edit.diff));
    expect(findRecord(after, 'release:t7')).toMatchObject({ date: '2026-03-03' });
    const readings = [...recordsOf(after, 'reading')];
    expect(readings).toHaveLength(7);
    expect(new Set(readings.map((each) => each.source))).toEqual(new Set(['source:a-table']));
    const of = (key: string, subject: string) =>
      readings.find((each) => each.key === key && each.subject === subject);
    expect(of('footprint.memory', 'release:t7')).toMatchObject({ value: 1024, place: 'line 2' });
    expect(of('footprint.memory', 'release:mosswick-1')).toMatchObject({
      value: 700,
      marks: ['approximate'],
    });
    expect(of('defaults.init', 'release:mosswick-1')).toMatchObject({ state: 'none' });
    expect([...recordsOf(after, 'link')].map(({ derivative, base }) => [derivative, base])).toEqual(
      expect.arrayContaining([
        ['release:t7', 'distribution:larkspur'],
        ['release:mosswick-1', 'distribution:tide'],
      ]),
    );
    expect(edit.label).toEqual({ code: 'table.take', params: { count: 7, projects: 1 } });
  });

  it('of wrong columns, of a million lines, of nothing: says so and takes nothing it does not know', () => {
    const foreign = readCalendarTable('a;b\n1;2\n');
    expect(guessTargets(foreign.heads)).toEqual(['', '']);
    expect(proposeTable(catalogue, foreign, ['', ''], undefined, '2026-11-29')).toMatchObject({
      problems: 1,
      records: [],
    });
    const long = readCalendarTable(`Name\n${'Mosswick\n'.repeat(1_000_000)}`);
    expect(long.isCut).toBe(true);
    expect(long.lines).toHaveLength(MOST_CALENDAR_LINES);
    expect(proposeTable(catalogue, readCalendarTable(''), [], undefined, '2026-11-29').lines).toEqual([]);
  });

  it('never makes anything that the catalogue refuses, whatever is in it', () => {
    const cell = fc.oneof(
      fc.string({ maxLength: 12 }),
      fc.constantFrom('Tidewater', 'Larkspur', '7.1', '=1+1', '2026-13-40', 'none', '12 GB'),
    );
    fc.assert(
      fc.property(fc.array(fc.array(cell, { minLength: 7, maxLength: 8 }), { maxLength: 12 }), (rows) => {
        const lines = rows.map((cells, i) => ({ where: `line ${i + 2}`, cells }));
        const edit = takeTable(
          catalogue,
          { heads: table.heads, lines, isCut: false },
          mapping,
          source,
          '2026-11-29',
        );
        if (edit.ok) expect(applyDiff(catalogue, edit.value.diff).ok).toBe(true);
        else
          expect(
            edit.issues.map(({ code }) => code).filter((code) => !/^(link\.|record\.invalid)/.test(code)),
          ).toEqual([]);
      }),
    );
  });
});
