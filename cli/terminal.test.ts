import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { tableLines, wrapped } from './terminal.ts';

const plain = { width: 60, hasColours: false };

describe('a text in a terminal', () => {
  it('keeps every word, in lines that fit', () => {
    fc.assert(
      fc.property(fc.array(fc.stringMatching(/^[a-z/]{1,80}$/), { minLength: 1 }), (words) => {
        const lines = wrapped(words.join(' '), 40);
        expect(lines.every((line) => [...line].length <= 40)).toBe(true);
        expect(lines.join('').replaceAll(' ', '')).toBe(words.join(''));
      }),
    );
  });
  it('is broken behind a slash where a word is too long, and hangs in where asked', () => {
    expect(wrapped('see archives.example/main/updates', 24)).toEqual([
      'see',
      'archives.example/main/',
      'updates',
    ]);
    expect(wrapped('- one two', 6, '  ')).toEqual(['- one', '  two']);
  });
});

describe('a table in a terminal', () => {
  it('has aligned columns, as wide as they need where there is room', () => {
    expect(
      tableLines(
        ['', 'A'],
        [
          ['Desktop', 'Lagoon'],
          ['Mail', 'Corvid'],
        ],
        plain,
      ),
    ).toEqual(['         A', '-------  ------', 'Desktop  Lagoon', 'Mail     Corvid']);
  });
  it('never leaves the window, and marks its head by colour where there is one', () => {
    const long = 'many words that need more than one line of a narrow column';
    const lines = tableLines(['What', 'One', 'Other'], [['Row', long, long]], plain);
    expect(lines.every((line) => line.length <= 60)).toBe(true);
    expect(lines.length).toBeGreaterThan(3);
    expect(tableLines(['A'], [['b']], { ...plain, hasColours: true })[0]).toContain('\u001b[2mA');
  });
});
