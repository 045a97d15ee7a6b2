import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { builtSample } from '../../testing/builtSample.ts';
import { valueOf } from '../../testing/catalogues.ts';
import { applyDiff } from '../catalogue/applyDiff.ts';
import { recordOf, recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { diffOfRecords } from '../catalogue/diff.ts';
import { diffOfRemoval } from '../catalogue/removal.ts';
import type { Edited } from '../editing/labelledEdit.ts';
import { arrangeParts, dropLastWord, rewriteSentence, writeParagraph } from '../editing/reports.ts';
import { parseCatalogueFile } from '../exchange/catalogueFile.ts';
import { dossierDocument } from '../exchange/report/dossierDocument.ts';
import { formatReportMarkdown } from '../exchange/report/reportMarkdown.ts';
import { layerTable } from '../layers/layerTable.ts';
import { chainOfSubject } from '../lineage/chain.ts';
import { chooseParts, sentencesIn, type Sentence } from './document.ts';
import { arrangedIds, dossierScope, withLastWord, type WordedDocument } from './lastWord.ts';

const DAY = firstDayOf('2026-11-24');
const SAYING = { author: 'M. Ardley', date: '2026-12-02' };
const sample = valueOf(
  parseCatalogueFile(readFileSync(`${builtSample()}catalogue.json`, 'utf8'), 'catalogue.json'),
).catalogue;
const ID = 'release:tidewater-7.1';

const tableOf = (catalogue: Catalogue, id = ID) => layerTable(catalogue, chainOfSubject(catalogue, id, DAY));
const scope = dossierScope(tableOf(sample));
const EVERY = { report: 'dossier', subjects: [] };
function told(catalogue: Catalogue, id = ID): WordedDocument {
  const table = tableOf(catalogue, id);
  return withLastWord(catalogue, dossierScope(table), dossierDocument(catalogue, table, DAY));
}
const after = <Made>(catalogue: Catalogue, edited: Edited<Made>): Catalogue =>
  valueOf(applyDiff(catalogue, valueOf(edited).diff));
const sentencesOf = ({ parts }: WordedDocument): (Sentence & { part: string })[] =>
  parts.flatMap(({ id, blocks }) =>
    blocks.flatMap((block) => sentencesIn(block).map((each) => ({ ...each, part: id }))),
  );
const markdown = (catalogue: Catalogue) => {
  const document = told(catalogue);
  return formatReportMarkdown(catalogue, chooseParts(document, document.chosen));
};
const titlesOf = (catalogue: Catalogue, id = ID) => {
  const document = told(catalogue, id);
  return chooseParts(document, document.chosen).parts.map(({ title }) => title);
};
const rewritten = (catalogue: Catalogue, sentence: Sentence & { part: string }, text: string) =>
  after(
    catalogue,
    rewriteSentence(
      catalogue,
      scope,
      'Tidewater 7.1',
      {
        ...{ part: sentence.part, at: sentence.at!, text, instead: sentence.text },
        sources: sentence.sources ?? [],
      },
      SAYING,
    ),
  );
const originals = sentencesOf(told(sample));

describe('a sentence in the analyst’s words', () => {
  it('has a key of its own within its part, and is told as before where nobody rewrote it', () => {
    const keys = originals.map(({ part, at }) => `${part}|${at}`);
    expect(new Set(keys).size).toBe(keys.length);
    expect(keys.every((key) => !key.endsWith('|undefined'))).toBe(true);
    const plain = dossierDocument(sample, tableOf(sample), DAY);
    expect(markdown(sample)).toBe(formatReportMarkdown(sample, plain));
  });

  it('stands in place of any one, with its sources, and of no other; given back, all is as before', () => {
    fc.assert(
      fc.property(fc.constantFrom(...originals), (sentence) => {
        const changed = rewritten(sample, sentence, 'In my own words.');
        const now = sentencesOf(told(changed));
        const place = originals.indexOf(sentence);
        expect(now.map(({ text }) => text)).toEqual(
          originals.map(({ text }, i) => (i === place ? 'In my own words.' : text)),
        );
        expect(now[place].sources).toEqual(sentence.sources);
        expect(told(changed).outdated).toEqual([]);
        const [editorial] = recordsOf(changed, 'editorial');
        expect(editorial).toMatchObject({ by: 'M. Ardley', instead: sentence.text });
        const restored = after(changed, dropLastWord(changed, editorial.id, ''));
        expect(sentencesOf(told(restored))).toEqual(originals);
      }),
      { numRuns: 25 },
    );
  });

  it('is left out where it is empty; a row goes with its head', () => {
    const item = originals.find(({ part }) => part === 'watch')!;
    const without = sentencesOf(told(rewritten(sample, item, '  ')));
    expect(without).toHaveLength(originals.length - 1);
    expect(without.some(({ text }) => text === item.text)).toBe(false);
    const head = originals.find(({ part, at }) => part === 'changes' && at!.endsWith(', 0'))!;
    const row = originals.filter(({ at }) => at!.startsWith(head.at!.slice(0, -1)));
    expect(sentencesOf(told(rewritten(sample, head, '')))).toHaveLength(originals.length - row.length);
  });

  it('is rewritten again under the same record', () => {
    const item = originals.find(({ part }) => part === 'watch')!;
    const once = rewritten(sample, item, 'Once.');
    const twice = rewritten(once, item, 'Twice.');
    expect([...recordsOf(twice, 'editorial')]).toHaveLength(1);
    expect(markdown(twice)).toContain('Twice.');
  });

  it('is out of date once the program would say something else, and says what', () => {
    const support = originals.find(
      ({ part, text }) => part === 'watch' && /supported until 1 June 2029/.test(text),
    )!;
    const changed = rewritten(sample, support, 'Support ends too late.');
    const readings = [...recordsOf(changed, 'reading')].filter(
      ({ subject, key }) => subject === ID && key === 'model.supportEnd',
    );
    expect(readings.length).toBeGreaterThan(0);
    const later = valueOf(
      applyDiff(
        changed,
        diffOfRecords(
          changed,
          readings.map((each) => ({ ...each, value: '2029-09-01', said: undefined })),
        ),
      ),
    );
    const document = told(later);
    expect(sentencesOf(document).some(({ text }) => text === 'Support ends too late.')).toBe(true);
    expect(document.outdated).toHaveLength(1);
    expect(document.outdated[0].now).toMatch(/1 September 2029/);
  });

  it('stays with its sentence when others go before it; without its sentence it is told to be out of date', () => {
    const open = originals.filter(({ part }) => part === 'open');
    const last = open.findLast(({ text }) => text.endsWith('?'))!;
    const changed = rewritten(sample, last, 'Nobody knows.');
    const [first] = [...recordsOf(sample, 'question')].filter(
      ({ subject, text }) => subject && text === open[0].text,
    );
    const fewer = valueOf(applyDiff(changed, diffOfRemoval(changed, [first.id])));
    const now = sentencesOf(told(fewer)).filter(({ part }) => part === 'open');
    expect(now.filter(({ text }) => text === 'Nobody knows.')).toHaveLength(1);
    expect(now.some(({ text }) => text === last.text)).toBe(false);
    expect(told(fewer).outdated).toEqual([]);
    const own = [...recordsOf(fewer, 'question')].filter(({ text }) => text === last.text);
    const none = valueOf(
      applyDiff(
        fewer,
        diffOfRemoval(
          fewer,
          own.map(({ id }) => id),
        ),
      ),
    );
    expect(told(none).outdated).toHaveLength(1);
  });

  it('goes with the release that it is told of', () => {
    const changed = rewritten(sample, originals[0], 'Mine.');
    const gone = valueOf(applyDiff(changed, diffOfRemoval(changed, [ID])));
    expect([...recordsOf(gone, 'editorial')]).toEqual([]);
    expect(recordOf(gone, 'release', ID)).toBeUndefined();
  });
});

describe('headings', () => {
  it('are rewritten for one report or for all; its own one wins', () => {
    const heading = (text: string) => ({ part: 'watch', at: '', text, instead: 'Watch out', sources: [] });
    const all = after(sample, rewriteSentence(sample, EVERY, '', heading('Mind'), SAYING));
    expect(titlesOf(all)).toContain('Mind');
    expect(titlesOf(all, 'release:varnley-6')).toContain('Mind');
    const own = after(all, rewriteSentence(all, scope, '', heading('Beware'), SAYING));
    expect(titlesOf(own)).toContain('Beware');
    expect(titlesOf(own, 'release:varnley-6')).toContain('Mind');
    expect(markdown(own)).not.toContain('Watch out');
  });
});

describe('an own paragraph', () => {
  const write = (catalogue: Catalogue, more: object) =>
    writeParagraph(
      catalogue,
      scope,
      'Tidewater 7.1',
      { part: 'verdict', at: 'below', title: '', text: 'First.\n\nSecond.', ...more },
      null,
      SAYING,
    );

  it('stands above or below what a part tells', () => {
    const below = markdown(after(sample, write(sample, {})));
    expect(below).toMatch(/\nFirst\.\n\nSecond\.\n\n## What it changes/);
    const above = markdown(after(sample, write(sample, { at: 'above' })));
    expect(above).toMatch(/## Verdict\n\nFirst\.\n\nSecond\.\n/);
  });

  it('with a heading is a part of its own, which can be moved; in a part that is not told it stands at the end', () => {
    const own = after(sample, write(sample, { title: 'How I tested' }));
    const titles = titlesOf(own);
    expect(titles[titles.indexOf('Verdict') + 1]).toBe('How I tested');
    expect(titlesOf(after(sample, write(sample, { part: 'nowhere' }))).at(-1)).toBe('Remarks');
  });

  it('is corrected, and goes when it is emptied', () => {
    const edited = write(sample, {});
    const own = after(sample, edited);
    const id = valueOf(edited).made!;
    const paragraph = { part: 'verdict', at: 'below', title: '', text: 'Third.' } as const;
    const corrected = after(own, writeParagraph(own, scope, '', paragraph, id, SAYING));
    expect(markdown(corrected)).toContain('Third.');
    const gone = after(
      corrected,
      writeParagraph(corrected, scope, '', { ...paragraph, text: ' ' }, id, SAYING),
    );
    expect(markdown(gone)).toBe(markdown(sample));
  });
});

describe('parts', () => {
  it('are left out or moved, for one report or for all', () => {
    const all = told(sample).parts.map(({ id }) => id);
    const chosen = ['verdict', 'short', ...all.filter((id) => !['verdict', 'short', 'support'].includes(id))];
    const every = after(sample, arrangeParts(sample, EVERY, '', all, chosen, SAYING));
    for (const id of [ID, 'release:varnley-6']) {
      const titles = titlesOf(every, id);
      expect(titles.indexOf('Verdict')).toBeLessThan(titles.indexOf('In short'));
      expect(titles).not.toContain('Support');
    }
    const own = after(every, arrangeParts(every, scope, '', all, [...chosen, 'support'], SAYING));
    expect(titlesOf(own).at(-1)).toBe('Support');
    expect(titlesOf(own, 'release:varnley-6')).not.toContain('Support');
    const back = after(own, arrangeParts(own, scope, '', all, all, SAYING));
    expect([...recordsOf(back, 'editorial')]).toHaveLength(1);
  });

  it('that an order does not name stand behind what they follow', () => {
    expect(arrangedIds(['a', 'b', 'c', 'd'], { order: ['c', 'a'], without: ['d'] })).toEqual(['c', 'a', 'b']);
    expect(arrangedIds(['a', 'b'], undefined)).toEqual(['a', 'b']);
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.constantFrom(...'abcdefgh')),
        fc.uniqueArray(fc.constantFrom(...'abcdefgh')),
        fc.uniqueArray(fc.constantFrom(...'abcdefgh')),
        (natural, order, without) => {
          const ids = arrangedIds(natural, { order, without });
          expect([...ids].sort()).toEqual(natural.filter((id) => !without.includes(id)).sort());
          const named = ids.filter((id) => order.includes(id));
          expect(named).toEqual(order.filter((id) => ids.includes(id)));
        },
      ),
    );
  });
});
