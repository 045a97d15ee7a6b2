import { readdirSync, readFileSync } from 'node:fs';
import Ajv from 'ajv/dist/2020.js';
import { describe, expect, it } from 'vitest';
import { builtSample } from '../../testing/builtSample.ts';
import { catalogueOf, distribution, link, reading, release, source } from '../../testing/catalogues.ts';
import { diffCatalogues, isEmptyDiff } from '../catalogue/diff.ts';
import { findFactKey } from '../catalogue/factSheet.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { layerTable } from '../layers/layerTable.ts';
import { chainOf } from '../lineage/chain.ts';
import { wordAnswer } from '../wording/answerText.ts';
import { formatCatalogueFile, parseCatalogueFile } from './catalogueFile.ts';
import { dossierDocument } from './report/dossierDocument.ts';
import { formatReportMarkdown } from './report/reportMarkdown.ts';
import { formatShare, formatValue } from '../wording/valueText.ts';
import { hasWording, wordIssue } from '../wording/issueText.ts';

const TODAY = firstDayOf('2026-11-24');
const text = readFileSync(`${builtSample()}catalogue.json`, 'utf8');
const built = parseCatalogueFile(text, 'catalogue.json');
if (!built.ok) throw new Error(JSON.stringify(built.issues.slice(0, 3)));
const sample = built.value;

describe('a catalogue file', () => {
  it('is read back as the same catalogue with the same package lists', () => {
    expect(formatCatalogueFile(sample, '2026-11-24T00:00:00Z')).toBe(text);
    const read = parseCatalogueFile(formatCatalogueFile(sample, ''), 'f.json');
    if (!read.ok) throw new Error(JSON.stringify(read.issues));
    expect(isEmptyDiff(diffCatalogues(sample.catalogue, read.value.catalogue))).toBe(true);
    expect([...read.value.packages.keys()].sort()).toEqual([...sample.packages.keys()].sort());
    for (const [id, bytes] of sample.packages)
      expect(Buffer.compare(bytes, read.value.packages.get(id)!)).toBe(0);
    expect(formatCatalogueFile(read.value, '2026-11-24T00:00:00Z')).toBe(text);
  });
  it('fits the published schema', () => {
    const schema = JSON.parse(
      readFileSync(new URL('../../docs/schema/catalogue.schema.json', import.meta.url), 'utf8'),
    ) as object;
    const validate = new Ajv({ strict: false, validateFormats: false }).compile(schema);
    expect(validate(JSON.parse(text)), JSON.stringify(validate.errors?.slice(0, 2))).toBe(true);
    expect(validate({ ...(JSON.parse(text) as object), records: [{ kind: 'distribution' }] })).toBe(false);
  });
  const parsed = () =>
    JSON.parse(text) as {
      versions: Record<string, number>;
      records: Record<string, unknown>[];
      packages: Record<string, string>;
    };
  const codesOf = (file: string) => {
    const read = parseCatalogueFile(file, 'f.json');
    return read.issues.map(({ code }) => code);
  };
  it('that is cut off, foreign or newer is refused whole, with the reason', () => {
    expect(codesOf(text.slice(0, text.length / 2))).toEqual(['export.notJson']);
    expect(codesOf('{"hello":1}')).toEqual(['export.notOurs']);
    expect(codesOf('null')).toEqual(['export.notOurs']);
    expect(codesOf(JSON.stringify({ ...parsed(), versions: { ...parsed().versions, release: 9 } }))).toEqual([
      'schema.newer',
    ]);
    expect(codesOf(JSON.stringify({ ...parsed(), versions: { ...parsed().versions, ghost: 1 } }))).toEqual([
      'schema.unknownKind',
    ]);
  });
  it('with a record that is damaged, doubled or missing is refused, naming the record', () => {
    const change = (edit: (records: Record<string, unknown>[]) => void) => {
      const file = parsed();
      edit(file.records);
      return parseCatalogueFile(JSON.stringify(file), 'f.json');
    };
    const damaged = change(
      (records) => (records.find(({ id }) => id === 'release:tidewater-7.1')!.stage = 'perhaps'),
    );
    expect(damaged).toMatchObject({
      ok: false,
      issues: [{ code: 'record.invalid', where: 'release:tidewater-7.1', params: { field: 'stage' } }],
    });
    expect(change((records) => records.push(records[3]))).toMatchObject({
      ok: false,
      issues: [{ code: 'record.twice' }],
    });
    expect(
      change((records) =>
        records.splice(
          records.findIndex(({ id }) => id === 'distribution:isolde'),
          1,
        ),
      ).issues[0].code,
    ).toBe('export.ownerMissing');
  });
  it('with a damaged package list only loses that list, and those that are kept as a difference from it', () => {
    const lost = (id: string) => {
      const file = parsed();
      const all = Object.keys(file.packages);
      file.packages[id] = file.packages[id].slice(0, 200);
      const read = parseCatalogueFile(JSON.stringify(file), 'f.json');
      if (!read.ok) throw new Error('refused');
      expect(new Set(read.issues.map(({ code }) => code))).toEqual(new Set(['export.packages']));
      expect(read.value.packages.size).toBe(all.length - read.issues.length);
      return read.issues.map(({ where }) => where);
    };
    expect(lost('snapshot:larkspur-agate-2026-06-01')).toEqual(['snapshot:larkspur-agate-2026-06-01']);
    const series = lost('snapshot:copperline-first-2026-02-18');
    expect(series.length).toBeGreaterThan(50);
    expect(series.every((id) => id.startsWith('snapshot:copperline-first-'))).toBe(true);
  });
});

