/** What is told of archives, kernels, doubt and conditions is no more than what was said: each test is of an untruth. */
import { describe, expect, it } from 'vitest';
import {
  catalogueOf,
  change,
  distribution,
  edition,
  link,
  reading,
  release,
  source,
} from '../../testing/catalogues.ts';
import { spoilsOf } from '../capture/conditions.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import { firstDayOf } from '../catalogue/days.ts';
import type { FactValue } from '../catalogue/factValue.ts';
import { findFactKey } from '../catalogue/factSheet.ts';
import { repositoriesOf } from '../layers/areas/repositories.ts';
import { changesOf } from '../layers/changes.ts';
import { countsOf } from '../layers/counts.ts';
import { layerTable } from '../layers/layerTable.ts';
import { chainOf, chainOfName } from '../lineage/chain.ts';
import { wordSaying } from '../wording/sayingText.ts';
import { wordStatement } from '../wording/statements/wordStatement.ts';
import { openPointsOf } from '../open/openPoints.ts';
import { dossierStatements } from './dossierStatements.ts';

const TODAY = firstDayOf('2026-11-24');
const FRAME = [
  ...['root', 'a', 'b'].map(distribution),
  ...[release('root', '1', '2023-01-01'), release('a', '1', '2024-01-01'), release('b', '1', '2026-01-01')],
  link('release:a-1', 'release:root-1'),
  link('release:b-1', 'release:a-1'),
];
const tableOf = (...records: readonly AnyRecord[]) => {
  const catalogue = catalogueOf(...FRAME, ...records);
  return { catalogue, table: layerTable(catalogue, chainOf(catalogue, 'release:b-1', TODAY)) };
};
const told = (...records: readonly AnyRecord[]) => {
  const { catalogue, table } = tableOf(...records);
  return dossierStatements(catalogue, table, TODAY).map(wordStatement).join('\n');
};
const says = (of: string, key: string, value: FactValue, more = {}) =>
  reading(`release:${of}-1`, key, { value }, more);
const ARCHIVES = 'repositories.archives';
const named = (...names: readonly string[]) => names.map((name) => ({ name }));

describe('archives', () => {
  it('are of whom somebody says they are, else an archive', () => {
    const owned = named('main', 'front').map((each, i) =>
      i === 1 ? { ...each, settings: { owner: 'own' } } : each,
    );
    expect(
      told(says('a', ARCHIVES, named('main')), says('b', ARCHIVES, named('main', 'front'))),
    ).not.toContain('of its own');
    expect(told(says('a', ARCHIVES, named('main')), says('b', ARCHIVES, owned))).toContain(
      'an archive of its own, front',
    );
    expect(told(says('b', ARCHIVES, named('main', 'front')))).not.toContain('its own');
    const { table } = tableOf(says('b', ARCHIVES, [{ name: 'x', settings: { owner: 'community' } }]));
    expect(repositoriesOf(table).rows.map(({ whose }) => whose)).toEqual(['other']);
  });
  it('in another order are changed; an order is told only where one was said', () => {
    const turned = [
      says('a', ARCHIVES, named('main', 'updates', 'security')),
      says('b', ARCHIVES, named('security', 'main', 'updates')),
    ];
    const { table } = tableOf(...turned);
    expect(changesOf(table).map(({ elements }) => elements.map(({ kind, name }) => [kind, name]))).toEqual([
      [['retunes', 'security']],
    ]);
    const partial = says('b', ARCHIVES, named('front'), { marks: ['partial'] });
    expect(told(says('a', ARCHIVES, named('main')), partial)).not.toMatch(/in this order|behind|in front/);
    const adds = change('release:b-1', ARCHIVES, { does: 'adds', after: named('front') });
    expect(told(says('a', ARCHIVES, named('main')), adds)).not.toMatch(/in this order|behind|in front/);
    expect(told(says('b', ARCHIVES, named('one', 'two')))).toContain('in this order');
  });
  it('that are as in a base of which they are not known are told as that', () => {
    const text = told(reading('release:b-1', ARCHIVES, 'unchanged'));
    expect(text).not.toMatch(/no archives|:\./);
    expect(text).toContain('the same archives as those of the base');
  });
  it('are never tested for a time that no source gave', () => {
    const { table } = tableOf(
      source('one', 'page'),
      source('two', 'page'),
      says('b', ARCHIVES, named('main')),
      says('b', 'repositories.holding', 42, { source: 'source:one' }),
      says('b', 'repositories.holdingMost', 45, { source: 'source:two' }),
    );
    expect(repositoriesOf(table).rows[0]).toMatchObject({ holding: 42 });
    expect(repositoriesOf(table).rows[0].holdingMost).toBeUndefined();
  });
});

