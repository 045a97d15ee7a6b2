/** Impact, "the rest is the same", releases begun from others: by example, and by the laws that tie them together. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  catalogueOf,
  change,
  distribution,
  link,
  reading,
  release,
  source,
  valueOf,
} from '../../testing/catalogues.ts';
import { applyDiff, withRecords } from '../catalogue/applyDiff.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { chainOf } from '../lineage/chain.ts';
import { checkLink } from '../lineage/checkLink.ts';
import { lineageGraph } from '../lineage/lineageGraph.ts';
import { descendantsOf } from '../lineage/relatives.ts';
import { changesOf } from './changes.ts';
import { impactOfEnd, impactOfFact } from './impact.ts';
import { impactOfPackage, type PackageSeen } from './packageImpact.ts';
import { countImpacts } from './impactClasses.ts';
import { layerTable } from './layerTable.ts';
import { beginRelease } from './nextRelease.ts';
import { compareSides } from '../comparing/compareSides.ts';
import { markRestUnchanged } from '../editing/unchangedRest.ts';
import { uncheckedFacts } from './unchanged.ts';

const TODAY = firstDayOf('2026-11-24');
const ICONS = 'themes.icons';
const says = (subject: string, value: string, key = ICONS) => reading(subject, key, { value });
/** a 7 ← b 1 (sets nothing) ← c 1 (own icons), d 1; a 6 ← e 1; a ← f (by name); g on x and a. */
const family = catalogueOf(
  ...['a', 'b', 'c', 'd', 'e', 'f', 'g', 'x'].map(distribution),
  ...[
    release('a', '6', '2020'),
    release('a', '7', '2023'),
    release('b', '1', '2024'),
    release('c', '1', '2025'),
  ],
  ...[release('d', '1', '2025'), release('e', '1', '2021')],
  link('release:b-1', 'release:a-7'),
  link('release:c-1', 'release:b-1'),
  link('release:d-1', 'release:b-1'),
  link('release:e-1', 'release:a-6'),
  link('distribution:f', 'distribution:a', { relation: 'forked from' }),
  link('distribution:g', 'distribution:x', { order: 0 }),
  link('distribution:g', 'release:a-7', { order: 1 }),
  says('release:a-7', 'Plain'),
  says('release:c-1', 'Reed'),
  says('distribution:x', 'Cross'),
);
const graph = lineageGraph(family, TODAY);
const told = (impacts: ReturnType<typeof impactOfEnd>) =>
  Object.fromEntries(impacts.map(({ id, class: name, by }) => [id.slice(13), by ? `${name} ${by}` : name]));

