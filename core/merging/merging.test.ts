import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogueOf, reading, source } from '../../testing/catalogues.ts';
import { edited, editedBy, randomEdits, sharedCatalogue } from '../../testing/randomEdits.ts';
import { randomLineage } from '../../testing/lineages.ts';
import { findRecord, type Catalogue } from '../catalogue/catalogue.ts';
import { checkDiff } from '../catalogue/checkDiff.ts';
import { createAssessment } from '../catalogue/assessment.ts';
import { createCatalogue } from '../catalogue/createCatalogue.ts';
import { diffCatalogues, isEmptyDiff } from '../catalogue/diff.ts';
import { equalRecords } from '../catalogue/equalRecords.ts';
import { withRecords } from '../catalogue/applyDiff.ts';
import { referencesOf } from '../catalogue/kindOf.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import { checkLinks } from '../lineage/checkLink.ts';
import { keyOfConflict, UNDECIDED, type Choice, type Conflict } from './conflict.ts';
import { allRecords } from '../catalogue/allRecords.ts';
import { mergeCatalogues } from './mergeCatalogues.ts';
import { joinLists } from './mergeRecord.ts';

const BASE = sharedCatalogue();
const decided = (conflicts: readonly Conflict[], choice: Choice) => ({
  ...UNDECIDED,
  conflicts: new Map(conflicts.map((each) => [keyOfConflict(each), choice])),
});

/** Whole: every record fits its schema, nothing points into the void, no link breaks a rule. */
function expectWhole(catalogue: Catalogue): void {
  expect(checkDiff(createCatalogue(), diffCatalogues(createCatalogue(), catalogue))).toEqual([]);
  expect(checkLinks(catalogue, [...catalogue.records.link.values()])).toEqual([]);
}

/** Sorted within: an order of elements that nobody chose does not count. */
function unordered(record: AnyRecord | undefined): unknown {
  return (
    record &&
    Object.fromEntries(
      Object.entries(record)
        .filter(([name]) => name !== 'entered')
        .map(([name, value]) => [
          name,
          Array.isArray(value) ? value.map((each) => JSON.stringify(each)).sort() : value,
        ]),
    )
  );
}

describe('merging', () => {
  it('with itself changes nothing, with and without an ancestor', () => {
    fc.assert(
      fc.property(randomEdits(12), (edits) => {
        const mine = editedBy(BASE, edits);
        for (const base of [null, BASE, mine]) {
          const merge = mergeCatalogues(mine, mine, base);
          expect(isEmptyDiff(merge.diff)).toBe(true);
          expect([merge.conflicts, merge.meetings]).toEqual([[], []]);
        }
      }),
    );
  });

  it('with what theirs was before changes nothing; into what mine was before gives theirs', () => {
    fc.assert(
      fc.property(randomEdits(12), (edits) => {
        const mine = editedBy(BASE, edits);
        expect(isEmptyDiff(mergeCatalogues(mine, BASE, BASE).diff)).toBe(true);
        const taken = mergeCatalogues(BASE, mine, BASE);
        expect(taken.conflicts).toEqual([]);
        expect(isEmptyDiff(diffCatalogues(taken.catalogue, mine))).toBe(true);
      }),
    );
  });

  it('gives a whole catalogue whatever both did, and whatever is decided', () => {
    fc.assert(
      fc.property(
        randomEdits(15),
        randomEdits(15),
        fc.infiniteStream(fc.constantFrom<Choice>('mine', 'theirs', 'both')),
        fc.boolean(),
        (a, b, choices, knows) => {
          const [mine, theirs] = [editedBy(BASE, a), editedBy(BASE, b)];
          const base = knows ? BASE : null;
          const merge = mergeCatalogues(mine, theirs, base);
          expectWhole(merge.catalogue);
          const conflicts = new Map(
            merge.conflicts.map((each) => [keyOfConflict(each), choices.next().value as Choice]),
          );
          const after = mergeCatalogues(mine, theirs, base, { ...UNDECIDED, conflicts });
          expectWhole(after.catalogue);
          for (const prefer of ['mine', 'theirs'] as const) {
            const settled = mergeCatalogues(mine, theirs, base, { ...UNDECIDED, prefer });
            expect(settled.undecided).toEqual([]);
            expectWhole(settled.catalogue);
          }
        },
      ),
    );
  });

  it('loses nothing that was in no conflict', () => {
    fc.assert(
      fc.property(randomEdits(10), randomEdits(10), (a, b) => {
        const [mine, theirs] = [editedBy(BASE, a), editedBy(BASE, b)];
        const merge = mergeCatalogues(mine, theirs, BASE);
        const fought = new Set(merge.conflicts.map(({ record }) => record));
        const isFought = (from: Catalogue, record: AnyRecord): boolean =>
          fought.has(record.id) ||
          referencesOf(record).some(({ id, role }) => {
            const owner = role === 'owner' && findRecord(from, id);
            return owner && isFought(from, owner);
          });
        for (const side of [mine, theirs])
          for (const record of allRecords(side)) {
            const before = findRecord(BASE, record.id);
            if (before && equalRecords(before, record)) continue;
            const id = side === theirs ? (merge.renamed.get(record.id) ?? record.id) : record.id;
            const after = findRecord(merge.catalogue, id);
            if (isFought(side, record)) continue;
            expect(after, record.id).toBeDefined();
            for (const [field, value] of Object.entries(record)) {
              if (
                field === 'id' ||
                field === 'entered' ||
                (before && equalRecords((before as never)[field], value))
              )
                continue;
              const now = (after as never)[field] as unknown;
              // A list may have taken in what the other side put there, and given up mentions of what was deleted.
              if (Array.isArray(value) && field !== 'value' && field !== 'editions' && field !== 'sources')
                for (const each of value) expect(now).toContainEqual(each);
              else if (typeof value !== 'object')
                expect(now, `${record.id} ${field}`).toEqual(merge.renamed.get(value as string) ?? value);
            }
          }
      }),
    );
  });

  it('of edits of different records gives the same, whoever merges whom', () => {
    fc.assert(
      fc.property(randomEdits(8), randomEdits(8), (a, b) => {
        const mine = editedBy(BASE, a);
        const touched = new Set(
          Object.keys(diffCatalogues(BASE, mine).changed).concat(
            Object.keys(diffCatalogues(BASE, mine).removed),
            Object.keys(diffCatalogues(BASE, mine).added),
          ),
        );
        const theirs = b.reduce((catalogue, edit) => {
          const next = edited(catalogue, edit);
          const { added, changed, removed } = diffCatalogues(BASE, next);
          return [added, changed, removed].some((part) => Object.keys(part).some((id) => touched.has(id)))
            ? catalogue
            : next;
        }, BASE);
        const one = mergeCatalogues(mine, theirs, BASE);
        const other = mergeCatalogues(theirs, mine, BASE);
        fc.pre(one.conflicts.length === 0 && one.renamed.size === 0);
        expect(other.conflicts).toEqual([]);
        const ids = (catalogue: Catalogue) => [...allRecords(catalogue)].map(({ id }) => id).sort();
        expect(ids(one.catalogue)).toEqual(ids(other.catalogue));
        for (const record of allRecords(one.catalogue))
          expect(unordered(record)).toEqual(unordered(findRecord(other.catalogue, record.id)));
      }),
    );
  });
});

