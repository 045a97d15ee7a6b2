import { describe, expect, it } from 'vitest';
import { createPackageColumns } from '../formats/packageColumns.ts';
import type { Family } from '../formats/family.ts';
import { classifyPackages, CLASS_RULES } from './classify.ts';
import { learnMarks } from './marks.ts';
import { OfferFinder } from './offers.ts';
import { createInstalledSet } from './installedSet.ts';

/** Packages as `installed;offered`, by name p0, p1 …; without an offer the base lacks the name. */
function learn(family: Family, pairs: readonly string[]) {
  const split = pairs.map((pair, i) => ({ name: `p${i}`, versions: pair.split(';') }));
  const set = createInstalledSet(
    createPackageColumns(
      family,
      split.map(({ name, versions }) => ({ name, version: versions[0] })),
    ),
  );
  const offered = createPackageColumns(
    family,
    split.flatMap(({ name, versions }) => versions.slice(1).map((version) => ({ name, version }))),
  );
  const offers = new OfferFinder(set).find([offered]);
  return {
    marks: learnMarks(set, offers),
    classes: classifyPackages(set, offers).map(({ rule }) => CLASS_RULES[rule]),
    rules: classifyPackages(set, offers).map(({ rule }) => rule),
  };
}

describe('endings that mean "built again"', () => {
  it('are told from patches where the project marks its own work in another way', () => {
    const { marks, classes } = learn('deb', [
      ...['1-1re1;1-1', '2-1re1;2-1', '3-4re1;3-4'],
      ...['1-2own1;1-2', '2-2own2;2-2', '4-1own1;4-1'],
      ...['9-1own1', '8-1own2', '7-1own1'],
    ]);
    expect([...marks.rebuild]).toEqual(['re#']);
    expect(classes).toEqual([
      ...Array(3).fill('rebuilt'),
      ...Array(3).fill('patched'),
      ...Array(3).fill('own'),
    ]);
  });
  it('are told where the other mark counts on and this one does not', () => {
    const { marks } = learn('deb', [
      ...['1-1re1;1-1', '2-1re1;2-1', '3-4re1;3-4'],
      ...['1-2own1;1-2', '2-2own3;2-2', '4-1own2;4-1'],
    ]);
    expect([...marks.rebuild]).toEqual(['re#']);
  });
  it('are not guessed from a single mark: then they are patches', () => {
    const { marks, classes } = learn('deb', ['1-1re1;1-1', '2-1re1;2-1', '3-4re1;3-4', '5-1;5-1', '6-1;6-1']);
    expect(marks.rebuild.size).toBe(0);
    expect(classes.slice(0, 3)).toEqual(['patched', 'patched', 'patched']);
  });
  it('are what stands on nearly everything', () => {
    const { marks } = learn('deb', ['1-1re1;1-1', '2-1re1;2-1', '3-4re1;3-4', '5-1re2;5-1', '6-1;6-1']);
    expect([...marks.rebuild]).toEqual(['re#']);
  });
  it('are not marks that the base uses itself', () => {
    const { marks } = learn('deb', [
      '1-1fix1;1-1',
      '2-1fix1;2-1',
      '3-4fix1;3-4',
      '4-1;4-1fix1',
      '9-1own1',
      '8-1own1',
      '7-1own1',
      '6-1;6-1',
    ]);
    expect(marks.rebuild.size).toBe(0);
  });
});

describe('what a format says by itself', () => {
  it('alpm: a pkgrel with another number behind its dot', () => {
    expect(learn('alpm', ['1.0-1.1;1.0-1', '1.0-2.3;1.0-2.1', '1.0-3;1.0-2', '1.0-1.1;1.1-1']).rules).toEqual(
      ['subrelease', 'subrelease', 'newerVersion', 'olderVersion'],
    );
  });
  it('rpm: the same release with the tag of another distribution; both tags are learned', () => {
    const { marks, rules } = learn('rpm', [
      '1.0-1.fx4;1.0-1.gw19',
      '2.0-3.fx4;2.0-3.gw19',
      '1.1-1.fx4;1.0-1.gw19',
      '3.0-1.fx4;3.0-2.gw19',
      '4.0-1.odd;4.0-1.gw19',
    ]);
    expect([...marks.tags].sort()).toEqual(['fx4', 'gw19']);
    expect(rules.slice(0, 2)).toEqual(['distributionTag', 'distributionTag']);
    expect(rules[2]).toBe('newerVersion');
    expect(rules[4]).toBe('ownRevision');
  });
});
