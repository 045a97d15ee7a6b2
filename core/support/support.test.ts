/** Support: rules and their ends by hand, cadences, windows over their bases' windows, the calendar read by another library. */
import fc from 'fast-check';
import ICAL from 'ical.js';
import { describe, expect, it } from 'vitest';
import { formatDay, firstDayOf } from '../catalogue/days.ts';
import { withRecords } from '../catalogue/applyDiff.ts';
import { catalogueOf, distribution, edition, link, reading, release } from '../../testing/catalogues.ts';
import { formatSupportCalendar, formatSupportCsv, supportLine } from '../exchange/supportFile.ts';
import { wordChoice, wordDays, wordLeft, wordSupport, wordSupported } from '../wording/supportText.ts';
import { expectedNext, nextByCadence, parseCadence, spreadOf } from './cadence.ts';
import { addSpan, endByRule, parseSupportRule } from './supportRule.ts';
import { chooseRelease, isSupported, leftWhenEnds, supportRows } from './supportRows.ts';

const day = firstDayOf;
const endOf = (text: string, from: string, more: { place?: number; later?: string[] } = {}) => {
  const rule = parseSupportRule(text);
  if (!rule) return 'no rule';
  const later = (more.later ?? []).map((each) => ({ day: day(each), isExpected: false }));
  const end = endByRule(rule, { day: day(from), place: more.place ?? 1, later });
  return end && formatDay(end.day);
};

describe('a rule of support', () => {
  it.each([
    ['14 months', '2026-03-03', '2027-05-03'],
    ['for 14 months', '2026-03-03', '2027-05-03'],
    ['5 years', '2026-02-14', '2031-02-14'],
    ['a month', '2026-01-31', '2026-02-28'],
    ['one month', '2028-01-31', '2028-02-29'],
    ['1 year', '2028-02-29', '2029-02-28'],
    ['4 years', '2028-02-29', '2032-02-29'],
    ['half a year', '2026-08-31', '2027-02-28'],
    ['1.5 years', '2026-01-15', '2027-07-15'],
    ['6 weeks', '2026-12-20', '2027-01-31'],
    ['90 days', '2026-01-01', '2026-04-01'],
  ])('of %s from %s ends on %s', (text, from, end) => {
    expect(endOf(text, from)).toBe(end);
  });
  it('gives more to every third', () => {
    const of = (place: number) => endOf('5 years and 2 more for every third', '2026-04-01', { place });
    expect([1, 2, 3, 4, 6].map(of)).toEqual([
      '2031-04-01',
      '2031-04-01',
      '2033-04-01',
      '2031-04-01',
      '2033-04-01',
    ]);
    expect(endOf('9 months and 6 months more for every second release', '2026-01-31', { place: 2 })).toBe(
      '2027-04-30',
    );
  });
  it('lasts until the next but one, and some time more', () => {
    const later = ['2026-09-01', '2027-03-02', '2027-09-07'];
    expect(endOf('until the next but one', '2026-03-03', { later })).toBe('2027-03-02');
    expect(endOf('the next but one is out', '2026-03-03', { later })).toBe('2027-03-02');
    expect(endOf('until the next is out', '2026-03-03', { later })).toBe('2026-09-01');
    expect(endOf('until the next release and 3 months', '2026-03-03', { later })).toBe('2026-12-01');
    expect(endOf('1 month after the next but two', '2026-03-03', { later })).toBe('2027-10-07');
    expect(endOf('until the next but one', '2026-03-03', { later: later.slice(0, 1) })).toBeNull();
  });
  it('has no end where it rolls, and is none where nothing is stated', () => {
    expect(endOf('rolls on', '2026-03-03')).toBeNull();
    for (const text of [
      '',
      'as long as somebody cares',
      'until it is broken',
      '5',
      'next year',
      'a third of a year',
    ])
      expect(parseSupportRule(text), text).toBeNull();
  });
  it('of more months never ends earlier, whatever the day', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 40_000 }), fc.nat(200), fc.nat(20), (from, months, more) => {
        const at = (count: number) => addSpan(from, { months: count, days: 0 });
        expect(at(months + more)).toBeGreaterThanOrEqual(at(months));
        expect(at(0)).toBe(from);
        const [, month] = formatDay(at(months)).split('-').map(Number);
        const [, first] = formatDay(from).split('-').map(Number);
        expect(month % 12).toBe((first + months) % 12);
      }),
    );
  });
});

