/** Sealed items open as they were sealed, and not at all when anything of them is other. */
import { createHash } from 'node:crypto';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checksumOf, openItem, sealItem } from './sealedItem.ts';

describe('a checksum', () => {
  it('is the SHA-256 that other programs compute', async () => {
    await fc.assert(
      fc.asyncProperty(fc.uint8Array({ maxLength: 5000 }), async (bytes) => {
        expect(await checksumOf(bytes)).toBe(createHash('sha256').update(bytes).digest('hex'));
      }),
    );
  });
});

describe('a sealed item', () => {
  it('opens as what was sealed, over a copy as databases make it', async () => {
    await fc.assert(
      fc.asyncProperty(fc.oneof(fc.jsonValue(), fc.string({ unit: 'binary' })), async (value) => {
        const sealed = await sealItem(value);
        expect(sealed.sum).toBe(createHash('sha256').update(sealed.body, 'utf8').digest('hex'));
        const opened = await openItem(structuredClone(sealed));
        expect(opened).toMatchObject({ sum: sealed.sum, size: sealed.body.length });
        expect(JSON.stringify(opened!.value)).toBe(JSON.stringify(value));
      }),
    );
  });
  it('does not open when one character of it is another, wherever that is', async () => {
    const sealed = await sealItem({ id: 'release:a', list: [1, 2, 3], text: 'ä€' });
    for (let at = 0; at < sealed.body.length; at++) {
      const other = sealed.body[at] === '1' ? '2' : '1';
      const body = sealed.body.slice(0, at) + other + sealed.body.slice(at + 1);
      expect(await openItem({ ...sealed, body }), `character ${at}`).toBeNull();
    }
    expect(await openItem({ ...sealed, sum: sealed.sum.replace(/./, 'x') })).toBeNull();
  });
  it('does not open when it is something else', async () => {
    for (const raw of [
      null,
      undefined,
      0,
      'text',
      [],
      {},
      { sum: 'x' },
      { body: 1, sum: 'x' },
      new Uint8Array(4),
    ])
      expect(await openItem(raw)).toBeNull();
  });
});
