/** Whole texts: where a sentence ends, and that it is read with a part of the catalogue as with all of it. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  catalogueOf,
  distribution,
  link,
  reading,
  release,
  source,
  valueOf,
} from '../../testing/catalogues.ts';
import { applyDiff, withRecords } from '../catalogue/applyDiff.ts';
import { recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import { createCatalogue } from '../catalogue/createCatalogue.ts';
import { readEntry, takeEntry } from './entry.ts';
import { EXAMPLE_LINES } from './lexicon/examples.ts';
import { notedEntry } from './notedLine.ts';
import { recordsFor, sentencesOf } from './wholeText.ts';

const catalogue = catalogueOf(
  distribution('aldermoor'),
  distribution('corvane'),
  distribution('ottery'),
  release('aldermoor', '9', '2025-03-01'),
  release('corvane', '3', '2024-05-01'),
  release('corvane', '4', '2026-05-01'),
  release('ottery', '2', '2026-01-01'),
  source('before', 'page', '2026-01-01'),
  source('sitting', 'handsOn', '2026-05-14'),
  link('release:corvane-4', 'release:aldermoor-9'),
  reading(
    'release:aldermoor-9',
    'defaults.application.browser',
    { value: 'Saltmarsh' },
    { source: 'source:before' },
  ),
  reading('release:ottery-2', 'themes.icons', { value: 'Bracken' }, { source: 'source:before' }),
);
const turn = { subject: 'release:corvane-4', source: 'source:sitting' } as const;
const within = (of: Catalogue) => ({ catalogue: of, turn, today: '2026-12-01', author: 'M. Ardley' });

describe('a whole text', () => {
  it('is parted into sentences, items and rows; short words end none', () => {
    expect(
      sentencesOf(
        'The kernel is 6.12.4, e.g. on the live image. The panel sits on top!\n- no games\n\n* swap: none',
      ),
    ).toEqual([
      'The kernel is 6.12.4, e.g. on the live image.',
      'The panel sits on top!',
      'no games',
      'swap: none',
    ]);
    expect(sentencesOf('font\tTarn Sans\n---\n\n')).toEqual(['font: Tarn Sans']);
    expect(sentencesOf('')).toEqual([]);
  });

  it('loses no word', () => {
    const words = fc.array(fc.constantFrom('kernel', '6.1', 'is.', 'Panel', 'top!', 'e.g.', '\n', 'no'), {
      maxLength: 30,
    });
    fc.assert(
      fc.property(words, (all) => {
        const bare = (text: string) => text.replace(/\s+/g, '');
        expect(bare(sentencesOf(all.join(' ')).join(''))).toBe(bare(all.join(' ')));
      }),
    );
  });

  it('is read with what belongs to its subject as with the whole catalogue', () => {
    const part = withRecords(createCatalogue(), recordsFor(catalogue, turn, '2026-12-01'));
    expect([...recordsOf(part, 'reading')]).toHaveLength(1);
    for (const line of [...EXAMPLE_LINES.values(), 'browser as in aldermoor', 'installer from ottery'])
      expect(notedEntry(within(part), line, readEntry(within(part), line))).toEqual(
        notedEntry(within(catalogue), line, readEntry(within(catalogue), line)),
      );
  });

  it('is quoted where a reading of it stands', () => {
    const line = 'The kernel is 6.12.4.';
    const entry = readEntry(within(catalogue), line);
    const edit = valueOf(takeEntry(within(catalogue), line, entry, entry.choices[0], { isQuoted: true }));
    const after = valueOf(applyDiff(catalogue, edit.diff));
    expect([...recordsOf(after, 'reading')].find(({ key }) => key === 'kernel.version')?.place).toBe(
      `“${line}”`,
    );
  });
});
