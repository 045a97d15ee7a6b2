/** Ends of support as exactly as they are known: a month or a year is never a day. */
import { describe, expect, it } from 'vitest';
import { catalogueOf, distribution, link, reading, release } from '../../testing/catalogues.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { formatSupportCalendar, formatSupportCsv, supportLine } from '../exchange/supportFile.ts';
import { layerTable } from '../layers/layerTable.ts';
import { chainOf } from '../lineage/chain.ts';
import { openPointsOf } from '../open/openPoints.ts';
import { amountsOf } from '../purpose/quantity.ts';
import { wordSupport, wordSupported } from '../wording/supportText.ts';
import { chooseRelease, coveredUntil, leftWhenEnds, supportRows } from './supportRows.ts';

const TODAY = firstDayOf('2026-11-24');
const catalogue = catalogueOf(
  ...['larch', 'oak'].map(distribution),
  ...[release('larch', '7', '2025-06-10'), release('oak', '1', '2026-03-03')],
  link('release:oak-1', 'release:larch-7'),
  reading('release:larch-7', 'model.supportEnd', { value: '2029-05' }),
  reading('release:oak-1', 'model.supportEnd', { value: '2029' }),
);
const [row] = supportRows(catalogue, 'release:oak-1', TODAY);

describe('an end that is known to a month or a year', () => {
  it('stays a range in gaps, days left and what is covered', () => {
    expect(row.gap).toEqual({
      least: firstDayOf('2029-01-01') - firstDayOf('2029-05-31'),
      most: firstDayOf('2029-12-31') - firstDayOf('2029-05-01'),
    });
    expect(row.left).toEqual({
      least: firstDayOf('2029-01-01') - TODAY,
      most: firstDayOf('2029-12-31') - TODAY,
    });
    expect(coveredUntil(row)).toEqual({
      least: firstDayOf('2029-01-01'),
      most: firstDayOf('2029-05-31'),
    });
    const [left] = leftWhenEnds([row], 'release:larch-7');
    expect(left.past).toEqual(row.gap);
  });
  it('is told as a range, without a day that nobody gave', () => {
    const told = wordSupport(row);
    expect(told).toContain('up to 244 days earlier');
    expect(told).toContain('ends in May 2029');
    expect(told).not.toMatch(/31 Dec|31 May/);
  });
  it('is a range in files too, and in calendars all the days that it may be', () => {
    expect(supportLine(row)).toMatchObject({
      ...{ daysLeft: null, gapDays: null, baseEnd: '2029-05' },
      gap: row.gap,
      left: row.left,
      moves: [
        { layer: 'release:oak-1', end: '2029' },
        { layer: 'release:larch-7', end: '2029-05' },
      ],
    });
    expect(formatSupportCsv([row])).toContain(`${row.left!.least}/${row.left!.most}`);
    const calendar = formatSupportCalendar([row], 'Ends', TODAY);
    expect(calendar).toMatch(/DTSTART;VALUE=DATE:20290501\r\nDTEND;VALUE=DATE:20290601/);
    expect(calendar).not.toMatch(/DTSTART;VALUE=DATE:20291231/);
  });
  it('scores between its ends, and is an open point of its own', () => {
    const table = layerTable(catalogue, chainOf(catalogue, 'release:oak-1', TODAY));
    const [past] = amountsOf(catalogue, [table], 'support.past', TODAY);
    expect(past).toMatchObject(row.gap!);
    expect(past.value).toBe((row.gap!.least + row.gap!.most) / 2);
    const [point] = openPointsOf(catalogue, table).filter(({ rule }) => rule === 'supportGap');
    expect(point.seen).toBe(`${row.gap!.least}/${row.gap!.most}`);
  });
  it('does not last until a day within it, when a release is chosen', () => {
    expect(chooseRelease([row], firstDayOf('2029-01-15'), 'new').isShort).toBe(true);
    expect(chooseRelease([row], firstDayOf('2028-12-31'), 'new').isShort).toBe(false);
  });
});

describe('a life that is stated as a range', () => {
  it('ends between two days', () => {
    const made = catalogueOf(
      distribution('oak'),
      release('oak', '1', '2026-03-03'),
      reading('release:oak-1', 'model.life', { value: 27 }, { interval: { least: 24, most: 30 } }),
    );
    const [only] = supportRows(made, 'release:oak-1', TODAY);
    expect([only.own.endsFirst, only.own.ends]).toEqual(['2028-03-03', '2028-09-03'].map(firstDayOf));
    expect(supportLine(only).left).toEqual({
      least: firstDayOf('2028-03-03') - TODAY,
      most: firstDayOf('2028-09-03') - TODAY,
    });
  });
});

describe('who is supported on a day', () => {
  const series = catalogueOf(
    distribution('oak'),
    ...[release('oak', '1', '2024-01-01'), release('oak', '2', '2026-01-01')],
    reading('release:oak-1', 'model.supportEnd', { value: '2034-01-01' }),
    reading('release:oak-2', 'model.supportEnd', { value: '2026-09-01' }),
  );
  it('is also an older release that lasts longer than the newest', () => {
    const states = (on: string) =>
      supportRows(series, 'distribution:oak', TODAY, firstDayOf(on)).map(({ subject, state }) => [
        subject,
        state,
      ]);
    expect(states('2028-01-01')).toEqual([
      ['release:oak-2', 'ended'],
      ['release:oak-1', 'supported'],
    ]);
    expect(states('2035-01-01')).toEqual([['release:oak-2', 'ended']]);
  });
  it('is told with the greatest gaps first, and how many more there are', () => {
    const names = ['a', 'b', 'c', 'd', 'e'];
    const many = catalogueOf(
      ...['base', ...names].map(distribution),
      release('base', '1', '2025-01-01'),
      reading('release:base-1', 'model.supportEnd', { value: '2029-01-01' }),
      ...names.flatMap((name, i) => [
        release(name, '1', '2026-01-01'),
        link(`release:${name}-1`, 'release:base-1'),
        reading(`release:${name}-1`, 'model.supportEnd', { value: `203${i}-01-01` }),
      ]),
    );
    const rows = names.flatMap((name) => supportRows(many, `release:${name}-1`, TODAY));
    const told = wordSupported(rows, TODAY);
    expect(told).toContain('5 promises outlast their base');
    expect(told).toMatch(/e 1 by .*d 1 by .*c 1 by .*1 more by less/);
  });
});
