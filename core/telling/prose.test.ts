/** How the reports of the sample read; the rules find what they are for. `npm run prose` shows where. */
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { builtSample } from '../../testing/builtSample.ts';
import { valueOf } from '../../testing/catalogues.ts';
import { proseOf, runningText } from '../../testing/prose.ts';
import { lintProse } from '../../testing/proseLint.ts';
import { recordsOf } from '../catalogue/catalogue.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { parseCatalogueFile } from '../exchange/catalogueFile.ts';
import { dossierDocument } from '../exchange/report/dossierDocument.ts';
import { layerTable } from '../layers/layerTable.ts';
import { chainOfSubject } from '../lineage/chain.ts';
import { countWords } from './countWords.ts';
import { dossierPage } from './dossierPage.ts';
import { planDossier } from './dossierPlan.ts';
import { inOneLine } from './inShort.ts';

const rulesOf = (...texts: readonly string[]) => proseOf(texts, ['Reed 2']).faults.map(({ rule }) => rule);

describe('a fault of prose', () => {
  it.each([
    ['long', 'It is '.concat('very '.repeat(25), 'long.')],
    ['twice', 'Reed 2 has a desktop of its own. Loam has a desktop of its own.'],
    ['labels', 'Mail: none. Chat: none. Office: none.'],
    ['raw', 'It rests on release:reed-2.'],
    ['raw', 'It came out on 2026-03-03.'],
    ['stops', 'It ends there..'],
    ['retired', 'The kernel is carried from Loam.'],
  ])('%s is found in “%s”', (rule, text) => expect(rulesOf(text)).toContain(rule));
  it('is not what stands in quotes, or a name that is said again', () => {
    expect(rulesOf('It says “Mail: none..”.', 'Reed 2 runs. Reed 2 stands.')).toEqual([]);
  });
});

describe('the reports of the sample', () => {
  const DAY = firstDayOf('2026-11-24');
  const { catalogue } = valueOf(
    parseCatalogueFile(readFileSync(`${builtSample()}catalogue.json`, 'utf8'), 'catalogue.json'),
  );
  const ids = [...recordsOf(catalogue, 'release')].map(({ id }) => id);
  const tableOf = (id: string) => layerTable(catalogue, chainOfSubject(catalogue, id, DAY));
  const counts = ids.map((id) => proseOf(runningText(dossierDocument(catalogue, tableOf(id), DAY).parts)));

  it('have no raw sign, doubled stop, retired word or run of labels, and short sentences', () => {
    const faults = counts.flatMap((each) => each.faults);
    for (const rule of ['raw', 'stops', 'retired', 'labels'])
      expect(faults.filter((each) => each.rule === rule)).toEqual([]);
    const sum = (of: 'words' | 'sentences') => counts.reduce((total, each) => total + each[of], 0);
    expect(sum('words') / sum('sentences')).toBeLessThan(18);
    expect(faults.filter(({ rule }) => rule === 'long').length / sum('sentences')).toBeLessThan(0.015);
  });
  it('have nothing against them that a prose linter finds', () => {
    expect(lintProse(['It is a old one one.'])).toHaveLength(2);
    const some = ids.filter((_, i) => i % 9 === 0);
    expect(
      some.flatMap((id) => lintProse(runningText(dossierDocument(catalogue, tableOf(id), DAY).parts))),
    ).toEqual([]);
  });
  it('fit in one line each, which says what a system is built on', () => {
    const lines = ids.map((id) => inOneLine(planDossier(catalogue, tableOf(id), DAY)));
    expect(lines[ids.indexOf('release:tidewater-7.1')]).toBe(
      'Tidewater 7.1 installs from Fenwick 31, which copies Larkspur 7. Its welcome guide is Tide Start instead of Doorstep and its desktop Lagoon instead of Porch.',
    );
    for (const line of lines) {
      expect(line).toMatch(/^\S.*\.$/);
      expect(countWords(line)).toBeLessThanOrEqual(50);
    }
  });
  it.each(ids)(
    '%s is told in short in at most 90 words, and on its page in little more than a page',
    (id) => {
      const page = dossierPage(planDossier(catalogue, tableOf(id), DAY));
      const words = (parts: typeof page) => countWords(runningText(parts).join(' '));
      expect(words(page.filter((part) => part.id === 'short'))).toBeLessThanOrEqual(90);
      // The aim is 350; two long assessments take the longest page of the sample beyond it.
      expect(words(page)).toBeLessThanOrEqual(id === 'release:tidewater-7.1' ? 520 : 350);
    },
  );
});
