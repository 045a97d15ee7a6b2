/**
 * One answer to "the same?": for names and values drawn at random, everything that asks gives the answer of sameness/: layers,
 * comparing, peers, merging, notes, tables and finding a subject.
 */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogueOf, distribution, link, reading, release } from '../../testing/catalogues.ts';
import { createDistribution } from '../catalogue/distribution.ts';
import { recordsOf } from '../catalogue/catalogue.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { findFactKey } from '../catalogue/factSheet.ts';
import { distributionNamed } from '../capture/known.ts';
import { compareSides } from '../comparing/compareSides.ts';
import { readCalendarTable } from '../editing/calendars.ts';
import { editionCalled, knownSubject } from '../editing/lines/lineDesk.ts';
import { renameDistribution } from '../editing/names.ts';
import { proposeTable } from '../editing/tables/takeTable.ts';
import { layerTable } from '../layers/layerTable.ts';
import { chainOf } from '../lineage/chain.ts';
import { findSubject } from '../lineage/findSubject.ts';
import { mergeCatalogues } from '../merging/mergeCatalogues.ts';
import { companyOf } from '../peers/company.ts';
import { valuesOf } from '../peers/spread.ts';
import { sameName } from '../sameness/name.ts';

const TODAY = firstDayOf('2026-11-24');
const FACT = findFactKey('defaults.desktop')!;
/** Names that are near each other. They begin with a letter, since a table takes a cell of signs for none. */
const names = fc
  .array(fc.constantFrom('a', 'b', 'B', 'é', '1', '2', '12', '.', '-', ' ', '+', '#'), { maxLength: 5 })
  .map((parts) => `a${parts.join('')}`.trim())
  .filter((name) => !name.includes('"') && name.length < 40);

/** What each that asks says of two names; true for the same. */
const ANSWERS: Readonly<Record<string, (a: string, b: string) => boolean>> = {
  layers: (a, b) => standingOf(a, b) === 'same',
  comparing: (a, b) => verdictOf(a, b) === 'same',
  peers: (a, b) => {
    const catalogue = catalogueOf(
      ...['x', 'y'].map(distribution),
      reading('distribution:x', FACT.key, { value: a }),
      reading('distribution:y', FACT.key, { value: b }),
    );
    const company = companyOf(catalogue, TODAY);
    return valuesOf(company, [...company.members.values()], FACT).length === 1;
  },
  'merging projects': (a, b) => {
    const merged = mergeCatalogues(catalogueOf(project('one', a)), catalogueOf(project('two', b)));
    return [...recordsOf(merged.catalogue, 'distribution')].length === 1;
  },
  'merging releases': (a, b) => {
    const of = (version: string, id: string) =>
      catalogueOf(distribution('x'), { ...release('x', 'v'), version, id: `release:${id}` });
    return [...recordsOf(mergeCatalogues(of(a, 'one'), of(b, 'two')).catalogue, 'release')].length === 1;
  },
  tables: (a, b) => {
    const table = readCalendarTable(`name\n"${b}"`);
    const [line] = proposeTable(
      catalogueOf(project('one', a)),
      table,
      ['distribution'],
      undefined,
      '2026-11-24',
    ).lines;
    return !line.isNewProject;
  },
  'finding a subject': (a, b) => findSubject(catalogueOf(project('one', a)), b).ok,
  captures: (a, b) => distributionNamed(catalogueOf(project('one', a)), b) !== undefined,
  renaming: (a, b) =>
    !renameDistribution(
      catalogueOf(project('one', a), project('two', 'quite another')),
      'distribution:two',
      b,
    ).ok,
  'editions in notes': (a, b) => {
    const edition = { ...catalogueOf(distribution('x')) };
    const catalogue = mergeCatalogues(
      edition,
      catalogueOf(distribution('x'), {
        ...{ id: 'edition:x-1', kind: 'edition', distribution: 'distribution:x', name: a },
        ...{ standing: 'official', sources: [], note: '', entered: 0 },
      } as never),
    ).catalogue;
    return editionCalled(catalogue, 'distribution:x', b) !== undefined;
  },
};

const project = (id: string, name: string) => createDistribution({ id: `distribution:${id}`, name });
const onBase = (a: string, b: string) =>
  catalogueOf(
    ...['base', 'own'].map(distribution),
    link('distribution:own', 'distribution:base'),
    reading('distribution:base', FACT.key, { value: a }),
    reading('distribution:own', FACT.key, { value: b }),
  );
function standingOf(a: string, b: string) {
  const catalogue = onBase(a, b);
  return layerTable(catalogue, chainOf(catalogue, 'distribution:own', TODAY), [FACT]).rows[0].cells.at(-1)!
    .standing;
}
function verdictOf(a: string, b: string) {
  const { points } = compareSides(
    onBase(a, b),
    ['distribution:base', 'distribution:own'].map((id) => ({ id })),
    TODAY,
  );
  return points.find(({ key }) => key === FACT.key)!.verdict.kind;
}

describe('the same name, version or value', () => {
  it.each(Object.keys(ANSWERS))('is so for %s exactly when it is for all', (who) => {
    fc.assert(
      fc.property(names, names, (a, b) => {
        expect([a, b, ANSWERS[who](a, b)]).toEqual([a, b, sameName(a, b)]);
      }),
      { numRuns: who === 'comparing' || who === 'peers' ? 60 : 250 },
    );
  });
  it('is never told of names that only sound alike, by whoever asks', () => {
    for (const [who, isSame] of Object.entries(ANSWERS))
      expect([who, isSame('Corvane', 'Korvein')]).toEqual([who, false]);
    expect(knownSubject(catalogueOf(project('one', 'Corvane')), 'Korvein')).toBeNull();
  });
});
