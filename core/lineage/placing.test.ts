/** What a project, a release or an edition is told to rest on: each test is of something that was once told wrongly. */
import { describe, expect, it } from 'vitest';
import { catalogueOf, distribution, edition, link, reading, release } from '../../testing/catalogues.ts';
import { withRecords } from '../catalogue/applyDiff.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { dossierStatements } from '../statements/dossierStatements.ts';
import { layerTable } from '../layers/layerTable.ts';
import { releaseBefore } from './bases.ts';
import { chainOf, chainOfName, chainOfProject, chainOfSubject } from './chain.ts';
import { lineageGraph } from './lineageGraph.ts';
import { lifeOf } from './lives.ts';

const TODAY = firstDayOf('2026-11-24');
const ids = (layers: ReturnType<typeof chainOf>) => layers.map(({ id }) => id);
const statement = (catalogue: ReturnType<typeof catalogueOf>, id: string, kind: string) =>
  dossierStatements(catalogue, layerTable(catalogue, chainOfSubject(catalogue, id, TODAY)), TODAY).find(
    (each) => each.kind === kind,
  );

describe('a bare name', () => {
  it('is answered with the newest release, not with one that names its edition', () => {
    const named = { ...release('fen', '5', '2023-01-01'), editions: ['edition:fen-Main'] };
    const catalogue = catalogueOf(
      ...['a', 'b', 'fen'].map(distribution),
      ...[edition('fen', 'Main'), named, release('fen', '6', '2026-01-01')],
      link('release:fen-5', 'distribution:a'),
      link('release:fen-6', 'distribution:b'),
    );
    for (const layers of [chainOfName, chainOfProject].map((ask) =>
      ask(catalogue, 'distribution:fen', TODAY),
    ))
      expect(ids(layers)).toEqual(['distribution:b', 'release:fen-6']);
    expect(lineageGraph(catalogue, TODAY).nodes.get('distribution:fen')?.bases).toEqual(['distribution:b']);
  });
  it('of a project that moved tells of its newest release what that rests on, and of the project where it is now', () => {
    const catalogue = catalogueOf(
      ...['a', 'b', 'fen'].map(distribution),
      release('fen', '6', '2023-01-01'),
      link('distribution:fen', 'distribution:a', { until: '2024-05-31' }),
      link('distribution:fen', 'distribution:b', { id: 'link:moved', since: '2024-06-01' }),
    );
    expect(ids(chainOfName(catalogue, 'distribution:fen', TODAY))).toEqual([
      'distribution:a',
      'release:fen-6',
    ]);
    expect(statement(catalogue, 'distribution:fen', 'base')?.params).toMatchObject({
      steps: [{ name: 'a' }],
    });
    expect(statement(catalogue, 'distribution:fen', 'baseNow')?.params).toMatchObject({
      bases: [{ name: 'b' }],
      since: '2024-06-01',
    });
  });
  it('of a project that is over rests on what it rested on last, everywhere', () => {
    const over = reading('distribution:fen', 'identity.standing', { value: 'ended' });
    const ended = (more: readonly ReturnType<typeof release>[]) =>
      catalogueOf(
        ...['a', 'fen'].map(distribution),
        ...more,
        link('distribution:fen', 'distribution:a', { since: '2016', until: '2019-05' }),
        over,
      );
    for (const catalogue of [
      ended([]),
      ended([release('fen', '3', '2018-01-01')]),
      ended([release('fen', '3')]),
    ]) {
      expect(chainOfName(catalogue, 'distribution:fen', TODAY)[0].id).toBe('distribution:a');
      const graph = lineageGraph(catalogue, TODAY, { lifeOf });
      expect(graph.nodes.get('distribution:fen')?.bases).toEqual(['distribution:a']);
    }
  });
  it('is not taken over by an undated release without a base', () => {
    const catalogue = catalogueOf(
      ...['a', 'fen'].map(distribution),
      ...[edition('fen', 'Main'), release('fen', '1', '2025-01-01')],
      { ...release('fen', '2'), editions: ['edition:fen-Main'] },
      link('release:fen-1', 'distribution:a'),
    );
    expect(ids(chainOfName(catalogue, 'distribution:fen', TODAY))).toEqual([
      'distribution:a',
      'release:fen-1',
    ]);
    expect(lineageGraph(catalogue, TODAY).nodes.get('distribution:fen')).toMatchObject({
      bases: ['distribution:a'],
      release: 'release:fen-1',
    });
  });
});

