import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import type { CompanyGrid } from '../peers/grid.ts';
import { formatFreshnessCsv, formatGridCsv } from './tableFiles.ts';

const rowsOf = (csv: string) => Papa.parse<string[]>(csv, { skipEmptyLines: true }).data;
const cell = (state: 'has' | 'has not' | 'not known', text = '') => ({ state, text, isRare: false });

describe('the grid of a company as a table', () => {
  it('has a line for each row and tells has not from not known', () => {
    const grid: CompanyGrid = {
      members: ['distribution:a', 'distribution:b', 'distribution:c'],
      rows: [
        {
          key: 'x',
          label: 'Guide',
          k: 1,
          n: 2,
          cells: [cell('has', 'Tide, Start'), cell('has not'), cell('not known')],
        },
        {
          key: 'y',
          label: 'Actions',
          element: 'updates',
          k: 2,
          n: 2,
          cells: [cell('has'), cell('has'), cell('not known')],
        },
      ],
      claims: [],
    };
    expect(rowsOf(formatGridCsv(grid, (id) => id.replace('distribution:', '').toUpperCase()))).toEqual([
      ['Fact', 'Element', 'Systems', 'Known of', 'A', 'B', 'C'],
      ['Guide', '', '1', '2', 'Tide, Start', 'has not', ''],
      ['Actions', 'updates', '2', '2', 'has', 'has', ''],
    ]);
  });
});

describe('the packages of a freshness as a table', () => {
  it('leaves days at most empty where nobody can know them, and takes no formula over', () => {
    const one = { section: 'libs', versions: 2, standing: 'behind' as const };
    const csv = formatFreshnessCsv([
      { ...one, name: 'alder', version: '1', newest: '3', days: 4, daysAtMost: 9 },
      { ...one, name: '=cmd', version: '1', newest: '3', days: 4, daysAtMost: Infinity },
    ]);
    expect(rowsOf(csv).slice(1)).toEqual([
      ['alder', '1', '3', 'behind', '4', '9', '2', 'libs'],
      ["'=cmd", '1', '3', 'behind', '4', '', '2', 'libs'],
    ]);
  });
});
