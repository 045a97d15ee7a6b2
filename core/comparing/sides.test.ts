/** Side by side: verdicts by state, lists, measurements, the trunk: by example. The laws stand in sidesLaws.test.ts. */
import { describe, expect, it } from 'vitest';
import { catalogueOf, edition, link, release, source } from '../../testing/catalogues.ts';
import { FRAME, on, sideOf } from '../../testing/fork.ts';
import { firstDayOf } from '../catalogue/days.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import type { Reading } from '../catalogue/reading.ts';
import { compareSides } from './compareSides.ts';
import type { Point } from './point.ts';
import { formatSide, parseSide } from './side.ts';
import { trunkOf } from './trunk.ts';

const TODAY = firstDayOf('2026-11-24');
const compare = (records: readonly AnyRecord[], names: readonly string[] = ['left', 'right']) =>
  compareSides(catalogueOf(...FRAME, ...records), names.map(sideOf), TODAY);
const pointOf = (records: readonly AnyRecord[], key: string, names?: readonly string[]) =>
  compare(records, names).points.find((point) => point.key === key)!;
const GUIDE = 'welcome.guide';
const verdictOf = (...records: AnyRecord[]) => pointOf(records, GUIDE).verdict;

describe('a point', () => {
  it('is the same where both have the same, in whatever case it is written', () => {
    expect(
      verdictOf(on('left', GUIDE, { value: 'Doorstep' }), on('right', GUIDE, { value: 'door step' })),
    ).toEqual({
      kind: 'same',
      asFarAsSaid: false,
    });
  });
  it('is different where both say different things, and where one has none', () => {
    expect(verdictOf(on('left', GUIDE, { value: 'Doorstep' }), on('right', GUIDE, 'none')).kind).toBe(
      'different',
    );
    expect(verdictOf(on('left', GUIDE, 'doesNotApply'), on('right', GUIDE, 'none')).kind).toBe('different');
    expect(verdictOf(on('left', GUIDE, 'none'), on('right', GUIDE, 'none')).kind).toBe('same');
  });
  it('is unknown where nobody has looked, or nobody has checked again; never equal, and never "no"', () => {
    expect(verdictOf()).toEqual({ kind: 'unknown', knownOf: [] });
    expect(verdictOf(on('right', GUIDE, 'none'))).toEqual({ kind: 'unknown', knownOf: [1] });
    expect(
      verdictOf(
        on('left', GUIDE, { value: 'A' }, { marks: ['takenOver'] }),
        on('right', GUIDE, { value: 'A' }),
      ),
    ).toEqual({ kind: 'unknown', knownOf: [1] });
    expect(
      verdictOf(on('left', GUIDE, 'notFoundOut', { tried: 'asked' }), on('right', GUIDE, { value: 'A' })),
    ).toEqual({
      kind: 'unknown',
      knownOf: [1],
    });
  });
  it.each([
    ['spoiled', on('left', GUIDE, { value: 'A' }, { spoiledBy: ['live image'] })],
    ['notChosen', on('left', GUIDE, 'none', { marks: ['onPurpose'], said: 'not chosen at install' })],
  ] as const)('is not comparable where one is %s', (reason, record) => {
    expect(verdictOf(record, on('right', GUIDE, { value: 'A' }))).toEqual({ kind: 'not comparable', reason });
  });
  it('keeps what is left out by the project’s choice apart from what was not chosen at install', () => {
    const left = on('left', GUIDE, 'none', { marks: ['onPurpose'], said: 'left out on purpose' });
    expect(verdictOf(left, on('right', GUIDE, { value: 'A' })).kind).toBe('different');
  });
  it('is not comparable where it depends on the edition and none is named', () => {
    const records = [
      edition('left', 'main'),
      edition('left', 'heath'),
      on('left', GUIDE, { value: 'A' }, { conditions: { edition: 'edition:left-main' } }),
      on('right', GUIDE, { value: 'A' }),
    ];
    expect(pointOf(records, GUIDE).verdict).toEqual({ kind: 'not comparable', reason: 'editions' });
    const named = compareSides(
      catalogueOf(...FRAME, ...records),
      [{ id: 'release:left-1', edition: 'edition:left-main' }, { id: 'release:right-1' }],
      TODAY,
    );
    expect(named.points.find(({ key }) => key === GUIDE)!.verdict.kind).toBe('same');
  });
  it('of numbers agrees as far as was said where ranges overlap, and differs where they are apart', () => {
    const settings = (interval: Reading['interval'], value: number) =>
      pointOf(
        [
          on('left', 'welcome.settings', { value }, { interval, said: 'about', marks: ['approximate'] }),
          on('right', 'welcome.settings', { value: 21 }),
        ],
        'welcome.settings',
      ).verdict;
    expect(settings({ least: 18, most: 22 }, 20)).toEqual({ kind: 'same', asFarAsSaid: true });
    expect(settings({ least: 9, most: 11 }, 10)).toEqual({ kind: 'different' });
  });
  it('that was said in words alone is never ranked: the same words are the same, others cannot be compared', () => {
    const said = (text: string) =>
      ({ state: 'set', said: text, value: undefined }) as unknown as Partial<Reading>;
    const settings = (left: string, right: string) =>
      pointOf(
        [
          on('left', 'welcome.settings', { value: 0 }, said(left)),
          on('right', 'welcome.settings', { value: 0 }, said(right)),
        ],
        'welcome.settings',
      ).verdict;
    expect(settings('a few', 'many')).toEqual({ kind: 'not comparable', reason: 'words' });
    expect(settings('a few', 'A few').kind).toBe('same');
  });
  it('of versions of two that roll on is not comparable when they are of days more than a week apart', () => {
    const rolling = (name: string, day: string) => [
      on(name, 'model.kind', { value: 'rolling' }),
      on(name, 'kernel.version', { value: '6.9' }, { date: day }),
    ];
    const verdict = (day: string) =>
      pointOf([...rolling('left', '2026-02-01'), ...rolling('right', day)], 'kernel.version').verdict;
    expect(verdict('2026-02-06').kind).toBe('same');
    expect(verdict('2026-03-06')).toEqual({ kind: 'not comparable', reason: 'otherDay' });
  });
  it('says who sets it, and what comes up from the fork', () => {
    const { values, trunk } = pointOf(
      [on('fork', GUIDE, { value: 'Doorstep' }), on('left', GUIDE, { value: 'Tide Start' })],
      GUIDE,
    );
    expect(values).toMatchObject([
      { setBy: 'left 1', isOwn: true, isFromTrunk: false, evidence: 'seen', sources: ['source:seen'] },
      { setBy: 'fork 2', isOwn: false, isFromTrunk: true, state: 'carried', evidence: 'seen' },
    ]);
    expect(trunk).toMatchObject([{ value: 'Doorstep' }]);
  });
  it('that comes up from a base that nobody has checked again is unknown', () => {
    const records = [
      on('fork', GUIDE, { value: 'Doorstep' }, { marks: ['takenOver'] }),
      on('right', GUIDE, { value: 'Doorstep' }),
    ];
    const { verdict, values } = pointOf(records, GUIDE);
    expect(values[0].state).toBe('takenOver');
    expect(verdict).toEqual({ kind: 'unknown', knownOf: [1] });
  });
  it('of three is different as soon as two differ, whatever the third', () => {
    const records = [on('left', GUIDE, { value: 'A' }), on('right', GUIDE, { value: 'B' })];
    expect(pointOf(records, GUIDE, ['left', 'right', 'third']).verdict.kind).toBe('different');
    expect(pointOf(records, GUIDE, ['left', 'alone', 'third']).verdict).toEqual({
      kind: 'unknown',
      knownOf: [0],
    });
  });
});

