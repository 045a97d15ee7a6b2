import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import wabt from 'wabt';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { createRandom, indexText, randomRows } from '../../testing/samples.ts';
import { DebPackagesReader } from './debPackages.ts';
import { slotOf, STANZA_LINES_WASM, StanzaLines, STRETCH } from './stanzaLines.ts';

const bytesOf = (text: string) => new TextEncoder().encode(text);

/** One that has to do without WebAssembly. */
function without<T>(make: () => T): T {
  vi.stubGlobal('WebAssembly', undefined);
  try {
    return make();
  } finally {
    vi.unstubAllGlobals();
  }
}
afterEach(() => vi.unstubAllGlobals());

/** What was found, by its text. */
function textsOf(lines: StanzaLines, text: string, from = 0, inStanza = true): string[] {
  const bytes = bytesOf(text);
  const count = lines.find(bytes, from, bytes.length, inStanza);
  return Array.from({ length: count }, (_, i) => {
    const [number, start, end] = lines.found.subarray(3 * i, 3 * i + 3);
    return `${number}: ${new TextDecoder().decode(bytes.subarray(from + start, from + end))}`;
  });
}

/** A finder that has met fields that are not read. */
function knowing(...names: readonly string[]): StanzaLines {
  const lines = new StanzaLines();
  for (const name of names) {
    const head = new DataView(bytesOf(name).buffer).getInt32(0, true);
    lines.memo.copyWithin(slotOf(head) + 3, slotOf(head), slotOf(head) + 3);
    lines.memo.set([head, name.length, 0], slotOf(head));
  }
  return lines;
}

describe('lines of stanzas', () => {
  it('are passed over where they go on, or are of a field that is not read', () => {
    const lines = knowing('Depends', 'Description');
    const text =
      'Package: a\nDepends: b\n more\nDescription: c\nDescript: d\nDependence: e\n\nDepends: f\n .\n';
    expect(textsOf(lines, text, 0, false)).toEqual([
      '0: Package: a',
      '4: Descript: d',
      '5: Dependence: e',
      '6: ',
      '7: Depends: f',
    ]);
    expect([lines.lines, lines.end]).toEqual([9, text.length]);
  });
  it('are all looked at outside of a stanza, and where it is not sure that one is under way', () => {
    const text = 'Depends: a\n more\nDepends: b\n# c\nDepends: d\n\t\nDepends: e\n  \nDepends: f\n';
    const found = textsOf(knowing('Depends'), text, 0, false);
    expect(found.map((line) => line[0]).join('')).toBe('0345678');
  });
  it('end with the last newline; a line that is longer than a stretch ends in none', () => {
    const lines = new StanzaLines();
    expect(textsOf(lines, 'xxa: 1\nb: 2\nc', 2)).toEqual(['0: a: 1', '1: b: 2']);
    expect(lines.end).toBe(10);
    expect(lines.find(new Uint8Array(STRETCH).fill(65), 0, STRETCH, false)).toBe(0);
    expect([lines.lines, lines.end]).toEqual([0, 0]);
    expect(lines.find(new Uint8Array(STRETCH).fill(10), 0, STRETCH, false)).toBe(STRETCH);
    expect([...lines.found.subarray(3 * STRETCH - 3, 3 * STRETCH)]).toEqual(Array(3).fill(STRETCH - 1));
  });
  it('are the same without WebAssembly, where nothing is passed over', () => {
    const part = fc.constantFrom('a', ': ', '\n', '\n', ' ', '#', '\u00e4', 'Package: b\n');
    fc.assert(
      fc.property(fc.array(part, { maxLength: 60 }), fc.nat(5), (parts, skip) => {
        const text = parts.join('');
        const from = Math.min(skip, bytesOf(text).length);
        const [fast, slow] = [new StanzaLines(), without(() => new StanzaLines())];
        expect(textsOf(fast, text, from, false)).toEqual(
          textsOf(slow, text, from, false).filter((line) => textsOf(fast, text, from, false).includes(line)),
        );
        expect([fast.lines, fast.end]).toEqual([slow.lines, slow.end]);
      }),
    );
  });
  it('make the same package list, passed over or looked at one by one', () => {
    const odd = fc.constantFrom(
      ...['Package: x', 'Package', 'Version: 1', 'Depends: y', 'Descr', ' more', ' ', '', '', '# c', '\tz'],
      ...[
        'Depends',
        ': v',
        'Packaged: q',
        'VERSION: 2',
        'Source: s (1)',
        '\u00e4: 1',
        'Homepage: h',
        '\ufeff',
      ],
    );
    const head = `\ufeff${indexText(randomRows(createRandom(3), 12))}\n`;
    fc.assert(
      fc.property(
        fc.array(odd, { maxLength: 40 }),
        fc.boolean(),
        fc.integer({ min: 3, max: 900 }),
        (all, behind, size) => {
          const bytes = bytesOf((behind ? head : '') + all.join('\n'));
          const read = () => {
            const reader = new DebPackagesReader('index', 'f');
            for (let at = 0; at < bytes.length; at += size) reader.push(bytes.subarray(at, at + size));
            const { packages, issues } = reader.finish();
            return { columns: packages.columns, texts: packages.table.texts(), issues };
          };
          expect(read()).toEqual(without(read));
        },
      ),
      { numRuns: 300 },
    );
  });
  it('are found by what stanzaLines.wat says, and nothing else', async () => {
    const text = readFileSync(new URL('stanzaLines.wat', import.meta.url), 'utf8');
    const assembled = (await wabt()).parseWat('stanzaLines.wat', text, { simd: true }).toBinary({}).buffer;
    expect(Buffer.from(assembled).toString('base64')).toBe(STANZA_LINES_WASM);
  });
});
