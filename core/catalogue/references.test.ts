/** Laws of the reference tables: index, check, deletion, renaming and mending rest on them and on nothing else. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import {
  catalogueOf,
  distribution,
  link,
  reading,
  release,
  source,
  valueOf,
} from '../../testing/catalogues.ts';
import { pointersOf } from '../../testing/pointers.ts';
import { findRecord } from './catalogue.ts';
import { createCatalogue } from './createCatalogue.ts';
import { recordsBelongingTo, recordsPointingTo } from './pointers.ts';
import { checkDiff } from './checkDiff.ts';
import { diffOfRecords, reverseDiff } from './diff.ts';
import { applyDiff } from './applyDiff.ts';
import { diffOfRemoval, diffOfRenaming } from './removal.ts';
import { createEdition } from './edition.ts';
import { mendReferences } from './mendReferences.ts';
import { CatalogueBuilder, catalogueOfRecords } from './wholeCatalogue.ts';
import { createQuestion } from './question.ts';
import { KIND_NAMES, RECORD_KINDS, type AnyRecord } from './recordKinds.ts';
import { referencesOf } from './kindOf.ts';
import type { RecordId } from './recordId.ts';
import { createSource } from './source.ts';

/** The paths of a JSON Schema at which an id of a record may stand. */
function idPaths(schema: Record<string, unknown>, path = ''): string[] {
  const pattern = schema.pattern as string | undefined;
  if (pattern?.startsWith('^(') && pattern.includes('):[A-Za-z0-9]')) return [path];
  const inner = (schema.properties ?? {}) as Record<string, Record<string, unknown>>;
  const items = schema.items as Record<string, unknown> | undefined;
  return [
    ...Object.entries(inner).flatMap(([name, each]) => idPaths(each, path ? `${path}.${name}` : name)),
    ...(items ? idPaths(items, `${path}[]`) : []),
    ...((schema.anyOf ?? []) as Record<string, unknown>[]).flatMap((each) => idPaths(each, path)),
  ];
}

const edition = (of: string, name: string): AnyRecord =>
  createEdition({ id: `edition:${of}-${name}`, distribution: `distribution:${of}`, name });

/** Two distributions, the second with two editions and releases of them; sources seen on an edition of the other. */
const FAMILY = [
  distribution('a'),
  release('a', '1'),
  distribution('b'),
  edition('b', 'main'),
  edition('b', 'heath'),
  { ...release('b', '1'), editions: ['edition:b-main'] },
  { ...release('b', '2'), editions: ['edition:b-main', 'edition:b-heath'] },
  link('distribution:b', 'distribution:a'),
  createSource({
    id: 'source:visit',
    sourceKind: 'handsOn',
    title: 'Visit',
    conditions: { medium: 'live', edition: 'edition:b-main' },
  }),
  source('page', 'page'),
  { ...reading('release:a-1', 'themes.icons', { value: 'Plain' }), id: 'reading:a', source: 'source:visit' },
  { ...reading('release:b-2', 'themes.icons', { value: 'Sedge' }), id: 'reading:b', replaces: 'reading:a' },
  { ...link('release:b-2', 'release:a-1'), sources: ['source:page', 'source:visit'] },
  createQuestion({ id: 'question:q', text: 'Which?', subject: 'release:b-1' }),
] as AnyRecord[];

/** It names one twice. */
const TWICE = { ...link('release:b-1', 'release:a-1'), sources: ['source:page', 'source:page'] } as AnyRecord;
const family = () => catalogueOf(...FAMILY);
const idOf = fc.constantFrom(...FAMILY.map(({ id }) => id));

describe('the reference table of a kind', () => {
  it.each(KIND_NAMES)('names every field of %s that holds ids, and no other', (name) => {
    const schema = z.toJSONSchema(RECORD_KINDS[name].schema, { io: 'output', unrepresentable: 'any' });
    const found = idPaths(schema as Record<string, unknown>).filter((path) => path !== 'id');
    expect(Object.keys(RECORD_KINDS[name].references).sort()).toEqual(found.sort());
  });
});

describe('records that belong and records that cite', () => {
  it('are told apart', () => {
    const catalogue = family();
    const ids = (records: readonly AnyRecord[]) => records.map(({ id }) => id).sort();
    expect(ids(recordsBelongingTo(catalogue, 'edition:b-main', 'source'))).toEqual([]);
    expect(ids(recordsPointingTo(catalogue, 'edition:b-main', 'source'))).toEqual(['source:visit']);
    expect(ids(recordsBelongingTo(catalogue, 'source:visit', 'reading'))).toEqual(['reading:a']);
  });
});

