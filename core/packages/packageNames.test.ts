/** Finding package names, and how one package stands: by example, and against looking at every name. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { createPackageColumns } from '../formats/packageColumns.ts';
import { createCandidate } from './candidate.ts';
import { PackageNames } from './packageNames.ts';
import { standingOfPackage, versionsIn } from './packageStanding.ts';

const list = (...packages: (readonly [name: string, version: string, removed?: true])[]) =>
  createPackageColumns(
    'deb',
    packages.map(([name, version, removed]) => ({ name, version, removed: removed ?? false })),
  );

describe('package names', () => {
  const names = new PackageNames([
    {
      key: 'base',
      packages: list(['slate', '1-1'], ['slate-editor', '2-1'], ['lib-slate', '3-1'], ['translate', '4-1']),
    },
    { key: 'front', packages: list(['slate', '1-1x'], ['gone', '1', true]) },
  ]);
  it('are found with the nearest first, and tell who has them in which version', () => {
    expect(names.find('Slate').map(({ name, fit }) => [name, fit])).toEqual([
      ['slate', 3],
      ['slate-editor', 2],
      ['lib-slate', 1],
      ['translate', 0],
    ]);
    expect(names.find('slate')[0].holders).toEqual([
      { key: 'base', version: '1-1' },
      { key: 'front', version: '1-1x' },
    ]);
    expect(names.find('slate editor')).toMatchObject([{ name: 'slate-editor', fit: 3 }]);
    expect(names.find('gone')).toEqual([]);
    expect(names.find('  ')).toEqual([]);
    expect(names.size).toBe(4);
  });
  it('are the same that a look at every name gives', () => {
    const name = fc.stringMatching(/^[ab]{1,3}(-[ab]{1,2})?$/);
    fc.assert(
      fc.property(
        fc.uniqueArray(name, { maxLength: 20 }),
        name,
        fc.integer({ min: 1, max: 5 }),
        (all, text, limit) => {
          const made = new PackageNames([
            { key: 'x', packages: list(...all.map((each) => [each, '1'] as const)) },
          ]);
          const found = made.find(text, limit).map((each) => each.name);
          const fits = all.filter((each) => each.includes(text));
          expect(found).toHaveLength(Math.min(limit, fits.length));
          for (const each of found) expect(fits).toContain(each);
          // Nothing that was left out begins with what was asked for while something found only has it within.
          const begins = (each: string) => each.startsWith(text);
          if (found.some((each) => !begins(each)))
            expect(fits.filter(begins).every((each) => found.includes(each))).toBe(true);
        },
      ),
    );
  });
});

describe('a package of a system', () => {
  const base = createCandidate('Base', [
    list(['same', '1.0-1'], ['old', '2.0-1'], ['own-revision', '1.0-1']),
  ]);
  it.each([
    ['same', '1.0-1', 'same'],
    ['old', '1.0-1', 'heldBack'],
    ['own-revision', '1.0-1tide2', 'patched'],
    ['nobody', '7', 'own'],
  ] as const)('called %s at %s is %s next to its base', (name, version, standing) => {
    expect(standingOfPackage(list([name, version]), base, name)).toEqual({ class: standing, version });
  });
  it('is absent where it is not installed, or was removed', () => {
    const system = list(['other', '1'], ['same', '1.0-1', true]);
    expect(standingOfPackage(system, base, 'same')).toEqual({ class: 'absent', version: '' });
    expect(versionsIn(system, 'same')).toEqual([]);
    expect(versionsIn(system, 'other')).toEqual(['1']);
  });
});
