/** What was looked for, beside a reference: versions and days behind are computed from what is said. */
import { describe, expect, it } from 'vitest';
import { Dossier } from '../../../testing/sitting.ts';
import { TypedVisit } from '../../../testing/tours/typed.ts';
import { firstDayOf } from '../../catalogue/days.ts';
import { layerTable } from '../../layers/layerTable.ts';
import { chainOf } from '../../lineage/chain.ts';

function told(line: string): string {
  const visit = new TypedVisit();
  visit.today = '2026-10-20';
  for (const each of ['Brook 4', 'from installed, vm', line]) visit.write(each);
  const day = firstDayOf('2026-10-20');
  return new Dossier(
    visit.catalogue,
    layerTable(visit.catalogue, chainOf(visit.catalogue, 'release:brook-4', day)),
    day,
  ).page('facts');
}

describe('software that was looked for', () => {
  it.each([
    ['find editor: yes', 'software looked for (editor: yes).'],
    ['find editor: yes (Slate 4)', 'software looked for (editor: yes (Slate 4)).'],
    [
      'find editor: yes {version=Slate 4 | reference=Slate 6 in Hexley 24}',
      'editor: yes (Slate 4; two versions older than Slate 6 in Hexley 24)).',
    ],
    [
      'find editor: yes {version=Slate 4 | date=2026-10-20 | reference=Slate 4 in Hexley 24 | referenceDate=2026-10-08}',
      'editor: yes (Slate 4, 20 October 2026; the same in Hexley 24; 12 days after it was there)).',
    ],
    [
      'find editor: yes {version=Slate 4 | reference=Loam 2}',
      'editor: yes (Slate 4; Loam 2 at the reference)).',
    ],
  ])('%s', (line, text) => {
    expect(told(line)).toContain(text);
  });
});
