import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { builtSample } from '../../testing/builtSample.ts';
import { largestCatalogue } from '../../testing/largestCatalogue.ts';
import { wordIssue } from '../wording/issueText.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import { catalogueOfRecords } from '../catalogue/wholeCatalogue.ts';
import { success } from '../issue.ts';
import {
  formatCatalogueFile,
  parseCatalogueFile,
  handOnRecords,
  readCatalogueStream,
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

describe('a catalogue file that is handed on while it is read', () => {
  /** What came of it, and the records that were told. */
  async function handOn(whole: string, most?: number) {
    const told: AnyRecord[] = [];
    const onText = (records: string) => void told.push(...(JSON.parse(records) as AnyRecord[]));
    return { done: await handOnRecords(inPieces(whole, [500]), 'f.json', onText, { most }), told };
  }
  const [head, ...lines] = small.split('\n');
  const last = lines.indexOf('],"packages":{}}');
  const withLine = (at: number, change: (record: Record<string, unknown>) => object) => {
    const comma = at === last - 1 ? '' : ',';
    const line = JSON.stringify(change(JSON.parse(lines[at].replace(/,$/, '')))) + comma;
    return [head, ...lines.slice(0, at), line, ...lines.slice(at + 1)].join('\n');
  };
  const kindAt = (at: number) => /"kind":"(\w+)"/.exec(lines[at])?.[1];
  const reading = lines.findIndex((_, at) => kindAt(at) === 'reading');

  it('tells each record as it stands', async () => {
    for (const whole of [small, text]) {
      const { done, told } = await handOn(whole);
      const packages = done?.ok ? done.value.packages : new Map();
      const catalogue = catalogueOfRecords(told);
      expect(said(success({ catalogue, packages }))).toEqual(said(parseCatalogueFile(whole, 'f.json')));
    }
  });

  it('is not when anything in it is to be mended, filled in or told of', async () => {
    const others = [
      JSON.stringify(JSON.parse(small), null, 2),
      small.replace('"reading":3', '"reading":2'),
      withLine(reading, (record) => ({ ...record, subject: 'release:gone' })),
      withLine(reading, (record) => ({ ...record, replaces: 'reading:gone' })),
      withLine(reading, ({ note: _, ...record }) => record),
      withLine(reading, (record) => ({ ...record, state: 'odd' })),
      withLine(reading, (record) => ({ ...record, id: JSON.parse(lines[reading + 1].slice(0, -1)).id })),
    ];
    for (const each of others) expect((await handOn(each)).done, each.slice(0, 300)).toBeNull();
  });

  it('is refused as it is when its records are kept', async () => {
    const newer = small.replace('"reading":3', '"reading":9');
    for (const each of [newer, small.slice(0, -40), small.slice(0, small.length / 2)])
      expect((await handOn(each)).done).toEqual(await read(each, [500]));
    expect((await handOn(small, 10)).done).toEqual(await read(small, [500], 10));
  });

  it('never says more than reading it whole does, whatever is done to a record', async () => {
    let taken = 0;
    const values = fc.constantFrom<unknown>(undefined, 'release:gone', '', 5, [], ['source:gone'], true, {});
    await fc.assert(
      fc.asyncProperty(fc.nat(last - 1), fc.nat(), values, async (at, key, value) => {
        const changed = withLine(at, (record) => {
          const keys = Object.keys(record);
          return { ...record, [keys[key % keys.length]]: value };
        });
        const { done, told } = await handOn(changed);
        if (!done) return;
        taken++;
        const kept = await read(changed);
        expect(done.ok).toBe(kept.ok);
        if (kept.ok)
          expect(said(success({ catalogue: catalogueOfRecords(told), packages: new Map() }))).toEqual(
            said(kept),
          );
      }),
      { numRuns: 150 },
    );
    expect(taken).toBeGreaterThan(10);
  });
});