describe('what both changed', () => {
  const mine = withRecords(BASE, [
    reading('release:aldbourne-2', 'kernel.version', { value: '6.1' }, { source: 'source:aldbourne-page' }),
  ]);
  const theirs = withRecords(BASE, [
    reading('release:aldbourne-2', 'kernel.version', { value: '6.2' }, { source: 'source:aldbourne-page' }),
  ]);
  const id = 'reading:release-aldbourne-2-kernel.version-aldbourne-page';

  it('is a conflict of that field, mine until it is decided', () => {
    const merge = mergeCatalogues(mine, theirs, BASE);
    expect(merge.undecided).toEqual([
      {
        ...{ kind: 'reading', record: id, field: 'value', rests: 0 },
        ...{ base: 'kernel.version of aldbourne', mine: '6.1', theirs: '6.2' },
      },
    ]);
    expect(findRecord(merge.catalogue, id)).toMatchObject({ value: '6.1' });
    const chosen = mergeCatalogues(mine, theirs, BASE, decided(merge.conflicts, 'theirs'));
    expect(chosen.undecided).toEqual([]);
    expect(findRecord(chosen.catalogue, id)).toMatchObject({ value: '6.2' });
  });

  it('can stand twice, where it is a saying', () => {
    const { conflicts } = mergeCatalogues(mine, theirs, BASE);
    const both = mergeCatalogues(mine, theirs, BASE, decided(conflicts, 'both'));
    expect(findRecord(both.catalogue, id)).toMatchObject({ value: '6.1' });
    expect(findRecord(both.catalogue, `${id}.2`)).toMatchObject({ value: '6.2' });
  });

  it('without an ancestor is two readings: neither is written over', () => {
    const merge = mergeCatalogues(mine, theirs);
    expect(merge.conflicts).toEqual([]);
    expect(merge.renamed.get(id)).toBe(`${id}.2`);
    expect(findRecord(merge.catalogue, id)).toMatchObject({ value: '6.1' });
    expect(findRecord(merge.catalogue, `${id}.2`)).toMatchObject({ value: '6.2' });
  });

  it('in different fields of one record is no conflict, and lists join', () => {
    const known = findRecord(BASE, 'assessment:berrow') as ReturnType<typeof createAssessment>;
    const one = withRecords(BASE, [
      { ...known, bias: 'I use it', strengths: [{ text: 'small', facts: [], reason: '' }] },
    ]);
    const two = withRecords(BASE, [
      { ...known, machine: 'old', strengths: [{ text: 'quick', facts: [], reason: '' }] },
    ]);
    const merge = mergeCatalogues(one, two, BASE);
    expect(merge.conflicts).toEqual([]);
    expect(findRecord(merge.catalogue, known.id)).toMatchObject({
      bias: 'I use it',
      machine: 'old',
      strengths: [{ text: 'small' }, { text: 'quick' }],
    });
  });

  it('that cannot stand together is a conflict of the whole', () => {
    const known = findRecord(BASE, 'assessment:berrow') as ReturnType<typeof createAssessment>;
    const score = (more: object) => ({ ...known, criteria: [{ ...known.criteria[0], ...more }] });
    const merge = mergeCatalogues(
      withRecords(BASE, [score({ score: 9 })]),
      withRecords(BASE, [score({ score: 2 })]),
      BASE,
    );
    expect(merge.conflicts).toMatchObject([{ record: known.id, field: 'criteria' }]);
  });

  it('is not found in conditions of which each said another', () => {
    const page = { ...source('berrow-page', 'page', '2026-01-01') };
    const merge = mergeCatalogues(
      withRecords(BASE, [{ ...page, conditions: { medium: 'live' } }]),
      withRecords(BASE, [{ ...page, conditions: { machine: 'virtual' } }]),
      BASE,
    );
    expect(merge.conflicts).toEqual([]);
    expect(findRecord(merge.catalogue, page.id)).toMatchObject({
      conditions: { medium: 'live', machine: 'virtual' },
    });
  });
});