describe('a base', () => {
  it('is told since when only where that was stated', () => {
    const catalogue = catalogueOf(
      ...['a', 'fen'].map(distribution),
      ...[release('a', '31', '2025-12-01'), release('fen', '7', '2026-03-03')],
      link('release:fen-7', 'release:a-31'),
    );
    expect(statement(catalogue, 'release:fen-7', 'base')?.params).toMatchObject({ since: '' });
    const since = withRecords(catalogue, [link('release:fen-7', 'release:a-31', { since: '2024' })]);
    expect(statement(since, 'release:fen-7', 'base')?.params).toMatchObject({ since: '' });
    const later = withRecords(catalogue, [link('release:fen-7', 'release:a-31', { since: '2026-01' })]);
    expect(statement(later, 'release:fen-7', 'base')?.params).toMatchObject({ since: '2026-01' });
  });
  it('is told with the second one, and with how sure each is', () => {
    const catalogue = catalogueOf(
      ...['a', 'b', 'fen'].map(distribution),
      link('distribution:fen', 'distribution:a', { order: 0 }),
      link('distribution:fen', 'distribution:b', { order: 1, certainty: 'claimed' }),
    );
    expect(statement(catalogue, 'distribution:fen', 'base')?.params).toMatchObject({
      steps: [{ name: 'a' }],
      also: [{ name: 'b', certainty: 'claimed' }],
    });
  });
  it('that is named without a release is held against its newest of that day, and that is told', () => {
    const catalogue = catalogueOf(
      ...['root', 'a', 'fen'].map(distribution),
      ...[
        release('a', '1', '2025-01-01'),
        release('a', '2', '2027-01-01'),
        release('fen', '1', '2026-01-01'),
      ],
      link('distribution:a', 'distribution:root'),
      link('distribution:fen', 'distribution:a'),
      reading('distribution:root', 'defaults.desktop', 'none'),
      reading('release:a-1', 'defaults.desktop', { value: 'Stem' }),
      reading('release:fen-1', 'defaults.desktop', { value: 'Cradle' }),
    );
    const layers = chainOf(catalogue, 'release:fen-1', TODAY);
    expect(ids(layers)).toEqual(['distribution:root', 'release:a-1', 'release:fen-1']);
    expect(layers[1].isAssumed).toBe(true);
    expect(statement(catalogue, 'release:fen-1', 'baseAssumed')?.params).toMatchObject({ release: 'a 1' });
    const told = statement(catalogue, 'release:fen-1', 'look')?.params.told['defaults.desktop'];
    expect(told?.base).toMatchObject({ value: 'Stem', by: 'a 1' });
  });
  it('that one was forked from is as it was then', () => {
    const catalogue = catalogueOf(
      ...['a', 'fen'].map(distribution),
      ...[
        release('a', '1', '2020-01-01'),
        release('a', '9', '2026-01-01'),
        release('fen', '4', '2026-02-01'),
      ],
      link('distribution:fen', 'distribution:a', { relation: 'forked from', since: '2022' }),
    );
    expect(ids(chainOf(catalogue, 'release:fen-4', TODAY))).toEqual(['release:a-1', 'release:fen-4']);
  });
  it('is found in time that grows with the number of layers, and never in a circle', () => {
    const count = 3000;
    const names = Array.from({ length: count }, (_, i) => `d${i}`);
    const ladder = catalogueOf(
      ...names.map(distribution),
      ...names.slice(1).map((name, i) => link(`distribution:${name}`, `distribution:d${i}`)),
      ...names
        .slice(2)
        .map((name, i) =>
          link(`distribution:${name}`, `distribution:d${i}`, { id: `link:two-${i}`, order: 1 }),
        ),
    );
    expect(chainOf(ladder, `distribution:d${count - 1}`, TODAY)).toHaveLength(count);
    const circle = catalogueOf(
      ...['a', 'b'].map(distribution),
      link('distribution:a', 'distribution:b'),
      link('distribution:b', 'distribution:a'),
    );
    expect(chainOf(circle, 'distribution:a', TODAY)).toHaveLength(2);
  });
});

describe('the release before', () => {
  const of = (version: string, date: string | undefined, ...editions: readonly string[]) => ({
    ...release('fen', version, date),
    editions: editions.map((name) => `edition:fen-${name}`),
  });
  const catalogue = catalogueOf(
    distribution('fen'),
    ...['Main', 'Ebb'].map((name) => edition('fen', name)),
    ...[of('6', '2024-01-01', 'Main'), of('7.0', '2025-01-01', 'Main'), of('4', '2025-06-01', 'Ebb')],
    ...[of('7.1', undefined, 'Main'), of('7.2', '2026-01-01', 'Main')],
  );
  it('is of the same edition', () => {
    expect(releaseBefore(catalogue, 'release:fen-4')).toBeUndefined();
    expect(releaseBefore(catalogue, 'release:fen-7.0')?.version).toBe('6');
  });
  it('may be one without a date, by its version', () => {
    expect(releaseBefore(catalogue, 'release:fen-7.2')?.version).toBe('7.1');
    expect(releaseBefore(catalogue, 'release:fen-7.1')?.version).toBe('7.0');
  });
});
