/** `aspen compare`: its JSON, its other outputs, and what goes wrong. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import Papa from 'papaparse';
import { afterAll, describe, expect, it } from 'vitest';
import { formatCatalogueFile } from '../core/exchange/catalogueFile.ts';
import { ABOUT_ID, createAbout } from '../core/catalogue/about.ts';
import { withRecords } from '../core/catalogue/applyDiff.ts';
import { builtSample } from '../testing/builtSample.ts';
import { STENNOCK } from '../testing/tours/stennock.ts';
import { TypedVisit } from '../testing/tours/typed.ts';

const ENTRY = fileURLToPath(new URL('aspen.mjs', import.meta.url));
const SAMPLE = `${builtSample()}catalogue.json`;
const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-compare-'));
afterAll(() => rmSync(folder, { recursive: true }));
const TOUR = join(folder, 'tour.json');
const typed = withRecords(TypedVisit.of(STENNOCK).catalogue, [
  createAbout({ id: ABOUT_ID, title: 'Town hall' }),
]);
writeFileSync(TOUR, formatCatalogueFile({ catalogue: typed, packages: new Map() }, '2026-11-20T00:00:00Z'));

function compare(...args: string[]) {
  const { status, stdout, stderr } = spawnSync('node', [ENTRY, 'compare', ...args], { encoding: 'utf8' });
  return { status, stdout, stderr };
}
interface Value {
  text: string;
  state: string;
  setBy: string | null;
  sources: string[];
}
interface Report {
  subjects: { id: string; name: string; on: string | null }[];
  trunk: { id: string; name: string; releases: string[] } | null;
  points: {
    key: string;
    area: string;
    label: string;
    values: Value[];
    verdict: string;
    reason: string | null;
    knownOf?: number[];
    elements?: { name: string; verdict: string; values: string[] }[];
    words: { said: string }[];
  }[];
  counts: Record<string, number>;
  sentences: string[];
  sources: Record<string, { title: string }>;
}
function reportOf(...args: string[]): Report {
  const { status, stdout, stderr } = compare(...args, '--json');
  expect(stderr).toBe('');
  expect(status).toBe(0);
  return JSON.parse(stdout) as Report;
}

describe('aspen compare of tour 4', () => {
  const report = reportOf(TOUR, 'Stennock 12', 'Yarrowby 3', '--on', '2026-11-20');
  const point = (key: string) => report.points.find((each) => each.key === key)!;
  it('names its subjects, the base they share, and counts that are all the points', () => {
    expect(report.subjects.map(({ id }) => id)).toEqual(['release:stennock-12', 'release:yarrowby-3']);
    expect(report.trunk).toEqual({
      id: 'distribution:aldermoor',
      name: 'Aldermoor',
      releases: ['Aldermoor 9'],
    });
    expect(Object.values(report.counts).reduce((sum, count) => sum + count, 0)).toBe(report.points.length);
  });
  it.each([
    ['identity.maker', 'different', ['company of nine', 'volunteers, 2 known']],
    ['kernel.version', 'different', ['6.1.9', '6.8.9']],
    ['footprint.memory', 'same', ['8 % of 8 GiB (655 MiB)', '0.7 GB (668 MiB)']],
    ['defaults.application.office', 'not comparable', ['not chosen at install', 'full suite']],
    ['experience.works', 'same', ['printing, sound, sessions', 'printing, sound, sessions']],
    [
      'support.past',
      'different',
      ['975 days past Aldermoor 9 (14 June 2028)', '70 days past Hexley 24 (21 April 2031)'],
    ],
    ['support.computed', 'unknown', ['14 February 2031', 'not examined']],
  ])('%s is %s', (key, verdict, texts) => {
    expect(point(key)).toMatchObject({ verdict, values: texts.map((text) => ({ text })) });
  });
  it('says who set each value, from which sources, and of whom it is known', () => {
    expect(point('kernel.version').values.map(({ setBy }) => setBy)).toEqual(['Stennock 12', 'Hexley 24']);
    for (const { values } of report.points)
      for (const { sources } of values)
        for (const id of sources) expect(report.sources[id].title).not.toBe('');
    expect(point('support.computed').knownOf).toEqual([0]);
    expect(point('defaults.application.office').reason).toBe('not chosen at install');
  });
  it('tells which pages only one guide has, and which both have in other places', () => {
    const pages = point('welcome.actions').elements!;
    expect(
      pages.filter(({ verdict }) => verdict === 'different').map(({ name, values }) => [name, ...values]),
    ).toEqual([
      ['language', 'no', '1.'],
      ['scanner', 'no', '4.'],
      ['backup', 'no', '6.'],
      ['users', 'no', '8.'],
    ]);
    expect(pages.filter(({ verdict }) => verdict === 'same').map(({ name }) => name)).toEqual([
      'network',
      'printers',
      'mail',
      'update',
      'help',
    ]);
  });
  it('has the words, and the outcome by use', () => {
    expect(point('identity.maker').words).toEqual([{ said: 'Stennock narrowly', author: 'the analyst' }]);
    const text = report.sentences.join('\n');
    expect(text).toContain('For counters: Yarrowby 3, because of card reader by itself');
    expect(text).toContain('For back office: Stennock 12, closely, because of help');
    expect(text).not.toMatch(/office[^.]*missing|ranked|best memory/);
  });
});

describe('aspen compare', () => {
  it('does not depend on the order but for the order itself', () => {
    const [a, b] = [
      reportOf(SAMPLE, 'Tidewater 7.1', 'Kestrel Bench 9', '--on', '2026-11-24'),
      reportOf(SAMPLE, 'Kestrel Bench 9', 'Tidewater 7.1', '--on', '2026-11-24'),
    ];
    expect(a.counts).toEqual(b.counts);
    expect(a.points.map(({ key, verdict }) => [key, verdict]).sort()).toEqual(
      b.points.map(({ key, verdict }) => [key, verdict]).sort(),
    );
  });
  it('takes four, and one as of a day of its own', () => {
    const { subjects, trunk, points } = reportOf(
      SAMPLE,
      'Tidewater 7.1',
      'Penhallow 5',
      'quickthorn@2026-08-02',
      'Larkspur 7',
    );
    expect(subjects.map(({ on }) => on)).toEqual([null, null, '2026-08-02', null]);
    expect(trunk).toBeNull();
    expect(points.every(({ values }) => values.length === 4)).toBe(true);
  });
  it('prints sentences, Markdown and a table that a reader of CSV takes back', () => {
    const plain = compare(TOUR, 'Stennock 12', 'Yarrowby 3').stdout;
    expect(plain).toMatch(
      /^Stennock 12 and Yarrowby 3\nA comparison as known on .*\n\nIn short\nStennock 12 and Yarrowby 3 share the base Aldermoor 9\./,
    );
    expect(plain).toMatch(/^Default +6\.1\.9 .* 6\.8\.9 /m);
    const markdown = compare(TOUR, 'Stennock 12', 'Yarrowby 3', '--markdown').stdout;
    expect(markdown).toContain('# Stennock 12 and Yarrowby 3');
    for (const [, note] of markdown.matchAll(/\[\^(\d+)\]/g)) expect(markdown).toContain(`[^${note}]: `);
    const { data, errors } = Papa.parse<string[]>(
      compare(TOUR, 'Stennock 12', 'Yarrowby 3', '--csv').stdout.trimEnd(),
    );
    expect(errors).toEqual([]);
    expect(new Set(data.map((row) => row.length))).toEqual(new Set([10]));
    expect(data.find(([, label]) => label === 'Office')!.slice(2, 4)).toEqual([
      'not chosen at install',
      'Stennock 12',
    ]);
  });
  it('says what is wrong: too few, too many, nobody of that name, no date, two outputs, no catalogue', () => {
    expect(compare(SAMPLE, 'Tidewater 7.1')).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('two to four') as string,
    });
    expect(compare(SAMPLE, 'a', 'b', 'c', 'd', 'e').status).toBe(2);
    expect(compare(SAMPLE, 'Tidewater 7.1', 'Nobody 3')).toMatchObject({
      status: 1,
      stderr: expect.stringContaining('Nobody 3') as string,
    });
    expect(compare(SAMPLE, 'Tidewater 7.1', 'Quickthorn@soon').status).toBe(2);
    expect(compare(SAMPLE, 'Tidewater 7.1', 'Penhallow 5', '--on', 'today').status).toBe(2);
    expect(compare(SAMPLE, 'Tidewater 7.1', 'Penhallow 5', '--json', '--csv').status).toBe(2);
    expect(compare(join(folder, 'none.json'), 'a', 'b')).toMatchObject({
      status: 1,
      stderr: expect.stringContaining('none.json') as string,
    });
  });
});
