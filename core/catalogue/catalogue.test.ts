import { valueOf } from '../../testing/catalogues.ts';
import { pointersOf } from '../../testing/pointers.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findRecord, recordsOf, type Catalogue } from './catalogue.ts';
import { createCatalogue } from './createCatalogue.ts';
import { recordsBelongingTo } from './pointers.ts';
import { checkDiff } from './checkDiff.ts';
import { diffCatalogues, diffOfRecords, isEmptyDiff, reverseDiff } from './diff.ts';
import { withRecords, applyDiff } from './applyDiff.ts';
import { diffOfRemoval } from './removal.ts';
import { EMPTY_HISTORY, HISTORY_LIMIT, stepHistory } from './history.ts';
import type { History } from './edit.ts';
import { createPagedMap, hashKey } from './pagedMap.ts';
import { KIND_NAMES, type AnyRecord } from './recordKinds.ts';

const distribution = (n: number, name = `D${n}`): AnyRecord => ({
  id: `distribution:d${n}`,
  kind: 'distribution',
  entered: 0,
  name,
  aliases: [],
  note: '',
});
const release = (n: number, of: number): AnyRecord => ({
  id: `release:r${n}`,
  kind: 'release',
  entered: 0,
  distribution: `distribution:d${of}`,
  editions: [],
  version: String(n),
  codeName: '',
  stage: 'final',
  sources: [],
  note: '',
});

/** A catalogue's content as plain data, whatever the order. */
function content(catalogue: Catalogue): Record<string, AnyRecord> {
  return Object.fromEntries(
    KIND_NAMES.flatMap((kind) => [...recordsOf(catalogue, kind)].map((record) => [record.id, record])),
  );
}
const build = (records: readonly AnyRecord[]) => withRecords(createCatalogue(), records);

const someRecords = fc
  .array(fc.tuple(fc.nat(12), fc.constantFrom('', 'x', 'y'), fc.option(fc.nat(12))), { maxLength: 25 })
  .map((entries) => {
    const byId = new Map<string, AnyRecord>();
    for (const [n, suffix, releaseNumber] of entries) {
      byId.set(`distribution:d${n}`, distribution(n, `D${n}${suffix}`));
      if (releaseNumber !== null) byId.set(`release:r${releaseNumber}`, release(releaseNumber, n));
    }
    return [...byId.values()];
  });

describe('diffs', () => {
  it('lead from any catalogue to any other, and back', () => {
    fc.assert(
      fc.property(someRecords, someRecords, (a, b) => {
        const [from, to] = [build(a), build(b)];
        const diff = diffCatalogues(from, to);
        const there = valueOf(applyDiff(from, diff));
        expect(content(there)).toEqual(content(to));
        expect(content(valueOf(applyDiff(there, reverseDiff(diff))))).toEqual(content(from));
        expect(reverseDiff(reverseDiff(diff))).toEqual(diff);
        expect(isEmptyDiff(diffCatalogues(there, to))).toBe(true);
      }),
    );
  });

  it('keep the index of pointers equal to one built from scratch', () => {
    fc.assert(
      fc.property(someRecords, someRecords, (a, b) => {
        const step = valueOf(applyDiff(build(a), diffCatalogues(build(a), build(b))));
        expect(pointersOf(step)).toEqual(pointersOf(build(b)));
      }),
    );
  });

  it('take along what cannot be without a removed record', () => {
    const catalogue = build([distribution(1), release(1, 1), release(2, 1), distribution(2), release(3, 2)]);
    const diff = diffOfRemoval(catalogue, ['distribution:d1']);
    expect(Object.keys(diff.removed).sort()).toEqual(['distribution:d1', 'release:r1', 'release:r2']);
    expect(checkDiff(catalogue, diff)).toEqual([]);
    const alone = diffOfRecords(catalogue, [], ['distribution:d1']);
    expect(checkDiff(catalogue, alone).map(({ code }) => code)).toEqual(['record.needed', 'record.needed']);
  });

  it('are refused for another state than the one they were made for', () => {
    const diff = diffOfRecords(createCatalogue(), [distribution(1)]);
    const once = valueOf(applyDiff(createCatalogue(), diff));
    expect(() => valueOf(applyDiff(once, diff))).toThrow(/distribution:d1/);
  });

  it('are checked: schema and dangling pointers', () => {
    const bad = { ...distribution(1), name: '' } as AnyRecord;
    const diff = diffOfRecords(createCatalogue(), [bad, release(1, 9)]);
    expect(checkDiff(createCatalogue(), diff).map(({ code, where }) => `${code} ${where}`)).toEqual([
      'record.invalid distribution:d1',
      'record.dangling release:r1',
    ]);
  });

  it('change only the pages that hold a changed record', () => {
    const catalogue = build(Array.from({ length: 600 }, (_, n) => distribution(n)));
    const after = withRecords(catalogue, [distribution(7, 'other')]);
    const changed = after.records.distribution.pages.filter(
      (page, i) => page !== catalogue.records.distribution.pages[i],
    );
    expect(changed).toHaveLength(1);
    expect(after.records.release).toBe(catalogue.records.release);
    expect(findRecord(after, 'distribution:d7')).toMatchObject({ name: 'other' });
    expect(findRecord(catalogue, 'distribution:d7')).toMatchObject({ name: 'D7' });
  });

  it('find the readings of a subject among those that only cite it', () => {
    const catalogue = build([distribution(1), release(1, 1)]);
    expect(recordsBelongingTo(catalogue, 'distribution:d1', 'release').map(({ id }) => id)).toEqual([
      'release:r1',
    ]);
    expect(recordsBelongingTo(catalogue, 'distribution:d1', 'link')).toEqual([]);
  });
});

