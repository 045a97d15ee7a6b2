import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { builtSample } from '../../testing/builtSample.ts';
import { largestCatalogue } from '../../testing/largestCatalogue.ts';
import { wordIssue } from '../wording/issueText.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import {
  formatCatalogueFile,
  parseCatalogueFile,
  readCatalogueStream,
  readRecordStream,
} from './catalogueFile.ts';
import { LineReader } from './lineReader.ts';

const text = readFileSync(`${builtSample()}catalogue.json`, 'utf8');
const small = formatCatalogueFile({ catalogue: largestCatalogue(0.005).catalogue, packages: new Map() }, '');

/** A text in pieces that end where it is said, in the order of their places. */
const inPieces = (whole: string, ends: readonly number[]) =>
  async function* () {
    const places = [...ends, whole.length].map((end) => Math.min(end, whole.length)).sort((a, b) => a - b);
    let at = 0;
    for (const end of places) {
      yield whole.slice(at, end);
      at = end;
    }
  };
const read = (whole: string, ends: readonly number[] = [], most?: number) =>
  readCatalogueStream(inPieces(whole, ends), 'f.json', { most });
/** What came of it, as text where it is whole: pages are slow to compare. */
const said = (result: Awaited<ReturnType<typeof read>>) =>
  result.ok ? { text: formatCatalogueFile(result.value, ''), issues: result.issues } : result;
const codes = (result: Awaited<ReturnType<typeof read>>) => result.issues?.map(({ code }) => code);

describe('lines', () => {
  const texts = fc
    .array(fc.constantFrom('a', 'bc', '\n', '\r', ''), { maxLength: 30 })
    .map((all) => all.join(''));
  const places = fc.array(fc.nat(40), { maxLength: 6 });

  it('are the same however a text comes in pieces', async () => {
    await fc.assert(
      fc.asyncProperty(texts, places, async (whole, ends) => {
        const reader = new LineReader(inPieces(whole, ends)());
        const lines: string[] = [];
        for (let line = await reader.next(); line !== null; line = await reader.next()) lines.push(line);
        const expected = whole.split('\n');
        if (expected.at(-1) === '') expected.pop();
        expect(lines).toEqual(expected);
      }),
    );
  });

  it('and what is left behind them make the text again', async () => {
    await fc.assert(
      fc.asyncProperty(texts, places, fc.nat(5), async (whole, ends, count) => {
        const reader = new LineReader(inPieces(whole, ends)());
        const all = whole.split('\n');
        for (let i = 0; i < count; i++) await reader.next();
        const counted = new LineReader(inPieces(whole, ends)());
        for (let i = 0; i < count; i++) await counted.next();
        const left = all.slice(count).join('\n');
        expect(await reader.rest(1000)).toBe(left);
        expect(await counted.countRest()).toBe(left.split('\n').length - 1);
      }),
    );
    expect(await new LineReader(inPieces('12345', [2])()).rest(4)).toBeNull();
  });
});

describe('a catalogue file as a stream', () => {
  it('is what it is when it is read whole, wherever its pieces end', async () => {
    expect(said(await read(text))).toEqual(said(parseCatalogueFile(text, 'f.json')));
    const whole = said(parseCatalogueFile(small, 'f.json'));
    await fc.assert(
      fc.asyncProperty(fc.array(fc.nat(small.length), { maxLength: 8 }), async (ends) => {
        expect(said(await read(small, ends))).toEqual(whole);
      }),
      { numRuns: 20 },
    );
  });

  it('in another layout is put together', async () => {
    const pretty = JSON.stringify(JSON.parse(small), null, 2);
    const halfEdited = small.replace('","', '",\n"');
    expect(said(await read(pretty, [100]))).toEqual(said(parseCatalogueFile(small, 'f.json')));
    expect(said(await read(halfEdited))).toEqual(said(parseCatalogueFile(small, 'f.json')));
  });

  it('tells its records while it is read, and whether they hold', async () => {
    const told = async (whole: string) => {
      const records: AnyRecord[] = [];
      const onRecord = (record: AnyRecord) => void records.push(record);
      const done = await readRecordStream(inPieces(whole, [500]), 'f.json', { onRecord });
      if (!done.ok) throw new Error('it was refused');
      return { ...done.value, told: records };
    };
    const asItIs = await told(small);
    expect(asItIs.areAsTold).toBe(true);
    expect(asItIs.told).toEqual(asItIs.records);
    // In another layout, and where a mention of something missing was taken out, they do not.
    expect((await told(JSON.stringify(JSON.parse(small), null, 2))).areAsTold).toBe(false);
    const file = JSON.parse(small);
    const link = file.records.find(({ kind }: AnyRecord) => kind === 'link');
    link.sources = ['source:gone'];
    const [head] = small.split('\n');
    const lines = file.records.map((record: AnyRecord) => JSON.stringify(record)).join(',\n');
    const freed = await told(`${head}\n${lines}\n],"packages":{}}\n`);
    expect(freed.areAsTold).toBe(false);
    expect(freed.told).toHaveLength(freed.records.length);
    expect(freed.told).not.toEqual(freed.records);
  });

  it('cut anywhere is refused', async () => {
    await fc.assert(
      fc.asyncProperty(fc.nat(small.length - 3), async (end) => {
        const cut = await read(small.slice(0, end));
        expect(cut.ok).toBe(false);
        expect(['export.cut', 'export.notJson', 'export.notOurs']).toContain(codes(cut)?.[0]);
      }),
      { numRuns: 100 },
    );
    const third = small.split('\n').slice(0, 4).join('\n');
    expect(await read(third)).toMatchObject({ issues: [{ code: 'export.cut', params: { records: 3 } }] });
  });

  it('that is too large says how large it is, and what to do', async () => {
    const records = JSON.parse(small).records.length;
    const refused = await read(small, [], 10);
    expect(refused).toMatchObject({ ok: false, issues: [{ code: 'export.tooLarge' }] });
    if (!refused.ok) {
      const words = wordIssue(refused.issues[0]);
      expect(words).toContain(`${records.toLocaleString('en')} records`);
      expect(words).toContain('--as catalogue --family');
    }
    expect((await read(small, [], records)).ok).toBe(true);
  });

  it('of a newer program, of another one, or with a record that is not valid is refused as when read whole', async () => {
    const broken = [
      small.replace('"reading":', '"reading":9'),
      small.replace('aspen-ridge-catalogue', 'another'),
      small.replace('"kind":"release"', '"kind":"nothing"'),
      '',
      '[]',
    ];
    for (const each of broken) expect(await read(each)).toEqual(parseCatalogueFile(each, 'f.json'));
  });
});
