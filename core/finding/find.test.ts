/** Find anything: by name, other name, sound, fact and source; and the same whether prepared before or not. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogueOf, distribution, reading, release, source } from '../../testing/catalogues.ts';
import { randomLineage } from '../../testing/lineages.ts';
import { createCohort } from '../catalogue/cohort.ts';
import { createPurpose } from '../catalogue/purpose.ts';
import { createSideBySide } from '../catalogue/sideBySide.ts';
import { withRecords } from '../catalogue/applyDiff.ts';
import { findAll, search } from './find.ts';
import { foldText } from '../catalogue/foldText.ts';

const catalogue = catalogueOf(
  { ...distribution('tidewater'), name: 'Tidewater', aliases: ['Tide Water', 'Tidwater'] } as never,
  { ...distribution('fenwick'), name: 'Fenwick', aliases: [] } as never,
  { ...release('fenwick', '31', '2025-11'), codeName: 'saltmarsh' },
  source('notes', 'releaseNotes'),
  reading('release:fenwick-31', 'kernel.version', { value: '6.4.9' }),
  reading('release:fenwick-31', 'defaults.application.mail', { value: 'Corvid Mail' }),
);
const texts = (query: string) =>
  findAll(catalogue, query).map(({ text, about }) => (about ? `${text} (${about})` : text));

describe('find', () => {
  it('purposes, companies and side by sides that are kept, by name or by whom they are of', () => {
    const kept = withRecords(catalogue, [
      createPurpose({ id: 'purpose:rooms', name: 'Reading rooms', audience: 'readers' }),
      createCohort({ id: 'cohort:coast', name: 'From the coast' }),
      createSideBySide({
        id: 'sideBySide:both',
        subjects: [{ id: 'release:fenwick-31' }, { id: 'distribution:tidewater' }],
      }),
    ]);
    const firstOf = (query: string) => findAll(kept, query).map(({ kind, text }) => [kind, text]);
    expect(firstOf('readers')).toEqual([['purpose', 'Reading rooms']]);
    expect(firstOf('coast')).toEqual([['cohort', 'From the coast']]);
    expect(firstOf('tidewater')).toContainEqual(['sideBySide', 'Fenwick 31 and Tidewater']);
  });

  it('by name, however it is written', () => {
    for (const query of ['tidewater', 'Tide Water', 'TIDE-wat', 'ewater'])
      expect(texts(query)[0]).toBe('Tidewater');
    expect(texts('tidwater')[0]).toBe('Tidewater (also Tidwater)');
  });
  it('by sound, where nothing is written so', () => {
    expect(texts('fennik')).toEqual(['Fenwick (sounds alike)']);
    expect(texts('taidwotr')).toEqual(['Tidewater (sounds alike)']);
    expect(texts('zzz')).toEqual([]);
  });
  it('releases by version and code name, facts by label and value, sources by title', () => {
    expect(texts('saltmarsh')).toEqual(['Fenwick 31 (release)']);
    expect(texts('fenwick 31')[0]).toBe('Fenwick 31 (release)');
    expect(texts('corvid')).toEqual(['Mail: Corvid Mail (Fenwick 31)']);
    expect(texts('kernel 6.4')).toEqual(['Default kernel: 6.4.9 (Fenwick 31)']);
    expect(texts('notes')).toEqual(['notes (source)']);
    expect(findAll(catalogue, 'corvid')[0]).toMatchObject({
      key: 'defaults.application.mail',
      subject: 'release:fenwick-31',
    });
  });
  it('nothing for nothing, and no more than asked for, the best first', () => {
    expect([...search(catalogue, ' - ')]).toEqual([]);
    const many = catalogueOf(...randomLineage(300));
    const found = findAll(many, 'al', 5);
    expect(found).toHaveLength(5);
    expect(found.map(({ fit }) => fit)).toEqual(found.map(({ fit }) => fit).sort((a, b) => b - a));
  });
  it('what was edited since, as if it had never been prepared', () => {
    const word = fc.constantFrom('Reed', 'Sedge', 'Rush Light', 'Alder');
    fc.assert(
      fc.property(fc.array(word, { minLength: 1, maxLength: 5 }), word, (names, query) => {
        let edited = catalogue;
        for (const name of names) {
          const record = { ...distribution('fenwick'), name } as never;
          edited = withRecords(edited, [record]);
          findAll(edited, query);
        }
        const now = names.at(-1)!;
        const found = findAll(edited, query).filter(({ about }) => about !== 'sounds alike');
        expect(found.some(({ text }) => text === now)).toBe(foldText(now).includes(foldText(query)));
      }),
    );
  });
});