describe('impact', () => {
  it('of a fact sorts all descendants by what stands in the way', () => {
    expect(told(impactOfFact(family, graph, 'release:a-7', ICONS, TODAY))).toEqual({
      b: 'affected',
      c: 'overridden release:c-1',
      d: 'affected',
      e: 'notYet release:a-6',
      f: 'affected',
      g: 'overridden distribution:x',
    });
    const paths = impactOfFact(family, graph, 'release:a-7', ICONS, TODAY).map(({ path }) => path.join(' '));
    expect(paths).toContain('distribution:a distribution:b distribution:c');
  });
  it('of a package sorts them by what their systems have of it', () => {
    const seen = new Map<string, PackageSeen>([
      ['distribution:b', 'rebuilt'],
      ['distribution:c', 'patched'],
      ['distribution:d', 'heldBack'],
      ['distribution:e', 'same'],
    ]);
    const changes = impactOfPackage(family, graph, 'release:a-7', 'changes', seen, TODAY);
    expect(told(changes)).toEqual({
      b: 'affected',
      c: 'overridden release:c-1',
      d: 'notYet release:d-1',
      e: 'notYet release:a-6',
      f: 'cannotTell',
      g: 'cannotTell',
    });
    // What is dropped upstream is dropped for those that are behind as well.
    const dropped = impactOfPackage(family, graph, 'release:a-7', 'is dropped', seen, TODAY);
    expect(told(dropped)).toMatchObject({ d: 'affected', c: 'overridden release:c-1' });
    for (const impacts of [changes, dropped])
      expect(Object.values(countImpacts(impacts)).reduce((a, b) => a + b)).toBe(
        descendantsOf(graph, 'distribution:a').size - 1,
      );
  });
  it('reaches what was only seen to have the same value', () => {
    const seen = withRecords(family, [says('release:d-1', 'Plain')]);
    expect(told(impactOfFact(seen, graph, 'release:a-7', ICONS, TODAY)).d).toBe('affected');
  });
  it('of a fact that is not handed down reaches nobody', () => {
    const { affected } = countImpacts(impactOfFact(family, graph, 'release:a-7', 'identity.purpose', TODAY));
    expect(affected).toBe(0);
  });
  it('cannot be told where the only reading in between is spoiled', () => {
    const spoiled = { ...says('release:d-1', 'none of these'), spoiledBy: ['live image'] };
    const other = withRecords(family, [spoiled]);
    expect(told(impactOfFact(other, graph, 'release:a-7', ICONS, TODAY)).d).toBe('cannotTell release:d-1');
  });
  it('of an end reaches whoever keeps no other base, but not what went its own way', () => {
    expect(told(impactOfEnd(graph, 'distribution:a'))).toEqual({
      ...{ b: 'affected', c: 'affected', d: 'affected', e: 'affected' },
      f: 'overridden distribution:f',
      g: 'overridden distribution:x',
    });
  });

  /** Values, or none, for each layer of the family. */
  const layers = [
    'release:a-7',
    'release:b-1',
    'release:c-1',
    'release:d-1',
    'distribution:f',
    'distribution:g',
  ];
  const values = fc.array(
    fc.constantFrom('Sedge', 'Reed', 'none', 'unchanged', '→ replaces', '→ drops', '→ keeps', null),
    {
      minLength: layers.length,
      maxLength: layers.length,
    },
  );
  const catalogueWith = (all: readonly (string | null)[]) => {
    const records = all.flatMap((value, i): AnyRecord[] => {
      if (value === null) return [];
      const does = /^→ (replaces|drops|keeps)$/.exec(value)?.[1] as 'replaces' | undefined;
      if (does) return [change(layers[i], ICONS, { does, ...(does === 'replaces' && { after: 'Reed' }) })];
      const said = value === 'none' || value === 'unchanged' ? value : { value };
      return [{ ...reading(layers[i], ICONS, said), id: `reading:${i}` }];
    });
    const plain = withRecords(family, [], [says('release:a-7', '').id, says('release:c-1', '').id]);
    return withRecords(plain, records);
  };
  it('adds up to all descendants, and tells truly whose value would change', () => {
    fc.assert(
      fc.property(values, (all) => {
        const catalogue = catalogueWith(['Plain', ...all.slice(1)]);
        const impacts = impactOfFact(catalogue, graph, 'release:a-7', ICONS, TODAY);
        const counts = countImpacts(impacts);
        expect(Object.values(counts).reduce((sum, count) => sum + count, 0)).toBe(
          descendantsOf(graph, 'distribution:a').size - 1,
        );
        // What is affected has another value once the base has another, and nothing else has.
        const changed = catalogueWith(['Changed', ...all.slice(1)]);
        for (const { id, class: name } of impacts) {
          const node = graph.nodes.get(id)!;
          const [before, after] = [catalogue, changed].map((each) => {
            const table = layerTable(each, chainOf(each, node.release ?? id, TODAY));
            return table.rows.find(({ fact }) => fact.key === ICONS)!.cells.at(-1)!.value;
          });
          if (name === 'affected') expect([before, after]).toEqual(['Plain', 'Changed']);
          else expect(after).toEqual(before);
        }
      }),
    );
  });
  it('of a list is handed on by layers that only add to it', () => {
    const lists = fc.array(fc.constantFrom('own', 'adds', 'drops', null), { minLength: 3, maxLength: 3 });
    const named = (...names: string[]) => names.map((name) => ({ name }));
    const LIST = 'kernel.offered';
    fc.assert(
      fc.property(lists, (all) => {
        const catalogueOn = (base: string[]) => {
          const records = ['release:b-1', 'release:c-1', 'release:d-1'].flatMap((subject, i): AnyRecord[] => {
            if (all[i] === 'own') return [reading(subject, LIST, { value: named('own') })];
            if (all[i] === 'adds')
              return [change(subject, LIST, { does: 'adds', after: named(`more ${i}`) })];
            return all[i] ? [change(subject, LIST, { does: 'drops', before: named('stock') })] : [];
          });
          const put = [...records, reading('release:a-7', LIST, { value: named(...base) })];
          return withRecords(family, put);
        };
        const [catalogue, changed] = [
          catalogueOn(['stock', 'plain']),
          catalogueOn(['stock', 'plain', 'new']),
        ];
        for (const { id, class: name } of impactOfFact(catalogue, graph, 'release:a-7', LIST, TODAY)) {
          const [before, after] = [catalogue, changed].map((each) => {
            const table = layerTable(each, chainOf(each, graph.nodes.get(id)!.release ?? id, TODAY));
            return JSON.stringify(table.rows.find(({ fact }) => fact.key === LIST)!.cells.at(-1)!.value);
          });
          expect(before !== after).toBe(name === 'affected');
        }
      }),
    );
  });
});