describe('a cadence', () => {
  it('of named weekdays falls on them', () => {
    const cadence = parseCadence('each half year, on the first Tuesday of March and September')!;
    const next = (after: string) => formatDay(nextByCadence(cadence, 0, day(after)));
    expect(next('2026-03-03')).toBe('2026-09-01');
    expect(next('2026-09-01')).toBe('2027-03-02');
    expect(next('2025-09-01')).toBe('2025-09-02');
  });
  it.each([
    ['every 13 months', '2026-01-31', '2027-02-28'],
    ['two a year', '2026-01-31', '2026-07-31'],
    ['every two years', '2026-02-28', '2028-02-28'],
    ['each year, in April', '2026-05-01', '2027-04-01'],
    ['twice a year', '2026-05-01', '2026-11-01'],
    ['every 6 weeks', '2026-05-01', '2026-06-12'],
  ])('of %s after %s is next on %s', (text, newest, next) => {
    expect(formatDay(nextByCadence(parseCadence(text)!, day(newest), day(newest)))).toBe(next);
  });
  it('that names no time is none', () => {
    for (const text of ['when it is ready', '', 'irregularly', 'every now and then'])
      expect(parseCadence(text), text).toBeNull();
  });
  it('observed has the middle of what was between, and how far that goes', () => {
    const days = ['2025-01-01', '2025-01-31', '2025-03-12', '2025-04-01'].map(day);
    expect(spreadOf(days)).toEqual({ count: 3, least: 20, middle: 30, most: 40 });
    expect(expectedNext(days, null)).toEqual({
      day: day('2025-05-01'),
      least: day('2025-04-21'),
      most: day('2025-05-11'),
      by: 'observed',
    });
    expect(expectedNext(days.slice(0, 2), null)).toBeNull();
    expect(spreadOf(days.slice(0, 1))).toBeNull();
    const stated = expectedNext(days.slice(0, 2), parseCadence('every month'));
    expect(stated).toMatchObject({ by: 'stated', day: day('2025-02-28'), least: day('2025-02-28') });
  });
  it('expects what comes next within its own spread', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 900 }), { minLength: 2, maxLength: 12 }), (steps) => {
        const days = steps.reduce((all, step) => [...all, all[all.length - 1] + step], [20_000]);
        const next = expectedNext(days, null)!;
        expect(next.least).toBeLessThanOrEqual(next.day);
        expect(next.most).toBeGreaterThanOrEqual(next.day);
        expect(next.least).toBeGreaterThan(days[days.length - 1]);
      }),
    );
  });
});

const TODAY = day('2026-11-20');
const catalogue = catalogueOf(
  ...['larch', 'ash', 'oak', 'drift', 'mute'].map(distribution),
  edition('oak', 'main'),
  edition('oak', 'low'),
  release('larch', '7', '2025-06-10'),
  release('ash', '31', '2025-04-02'),
  release('ash', '32', '2026-05-04'),
  release('oak', '1', '2026-03-03'),
  release('drift', '2026.11', '2026-11-01'),
  release('mute', '1', '2026-02-01'),
  link('release:ash-31', 'release:larch-7'),
  link('release:ash-32', 'release:larch-7'),
  link('edition:oak-main', 'release:ash-31'),
  link('edition:oak-low', 'release:larch-7'),
  reading('release:larch-7', 'model.supportEnd', { value: '2028-06-10' }),
  reading('release:ash-31', 'model.supportEnd', { value: '2029-04-02' }),
  reading('distribution:ash', 'model.lifeRule', { value: 'until the next but one' }),
  reading('release:oak-1', 'model.supportEnd', { value: '2029-06-01' }),
  reading('release:oak-1', 'model.life', { value: 36 }),
  reading('distribution:drift', 'model.kind', { value: 'rolling' }),
);
const rowOf = (id: string, on = TODAY) => supportRows(catalogue, id, TODAY, on)[0];

