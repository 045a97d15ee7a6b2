/** Ids are readable, fit the schema whatever they are made of, and never collide. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { createFreshId, createIdSource } from './freshId.ts';
import { idSchema } from './recordFields.ts';
import { createRecordId, kindNameOf, tokenOf } from './recordId.ts';

describe('an id', () => {
  it('says what it is made of', () => {
    expect(createRecordId('release', 'Tidewater 7.1')).toBe('release:tidewater-7.1');
    expect(createRecordId('source', '  Ärger & Co. ')).toBe('source:a-rger-co.');
    expect(createRecordId('source', '???')).toBe('source:x');
    expect([kindNameOf('release:a-1'), tokenOf('release:a-1')]).toEqual(['release', 'a-1']);
  });
  it('fits the schema whatever the text', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 200 }), (text) => {
        const id = createRecordId('release', text);
        expect(idSchema('release').safeParse(id).success, id).toBe(true);
        expect(id.length).toBeLessThanOrEqual('release:'.length + 80);
      }),
    );
  });
  it('that is taken gets a number, several at once get different ones', () => {
    const taken = new Set(['release:a', 'release:a.2']);
    expect(createFreshId('release', 'A', (id) => taken.has(id))).toBe('release:a.3');
    fc.assert(
      fc.property(fc.array(fc.constantFrom('a', 'A', 'a!', 'b')), (texts) => {
        const fresh = createIdSource((id) => taken.has(id));
        const made = texts.map((text) => fresh('release', text));
        expect(new Set(made).size).toBe(made.length);
        expect(made.some((id) => taken.has(id))).toBe(false);
      }),
    );
  });
});