describe('the wording', () => {
  it('exists for every issue that the program can raise', () => {
    const root = new URL('../../', import.meta.url);
    const files = ['core', 'web', 'cli', 'server'].flatMap((folder) =>
      readdirSync(new URL(folder, root), { recursive: true, encoding: 'utf8' })
        .filter((name) => /(?<!\.test)\.ts$/.test(name))
        .map((name) => `${folder}/${name}`),
    );
    const codes = new Set<string>();
    for (const file of files) {
      const source = readFileSync(new URL(file, root), 'utf8');
      for (const [, code] of source.matchAll(/createIssue\(\s*'[a-z]+',\s*'([\w.]+)'/g)) codes.add(code);
      for (const [, code] of source.matchAll(/'((?:compressed|deb822)\.\w+)'/g)) codes.add(code);
    }
    expect(codes.size).toBeGreaterThan(30);
    expect(
      [...codes, 'file.empty', 'file.binary', 'file.unknown'].filter((code) => !hasWording(code)),
    ).toEqual([]);
  });
  it('says what, where and what to do', () => {
    const issue = {
      code: 'schema.newer',
      where: 'old.json',
      severity: 'error',
      params: { kind: 'release', version: 9, known: 1 },
    } as const;
    expect(wordIssue(issue)).toBe(
      'old.json was written by a newer version of the program (release 9, known here up to 1). Nothing was imported; update the program and try again.',
    );
  });
});

describe('values in words', () => {
  const show = (key: string, value: Parameters<typeof formatValue>[1]) =>
    formatValue(findFactKey(key)!, value);
  it.each([
    ['repositories.holding', 10, '10 days'],
    ['defaults.packages', 2480, '2,480'],
    ['model.supportEnd', '2029-04-02', '2 April 2029'],
    ['lineage.independent', false, 'no'],
    [
      'repositories.formats',
      [{ name: 'store', settings: { state: 'off' } }, { name: 'portable' }],
      'store (off), portable',
    ],
  ] as const)('%s %j is %s', (key, value, expected) => expect(show(key, value as never)).toBe(expected));
  it('never round a share up to all or down to none', () => {
    expect([
      formatShare(9999, 10_000),
      formatShare(1, 10_000),
      formatShare(0, 5),
      formatShare(5, 5),
      formatShare(0, 0),
    ]).toEqual(['99.9 %', '< 0.1 %', '0.0 %', '100.0 %', 'no packages']);
  });
});

describe('the sentence of a placing', () => {
  it('is there for an answer of every kind', () => {
    const none = {
      base: null,
      others: [],
      carriedShare: 0,
      margin: 0,
      best: null,
      rival: null,
      telling: { best: 0, rival: 0 },
    };
    for (const reason of ['noPackages', 'noCandidates'] as const) {
      expect(
        wordAnswer({
          answer: { ...none, reason },
          candidates: [],
          accounts: [],
          packages: [],
          sources: null,
        }),
      ).toMatch(/^No base found: /);
    }
  });
});

describe('a dossier in Markdown', () => {
  const catalogue = catalogueOf(
    ...[
      distribution('a'),
      distribution('b|*'),
      release('a', '1'),
      source('page', 'page', '2026-03-03'),
      source('capture', 'capture', '2026-11'),
    ],
    { ...release('b', '2'), distribution: 'distribution:b|*' },
    link('release:b-2', 'release:a-1', { sources: ['source:capture'] }),
    reading('release:a-1', 'kernel.version', { value: '6.1' }, { source: 'source:page' }),
    reading('release:b-2', 'kernel.version', { value: '6.8' }, { source: 'source:capture' }),
    reading('release:b-2', 'welcome.guide', 'none', { source: 'source:capture' }),
    reading('release:b-2', 'themes.icons', { value: 'A_b' }),
  );
  const markdown = formatReportMarkdown(
    catalogue,
    dossierDocument(catalogue, layerTable(catalogue, chainOf(catalogue, 'release:b-2', TODAY)), TODAY),
  );
  it('gives every value its source, and says when there is none', () => {
    expect(markdown).toContain(
      'b\\|\\* 2 installs from a 1.[^1] Its default kernel is 6.8 instead of 6.1.[^1]',
    );
    expect(markdown).toContain('| Default kernel | 6.1[^2] | 6.8[^1] |');
    expect(markdown).toContain('| Welcome guide | none[^1] |');
    expect(markdown).toContain('| Icon theme | A\\_b (no source) |');
    expect(markdown).toContain('[^2]: Page, 3 March 2026');
    const cited = new Set([...markdown.matchAll(/\[\^(\d+)\](?!:)/g)].map(([, number]) => number));
    const listed = new Set([...markdown.matchAll(/^\[\^(\d+)\]:/gm)].map(([, number]) => number));
    expect(cited).toEqual(listed);
  });
  it('shows names as they are, whatever signs they hold', () => expect(markdown).toMatch(/^# b\\\|\\\* 2$/m));
});
