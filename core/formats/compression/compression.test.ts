/** Each compressed format next to its own tool: the same contents, and the same judgement of what is cut or changed. */
import { spawnSync } from 'node:child_process';
import { describe, expect, it } from 'vitest';
import { createRandom, indexText, randomRows } from '../../../testing/samples.ts';
import { describeWith, runBytes } from '../../../testing/tools.ts';
import { concatBytes } from '../byteStream.ts';
import { decompress, type Compression } from './decompress.ts';
import { decodeLz4Block } from './lz4Block.ts';

const random = createRandom(41);
const PLAIN = Buffer.from(indexText(randomRows(random, 900)));

async function decoded(format: Compression, bytes: Uint8Array, size = 4096) {
  async function* pieces() {
    for (let at = 0; at < bytes.length; at += size) yield bytes.subarray(at, at + size);
  }
  const read = decompress(format, pieces(), 'f');
  const parts: Uint8Array[] = [];
  for await (const piece of read.pieces) parts.push(piece.slice());
  return { bytes: Buffer.from(concatBytes(parts)), issue: read.issue() };
}

const FORMS: readonly { format: Compression; tool: string; args: readonly string[] }[] = [
  { format: 'gzip', tool: 'gzip', args: ['-c', '-9'] },
  { format: 'xz', tool: 'xz', args: ['-c'] },
  { format: 'xz', tool: 'xz', args: ['-c', '--check=sha256'] },
  { format: 'xz', tool: 'xz', args: ['-c', '--check=crc32', '--block-size=20000'] },
  { format: 'zstd', tool: 'zstd', args: ['-q', '-c'] },
  { format: 'zstd', tool: 'zstd', args: ['-q', '-c', '-19', '--long=20'] },
  { format: 'lz4', tool: 'lz4', args: ['-q', '-c'] },
  { format: 'lz4', tool: 'lz4', args: ['-q', '-c', '-9', '-BD', '-B4', '-BX', '--content-size'] },
];

describeWith(['gzip', 'xz', 'zstd', 'lz4'], 'a compressed file', () => {
  const packed = FORMS.map((form) => ({ ...form, bytes: runBytes(form.tool, form.args, PLAIN) }));
  const says = (tool: string, bytes: Uint8Array) =>
    spawnSync(tool, ['-t', '-q'], { input: bytes }).status === 0 ? 'whole' : 'not whole';
  it('has the contents that its tool put in, in pieces of any length', async () => {
    for (const { format, args, bytes } of packed)
      for (const size of [1, 7, 4096, 1 << 20]) {
        if (size === 1 && bytes.length > 40_000) continue;
        const read = await decoded(format, bytes, size);
        expect(read.issue, args.join(' ')).toBeUndefined();
        expect(read.bytes.equals(PLAIN), args.join(' ')).toBe(true);
      }
  }, 120_000);
  it('that is cut or changed is not whole where its tool says so, and only there', async () => {
    for (const { format, tool, args, bytes } of packed)
      for (let run = 0; run < 16; run++) {
        const changed = run % 2 ? bytes.slice() : bytes.slice(0, 1 + random.below(bytes.length - 1));
        if (run % 2) changed[random.below(changed.length)] ^= 1 << random.below(8);
        const { issue } = await decoded(format, changed);
        const ours = issue?.loses ? 'not whole' : 'whole';
        expect(ours, `${tool} ${args.join(' ')}, run ${run}: ${issue?.code}`).toBe(says(tool, changed));
      }
  }, 120_000);
  it('may follow another one, with zeros between where the format has them', async () => {
    for (const { format, tool, bytes } of packed) {
      const gap = tool === 'xz' ? Buffer.alloc(8) : Buffer.alloc(0);
      const twice = await decoded(format, Buffer.concat([bytes, gap, bytes]));
      expect(twice.issue).toBeUndefined();
      expect(twice.bytes.equals(Buffer.concat([PLAIN, PLAIN]))).toBe(true);
    }
  });
  it('has bytes behind its end noted, and is whole', async () => {
    for (const { format, bytes } of packed) {
      const { issue, bytes: contents } = await decoded(
        format,
        Buffer.concat([bytes, Buffer.from('left behind')]),
      );
      expect(issue).toMatchObject({ code: 'compressed.behind', severity: 'note', params: { bytes: 11 } });
      expect(issue!.loses).toBeUndefined();
      expect(contents.equals(PLAIN)).toBe(true);
    }
  });
});

describe('a block of lz4', () => {
  const decode = (block: readonly number[], window: readonly number[] = []) => {
    const target = new Uint8Array(window.length + 40);
    target.set(window);
    return [...target.slice(window.length, decodeLz4Block(Uint8Array.from(block), target, window.length))];
  };
  it('has literals, matches that overlap themselves, and matches in the block before', () => {
    expect(decode([0x30, 1, 2, 3])).toEqual([1, 2, 3]);
    expect(decode([0x12, 7, 1, 0, 0x10, 9])).toEqual([7, 7, 7, 7, 7, 7, 7, 9]);
    expect(decode([0x02, 3, 0, 0x10, 9], [4, 5, 6])).toEqual([4, 5, 6, 4, 5, 6, 9]);
  });
  it.each([
    [[0x12, 7, 2, 0, 0x10, 9], /before the beginning/],
    [[0x12, 7, 0, 0, 0x10, 9], /before the beginning/],
    [[0x30, 1, 2], /more than it holds/],
    [[0xf0, 255, 255], /within a length/],
    [[0x1f, 7, 1, 0, 255, 0, 0x10, 9], /more than a block may/],
    [[0x12, 7, 1], /within a match/],
    [[0x12, 7, 1, 0], /ends with a match/],
    [[], /ends with a match/],
  ] as const)('%j is damaged', (block, reason) => expect(() => decode(block)).toThrow(reason));
});
