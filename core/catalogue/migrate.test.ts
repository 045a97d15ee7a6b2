import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { checkVersions, isIssue, migrateDiff, migrateRecord } from './migrate.ts';
import { CURRENT_VERSIONS, RECORD_KINDS } from './recordKinds.ts';
import type { RecordKind } from './recordKind.ts';

/** A made-up kind on its third version, to hold the mechanism against: each migration must have been run. */
const steps: number[] = [];
const lamp: RecordKind<'lamp', z.ZodType> = {
  name: 'lamp',
  version: 3,
  schema: z.strictObject({
    id: z.string(),
    kind: z.literal('lamp'),
    brightness: z.number(),
    colour: z.string(),
  }),
  migrations: [
    ({ bright, ...rest }) => (steps.push(1), { ...rest, brightness: bright }),
    (data) => (steps.push(2), { ...data, colour: 'white' }),
  ],
  references: {},
};
const kinds = { lamp };

describe('migrations', () => {
  it('run in order from the version that the data was saved in', () => {
    steps.length = 0;
    const frozen = JSON.parse('{"id":"lamp:a","kind":"lamp","bright":5}') as unknown;
    expect(migrateRecord(frozen, { lamp: 1 }, 'x', kinds)).toEqual({
      id: 'lamp:a',
      kind: 'lamp',
      brightness: 5,
      colour: 'white',
    });
    expect(steps).toEqual([1, 2]);
    migrateRecord({ id: 'lamp:a', kind: 'lamp', brightness: 5 }, { lamp: 2 }, 'x', kinds);
    expect(steps).toEqual([1, 2, 2]);
  });
  it('leave current data alone, and refuse what does not fit, naming the field', () => {
    const current = { id: 'lamp:a', kind: 'lamp', brightness: 5, colour: 'red' };
    expect(migrateRecord(current, { lamp: 3 }, 'x', kinds)).toEqual(current);
    const refused = migrateRecord({ ...current, brightness: 'much' }, { lamp: 3 }, 'x', kinds);
    expect(refused).toMatchObject({
      code: 'record.invalid',
      where: 'lamp:a',
      params: { field: 'brightness' },
    });
    expect(isIssue(refused)).toBe(true);
  });
  it('of sources and readings from their first version are run, and lose nothing', () => {
    const source = JSON.parse(
      '{"id":"source:p","kind":"source","sourceKind":"page","title":"P","place":"","by":"","conditions":{"medium":"live"},"files":[],"note":""}',
    ) as Record<string, unknown>;
    const reading = JSON.parse(
      '{"id":"reading:r","kind":"reading","subject":"release:a","key":"themes.icons","state":"set","value":"Plain","source":"source:p","place":"","spoiledBy":[],"certainty":"sure","accepted":false,"note":""}',
    ) as Record<string, unknown>;
    const ran: string[] = [];
    const watched = Object.fromEntries(
      (['source', 'reading'] as const).map((name) => {
        const kind = RECORD_KINDS[name];
        const migrations = kind.migrations.map(
          (step) => (data: Record<string, unknown>) => (ran.push(name), step(data)),
        );
        return [name, { ...kind, migrations }];
      }),
    );
    const migrated = [source, reading].map((frozen) =>
      migrateRecord(frozen, { source: 1, reading: 1 }, 'x', watched as never),
    );
    expect(migrated).toEqual([
      { ...source, entered: 0, losses: [] },
      { ...reading, entered: 0, marks: [] },
    ]);
    expect(ran).toEqual(['source', 'source', 'source', 'source', 'source', 'reading', 'reading']);
    expect(migrateRecord({ ...reading, replaces: 'reading:old' }, CURRENT_VERSIONS, 'x')).toMatchObject({
      replaces: 'reading:old',
    });
  });
  it('of the second version of every kind lose nothing, and tell why what is spoiled was accepted', () => {
    const frozen = (text: string) => JSON.parse(text) as Record<string, unknown>;
    const assessment = frozen(
      '{"id":"assessment:a","kind":"assessment","subject":"distribution:a","author":"R","criteria":[],"strengths":[{"text":"Quick","facts":[]}],"weaknesses":[],"suits":["schools"],"doesNotSuit":["offices"],"alternatives":[{"name":"B","why":"newer"}],"bias":""}',
    );
    expect(migrateRecord(assessment, { assessment: 1 }, 'x')).toMatchObject({
      suits: [{ name: 'schools', why: '' }],
      doesNotSuit: [{ name: 'offices', why: '' }],
      alternatives: [{ name: 'B', why: 'newer' }],
      strengths: [{ text: 'Quick', facts: [] }],
      scale: 'ten',
    });
    const spoiled = frozen(
      '{"id":"reading:s","kind":"reading","subject":"release:a","key":"themes.icons","state":"none","place":"","spoiledBy":["live image"],"certainty":"sure","accepted":true,"note":""}',
    );
    expect(migrateRecord(spoiled, { reading: 2 }, 'x')).toMatchObject({
      accepted: true,
      acceptedBecause: 'Accepted before a reason was asked for.',
    });
    expect(migrateRecord(spoiled, { reading: RECORD_KINDS.reading.version }, 'x')).toMatchObject({
      code: 'record.invalid',
    });
    const kept = frozen(
      '{"id":"edition:e","kind":"edition","distribution":"distribution:a","name":"E","standing":"official","sources":[],"note":""}',
    );
    expect(migrateRecord(kept, { edition: 1 }, 'x')).toEqual({ ...kept, entered: 0 });
  });
  it('of the third version of judgements loses nothing: scores were sure, and nothing had changed', () => {
    const frozen = JSON.parse(
      '{"id":"assessment:b","kind":"assessment","entered":4,"subject":"distribution:a","author":"R","criteria":[{"name":"memory","weight":3,"score":7,"reason":"small"}],"strengths":[],"weaknesses":[],"neutral":[],"suits":[],"doesNotSuit":[],"alternatives":[],"why":"","machine":"","scale":"ten","mustHaves":[],"rule":[],"ranks":[],"onPoint":[],"bias":""}',
    ) as Record<string, unknown>;
    expect(migrateRecord(frozen, { assessment: 3 }, 'x')).toEqual({ ...frozen, changed: '' });
    const doubtful = { ...frozen, criteria: [{ name: 'memory', weight: 3, score: 7, least: 8, reason: '' }] };
    expect(migrateRecord(doubtful, { assessment: 4 }, 'x')).toMatchObject({ code: 'record.invalid' });
  });
  it('are one fewer than the version of every real kind', () => {
    for (const kind of Object.values(RECORD_KINDS))
      expect(kind.migrations, kind.name).toHaveLength(kind.version - 1);
  });
  it.each([null, 7, 'x', [], { kind: 'nothing' }, { kind: 'toString' }])('refuse %j as a record', (raw) => {
    expect(migrateRecord(raw, CURRENT_VERSIONS, 'record 1')).toMatchObject({
      code: 'record.unknownKind',
      where: 'record 1',
    });
  });
});

