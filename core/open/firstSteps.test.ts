/** What a newcomer is told to do next, from nothing to a report; what was done leads to what it made. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { builtSample } from '../../testing/builtSample.ts';
import { catalogueOf, distribution, link, release, source } from '../../testing/catalogues.ts';
import { withRecords } from '../catalogue/applyDiff.ts';
import type { Catalogue } from '../catalogue/catalogue.ts';
import { firstDayOf } from '../catalogue/days.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import { createSideBySide } from '../catalogue/sideBySide.ts';
import { parseCatalogueFile } from '../exchange/catalogueFile.ts';
import { wordFirstStep } from '../wording/firstStepText.ts';
import { firstSteps, isBeginning, nextStep } from './firstSteps.ts';

const TODAY = firstDayOf('2026-11-20');
const toldNext = (catalogue: Catalogue, isHandedOver = false) => {
  const next = nextStep(firstSteps(catalogue, TODAY, isHandedOver));
  return next ? wordFirstStep(catalogue, next) : '';
};
const grown = (catalogue: Catalogue, ...records: readonly AnyRecord[]) =>
  withRecords(
    catalogue,
    records.map((record, i) => ({ ...record, entered: record.entered || 100 + i })),
  );

describe('the next step', () => {
  const nothing = catalogueOf();
  const one = grown(nothing, distribution('reed'), release('reed', '2', '2026-03-01'));
  const placed = grown(
    one,
    distribution('loam'),
    release('loam', '9', '2025-06-01'),
    link('distribution:reed', 'distribution:loam'),
  );
  const visited = grown(placed, { ...source('look', 'handsOn', '2026-11-01'), of: 'release:reed-2' });
  it('is a system, then its base, a visit, a side by side and the report; then there is none', () => {
    expect(toldNext(nothing)).toBe('Read the files of a system');
    expect(toldNext(one)).toBe('Find out what reed is built on');
    expect(toldNext(placed)).toBe('Say what you see of reed 2');
    expect(toldNext(visited)).toBe('Compare reed 2 and loam 9');
    const compared = grown(
      visited,
      createSideBySide({
        id: 'sideBySide:both',
        subjects: [{ id: 'release:reed-2' }, { id: 'release:loam-9' }],
      }),
    );
    expect(toldNext(compared)).toBe('Publish the report on reed 2');
    expect(toldNext(compared, true)).toBe('');
  });
  it('is of what was worked on last, with another on the same base beside it', () => {
    const more = grown(visited, distribution('sedge'), release('sedge', '1', '2026-05-01'), {
      ...link('distribution:sedge', 'distribution:loam'),
      entered: 300,
    });
    expect(toldNext(more)).toBe('Compare reed 2 and sedge 1');
    const later = { ...source('later', 'handsOn', '2026-11-02'), of: 'release:sedge-1', entered: 400 };
    expect(toldNext(grown(more, later))).toBe('Compare sedge 1 and reed 2');
  });
  it('does not take what is only borrowed for a base, and says what it can of one alone', () => {
    const borrows = { ...link('distribution:reed', 'distribution:loam'), relation: 'borrows' as const };
    expect(toldNext(grown(one, distribution('loam'), borrows))).toBe('Find out what loam is built on');
    const alone = grown(one, { ...source('look', 'handsOn', '2026-11-01'), of: 'release:reed-2' });
    const compare = firstSteps(alone, TODAY, false).find(({ name }) => name === 'compare')!;
    expect(compare).toMatchObject({ done: false, of: ['release:reed-2'] });
    expect(wordFirstStep(alone, compare)).toBe('Compare reed 2 with another');
  });
  it('is not told in a catalogue that has grown without it', () => {
    const names = (count: number) => Array.from({ length: count }, (_, i) => distribution(`d${i}`));
    expect(isBeginning(grown(nothing, ...names(12)))).toBe(true);
    expect(isBeginning(grown(nothing, ...names(13)))).toBe(false);
  });
});

describe('the sample', () => {
  it('shows each step but the handing over, which is left to whoever looks at it', () => {
    const text = readFileSync(join(builtSample(), 'catalogue.json'), 'utf8');
    const read = parseCatalogueFile(text, 'catalogue.json');
    if (!read.ok) throw new Error(JSON.stringify(read.issues));
    const steps = firstSteps(read.value.catalogue, TODAY, false);
    expect(steps.map(({ name, done }) => [name, done])).toEqual([
      ['read', true],
      ['place', true],
      ['visit', true],
      ['compare', true],
      ['report', false],
    ]);
    for (const { of } of steps.slice(1)) expect(of.length).toBeGreaterThan(0);
    expect(steps[2].source).toMatch(/^source:/);
  });
});
