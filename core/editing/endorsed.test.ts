/** Endorsement over time is typed as dated entries. */
import { describe, expect, it } from 'vitest';
import { valueOf } from '../../testing/catalogues.ts';
import { formatEndorsed, parseEndorsed } from './endorsed.ts';

describe('endorsement over time', () => {
  it.each([
    [
      '2018: unofficial; April 2024: official; no more',
      [
        { date: '2018', standing: 'unofficial' },
        { date: '2024-04', standing: 'official' },
        { standing: 'no more' },
      ],
    ],
    ['', []],
    ['official', [{ standing: 'official' }]],
  ])('is read, and written again: “%s”', (text, entries) => {
    expect(valueOf(parseEndorsed(text, '2026-11-28'))).toEqual(entries);
    expect(formatEndorsed(entries)).toBe(text);
  });
  it('is refused where a date is none', () => {
    expect(parseEndorsed('soon: official', '2026-11-28')).toMatchObject({
      ok: false,
      issues: [{ code: 'paste.date' }],
    });
  });
});