describe('a list', () => {
  const ACTIONS = 'welcome.actions';
  const list = (name: string, text: string, more: Partial<Reading> = {}) =>
    on(name, ACTIONS, { value: text.split(', ').map((each) => ({ name: each })) }, more);
  const lines = ({ elements }: Point) =>
    elements.map((line) => [line.name, line.verdict, ...line.values.map(({ has }) => has)]);
  it('is told element by element, with the places that each has', () => {
    const point = pointOf([list('left', 'network, mail'), list('right', 'language, network, mail')], ACTIONS);
    expect(lines(point)).toEqual([
      ['network', 'same', 'yes', 'yes'],
      ['mail', 'same', 'yes', 'yes'],
      ['language', 'different', 'no', 'yes'],
    ]);
    expect(point.elements[0].values.map(({ places }) => places)).toEqual([[1], [2]]);
    expect(point).toMatchObject({ verdict: { kind: 'different' }, otherOrder: false });
  });
  it('with the same elements in another order is different where the order counts', () => {
    const point = pointOf([list('left', 'drivers, update'), list('right', 'update, drivers')], ACTIONS);
    expect(point).toMatchObject({ verdict: { kind: 'different' }, otherOrder: true });
  });
  it('that is known in part never lacks what it does not name', () => {
    const point = pointOf(
      [list('left', 'network', { marks: ['partial'] }), list('right', 'network, mail')],
      ACTIONS,
    );
    expect(lines(point)).toEqual([
      ['network', 'same', 'yes', 'yes'],
      ['mail', 'unknown', 'unknown', 'yes'],
    ]);
    expect(point.verdict).toEqual({ kind: 'not comparable', reason: 'partial' });
    const other = pointOf(
      [list('left', 'network, users', { marks: ['partial'] }), list('right', 'network')],
      ACTIONS,
    );
    expect(other.verdict.kind).toBe('different');
  });
  it('differs by a setting only where both say it', () => {
    const archive = (name: string, settings: Record<string, string>) =>
      on(name, 'repositories.archives', { value: [{ name: 'main', settings }] });
    const verdict = (a: Record<string, string>, b: Record<string, string>) =>
      pointOf([archive('left', a), archive('right', b)], 'repositories.archives').verdict.kind;
    expect(verdict({ state: 'on' }, { tier: 'stable' })).toBe('same');
    expect(verdict({ state: 'on' }, { state: 'off' })).toBe('different');
  });
});