describe('a system is supported', () => {
  it('as stated, beside what follows from its rule, over its base', () => {
    const [low, main] = supportRows(catalogue, 'distribution:oak', TODAY);
    expect([low.name, main.name]).toEqual(
      ['Oak 1 low', 'Oak 1 main'].map((name) => name.replace('Oak', 'oak')),
    );
    expect(supportLine(main)).toMatchObject({
      subject: 'release:oak-1',
      stated: '2029-06-01',
      computed: '2029-03-03',
      rule: '36 months after 3 March 2026',
      differ: true,
      differDays: 90,
      supported: true,
      daysLeft: day('2029-06-01') - TODAY,
      base: 'release:ash-31',
      baseEnd: '2029-04-02',
      gapDays: 60,
      gap: { least: 60, most: 60 },
      moves: [
        { layer: 'release:larch-7', end: '2028-06-10' },
        { layer: 'release:ash-31', end: '2029-04-02' },
        { layer: 'release:oak-1', end: '2029-06-01' },
      ],
    });
    expect(wordSupport(main)).toBe(
      'Oak 1 main is supported until 1 June 2029, as stated. ' +
        'By its own rule, support ends on 3 March 2029 (36 months after 3 March 2026), 90 days from the stated end. ' +
        'Its base ash 31 ends on 2 April 2029, 60 days earlier. 30 months are left.',
    );
    expect(low.gap?.most).toBe(day('2029-06-01') - day('2028-06-10'));
  });
  it('until a day that it includes, and not before it is out', () => {
    const on = (text: string) => rowOf('release:larch-7', day(text)).state;
    expect([on('2025-06-09'), on('2025-06-10'), on('2028-06-10'), on('2028-06-11')]).toEqual([
      'notYet',
      'supported',
      'supported',
      'ended',
    ]);
    expect(rowOf('release:larch-7', day('2028-06-11')).left).toEqual({ least: -1, most: -1 });
    expect(rowOf('release:mute-1').state).toBe('unknown');
    expect(supportLine(rowOf('release:mute-1')).supported).toBeNull();
  });
  it('to a month only: within it nobody knows', () => {
    const vague = catalogueOf(
      distribution('a'),
      release('a', '1', '2026-01-01'),
      reading('release:a-1', 'model.supportEnd', { value: '2027-04' }),
    );
    const on = (text: string) => supportRows(vague, 'release:a-1', TODAY, day(text))[0].state;
    expect([on('2027-03-31'), on('2027-04-01'), on('2027-04-02'), on('2027-05-01')]).toEqual([
      'supported',
      'supported',
      'maybe',
      'ended',
    ]);
  });
  it('by the release that is expected, where the rule hangs on one', () => {
    // Two releases say nothing of a rhythm: no end is made up.
    expect(rowOf('release:ash-32').own.computed).toBeUndefined();
    expect(supportLine(rowOf('release:ash-32'))).toMatchObject({ computed: null, rules: [{ end: null }] });
  });
  it('by the next but one, where the one between is known by the cadence only', () => {
    const seasons = catalogueOf(
      distribution('s'),
      ...['2025-09-02', '2026-03-03', '2027-03-02'].map((date, i) => release('s', String(i), date)),
      reading('distribution:s', 'model.cadence', { value: 'first Tuesday of March and September' }),
      reading('distribution:s', 'model.lifeRule', { value: 'until the next but one is out' }),
    );
    const [row] = supportRows(seasons, 'release:s-1', TODAY);
    expect(row.own.rules).toMatchObject([{ end: day('2027-03-02'), isExpected: true }]);
    // What is recorded a few days off the cadence is that release, and no second one.
    const late = withRecords(seasons, [release('s', '1b', '2026-09-05')]);
    expect(supportRows(late, 'release:s-1', TODAY)[0].own.rules).toMatchObject([
      { end: day('2027-03-02'), isExpected: false },
    ]);
  });
  it('without an end where it rolls on, until the project ends', () => {
    expect(supportLine(rowOf('distribution:drift'))).toMatchObject({
      supported: true,
      state: 'rolls',
      daysLeft: null,
      rule: 'rolls on, no end',
    });
    const ended = catalogueOf(
      distribution('a'),
      release('a', '1', '2026-01-01'),
      reading('distribution:a', 'model.kind', { value: 'rolling' }),
      reading('distribution:a', 'identity.standing', { value: 'ended' }),
    );
    expect(supportRows(ended, 'distribution:a', TODAY)[0].state).toBe('ended');
  });
  it('told of many at once', () => {
    const rows = ['release:larch-7', 'release:oak-1', 'distribution:drift', 'release:mute-1'].map((id) =>
      rowOf(id, day('2028-12-31')),
    );
    expect(wordSupported(rows, day('2028-12-31'))).toBe(
      'On 31 December 2028, 1 of 4 systems is within stated support (oak 1 low); drift 2026.11 rolls without an end; mute 1 states no end; larch 7 has ended. One promise outlasts its base: oak 1 low by 356 days.',
    );
    expect(rows.filter(isSupported)).toHaveLength(2);
  });
});

