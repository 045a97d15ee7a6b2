import { describe, expect, it } from 'vitest';
import { fileOf, readDropOf } from '../../testing/inputs.ts';
import { decodeText, textWithin } from './text.ts';

const bytesOf = (text: string) => new TextEncoder().encode(text);

describe('a small text', () => {
  it('is UTF-8, with its mark or without; else ISO 8859-1', () => {
    expect(decodeText(bytesOf('Tïdewater'))).toBe('Tïdewater');
    expect(decodeText(bytesOf('\ufeffID=a'))).toBe('ID=a');
    expect(decodeText(Buffer.from('Tïdewater “7”'.replace(/[“”]/g, '"'), 'latin1'))).toBe('Tïdewater "7"');
    // Cut within a character it is UTF-8 all the same.
    expect(decodeText(bytesOf('größe ü').subarray(0, -1))).toBe('größe \ufffd');
  });
  it('is read up to a length of its lines, and says where that was too short', () => {
    const { text, issues } = textWithin(bytesOf(`a\n${'b'.repeat(40_000)}\nc\n`), 'f');
    expect(text.split('\n').map(({ length }) => length)).toEqual([1, 32_768, 1, 0]);
    expect(issues).toMatchObject([{ code: 'text.longLine', params: { line: 2 }, loses: true }]);
    expect(textWithin(bytesOf(`a${' '.repeat(9000)}b`), 'f')).toEqual({
      text: `a${' '.repeat(256)}b`,
      issues: [],
    });
  });
  it('of an identification file in ISO 8859-1 names the system', async () => {
    const bytes = Buffer.from('NAME="Nørdlys"\nID=nordlys\nVERSION_ID=4\n', 'latin1');
    const { systems } = await readDropOf([fileOf('etc/os-release', bytes)]);
    expect(systems[0].identification.NAME).toBe('Nørdlys');
  });
});
