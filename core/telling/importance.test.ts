/** What comes first: the laws of importance, and the tables behind it. */
import { describe, expect, it } from 'vitest';
import { catalogueOf, distribution, link, reading, release } from '../../testing/catalogues.ts';
import { findFactKey } from '../catalogue/factSheet.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { createChange } from '../catalogue/change.ts';
import { layerTable } from '../layers/layerTable.ts';
import { chainOf } from '../lineage/chain.ts';
import { TITLES } from '../wording/factTitles.ts';
import { rankedChanges, type RankedChange } from './changeTable.ts';
import { tellingOf } from '../statements/dossierStatements.ts';
import { chooseParts } from './document.ts';
import { describeImportance, USUAL_WEIGHTS } from './importance.ts';

const DAY = firstDayOf('2026-11-24');

it.each([...Object.keys(USUAL_WEIGHTS), ...Object.keys(TITLES)])('%s is a fact', (key) =>
  expect(findFactKey(key)).toBeDefined(),
);

/** Brook 1 on Reed 1, whose themes five others have; only Brook has its boot screen. */
function changes(...more: readonly Parameters<typeof catalogueOf>[number][]): RankedChange[] {
  const others = ['c', 'd', 'e', 'f', 'g'];
  const catalogue = catalogueOf(
    ...['reed', 'brook', ...others].flatMap((name) => [distribution(name), release(name, '1', '2026-01-01')]),
    link('release:brook-1', 'release:reed-1'),
    ...others.map((name) => reading(`release:${name}-1`, 'themes.icons', { value: 'Tide' })),
    ...others.map((name) => reading(`release:${name}-1`, 'themes.widgets', { value: 'Plain' })),
    reading('release:reed-1', 'themes.icons', { value: 'Plain' }),
    reading('release:reed-1', 'themes.widgets', { value: 'Plain' }),
    reading('release:brook-1', 'themes.icons', { value: 'Tide' }),
    reading('release:brook-1', 'themes.widgets', { value: 'Brook' }),
    ...more,
  );
  const table = layerTable(catalogue, chainOf(catalogue, 'release:brook-1', DAY));
  return rankedChanges(tellingOf(catalogue, table, DAY));
}
const order = (ranked: readonly RankedChange[]) => ranked.map(({ change }) => change.fact.key);

describe('a change', () => {
  it('that hardly anybody else made comes before one that most have', () => {
    expect(order(changes())).toEqual(['themes.widgets', 'themes.icons']);
    const [rare, common] = changes().map(({ importance }) => importance);
    expect([rare.having, rare.known, common.having]).toEqual([1, 7, 6]);
    expect(rare.bits).toBeGreaterThan(common.bits);
  });
  it('to which the analyst gave weight goes before, and says so', () => {
    const note = createChange({
      id: 'change:icons',
      subject: 'release:brook-1',
      key: 'themes.icons',
      weight: 3,
    });
    const none = changes().find(({ change }) => change.fact.key === 'themes.icons')!.importance;
    const given = changes(note).find(({ change }) => change.fact.key === 'themes.icons')!.importance;
    expect(given.score).toBeCloseTo(none.score * 3);
    expect(describeImportance(given)).toContain('the analyst gave it weight 3 of 3');
    expect(describeImportance(none)).toMatch(/^6 of 7 distributions have it/);
  });
  it('that is doubtful comes later than a sure one', () => {
    const doubt = reading('release:brook-1', 'themes.cursor', { value: 'Brook' }, { certainty: 'unsure' });
    const sure = reading('release:brook-1', 'themes.frames', { value: 'Brook' });
    const below = ['themes.cursor', 'themes.frames'].map((key) =>
      reading('release:reed-1', key, { value: 'Plain' }),
    );
    const ranked = order(changes(doubt, sure, ...below));
    expect(ranked.indexOf('themes.frames')).toBeLessThan(ranked.indexOf('themes.cursor'));
  });
});

it('a part that is asked for by a word that every object knows is passed over', () => {
  const document = {
    title: 'A',
    subtitle: '',
    asOf: '2026-01-01',
    parts: [{ id: 'short', title: 'B', blocks: [] }],
  };
  expect(chooseParts(document, ['constructor', 'base']).parts.map(({ id }) => id)).toEqual(['short']);
});