describe('when a base ends', () => {
  const rows = ['release:ash-31', 'distribution:oak', 'release:mute-1'].flatMap((id) =>
    supportRows(catalogue, id, TODAY),
  );
  it('those that rest on it are told with the days that they promise more', () => {
    const left = leftWhenEnds(rows, 'release:larch-7');
    expect(left.map(({ row, past }) => [row.name, past?.most])).toEqual([
      ['oak 1 low', 356],
      ['oak 1 main', 356],
      ['ash 31', 296],
    ]);
    expect(wordLeft(left[0])).toBe('oak 1 low promises 356 days more than there is a base for');
    expect(leftWhenEnds(rows, 'release:oak-1')).toEqual([]);
  });
});

describe('which release to take', () => {
  const rows = ['release:larch-7', 'release:ash-31', 'release:mute-1'].map((id) => rowOf(id));
  it('is the newest or the longest of those that last with all their bases', () => {
    const until = day('2028-01-01');
    expect(chooseRelease(rows, until, 'new').taken?.name).toBe('larch 7');
    const other = rows.map((row) => (row.name === 'ash 31' ? { ...row, bases: [] } : row));
    expect(chooseRelease(other, until, 'long').taken?.name).toBe('ash 31');
    expect(chooseRelease(other, until, 'new').taken?.name).toBe('larch 7');
    expect(chooseRelease(rows, until, 'new').short.map(({ name }) => name)).toEqual(['mute 1']);
  });
  it('is told to be too short where none lasts', () => {
    const until = day('2031-01-01');
    const choice = chooseRelease(rows, until, 'new');
    expect(choice.isShort).toBe(true);
    expect(wordChoice(choice, until, 'new')).toMatch(
      /^None lasts until 1 January 2031 with all its bases; larch 7 lasts longest/,
    );
    expect(wordChoice(chooseRelease([], until, 'new'), until, 'new')).toMatch(/Of none/);
  });
});

describe('the calendar', () => {
  const rows = ['distribution:oak', 'distribution:drift'].flatMap((id) => supportRows(catalogue, id, TODAY));
  const text = formatSupportCalendar(rows, 'Reading rooms; a, b', TODAY);
  const events = new ICAL.Component(ICAL.parse(text) as never)
    .getAllSubcomponents('vevent')
    .map((component) => new ICAL.Event(component));
  it('is read by another library into the same days, each end once', () => {
    expect(events.map(({ summary, startDate }) => [summary, startDate.toString(), startDate.isDate])).toEqual(
      [
        ['oak 1 low: support ends', '2029-06-01', true],
        ['oak 1 main: support ends', '2029-06-01', true],
        ['larch 7: support ends', '2028-06-10', true],
        ['ash 31: support ends', '2029-04-02', true],
      ],
    );
    expect(new Set(events.map(({ uid }) => uid)).size).toBe(events.length);
  });
  it('has lines of at most 75 bytes, with both ends of line, and is the same when made again', () => {
    for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
    expect(text.replaceAll('\r\n', '')).not.toMatch(/[\r\n]/);
    expect(formatSupportCalendar(rows, 'Reading rooms; a, b', TODAY)).toBe(text);
  });
  it('and the table for spreadsheets name the same systems', () => {
    const lines = formatSupportCsv(rows).trimEnd().split('\r\n');
    expect(lines).toHaveLength(rows.length + 1);
    expect(lines[1]).toMatch(/^oak 1 low,2026-03-03,2029-06-01,2029-03-03,/);
  });
});

describe('a stretch of days', () => {
  it.each([
    [1, '1 day'],
    [61, '61 days'],
    [90, '3 months'],
    [924, '30 months'],
    [1461, '4 years'],
    [1600, '4 years and 5 months'],
  ])('of %i is %s', (count, words) => {
    expect(wordDays(count)).toBe(words);
  });
});