describe('a kernel', () => {
  const kernel = (root: string, a: string, b: string) =>
    told(
      says('root', 'identity.packageFormat', 'deb'),
      ...[
        says('root', 'kernel.version', root),
        says('a', 'kernel.version', a),
        says('b', 'kernel.version', b),
      ],
    );
  it('is its own only where it is a build of its own', () => {
    expect(kernel('6.1', '6.4', '6.4-corvane')).toContain('a kernel of its own, 6.4-corvane');
    expect(kernel('6.1', '6.4', '6.9')).not.toContain('of its own');
    expect(kernel('6.1', '6.4', '6.2')).toContain('an older kernel, 6.2');
    expect(kernel('6.1', '6.4', '6.1')).toContain('the kernel of root 1, 6.1');
  });
  it('string does not take the standing of a version that is only inherited', () => {
    const text = told(says('a', 'kernel.version', '6.4'), says('b', 'kernel.release', '6.9-1-corvane'));
    expect(text).not.toContain('the kernel of a 1, 6.9-1-corvane');
  });
});

describe('what was seen under conditions', () => {
  it('spoils what is not there on a live image, or with an index that was never fetched', () => {
    const live = { medium: 'live', indexRefreshed: false } as const;
    for (const key of ['kernel.offered', 'defaults.application.mail', 'themes.wallpapers'])
      expect([key, spoilsOf(key, live, false, true).length > 0]).toEqual([key, true]);
    expect(spoilsOf('kernel.offered', { indexRefreshed: false }, false, true)).toHaveLength(1);
    expect(spoilsOf('defaults.application.mail', { medium: 'installed' }, false, true)).toEqual([]);
  });
  it('is spoiled for all of the look where the theme was changed', () => {
    const changed = { alteredByAnalyst: true, alteredWith: 'the theme' };
    expect(spoilsOf('themes.icons', changed)).toEqual(['changed by the analyst']);
    expect(spoilsOf('defaults.panel', changed)).toEqual([]);
    expect(spoilsOf('defaults.panel', { alteredByAnalyst: true, alteredWith: 'panels' })).toHaveLength(1);
  });
  it('gives way to a later look at the installed system as it comes', () => {
    const { table } = tableOf(
      source('live', 'handsOn', '2026-01-02', { medium: 'live' }),
      source('later', 'handsOn', '2026-03-01', { medium: 'installed' }),
      source('altered', 'handsOn', '2026-01-03', { medium: 'installed', alteredByAnalyst: true }),
      says('b', 'defaults.panel', 'top', { source: 'source:live' }),
      says('b', 'defaults.panel', 'left', { source: 'source:altered' }),
      says('b', 'defaults.panel', 'bottom', { source: 'source:later' }),
    );
    expect(table.rows.find(({ fact }) => fact.key === 'defaults.panel')!.cells.at(-1)!.value).toBe('bottom');
  });
});

describe('what somebody says', () => {
  it('weighs more on the project’s page than as hearsay, however near in time', () => {
    const of = (subject: string) =>
      tableOf(
        source('page', 'page', '2026-06-01'),
        source('forum', 'hearsay', '2026-01-03'),
        reading(subject, 'model.firstUpdate', { value: 300 }, { source: 'source:page' }),
        reading(subject, 'model.firstUpdate', { value: 900 }, { source: 'source:forum' }),
      ).table.rows.find(({ fact }) => fact.key === 'model.firstUpdate')!;
    expect(of('release:b-1').cells.at(-1)!.value).toBe(300);
    expect(of('distribution:b').cells.at(-1)!.value).toBe(300);
  });
  it('of the project as a whole is the same for each release: the newer one', () => {
    const catalogue = catalogueOf(
      distribution('b'),
      ...[release('b', '1', '2020-01-01'), release('b', '2', '2026-01-01')],
      ...[source('old', 'page', '2020-02-01'), source('new', 'page', '2026-02-01')],
      reading('distribution:b', 'identity.sponsor', { value: 'a shop' }, { source: 'source:old' }),
      reading('distribution:b', 'identity.sponsor', { value: 'a bank' }, { source: 'source:new' }),
    );
    const of = (id: string) =>
      layerTable(catalogue, chainOf(catalogue, id, TODAY)).rows.find(
        ({ fact }) => fact.key === 'identity.sponsor',
      )!.cells[0].value;
    expect([of('release:b-1'), of('release:b-2')]).toEqual(['a bank', 'a bank']);
  });
  it('keeps its yes or no before the words around it', () => {
    const fact = findFactKey('welcome.offline')!;
    const said = { state: 'set', value: true, said: 'as far as known', marks: [] } as never;
    expect(wordSaying(fact, said)).toBe('yes, as far as known');
  });
});

