/** Judgements that were once told twice, or not at all, and what a system nobody examined was once said to lack. */
import { describe, expect, it } from 'vitest';
import { catalogueOf, distribution, edition, link, reading, release } from '../../testing/catalogues.ts';
import { createAssessment } from '../catalogue/assessment.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { openTableOf } from '../exchange/open/tables.ts';
import { layerTable } from '../layers/layerTable.ts';
import { chainOf } from '../lineage/chain.ts';
import { wordTotal } from '../wording/opinionText.ts';
import { wordStatement } from '../wording/statements/wordStatement.ts';
import { companyOf } from '../peers/company.ts';
import { distinctnessOf } from '../peers/distinct.ts';
import { dossierStatements } from '../statements/dossierStatements.ts';

const TODAY = firstDayOf('2026-11-24');
const judged = (id: string, more: object) =>
  createAssessment({ id: `assessment:${id}`, subject: 'release:a-1', author: 'K. Brand', ...more });
const told = (...opinions: readonly ReturnType<typeof judged>[]) => {
  const catalogue = catalogueOf(distribution('a'), release('a', '1', '2026-01-01'), ...opinions);
  const table = layerTable(catalogue, chainOf(catalogue, 'release:a-1', TODAY));
  return dossierStatements(catalogue, table, TODAY)
    .filter(({ kind }) => kind === 'verdict')
    .map(wordStatement);
};

describe('a judgement', () => {
  it('with a total in words has it everywhere, also when it will be looked at again', () => {
    const opinion = judged('x', {
      total: { said: 'good enough' },
      followUp: { date: '2027-02', text: 'run it' },
    });
    expect(wordTotal(opinion)).toBe('good enough');
    expect(told(opinion)).toEqual([expect.stringContaining('good enough')]);
  });
  it('that comes of its criteria is not told as none', () => {
    const criteria = [{ name: 'upkeep', weight: 1, score: 6, reason: '' }];
    expect(told(judged('x', { criteria }))[0]).not.toContain('no verdict all in all');
  });
  it('that another one takes the place of is not told beside it', () => {
    const before = judged('old', { date: '2026-02-01', total: { said: '4 of 10' } });
    const after = judged('new', { date: '2026-06-01', total: { said: '7 of 10' }, replaces: before.id });
    expect(told(before, after)).toEqual([expect.stringContaining('7 of 10')]);
  });
});

describe('a system that nobody examined', () => {
  it('lacks nothing by what it only inherits', () => {
    const names = ['b', 'c', 'd', 'e'];
    const catalogue = catalogueOf(
      ...['base', ...names].map(distribution),
      release('base', '1', '2025-01-01'),
      reading('release:base-1', 'welcome.guide', 'none'),
      ...names.flatMap((name) => [
        release(name, '1', '2026-01-01'),
        link(`release:${name}-1`, 'release:base-1'),
        ...(name === 'e' ? [] : [reading(`release:${name}-1`, 'welcome.guide', { value: `Hello ${name}` })]),
      ]),
    );
    const company = companyOf(catalogue, TODAY);
    const members = [...company.members.values()].filter(({ id }) => id !== 'distribution:base');
    expect(distinctnessOf(company, members, 'distribution:e').lacks).toEqual([]);
    expect(distinctnessOf(company, [...company.members.values()], 'distribution:base').lacks).toHaveLength(1);
  });
});

describe('the table of facts', () => {
  it('has a line for each edition where that is how facts are known', () => {
    const editions = ['Main', 'Ebb'].map((name) => edition('a', name));
    const catalogue = catalogueOf(
      distribution('a'),
      ...editions,
      { ...release('a', '1', '2026-01-01'), editions: editions.map(({ id }) => id) },
      ...editions.map(({ id, name }) => ({
        ...reading('release:a-1', 'kernel.version', { value: `6.${name.length}` }),
        id: `reading:${name}`,
        conditions: { edition: id },
      })),
    );
    const { head, rows } = openTableOf(catalogue, 'facts', TODAY);
    const values = rows.map((row) => row[head.indexOf('value')]);
    expect(values.sort()).toEqual(['6.3', '6.4']);
  });
});