describe('deletion', () => {
  it('of anything leaves nothing that points into the void, and can be undone', () => {
    fc.assert(
      fc.property(fc.uniqueArray(idOf, { minLength: 1, maxLength: 3 }), (ids) => {
        const catalogue = family();
        const diff = diffOfRemoval(catalogue, ids);
        expect(checkDiff(catalogue, diff)).toEqual([]);
        const after = valueOf(applyDiff(catalogue, diff));
        for (const id of ids) expect(findRecord(after, id)).toBeUndefined();
        const back = valueOf(applyDiff(after, reverseDiff(diff)));
        for (const record of FAMILY) expect(findRecord(back, record.id)).toEqual(record);
      }),
    );
  });
  it('of an edition takes no reading of another distribution; a release goes with its last edition', () => {
    const catalogue = family();
    const after = valueOf(applyDiff(catalogue, diffOfRemoval(catalogue, ['edition:b-main'])));
    expect(findRecord(after, 'reading:a')).toBeDefined();
    expect(findRecord(after, 'source:visit')).toMatchObject({ conditions: { medium: 'live' } });
    expect(findRecord(after, 'source:visit')).not.toHaveProperty('conditions.edition');
    expect(findRecord(after, 'release:b-1')).toBeUndefined();
    expect(findRecord(after, 'question:q')).toBeUndefined();
    expect(findRecord(after, 'release:b-2')).toMatchObject({ editions: ['edition:b-heath'] });
  });
  it('of a source takes the mention out of links, and its own readings along', () => {
    const catalogue = family();
    const after = valueOf(applyDiff(catalogue, diffOfRemoval(catalogue, ['source:visit'])));
    expect(findRecord(after, 'reading:a')).toBeUndefined();
    expect(findRecord(after, 'reading:b')).not.toHaveProperty('replaces');
    const links = [...after.records.link.values()].flatMap(({ sources }) => sources);
    expect(links).toEqual(['source:page']);
  });
});

describe('renaming', () => {
  it('reaches every field, and back gives what was', () => {
    fc.assert(
      fc.property(idOf, (id) => {
        const catalogue = family();
        const next = `${id}-renamed`;
        const diff = diffOfRenaming(catalogue, new Map([[id, next]]));
        expect(checkDiff(catalogue, diff)).toEqual([]);
        const after = valueOf(applyDiff(catalogue, diff));
        expect([...after.pointers.all(id)]).toEqual([]);
        expect(findRecord(after, id)).toBeUndefined();
        for (const kind of KIND_NAMES)
          for (const record of after.records[kind].values())
            expect(referencesOf(record).map((each) => each.id)).not.toContain(id);
        const back = valueOf(applyDiff(after, diffOfRenaming(after, new Map([[next, id]]))));
        for (const record of FAMILY) expect(findRecord(back, record.id)).toEqual(record);
      }),
    );
  });
  it('swaps two ids in one go', () => {
    const catalogue = family();
    const swap = new Map([
      ['release:b-1', 'release:b-2'],
      ['release:b-2', 'release:b-1'],
    ]);
    const after = valueOf(applyDiff(catalogue, diffOfRenaming(catalogue, swap)));
    expect(findRecord(after, 'release:b-1')).toMatchObject({ version: '2' });
    expect(findRecord(after, 'question:q')).toMatchObject({ subject: 'release:b-2' });
  });
});

describe('mending', () => {
  it('of any part of the records gives a whole catalogue, the same as deleting the rest', () => {
    fc.assert(
      fc.property(fc.subarray(FAMILY.map(({ id }) => id)), (gone) => {
        const missing = new Set<RecordId>(gone);
        const mended = mendReferences(FAMILY.filter(({ id }) => !missing.has(id)));
        const empty = createCatalogue();
        expect(checkDiff(empty, diffOfRecords(empty, mended.records))).toEqual([]);
        const catalogue = family();
        const deleted = valueOf(applyDiff(catalogue, diffOfRemoval(catalogue, gone)));
        const left = FAMILY.flatMap(({ id }) => findRecord(deleted, id) ?? []);
        const byId = (records: readonly AnyRecord[]) => [...records].sort((a, b) => (a.id < b.id ? -1 : 1));
        expect(byId(mended.records)).toEqual(byId(left));
      }),
    );
  });
  it('of what is whole changes nothing', () => {
    expect(mendReferences(FAMILY)).toEqual({ records: FAMILY, dropped: [], freed: [] });
  });
});

describe('a diff made for another state', () => {
  it('is refused as data, whatever it would change or remove', () => {
    const catalogue = family();
    const before = findRecord(catalogue, 'reading:b')! as AnyRecord;
    const edit = diffOfRecords(catalogue, [{ ...before, note: 'mine' } as AnyRecord], ['question:q']);
    const other = valueOf(
      applyDiff(catalogue, diffOfRecords(catalogue, [{ ...before, note: 'theirs' } as AnyRecord])),
    );
    expect(applyDiff(other, edit)).toMatchObject({
      ok: false,
      issues: [{ code: 'diff.stale', where: 'reading:b' }],
    });
    const without = valueOf(applyDiff(catalogue, diffOfRecords(catalogue, [], ['question:q'])));
    expect(applyDiff(without, edit)).toMatchObject({ ok: false, issues: [{ where: 'question:q' }] });
  });
});

describe('a catalogue made at once', () => {
  it('is the same as one made record by record, index and all', () => {
    fc.assert(
      fc.property(fc.subarray([...FAMILY, TWICE]), (some) => {
        const { records } = mendReferences(some);
        const one = catalogueOf(...records);
        const content = (of: typeof one) => ({
          records: KIND_NAMES.map((kind) => [...of.records[kind].entries()].sort()),
          sizes: KIND_NAMES.map((kind) => of.records[kind].size),
          pointers: pointersOf(of),
        });
        expect(content(catalogueOfRecords(records))).toEqual(content(one));
        const builder = new CatalogueBuilder();
        for (const kind of KIND_NAMES)
          one.records[kind].pages.forEach((page, index) => builder.addPage(kind, index, [...page.values()]));
        expect(content(builder.finish())).toEqual(content(one));
      }),
    );
  });
});