describe('paged maps', () => {
  it('behave as a map does, whatever is set and deleted', () => {
    const changes = fc.array(fc.tuple(fc.string({ maxLength: 3 }), fc.option(fc.nat(), { nil: undefined })));
    fc.assert(
      fc.property(changes, changes, (first, second) => {
        const truth = new Map<string, number>();
        for (const [key, value] of [...first, ...second]) {
          if (value === undefined) truth.delete(key);
          else truth.set(key, value);
        }
        const paged = createPagedMap(8, first).with(second);
        expect(paged.size).toBe(truth.size);
        expect(new Map(paged.entries())).toEqual(truth);
      }),
    );
  });
  it('hash keys as saved data expects', () => {
    expect([hashKey(''), hashKey('release:tidewater-7.1')]).toEqual([2166136261, 2767791810]);
  });
});

describe('history', () => {
  const edit = (n: number) => ({
    label: { code: 'text', params: { text: `edit ${n}` } },
    at: '',
    diff: diffOfRecords(createCatalogue(), [distribution(n)]),
  });
  const run = (steps: readonly ('do' | 'undo' | 'redo')[]) => {
    let [catalogue, history]: [Catalogue, History] = [createCatalogue(), EMPTY_HISTORY];
    let count = 0;
    const states: { catalogue: Catalogue; history: History }[] = [{ catalogue, history }];
    for (const type of steps) {
      const taken = stepHistory(history, type === 'do' ? { type, edit: edit(count++) } : { type });
      if (!taken) continue;
      catalogue = valueOf(applyDiff(catalogue, taken.diff));
      history = taken.history;
      states.push({ catalogue, history });
    }
    return states;
  };
  it('gives after any steps what the edits in force alone give', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom('do', 'undo', 'redo'), { maxLength: 40 }), (steps) => {
        const { catalogue, history } = run(steps as ('do' | 'undo' | 'redo')[]).at(-1)!;
        const inForce = history.edits.slice(0, history.position);
        const truth = inForce.reduce((state, { diff }) => valueOf(applyDiff(state, diff)), createCatalogue());
        expect(content(catalogue)).toEqual(content(truth));
      }),
    );
  });
  it('drops what was undone when something new is done, and forgets the oldest', () => {
    const { history } = run(['do', 'do', 'undo', 'do']).at(-1)!;
    expect(history.edits.map(({ label }) => label.params.text)).toEqual(['edit 0', 'edit 2']);
    expect(stepHistory(history, { type: 'redo' })).toBeNull();
    const many = run(new Array(HISTORY_LIMIT + 5).fill('do')).at(-1)!;
    expect(many.history.edits).toHaveLength(HISTORY_LIMIT);
    expect(many.catalogue.records.distribution.size).toBe(HISTORY_LIMIT + 5);
  });
});

describe('finding a record', () => {
  const catalogue = withRecords(createCatalogue(), [distribution(1)]);

  it('gives nothing for any text that is no id of it', () => {
    const texts = fc.oneof(fc.string(), fc.constantFrom('', 'constructor:x', '__proto__:d1', 'distribution'));
    fc.assert(fc.property(texts, (text) => findRecord(catalogue, text) === undefined));
    expect(findRecord(catalogue, 'distribution:d1')).toEqual(distribution(1));
  });
});
