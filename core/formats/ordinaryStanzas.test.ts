import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import wabt from 'wabt';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { createRandom, indexText, randomRows } from '../../testing/samples.ts';
import { DebPackagesReader } from './debPackages.ts';
import { ORDINARY_STANZAS_WASM, OrdinaryStanzas, STRETCH } from './ordinaryStanzas.ts';
import { packageRow } from './packageColumns.ts';

const bytesOf = (text: string) => new TextEncoder().encode(text);
const decoder = new TextDecoder('utf-8', { ignoreBOM: true });
const FIELDS = ['package', 'version', 'architecture', 'source'];

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

/** What was taken of a text, each stanza by its values, and what was left of it. */
function taken(text: string, stanzas = new OrdinaryStanzas(FIELDS), from = 0) {
  const bytes = bytesOf(text);
  const count = stanzas.take(bytes, from, bytes.length);
  const values = Array.from({ length: count * FIELDS.length }, (_, i) =>
    decoder.decode(stanzas.texts.subarray(i && stanzas.ends[i - 1], stanzas.ends[i])),
  );
  const rows = Array.from({ length: count }, (_, i) =>
    values.slice(i * FIELDS.length, (i + 1) * FIELDS.length).join('|'),
  );
  const rest = decoder.decode(bytes.subarray(from + stanzas.end));
  return { rows, lines: stanzas.lines, rest };
}