describe('measurements', () => {
  const MEMORY = 'footprint.memory';
  const desk = { tool: 'process viewer', moment: 'idle', machine: 'virtual', memoryMiB: 4096 } as const;
  const measured = (
    name: string,
    value: number,
    conditions: Reading['conditions'],
    more: Partial<Reading> = {},
  ) => ({ ...on(name, MEMORY, { value }, more), conditions, id: `reading:${name}-${value}` }) as AnyRecord;
  it('are held against each other under equal conditions only; others are shown apart, with the reason', () => {
    const equal = pointOf([measured('left', 874, desk), measured('right', 812, desk)], MEMORY);
    expect(equal.verdict.kind).toBe('different');
    const other = pointOf(
      [measured('left', 874, desk), measured('right', 874, { ...desk, memoryMiB: 8192 })],
      MEMORY,
    );
    expect(other.verdict).toEqual({ kind: 'not comparable', reason: 'conditions' });
    expect(other.values.some(({ apart }) => apart?.join() === 'memoryMiB')).toBe(true);
    const { tool: _tool, ...unsaid } = desk;
    expect(pointOf([measured('left', 874, desk), measured('right', 874, unsaid)], MEMORY).verdict).toEqual({
      kind: 'not comparable',
      reason: 'conditionsUnknown',
    });
  });
  it('take from several the ones that most sides have in common', () => {
    const point = pointOf(
      [
        measured('left', 900, { ...desk, tool: 'task list' }),
        measured('left', 874, desk),
        measured('right', 812, desk),
      ],
      MEMORY,
    );
    expect(point.values.map(({ value }) => value)).toEqual([874, 812]);
  });
  it('agree where the way they were written leaves room: 8 % of 8 GiB and 0.7 GB', () => {
    const point = pointOf(
      [
        measured('left', 655, desk, { said: '8 % of 8 GiB' }),
        measured('right', 668, desk, { said: '0.7 GB', unit: 'GB' }),
      ],
      MEMORY,
    );
    expect(point.verdict).toEqual({ kind: 'same', asFarAsSaid: true });
    // 8 % is 7.5 to 8.5 %: 614 to 696 MiB; 0.7 GB is 0.65 to 0.75 GB.
    expect(point.values.map(({ interval }) => [interval!.least!, interval!.most!].map(Math.round))).toEqual([
      [614, 696],
      [620, 716],
    ]);
  });
});

