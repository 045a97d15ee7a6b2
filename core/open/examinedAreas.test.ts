/** How much of a system was looked at, counted from the rows of its table and told in a sentence. */
import { describe, expect, it } from 'vitest';
import { AREAS } from '../catalogue/areas.ts';
import type { Cell } from '../layers/cell.ts';
import type { LayerRow } from '../layers/layerTable.ts';
import { describeExamined } from '../wording/openText.ts';
import { examinedAreas } from './examinedAreas.ts';

const cell = (readings: number, editions: readonly number[] = []): Cell =>
  ({
    readings: Array(readings),
    recorded: [],
    byEdition: editions.map((count) => ({ edition: 'edition:a', cell: cell(count) })),
  }) as never;
const row = (area: string, ...cells: Cell[]) => ({ fact: { area }, cells }) as never as LayerRow;

describe('what is examined', () => {
  const rows = [
    row('kernel', cell(3), cell(1)),
    row('kernel', cell(3), cell(0)),
    row('kernel', cell(0), cell(0, [0, 2])),
    row('themes', cell(4), cell(0)),
    row('lineage', cell(0), cell(9)),
  ];
  const areas = examinedAreas({ rows });

  it('is counted in the top layer, also where only an edition was looked at', () => {
    expect(areas).toHaveLength(AREAS.length - 1);
    expect(areas.filter(({ facts }) => facts)).toEqual([
      { area: 'kernel', examined: 2, facts: 3 },
      { area: 'themes', examined: 0, facts: 1 },
    ]);
  });
  it('is told', () => {
    const of = (area: 'kernel' | 'themes', examined: number, facts: number) => ({ area, examined, facts });
    expect(describeExamined([of('kernel', 2, 3), of('themes', 0, 1)])).toBe(
      '2 of 4 facts are examined; Themes not at all.',
    );
    expect(describeExamined([of('kernel', 1, 1)])).toBe('1 of 1 fact is examined, some in every area.');
    expect(describeExamined([of('kernel', 0, 3), of('themes', 0, 1)])).toBe(
      'Nobody has examined anything of it.',
    );
  });
});