describe('ordinary stanzas', () => {
  it('are taken with the fields asked for, in their order and in any case, without the blanks around them', () => {
    const text = [
      'Package: a',
      'Long-Description-Of-It: no',
      'Architecture:\tall  ',
      'VERSION:1:2.0~rc1-1\r',
      ' more',
      '',
      '',
      'Versions: 3',
      'version: 2',
      'Depends: b (= 1)',
      ' c',
      'Source:',
      'Package: lib-much-longer-than-sixteen-bytes-in-all',
      '',
    ];
    expect(taken(`${text.join('\n')}\n`)).toEqual({
      rows: ['a|1:2.0~rc1-1|all|', 'lib-much-longer-than-sixteen-bytes-in-all|2||'],
      lines: text.length,
      rest: '',
    });
  });
  it.each([
    ['without a name', 'Version: 1\n\n'],
    ['without a version', 'Package: b\n\n'],
    ['with an empty name', 'Package: \nVersion: 1\n\n'],
    ['with an empty version', 'Package: b\nVersion:\n\n'],
    ['with a field that comes twice', 'Package: b\nVersion: 1\npackage: c\n\n'],
    ['with an epoch of 0', 'Package: b\nVersion: 0:1\n\n'],
    ['with a line that is no field', 'Package: b\nVersion: 1\nodd\n\n'],
    ['with a blank before the colon', 'Package: b\nVersion : 1\n\n'],
    ['with a long name that never ends', `Package: b\nVersion: 1\n${'x'.repeat(40)} y: 1\n\n`],
    ['with no name before the colon', 'Package: b\nVersion: 1\n: 1\n\n'],
    ['with a comment', 'Package: b\n#Version: 1\nVersion: 1\n\n'],
    ['with a line of blanks', 'Package: b\nVersion: 1\n \n\n'],
    ['with a line of many blanks', `Package: b\nVersion: 1\n${' '.repeat(30)}\n\n`],
    ['with a carriage return for an empty line', 'Package: b\nVersion: 1\n\r\n\n'],
    ['that begins with a line that goes on', ' more\nPackage: b\nVersion: 1\n\n'],
    ['that begins with the mark of UTF-8', '\ufeffPackage: b\nVersion: 1\n\n'],
    ['that is cut', 'Package: b\nVersion: 1\n'],
    ['that is cut in its last line', 'Package: b\nVersion: 1\n\nPack'.slice(0, -5)],
  ])('end before one %s', (_, odd) => {
    const before = 'Package: a\nVersion: 1\n\n';
    const behind = 'Package: z\nVersion: 9\n\n';
    const isCut = !odd.endsWith('\n\n');
    expect(taken(before + odd + (isCut ? '' : behind))).toEqual({
      rows: ['a|1||'],
      lines: 3,
      rest: odd + (isCut ? '' : behind),
    });
  });
  it('are taken from within a piece, one stretch after the other, and empty lines with them', () => {
    const stanzas = new OrdinaryStanzas(FIELDS);
    expect(taken('xx\n\nPackage: a\nVersion: 1\n\n', stanzas, 2)).toEqual({
      rows: ['a|1||'],
      lines: 5,
      rest: '',
    });
    expect(taken('\n\n\n', stanzas)).toEqual({ rows: [], lines: 3, rest: '' });
    // Nothing of what came before is left over.
    expect(taken('Package: b\nVersion: 2', stanzas).rows).toEqual([]);
  });
  it('may be as many as fit into a stretch', () => {
    const text = 'package:a\nversion:1\n\n'.repeat(Math.floor(STRETCH / 21));
    const { rows, rest } = taken(text);
    expect([rows.length, new Set(rows), rest]).toEqual([3120, new Set(['a|1||']), '']);
    const long = `Package: a\nVersion: 1\nSource: ${'x'.repeat(STRETCH - 33)}\n\n`;
    expect(taken(long)).toEqual({ rows: [`a|1||${'x'.repeat(STRETCH - 33)}`], lines: 4, rest: '' });
  });
  it('are left to others where there is no WebAssembly', () => {
    const text = 'Package: a\nVersion: 1\n\n';
    expect(
      taken(
        text,
        without(() => new OrdinaryStanzas(FIELDS)),
      ),
    ).toEqual({
      rows: [],
      lines: 0,
      rest: text,
    });
  });
  it.each([
    ['of an index', 'index', undefined],
    ['of a system', 'status', undefined],
    ['to be printed', 'index', ['name', 'version', 'architecture']],
  ] as const)(
    'and all others make the same list %s, read by the stretch or line by line',
    (_, role, columns) => {
      const line = fc.constantFrom(
        ...['Package: x', 'Package: y', 'Package', 'Version: 1', 'VERSION: 2', 'Version: 0:3', 'Depends: y'],
        ...[
          'Source: s (1)',
          'Source: t',
          'Source:',
          'Section: net',
          'Architecture: all',
          'Maintainer: m',
          ': v',
        ],
        ...['Provides: p', 'Status: install ok installed', 'Status: purge ok not-installed', 'Packaged: q'],
        ...[
          'Status: deinstall ok config-files',
          ' more',
          ' ',
          '',
          '',
          '',
          '# c',
          '\tz',
          '\u00e4: 1',
          '\ufeff',
        ],
      );
      const stanza = fc.constantFrom(
        'Package: a\nVersion: 1\n',
        'Version: 2\nArchitecture: all\nPackage: b\nSource: a (1)\n more\n',
      );
      const head = `\ufeff${indexText(randomRows(createRandom(3), 12))}\n`;
      fc.assert(
        fc.property(
          fc.array(fc.oneof(line, stanza), { maxLength: 40 }),
          fc.boolean(),
          fc.integer({ min: 3, max: 900 }),
          (parts, behind, size) => {
            const bytes = bytesOf((behind ? head : '') + parts.join('\n'));
            const read = () => {
              const reader = new DebPackagesReader(role, 'f', columns);
              for (let at = 0; at < bytes.length; at += size) reader.push(bytes.subarray(at, at + size));
              const { packages, issues } = reader.finish();
              const rows = Array.from({ length: packages.size }, (__, i) => packageRow(packages, i));
              return { rows, issues };
            };
            expect(read()).toEqual(without(read));
          },
        ),
        { numRuns: 300 },
      );
    },
  );
  it('are read as ordinaryStanzas.wat says, and no other way', async () => {
    const text = readFileSync(new URL('ordinaryStanzas.wat', import.meta.url), 'utf8');
    const module = (await wabt()).parseWat('ordinaryStanzas.wat', text, { simd: true });
    expect(Buffer.from(module.toBinary({}).buffer).toString('base64')).toBe(ORDINARY_STANZAS_WASM);
  });
});
