import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import wabt from 'wabt';
import { describe, expect, it } from 'vitest';
import { findOneByOne, NewlineFinder, NEWLINES_WASM, STRETCH } from './newlines.ts';

describe('newlines', () => {
  const finder = new NewlineFinder();
  const bytes = fc
    .uint8Array({ maxLength: 200 })
    .map((all) => all.map((byte) => (byte % 4 === 0 ? 10 : byte)));
  it('are found the same way by vector instructions and one by one, wherever a stretch begins and ends', () => {
    fc.assert(
      fc.property(bytes, fc.nat(50), fc.nat(50), (all, skip, cut) => {
        const from = Math.min(skip, all.length);
        const to = Math.max(from, all.length - cut);
        const places = new Uint32Array(STRETCH);
        const count = findOneByOne(all, from, to, places);
        expect(finder.find(all, from, to)).toBe(count);
        expect([...finder.places.subarray(0, count)]).toEqual([...places.subarray(0, count)]);
      }),
    );
  });
  it('may fill a whole stretch', () => {
    expect(finder.find(new Uint8Array(STRETCH).fill(10), 0, STRETCH)).toBe(STRETCH);
    expect(finder.places[STRETCH - 1]).toBe(STRETCH - 1);
    expect(finder.find(new Uint8Array(5), 0, 5)).toBe(0);
  });
  it('are found by what newlines.wat says, and nothing else', async () => {
    const text = readFileSync(new URL('newlines.wat', import.meta.url), 'utf8');
    const assembled = (await wabt()).parseWat('newlines.wat', text, { simd: true }).toBinary({}).buffer;
    expect(Buffer.from(assembled).toString('base64')).toBe(NEWLINES_WASM);
  });
});
