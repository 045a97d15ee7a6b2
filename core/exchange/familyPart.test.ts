import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { builtSample } from '../../testing/builtSample.ts';
import { valueOf } from '../../testing/catalogues.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { recordsOf } from '../catalogue/catalogue.ts';
import { layerTable } from '../layers/layerTable.ts';
import { chainOf } from '../lineage/chain.ts';
import { PackedLists } from '../packages/packedLists.ts';
import { checkCatalogueFile, formatCatalogueFile, parseCatalogueFile } from './catalogueFile.ts';
import { familyPart } from './familyPart.ts';

const DAY = firstDayOf('2026-11-20');
const whole = valueOf(parseCatalogueFile(readFileSync(`${builtSample()}catalogue.json`, 'utf8'), 'sample'));
const part = familyPart(whole, 'distribution:tidewater', DAY);

describe('the part of a catalogue that is one family', () => {
  it('is a whole catalogue, with nobody else in it and no source that nothing cites', () => {
    expect(checkCatalogueFile(formatCatalogueFile(part, ''), 'part')).toEqual([]);
    const count = part.catalogue.records.distribution.size;
    expect(count).toBeGreaterThan(3);
    expect(count).toBeLessThan(whole.catalogue.records.distribution.size);
    for (const { id } of recordsOf(part.catalogue, 'source'))
      expect([...part.catalogue.pointers.all(id)]).not.toEqual([]);
  });

  it('says of its members what the whole says', () => {
    const cells = ({ catalogue }: typeof whole) =>
      layerTable(catalogue, chainOf(catalogue, 'release:tidewater-7.1', DAY)).rows.map(({ fact, cells }) => [
        fact.key,
        cells.map(({ value }) => value),
      ]);
    expect(cells(part)).toEqual(cells(whole));
  });

  it('has every list of its systems, also one that rested on a list of another', () => {
    const [lists, all] = [new PackedLists(part.packages), new PackedLists(whole.packages)];
    const ids = [...recordsOf(part.catalogue, 'snapshot')]
      .map(({ id }) => id)
      .filter((id) => whole.packages.has(id));
    expect(ids.length).toBeGreaterThan(2);
    for (const id of ids) expect(lists.list(id)?.size).toBe(all.list(id)?.size);
  });
});