describe('what is not there', () => {
  it('by a choice at install is no change, in no count', () => {
    const { table } = tableOf(
      says('a', 'defaults.application.office', 'Ledger'),
      reading('release:b-1', 'defaults.application.office', 'none', {
        marks: ['onPurpose'],
        said: 'not chosen at install',
      }),
    );
    expect(changesOf(table)).toEqual([]);
    expect(countsOf(table.rows).changed).toBe(0);
  });
});

describe('a project that is known to be independent', () => {
  const records = [
    ...['iso', 'b'].map(distribution),
    release('iso', '3', '2026-01-01'),
    reading('release:iso-3', 'lineage.independent', { value: true }),
    release('iso', '2', '2025-01-01'),
    change('release:iso-2', 'defaults.services', { does: 'adds', after: named('clock') }),
  ];
  const catalogue = catalogueOf(...records);
  it('is asked nowhere what it is built on, whichever release that was said of', () => {
    for (const id of ['release:iso-3', 'release:iso-2', 'distribution:iso']) {
      const table = layerTable(catalogue, chainOf(catalogue, id, TODAY));
      expect(openPointsOf(catalogue, table).map(({ rule }) => rule)).not.toContain('lineageUnknown');
      const text = dossierStatements(catalogue, table, TODAY).map(wordStatement).join('\n');
      expect(text).toContain('is independent');
      expect(text).not.toContain('what its base has is not known');
    }
  });
});

describe('areas of a project whose editions have all', () => {
  it('are not told as not looked at', () => {
    const editions = ['Main', 'Ebb'];
    const catalogue = catalogueOf(
      ...['a', 'c', 'b'].map(distribution),
      ...editions.map((name) => edition('b', name)),
      link('edition:b-Main', 'distribution:a'),
      link('edition:b-Ebb', 'distribution:c'),
      ...editions.map((name) => ({
        ...reading(`edition:b-${name}`, 'kernel.version', { value: '6.1' }),
        id: `reading:${name}`,
      })),
    );
    const table = layerTable(catalogue, chainOfName(catalogue, 'distribution:b', TODAY));
    const unseen = openPointsOf(catalogue, table).flatMap((point) =>
      point.rule === 'areaUnseen' ? [point.area] : [],
    );
    expect(table.layers[0].dependsOnEdition).toHaveLength(2);
    expect(unseen).toContain('themes');
    expect(unseen).not.toContain('kernel');
  });
});

describe('what an analyst wrote beside a value', () => {
  it('is told: a remark, and why something is as it is though its base is not known', () => {
    const text = told(
      says('b', 'defaults.panel', 'bottom', { note: 'It hides after a while.' }),
      change('release:b-1', 'defaults.panel', { motive: 'small screens' }),
    );
    expect(text).toContain('hides after a while');
    expect(text).toContain('since small screens');
  });
  it('is told of all that was seen and cannot be relied on, not of one alone', () => {
    const text = told(
      ...[source('one', 'handsOn', '2026-01-02'), source('two', 'handsOn', '2026-02-02')],
      says('b', 'defaults.panel', 'top', { source: 'source:one', spoiledBy: ['live image'] }),
      says('b', 'defaults.panel', 'left', { source: 'source:two', spoiledBy: ['live image'] }),
    );
    expect(text).toContain('“top”');
    expect(text).toContain('“left”');
  });
});
