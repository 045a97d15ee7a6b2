/** Every issue that the program can raise has its sentence, which says something and names its particulars. */
import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { createIssue } from '../issue.ts';
import { hasWording, wordIssue } from './issueText.ts';

const root = new URL('../../', import.meta.url);

function sourcesOf(folder: string): string[] {
  return readdirSync(new URL(folder, root), { withFileTypes: true }).flatMap((entry) => {
    const path = `${folder}${entry.name}`;
    if (entry.isDirectory()) return sourcesOf(`${path}/`);
    return /(?<!\.test)\.(ts|vue)$/.test(entry.name) ? [readFileSync(new URL(path, root), 'utf8')] : [];
  });
}

describe('issues', () => {
  it('of workspace, editing and screens all have words', () => {
    const texts = ['core/', 'workspace/', 'web/', 'server/', 'cli/'].flatMap(sourcesOf);
    const codes = texts.flatMap((text) =>
      [...text.matchAll(/createIssue\(\s*'(?:error|damage|note)',\s*'([\w.]+)'/g)].map(([, code]) => code),
    );
    expect(codes.length).toBeGreaterThan(60);
    expect([...new Set(codes)].filter((code) => !hasWording(code))).toEqual([]);
    for (const phase of ['absent', 'lost', 'damaged', 'refused'])
      expect(hasWording(`workspace.${phase}`)).toBe(true);
  });
  it('of storage say what, how much, and what to do', () => {
    const word = (code: string, params: Record<string, string | number> = {}, where = 'x') =>
      wordIssue(createIssue('damage', code, where, params));
    expect(word('storage.pageMissing', { count: 1, kind: 'reading' })).toBe(
      '1 reading cannot be read, or is missing.',
    );
    expect(word('storage.pageMissing', { count: 2000, kind: 'link' })).toBe(
      '2,000 links cannot be read, or are missing.',
    );
    expect(word('storage.stepDamaged', { step: 7, later: 0 })).toBe(
      'Step 7 is missing or damaged. Shown is what was there before it.',
    );
    expect(word('storage.stepDamaged', { step: 7, later: 1 })).toContain('1 later step rests on it');
    expect(word('storage.stepsMissing', { from: 3, count: 1 })).toContain('Step 3 was saved');
    expect(word('storage.stepsMissing', { from: 3, count: 4 })).toContain('4 steps from step 3 on');
    expect(word('window.unsaved', { count: 1 })).toContain('1 edit that could not be saved');
    expect(word('window.leaveUnsaved', { count: 2 })).toContain('2 edits of this catalogue are not saved');
    expect(word('window.openElsewhere', {}, 'Mine')).toContain('“Mine” is open in another window');
  });
  it('of a code that is not known are shown as they are', () => {
    expect(wordIssue(createIssue('note', 'of.tomorrow', 'here'))).toBe('here: of.tomorrow');
  });
});