describe('the trunk', () => {
  it('is the nearest distribution that all rest on', () => {
    expect(compare([])).toMatchObject({ trunkNames: ['fork 2'], trunkSide: -1 });
    expect(compare([], ['left', 'fourth'])).toMatchObject({ trunkNames: ['root 1'] });
    expect(compare([], ['left', 'alone'])).toMatchObject({ trunk: null, trunkNames: [] });
  });
  it('is the side itself that the others rest on', () => {
    expect(compare([], ['left', 'fork'])).toMatchObject({ trunkNames: ['fork 2'], trunkSide: 1 });
  });
  it('names each release where they rest on different ones', () => {
    const records = [release('fork', '3', '2026-01-08'), link('release:fork-3', 'release:root-1')];
    const catalogue = catalogueOf(
      ...FRAME.filter(({ id }) => id !== 'link:release-right-1-on-release-fork-2'),
      ...records,
      link('release:right-1', 'release:fork-3'),
    );
    expect(compareSides(catalogue, ['left', 'right'].map(sideOf), TODAY).trunkNames).toEqual([
      'fork 2',
      'fork 3',
    ]);
  });
  it('of two releases of one distribution is what that rests on', () => {
    const records = [release('left', '2', '2026-09-01'), link('release:left-2', 'release:fork-2')];
    const compared = compareSides(
      catalogueOf(...FRAME, ...records),
      [sideOf('left'), { id: 'release:left-2' }],
      TODAY,
    );
    expect(compared.trunkNames).toEqual(['fork 2']);
  });
  it('does not depend on the order of the chains', () => {
    const tables = compare([], ['left', 'right', 'fourth']).tables.map(({ layers }) => layers);
    expect(trunkOf(tables.toReversed())?.distribution).toBe(trunkOf(tables)?.distribution);
  });
});

describe('a side', () => {
  it('is written in an address and read back', () => {
    const catalogue = catalogueOf(...FRAME, edition('left', 'main'));
    const side = {
      id: 'release:left-1',
      edition: 'edition:left-main',
      on: '2026-02-01',
      source: 'source:seen',
    };
    expect(parseSide(catalogue, formatSide(side))).toEqual(side);
    expect(parseSide(catalogue, 'release:nobody-1')).toBeNull();
    expect(parseSide(catalogue, 'reading:x')).toBeNull();
  });
  it('stands for one source alone where it names one', () => {
    const records = [
      source('page', 'page', '2026-02-02'),
      on('left', GUIDE, { value: 'A' }),
      { ...on('left', GUIDE, { value: 'B' }), id: 'reading:b', source: 'source:page' } as AnyRecord,
    ];
    const compared = compareSides(
      catalogueOf(...FRAME, ...records),
      [
        { id: 'release:left-1', source: 'source:page' },
        { id: 'release:left-1', source: 'source:seen' },
      ],
      TODAY,
    );
    expect(compared.points.find(({ key }) => key === GUIDE)!.values.map(({ value }) => value)).toEqual([
      'B',
      'A',
    ]);
    expect(compared.names).toEqual(['left 1 by “page”', 'left 1 by “seen”']);
  });
  it('stands for another day where it names one', () => {
    const records = [
      { ...on('left', GUIDE, { value: 'old' }, { date: '2026-02-01' }), id: 'reading:old' } as AnyRecord,
      {
        ...on('left', GUIDE, { value: 'new' }, { date: '2026-06-01', accepted: true }),
        id: 'reading:new',
      } as AnyRecord,
    ];
    const compared = compareSides(
      catalogueOf(...FRAME, ...records),
      [{ id: 'release:left-1', on: '2026-03-01' }, { id: 'release:left-1' }],
      TODAY,
    );
    expect(compared.points.find(({ key }) => key === GUIDE)!.values.map(({ value }) => value)).toEqual([
      'old',
      'new',
    ]);
  });
});
