import fc from 'fast-check';
import { existsSync, readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { describeWith, run, runBytes } from '../../testing/tools.ts';
import { createRandom, indexText, randomRows } from '../../testing/samples.ts';
import {
  formatAptSourcesList,
  parseAptSourcesDeb822,
  parseAptSourcesList,
  type AptSource,
} from './aptSources.ts';
import { collectPieces, concatBytes, peekPieces, piecesOf } from './byteStream.ts';
import { formatDeb822, parseDeb822 } from './deb822.ts';
import { parseDebRelease } from './debRelease.ts';
import { decompress, type Compression } from './compression/decompress.ts';
import { formatOsRelease, isOsRelease, parseOsRelease } from './osRelease.ts';
import { recogniseFormat } from './recognise.ts';
import { readTar } from './tar.ts';

const bytesOf = (text: string) => new TextEncoder().encode(text);
const word = fc.stringMatching(/^[a-z][a-z0-9.-]{0,10}$/);

describe('os-release', () => {
  it('is what is written, for any text', () => {
    const value = fc.string().filter((text) => !/[\r\n\v\f\u2028\u2029]/.test(text) && text === text.trim());
    fc.assert(
      fc.property(fc.dictionary(fc.stringMatching(/^[A-Z][A-Z0-9_]{0,8}$/), value), (fields) => {
        const read = parseOsRelease(formatOsRelease(fields), 'f');
        expect(read.fields).toEqual(fields);
        expect(read.issues).toEqual([]);
      }),
    );
  });
  it('is read as a shell reads it, and damage is skipped with its line', () => {
    const text = '# c\nNAME="Tide \\"Water\\""\nID=tide\nVERSION_ID=\'7 1\'\nnonsense\nBAD="open\nEMPTY=\n';
    expect(parseOsRelease(text, 'f')).toMatchObject({
      fields: { NAME: 'Tide "Water"', ID: 'tide', VERSION_ID: '7 1', EMPTY: '' },
      issues: [
        { code: 'osRelease.line', params: { line: 5 } },
        { code: 'osRelease.line', params: { line: 6 } },
      ],
    });
  });
  it.runIf(existsSync('/etc/os-release'))('of this system gives what sh gives', () => {
    const { fields } = parseOsRelease(readFileSync('/etc/os-release', 'utf8'), 'f');
    expect(fields.PRETTY_NAME).toBe(run('sh', ['-c', '. /etc/os-release; printf %s "$PRETTY_NAME"']));
  });
  it('is not any file with assignments', () => {
    expect(isOsRelease('NAME=x\n')).toBe(false);
    expect(isOsRelease('NAME="X"\nID=x\n')).toBe(true);
    expect(isOsRelease(`NAME="X"\nID=x\n${'other text here\n'.repeat(9)}`)).toBe(false);
  });
});

describe('deb822', () => {
  it('is what is written', () => {
    const value = fc.array(word, { minLength: 1, maxLength: 3 }).map((words) => words.join('\n'));
    const stanza = fc.dictionary(fc.stringMatching(/^[a-z]{1,6}$/), value, { minKeys: 1 });
    fc.assert(
      fc.property(fc.array(stanza, { minLength: 1 }), (stanzas) => {
        const read = parseDeb822(formatDeb822(stanzas), 'f');
        expect(read.issues).toEqual([]);
        expect(
          read.stanzas.map(({ fields }) =>
            Object.fromEntries([...fields].map(([name, field]) => [name, field.value])),
          ),
        ).toEqual(stanzas);
      }),
    );
  });
});

describe('apt sources', () => {
  const source = fc.record({
    type: fc.constantFrom('deb' as const, 'deb-src' as const),
    uri: word.map((host) => `https://${host}.example/a`),
    suite: word,
    components: fc.array(word, { minLength: 1, maxLength: 3 }),
    enabled: fc.boolean(),
    line: fc.constant(0),
    options: fc.dictionary(fc.constantFrom('architectures', 'signed-by', 'trusted'), word),
  });
  it('in one-line form are what is written', () => {
    fc.assert(
      fc.property(fc.array(source), (sources) => {
        const read = parseAptSourcesList(formatAptSourcesList(sources), 'f');
        expect(read.issues).toEqual([]);
        expect(read.sources.map((entry): AptSource => ({ ...entry, line: 0 }))).toEqual(sources);
      }),
    );
  });
  it('in one-line form keep comments, options and flat repositories apart', () => {
    const text =
      '# a remark\ndeb [arch=amd64,i386 signed-by=/k.gpg] https://h.example/x stable main extra # why\n#deb-src https://h.example/x stable main\ndeb https://h.example/flat ./\ndeb nonsense\n';
    const { sources, issues } = parseAptSourcesList(text, 'f');
    expect(
      sources.map(({ type, suite, components, enabled, line }) => [
        type,
        suite,
        components.join('+'),
        enabled,
        line,
      ]),
    ).toEqual([
      ['deb', 'stable', 'main+extra', true, 2],
      ['deb-src', 'stable', 'main', false, 3],
      ['deb', './', '', true, 4],
    ]);
    expect(sources[0].options).toEqual({ architectures: 'amd64,i386', 'signed-by': '/k.gpg' });
    expect(issues).toMatchObject([{ code: 'aptSources.line', params: { line: 5 } }]);
  });
  it('in deb822 form give one entry per type, address and suite', () => {
    const text =
      'Types: deb deb-src\nURIs: https://h.example/x\nSuites: stable stable-updates\nComponents: main\nSigned-By:\n -----BEGIN PGP\n .\n abc\n\nTypes: deb\nURIs: https://o.example\nSuites: extra\nComponents: a\nEnabled: no\n\nTypes: deb\n';
    const { sources, issues } = parseAptSourcesDeb822(text, 'f');
    expect(sources.map(({ type, suite, enabled }) => `${type} ${suite} ${enabled}`)).toEqual([
      ...[
        'deb stable true',
        'deb stable-updates true',
        'deb-src stable true',
        'deb-src stable-updates true',
        'deb extra false',
      ],
    ]);
    expect(sources[0].options).toEqual({ 'signed-by': '(inline)' });
    expect(issues).toMatchObject([{ code: 'aptSources.stanza', params: { line: 16 } }]);
  });
});

describe('a release file', () => {
  it('is read within its clear signature as without', () => {
    const body =
      'Origin: Fenwick\nSuite: stable\nCodename: saltmarsh\nVersion: 31\nDate: Thu, 06 Nov 2025 10:00:00 UTC\nComponents: base shelf\nArchitectures: amd64\nSHA256:\n 00 1 base/Packages\n';
    const signed = `-----BEGIN PGP SIGNED MESSAGE-----\nHash: SHA512\n\n${body}-----BEGIN PGP SIGNATURE-----\n\nabc\n-----END PGP SIGNATURE-----\n`;
    const expected = {
      origin: 'Fenwick',
      suite: 'stable',
      codename: 'saltmarsh',
      version: '31',
      date: '2025-11-06',
      components: ['base', 'shelf'],
    };
    expect(parseDebRelease(body, 'f')).toMatchObject({ ...expected, signed: false });
    expect(parseDebRelease(signed, 'f')).toMatchObject({ ...expected, signed: true });
  });
});

describe('recognising', () => {
  it.each([
    ['NAME="A"\nID=a\n', 'os-release'],
    ['deb https://h.example stable main\n', 'apt-sources-list'],
    ['# deb https://h.example stable main\n', 'apt-sources-list'],
    ['Types: deb\nURIs: https://h.example\nSuites: s\n', 'apt-sources-deb822'],
    ['Package: a\nStatus: install ok installed\nVersion: 1\n', 'dpkg-status'],
    ['Package: a\nVersion: 1\nFilename: x\n', 'deb-packages'],
    ['Origin: A\nSuite: s\nComponents: main\n', 'deb-release'],
    ['', 'empty'],
    ['\n \n', 'empty'],
    ['Dear reader,\nthis is a letter.\n', 'unknown'],
    ['<html><body>Package: a</body></html>\n', 'unknown'],
  ])('takes %j for %s', (text, format) => expect(recogniseFormat(bytesOf(text), true)).toBe(format));
  it('tells binaries and zeros from text', () => {
    expect(recogniseFormat(new Uint8Array(1000), false)).toBe('binary');
    expect(recogniseFormat(readFileSync(process.execPath).subarray(0, 65536), false)).toBe('binary');
  });
  it('never throws', () => {
    fc.assert(
      fc.property(
        fc.uint8Array({ maxLength: 600 }),
        fc.boolean(),
        (bytes, whole) => void expect(typeof recogniseFormat(bytes, whole)).toBe('string'),
      ),
    );
  });
});

const TEXT = indexText(randomRows(createRandom(5), 3000));

/** Everything that comes out, and the issue at the end. */
async function unpack(format: Compression, bytes: Uint8Array, limit?: number) {
  const { pieces, issue } = decompress(format, piecesOf(bytes), 'f', limit);
  const all = await collectPieces(pieces, 1 << 30);
  return { text: new TextDecoder().decode(all.bytes), issue: issue() };
}

describeWith(['xz', 'zstd', 'lz4'], 'decompression', () => {
  const packed: Record<Compression, Uint8Array> = {
    gzip: new Uint8Array(gzipSync(TEXT)),
    xz: runBytes('xz', ['-c'], TEXT),
    zstd: runBytes('zstd', ['-c', '-q'], TEXT),
    lz4: runBytes('lz4', ['-c', '-q'], TEXT),
  };
  const formats = Object.keys(packed) as Compression[];
  it.each(formats)('of %s gives the text', async (format) => {
    expect(await unpack(format, packed[format])).toEqual({ text: TEXT, issue: undefined });
    expect(recogniseFormat(packed[format], true)).toBe(format);
  });
  it.each(formats)('of a cut-off %s file keeps the beginning and says so', async (format) => {
    const { text, issue } = await unpack(
      format,
      packed[format].slice(0, Math.floor(packed[format].length * 0.7)),
    );
    expect(issue).toMatchObject({ severity: 'damage', where: 'f', params: { format } });
    expect(issue!.code).toMatch(/^compressed\.(truncated|damaged)$/);
    expect(TEXT.startsWith(text)).toBe(true);
  });
  it.each(formats)(
    'of a damaged %s file never throws, and where the reader checks sums, says so',
    async (format) => {
      const checked = format === 'gzip' || format === 'xz';
      for (let at = 20; at < packed[format].length; at += Math.ceil(packed[format].length / 9)) {
        const bytes = packed[format].slice();
        bytes[at] ^= 0x55;
        const { text, issue } = await unpack(format, bytes);
        expect(text.length).toBeLessThan(TEXT.length * 4);
        if (checked) expect(issue !== undefined || text === TEXT, `byte ${at}`).toBe(true);
      }
    },
  );
  it('stops at the limit', async () => {
    const { text, issue } = await unpack('gzip', packed.gzip, 70_000);
    expect(issue).toMatchObject({ code: 'compressed.tooLarge', params: { limit: 70_000 } });
    expect(text.length).toBeLessThanOrEqual(70_000);
  });
  it('of linked lz4 blocks uses the window', async () => {
    const long = TEXT.repeat(3);
    const { text, issue } = await unpack('lz4', runBytes('lz4', ['-c', '-q', '-BD', '-B4'], long));
    expect(issue).toBeUndefined();
    expect(text === long).toBe(true);
  });
});

describeWith(['tar'], 'archives', () => {
  async function list(bytes: Uint8Array) {
    const issues: string[] = [];
    const files: string[] = [];
    for await (const entry of readTar(piecesOf(bytes), 'f', (issue) => issues.push(issue.code))) {
      files.push(`${entry.path} ${(await collectPieces(entry.pieces, 1e6)).bytes.length}`);
    }
    return { files, issues };
  }
  const script =
    'cd $(mktemp -d); mkdir -p etc usr/lib; echo one > etc/a; echo three > usr/lib/b; ln -s b usr/lib/c; head -c 9000 /dev/zero > etc/z; tar -c .';
  const archive = runBytes('sh', ['-c', script]);
  it('give their regular files', async () => {
    expect((await list(archive)).files.sort()).toEqual(['etc/a 4', 'etc/z 9000', 'usr/lib/b 6']);
    expect(recogniseFormat(archive, true)).toBe('tar');
  });
  it('give every file, also when one is left half unread', async () => {
    const names: string[] = [];
    async function* inPieces() {
      const large = runBytes('sh', [
        '-c',
        'cd $(mktemp -d); head -c 400000 /dev/urandom > a; echo b > b; head -c 300000 /dev/zero > c; echo d > d; tar -c a b c d',
      ]);
      for (let at = 0; at < large.length; at += 10_000) yield large.slice(at, at + 10_000);
    }
    for await (const entry of readTar(inPieces(), 'f', () => undefined)) {
      names.push(entry.path);
      await peekPieces(entry.pieces, 100); // as a reader does that does not know the format
    }
    expect(names).toEqual(['a', 'b', 'c', 'd']);
  }, 60_000);
  it('cut off keep the files before the damage', async () => {
    const whole = await list(archive);
    const { files, issues } = await list(archive.slice(0, archive.length - 10_240 - 2_000));
    expect(whole.files.slice(0, files.length - 1)).toEqual(files.slice(0, -1));
    expect(issues.length + files.length).toBeGreaterThan(0);
  });
});

describe('byte streams', () => {
  it('lose nothing when they are peeked into', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(fc.uint8Array({ maxLength: 20 })), fc.nat(40), async (parts, size) => {
        async function* pieces() {
          yield* parts;
        }
        const { head, whole, pieces: again } = await peekPieces(pieces(), size);
        const all = concatBytes(parts);
        expect([...head]).toEqual([...all.subarray(0, head.length)]);
        expect(head.length >= Math.min(size, all.length)).toBe(true);
        if (whole) expect(head.length).toBe(all.length);
        expect([...(await collectPieces(again, 1000)).bytes]).toEqual([...all]);
      }),
    );
  });
});