describe('the rest is the same', () => {
  it('checks what is carried and unchecked, changes no value, and leaves nothing to check', () => {
    const table = layerTable(family, chainOf(family, 'release:d-1', TODAY));
    expect(uncheckedFacts(table).map(({ key }) => key)).toEqual([ICONS]);
    expect(uncheckedFacts(table, 'kernel')).toEqual([]);
    const edit = valueOf(markRestUnchanged(family, table, undefined, { source: null, date: '2026-11-24' }));
    expect(edit.made).toBe(1);
    const after = valueOf(applyDiff(family, edit.diff));
    const now = layerTable(after, chainOf(after, 'release:d-1', TODAY));
    const cell = now.rows.find(({ fact }) => fact.key === ICONS)!.cells.at(-1);
    expect(cell).toMatchObject({ state: 'unchanged', value: 'Plain' });
    expect(uncheckedFacts(now)).toEqual([]);
    expect(changesOf(now)).toEqual(changesOf(table));
  });
  it('has nothing to say of a root, of a layer that sets it, or of what the base does not know', () => {
    for (const id of ['release:a-7', 'release:c-1', 'release:e-1'])
      expect(uncheckedFacts(layerTable(family, chainOf(family, id, TODAY)))).toEqual([]);
  });
});

describe('a release begun from the one before', () => {
  const before = withRecords(family, [
    source('notes', 'releaseNotes'),
    reading('release:c-1', 'kernel.version', { value: '6.8' }, { source: 'source:notes' }),
    reading('release:c-1', 'model.supportEnd', { value: '2027' }),
  ]);
  const [made, ...more] = beginRelease(before, 'release:c-1', { version: '2', date: '2026-10' }, TODAY);
  const after = withRecords(before, [made, ...more]);
  it('has its links and values, marked as taken over and without a source, but not its end of support', () => {
    expect(made).toMatchObject({ id: 'release:c-2', version: '2', date: '2026-10' });
    const table = layerTable(after, chainOf(after, made.id, TODAY));
    expect(table.layers.map(({ id }) => id)).toEqual(['release:a-7', 'release:b-1', 'release:c-2']);
    const cell = (key: string) => table.rows.find(({ fact }) => fact.key === key)!.cells.at(-1)!;
    expect(cell('kernel.version')).toMatchObject({
      state: 'takenOver',
      value: '6.8',
      evidence: 'none',
      standing: 'not checked again',
      inForce: { marks: ['takenOver'] },
    });
    expect(cell('model.supportEnd').state).toBe('notLookedAt');
    for (const record of more) if (record.kind === 'link') expect(checkLink(after, record)).toEqual([]);
  });
  it('may rest on another base, and then differs from the one before by what that changes', () => {
    const next = { version: '2', date: '2026-10', base: 'release:a-6' };
    const onOther = beginRelease(before, 'release:c-1', next, TODAY);
    const catalogue = withRecords(before, onOther);
    expect(chainOf(catalogue, 'release:c-2', TODAY).map(({ id }) => id)).toEqual([
      'release:a-6',
      'release:c-2',
    ]);
    const { points } = compareSides(catalogue, sidesOf('release:c-1', 'release:c-2'), TODAY);
    const told = points.filter(
      ({ area, verdict }) => area !== 'changes' && (verdict.kind !== 'unknown' || verdict.knownOf.length > 0),
    );
    // What was taken over is not known to be so still.
    expect(told.map(({ key, verdict }) => [key, verdict])).toEqual([
      ['kernel.version', { kind: 'unknown', knownOf: [0] }],
      [ICONS, { kind: 'unknown', knownOf: [0] }],
      ['model.supportEnd', { kind: 'unknown', knownOf: [0] }],
    ]);
  });
  it('differs by the value that is corrected, and from itself by nothing', () => {
    const icons = more.find((record) => record.kind === 'reading' && record.key === ICONS)!;
    const corrected = withRecords(after, [{ ...icons, value: 'Sedge', marks: [] } as AnyRecord]);
    const differing = (...ids: string[]) =>
      compareSides(corrected, sidesOf(...ids), TODAY)
        .points.filter(({ area, verdict }) => area !== 'changes' && verdict.kind === 'different')
        .map(({ key, values }) => [key, ...values.map(({ value }) => value)]);
    expect(differing('release:c-1', 'release:c-2')).toEqual([[ICONS, 'Reed', 'Sedge']]);
    expect(differing('release:c-2', 'release:c-2')).toEqual([]);
  });
});

const sidesOf = (...ids: readonly string[]) => ids.map((id) => ({ id }));
