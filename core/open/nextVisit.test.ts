/** What to look at first: what is spoiled and contradicted before what is only unseen, and what decides before what does not. */
import { describe, expect, it } from 'vitest';
import { createAssessment } from '../catalogue/assessment.ts';
import { withRecords } from '../catalogue/applyDiff.ts';
import type { Catalogue } from '../catalogue/catalogue.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { createPurpose } from '../catalogue/purpose.ts';
import { layerTable } from '../layers/layerTable.ts';
import { chainOf } from '../lineage/chain.ts';
import { catalogueOf, distribution, link, reading, release, source } from '../../testing/catalogues.ts';
import { nextVisit } from './nextVisit.ts';

const TODAY = firstDayOf('2026-11-20');
const seen = { source: 'source:seen' };
const base = catalogueOf(
  ...['a', 'b', 'c', 'd'].map(distribution),
  release('a', '1', '2025-01-01'),
  ...['b', 'c', 'd'].map((name) => release(name, '1', '2026-01-01')),
  ...['b', 'c', 'd'].map((name) => link(`release:${name}-1`, 'release:a-1')),
  source('seen', 'page', '2026-03-01'),
  source('other', 'page', '2026-03-02'),
  reading('release:b-1', 'themes.icons', { value: 'Tide' }, seen),
  reading('release:b-1', 'themes.cursor', { value: 'x' }, { ...seen, spoiledBy: ['live image'] }),
  ...['c', 'd'].map((name) => reading(`release:${name}-1`, 'themes.widgets', { value: 'Plain' }, seen)),
  reading('release:c-1', 'themes.fonts', { value: 'Loam' }, seen),
);
const itemsOf = (catalogue: Catalogue) =>
  nextVisit(catalogue, layerTable(catalogue, chainOf(catalogue, 'release:b-1', TODAY)));
const worthOf = (catalogue: Catalogue, key: string) =>
  itemsOf(catalogue).find((item) => item.key === key)?.worth;

describe('the next visit', () => {
  it('begins with what is spoiled; what most others have comes before what few have', () => {
    const items = itemsOf(base);
    expect(items[0]).toMatchObject({
      key: 'themes.cursor',
      worth: 10,
      reasons: [{ code: 'open', rule: 'spoiled' }],
    });
    expect(items.find(({ key }) => key === 'themes.widgets')).toMatchObject({
      worth: 4,
      reasons: [{ code: 'company', known: 2, of: 2 }],
    });
    expect(items.some(({ key }) => key === 'themes.fonts')).toBe(false);
    expect(items.filter(({ area }) => area).map(({ area }) => area)).toContain('kernel');
    expect(items.some(({ area }) => area === 'themes')).toBe(false);
  });
  it('asks at least half of the others', () => {
    const more = ['e', 'f', 'g'].flatMap((name) => [
      distribution(name),
      release(name, '1', '2026-01-01'),
      link(`release:${name}-1`, 'release:a-1'),
    ]);
    const known = (name: string) => reading(`release:${name}-1`, 'themes.widgets', { value: 'Plain' }, seen);
    // Two of five have it recorded; then three.
    expect(worthOf(withRecords(base, more), 'themes.widgets')).toBeUndefined();
    expect(worthOf(withRecords(base, [...more, known('e')]), 'themes.widgets')).toBe(2.4);
  });
  it('prefers what decides a judgement, or by which one chooses', () => {
    const decides = createAssessment({
      id: 'assessment:a',
      subject: 'release:b-1',
      author: 'R',
      strengths: [{ text: 'cursor', facts: ['themes.cursor'], weight: 3, reason: '' }],
    });
    expect(worthOf(withRecords(base, [decides]), 'themes.cursor')).toBe(15);
    const chosen = createPurpose({
      id: 'purpose:p',
      name: 'Desks',
      candidates: ['release:b-1'],
      criteria: [
        { name: 'memory', weight: 1, reason: '', rule: { test: 'atMost', key: 'footprint.memory', than: 1 } },
      ],
    });
    expect(worthOf(base, 'footprint.memory')).toBeUndefined();
    expect(worthOf(withRecords(base, [chosen]), 'footprint.memory')).toBe(5);
  });
  it('drops what was seen', () => {
    const again = reading('release:b-1', 'themes.cursor', { value: 'y' }, { source: 'source:other' });
    expect(worthOf(withRecords(base, [again]), 'themes.cursor')).toBeUndefined();
  });
});