describe('a deletion', () => {
  const gone = (id: string, from = BASE) => {
    const mineOnly = [...allRecords(from)].filter((record) => record.id !== id && !isUnder(from, record, id));
    return catalogueOf(...mineOnly);
  };
  const isUnder = (from: Catalogue, record: AnyRecord, id: string): boolean =>
    referencesOf(record).some(({ id: owner, role }) => {
      const found = role === 'owner' ? findRecord(from, owner) : undefined;
      return owner === id ? role === 'owner' : found !== undefined && isUnder(from, found, id);
    });
  const wrote = withRecords(BASE, [
    reading('release:dunmere-2', 'kernel.version', { value: '7' }, { source: 'source:dunmere-notes' }),
  ]);
  const added = 'reading:release-dunmere-2-kernel.version-dunmere-notes';

  it('of what the other left alone is a deletion', () => {
    const merge = mergeCatalogues(BASE, gone('distribution:dunmere'), BASE);
    expect(merge.conflicts).toEqual([]);
    expect(findRecord(merge.catalogue, 'distribution:dunmere')).toBeUndefined();
    expect(
      findRecord(merge.catalogue, 'reading:release-dunmere-2-kernel.version-dunmere-page'),
    ).toBeUndefined();
  });

  it('against something new beneath it is one conflict of the topmost, with how much rests on it', () => {
    for (const isMine of [true, false]) {
      const deleted = gone('distribution:dunmere');
      const [mine, theirs] = isMine ? [deleted, wrote] : [wrote, deleted];
      const merge = mergeCatalogues(mine, theirs, BASE);
      expect(merge.conflicts).toMatchObject([
        { kind: 'distribution', record: 'distribution:dunmere', field: '' },
      ]);
      expect(merge.conflicts[0].rests).toBeGreaterThan(8);
      expect(merge.conflicts[0][isMine ? 'mine' : 'theirs']).toBeNull();
      const keep = decided(merge.conflicts, isMine ? 'theirs' : 'mine');
      const kept = mergeCatalogues(mine, theirs, BASE, keep).catalogue;
      expect([...allRecords(kept)].length).toBe([...allRecords(wrote)].length);
      expect(findRecord(kept, added)).toBeDefined();
      const let_go = mergeCatalogues(
        mine,
        theirs,
        BASE,
        decided(merge.conflicts, isMine ? 'mine' : 'theirs'),
      ).catalogue;
      expect(isEmptyDiff(diffCatalogues(let_go, deleted))).toBe(true);
    }
  });
});

it('lists join but for an element that both changed', () => {
  expect(joinLists(['a', 'b'], ['a', 'b', 'c'], ['b', 'd'])).toEqual(['b', 'c', 'd']);
  expect(joinLists([{ name: 'a', w: 1 }], [{ name: 'a', w: 2 }], [{ name: 'a', w: 3 }])).toBeNull();
  expect(joinLists([{ name: 'a', w: 1 }], [], [{ name: 'a', w: 3 }])).toBeNull();
});

it('two lineages drawn apart meet in their roots and stay whole', () => {
  const mine = catalogueOf(...randomLineage(150, { seed: 1 }));
  const theirs = catalogueOf(...randomLineage(150, { seed: 2 }));
  const merge = mergeCatalogues(mine, theirs);
  expectWhole(merge.catalogue);
  expectWhole(mergeCatalogues(mine, theirs, null, { ...UNDECIDED, prefer: 'theirs' }).catalogue);
});
