/** Packages of systems next to each other: by example, and against what follows from the sets alone. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { createPackageColumns } from '../formats/packageColumns.ts';
import { compareSystems } from './compareSystems.ts';
import { createInstalledSet } from './installedSet.ts';

const systemOf = (versions: Readonly<Record<string, string>>) =>
  createInstalledSet(
    createPackageColumns(
      'deb',
      Object.entries(versions).map(([name, version]) => ({ name, version, architecture: 'amd64' })),
    ),
  );

describe('packages side by side', () => {
  const base = createPackageColumns('deb', [
    { name: 'a', version: '1' },
    { name: 'b', version: '2' },
  ]);
  const candidate = {
    name: 'base',
    states: [{ date: '2026-01-01', lists: [{ name: 'main', part: 'base' as const, packages: base }] }],
  };
  it('says who has which version, and the class of each next to the base', () => {
    const lines = compareSystems(
      [systemOf({ a: '1', b: '2' }), systemOf({ a: '1', b: '3', c: '1' })],
      candidate,
    );
    expect(lines).toEqual([
      { name: 'a', verdict: 'same', versions: ['1', '1'], classes: ['same', 'same'], base: '1' },
      { name: 'b', verdict: 'other version', versions: ['2', '3'], classes: ['same', 'ahead'], base: '2' },
      { name: 'c', verdict: 'not in all', versions: [null, '1'], classes: [null, 'own'], base: '' },
    ]);
  });
  it('takes of several architectures the newest', () => {
    const both = createInstalledSet(
      createPackageColumns('deb', [
        { name: 'a', version: '1:1', architecture: 'amd64' },
        { name: 'a', version: '2', architecture: 'i386' },
      ]),
    );
    expect(compareSystems([both, systemOf({ a: '1:1' })])[0]).toMatchObject({
      verdict: 'same',
      versions: ['1:1', '1:1'],
    });
  });
  it('has every name of every system once, and counts as their sets do', () => {
    const versions = fc.dictionary(fc.constantFrom('a', 'b', 'c', 'd', 'e'), fc.constantFrom('1', '2'), {
      noNullPrototype: true,
    });
    fc.assert(
      fc.property(versions, versions, versions, (...all) => {
        const lines = compareSystems(all.map(systemOf));
        expect(lines.map(({ name }) => name)).toEqual([...new Set(all.flatMap(Object.keys))].sort());
        for (const { name, verdict } of lines) {
          const held = all.map((each) => each[name]);
          const expected = held.includes(undefined as never)
            ? 'not in all'
            : new Set(held).size === 1
              ? 'same'
              : 'other version';
          expect(verdict).toBe(expected);
        }
      }),
    );
  });
});