describe('a saved diff', () => {
  const before = {
    ...{ id: 'distribution:a', kind: 'distribution', entered: 0, name: 'A', aliases: [], note: '' },
  } as const;
  it('is read record by record, and refused when one cannot be read', () => {
    const diff = {
      added: {},
      changed: { [before.id]: [before, { ...before, name: 'B' }] as never },
      removed: {},
    };
    expect(migrateDiff(diff, CURRENT_VERSIONS, 'journal')).toEqual(diff);
    const broken = {
      ...diff,
      added: { 'distribution:b': { ...before, id: 'distribution:b', name: 7 } as never },
    };
    expect(migrateDiff(broken, CURRENT_VERSIONS, 'journal')).toMatchObject({
      code: 'record.invalid',
      where: 'distribution:b',
    });
  });
});

describe('versions', () => {
  it('of a newer program are refused, with what is known', () => {
    expect(checkVersions({ release: 99 }, 'f.json')).toEqual([
      {
        code: 'schema.newer',
        where: 'f.json',
        severity: 'error',
        params: { kind: 'release', version: 99, known: RECORD_KINDS.release.version },
      },
    ]);
    expect(checkVersions({ hologram: 1 }, 'f.json')[0].code).toBe('schema.unknownKind');
    expect(checkVersions(CURRENT_VERSIONS, 'f.json')).toEqual([]);
  });
});
