/** Pasted lists of releases: what people paste, and what is wrong with some of it. */
import { describe, expect, it } from 'vitest';
import { catalogueOf, distribution, release } from '../../testing/catalogues.ts';
import { withRecords } from '../catalogue/applyDiff.ts';
import type { Element } from '../catalogue/factValue.ts';
import { mergeImages, parsePastedEditions, parsePastedImages } from './pasteEditions.ts';
import { parseWhen } from '../catalogue/parseWhen.ts';
import { parsePastedReleases } from './pasteReleases.ts';
import { wordIssue } from '../wording/issueText.ts';

const catalogue = catalogueOf(distribution('a'), release('a', '6', '2024'), release('a', '7'));
const paste = (text: string) => parsePastedReleases(catalogue, 'distribution:a', text);

describe('pasted releases', () => {
  it('are read from columns of a spreadsheet, with or without heads', () => {
    const { put, known, issues } = paste(
      'Version\tDate\tName\n8\t2026-03-04\tkelp\n8.1\t3 Oct 2026\n9\t\n\n6\t2024\n',
    );
    expect(put.map(({ version, date, codeName }) => [version, date, codeName])).toEqual([
      ['8', '2026-03-04', 'kelp'],
      ['8.1', '2026-10-03', ''],
      ['9', undefined, ''],
    ]);
    expect(known).toEqual(['6']);
    expect(issues).toEqual([]);
    expect(withRecords(catalogue, put).records.release.size).toBe(5);
  });
  it('fill in a date that was not known, and change none that was', () => {
    expect(paste('7; 2025-06').put).toMatchObject([{ id: 'release:a-7', date: '2025-06' }]);
    expect(paste('6; 2023').put).toEqual([]);
  });
  it('tell the lines that cannot be taken, and keep the others', () => {
    const { put, issues } = paste('8, soon\n9, 2026\n9, 2027\n, 2026');
    expect(put.map(({ version }) => version)).toEqual(['9']);
    expect(issues.map(({ code, where }) => `${code} ${where}`)).toEqual([
      'paste.date line 1',
      'paste.twice line 3',
      'paste.version line 4',
    ]);
    for (const issue of issues) expect(wordIssue(issue)).not.toContain('undefined');
  });
  it('have dates as people write them', () => {
    expect(
      [
        '3 Mar 2026',
        '03. March 2026',
        'Mar 2026',
        '2026',
        '2026-03',
        '2026~',
        '3/4/26',
        '31 Feb 2026',
        '1 Foo 2026',
      ].map((each) => parseWhen(each)),
    ).toEqual([...['2026-03-03', '2026-03-03', '2026-03', '2026', '2026-03', '2026~', null, null, null]]);
  });
});

describe('pasted editions', () => {
  it('are read with heads in any order; known ones are completed, not changed', () => {
    const known = withRecords(
      catalogue,
      parsePastedEditions(catalogue, 'distribution:a', 'Main\nEbb, official').put,
    );
    const {
      put,
      known: names,
      issues,
    } = parsePastedEditions(
      known,
      'distribution:a',
      'Edition\tRemark\tStanding\tStars\nMain\t"for, all"\tofficial\t5\nEbb\t\tcommunity\nReef\t\tCommunity\nSkiff\t\tgrand\n\tno name',
    );
    expect(put.map(({ id, name, standing, note }) => [id, name, standing, note])).toEqual([
      ['edition:a-main', 'Main', 'official', 'for, all'],
      ['edition:a-reef', 'Reef', 'community', ''],
    ]);
    expect(names).toEqual(['Ebb']);
    expect(issues.map(({ code, where }) => `${code} ${where}`)).toEqual([
      'paste.head line 1',
      'paste.choice line 5',
      'paste.name line 6',
    ]);
    for (const issue of issues) expect(wordIssue(issue)).not.toMatch(/undefined|paste\./);
    expect(withRecords(known, put).records.edition.size).toBe(3);
  });
});

describe('pasted images', () => {
  const images: Element[] = [{ name: 'a.iso', slot: 'Main', settings: { date: '2026' } }];
  it('are completed and added, sizes in any unit', () => {
    const { put, issues } = parsePastedImages(
      images,
      'file;edition;arch;size;type;date\na.iso;Other;x86_64;3.1 GB;both;2025\nb.iso;Ebb;;1450;Live;3 Mar 2026\nc.iso;;;big\nd.iso;;;;tape',
    );
    expect(mergeImages(images, put)).toEqual([
      // What was known of it stays as it is.
      {
        name: 'a.iso',
        slot: 'Main',
        settings: { date: '2026', architecture: 'x86_64', size: '2956 MiB', kind: 'both' },
      },
      { name: 'b.iso', slot: 'Ebb', settings: { date: '2026-03-03', size: '1450 MiB', kind: 'live' } },
    ]);
    expect(issues.map(({ code }) => code)).toEqual(['paste.size', 'paste.choice']);
    for (const issue of issues) expect(wordIssue(issue)).not.toMatch(/undefined|paste\./);
  });
  it('that say nothing new are known', () => {
    expect(parsePastedImages(images, 'a.iso, Main')).toMatchObject({ put: [], known: ['a.iso'] });
  });
});
