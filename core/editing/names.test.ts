/** Names of projects by hand: what it was called stays a name of it, and no two are called alike. */
import { describe, expect, it } from 'vitest';
import { catalogueOf, distribution, valueOf } from '../../testing/catalogues.ts';
import { applyDiff } from '../catalogue/applyDiff.ts';
import { recordOf } from '../catalogue/catalogue.ts';
import { findSubject } from '../lineage/findSubject.ts';
import { renameDistribution, setAliases } from './names.ts';

const both = () => catalogueOf(distribution('brook'), distribution('alder'));

describe('a project that is called otherwise', () => {
  it('is found by its new name, and by the one that it had', () => {
    const catalogue = both();
    const after = valueOf(
      applyDiff(catalogue, valueOf(renameDistribution(catalogue, 'distribution:brook', ' Brookside ')).diff),
    );
    expect(recordOf(after, 'distribution', 'distribution:brook')).toMatchObject({
      name: 'Brookside',
      aliases: ['brook'],
    });
    for (const name of ['Brookside', 'brook'])
      expect(valueOf(findSubject(after, name))).toBe('distribution:brook');
  });
  it.each([
    ['Alder', 'name.taken'],
    ['ALDER ', 'name.taken'],
    ['  ', 'name.empty'],
  ])('is refused as “%s”', (name, code) => {
    expect(renameDistribution(both(), 'distribution:brook', name)).toMatchObject({
      ok: false,
      issues: [{ code }],
    });
  });
  it('is told where it is gone', () => {
    expect(renameDistribution(both(), 'distribution:none', 'X')).toMatchObject({
      ok: false,
      issues: [{ code: 'diff.stale' }],
    });
    expect(setAliases(both(), 'distribution:none', 'X').ok).toBe(false);
  });
});

describe('other names', () => {
  it('are parted by semicolons or commas, each once, and never the name itself', () => {
    const catalogue = both();
    const after = valueOf(
      applyDiff(
        catalogue,
        valueOf(setAliases(catalogue, 'distribution:brook', 'bruk; Bruck, bruk; brook;')).diff,
      ),
    );
    expect(recordOf(after, 'distribution', 'distribution:brook')).toMatchObject({
      aliases: ['bruk', 'Bruck'],
    });
  });
});
