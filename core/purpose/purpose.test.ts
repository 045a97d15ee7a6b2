/** Choosing: scores by rule by hand, ranks with their ranges, and the laws that they keep. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Catalogue } from '../catalogue/catalogue.ts';
import { withRecords } from '../catalogue/applyDiff.ts';
import { createAssessment } from '../catalogue/assessment.ts';
import { createCohort } from '../catalogue/cohort.ts';
import type { CriterionRule } from '../catalogue/criterionRule.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { createPurpose, type Purpose } from '../catalogue/purpose.ts';
import { rankLines } from '../exchange/rankReport.ts';
import { wordRanking } from '../wording/purposeText.ts';
import { catalogueOf, distribution, link, reading, release, source } from '../../testing/catalogues.ts';
import { onScale } from './criterion.ts';
import { rankCandidates } from './ranking.ts';

const TODAY = firstDayOf('2026-11-20');
const NAMES = ['ash', 'elm', 'fir', 'oak'];
const ids = NAMES.map((name) => `release:${name}-1`);
const DESK = { tool: 'viewer', moment: 'idle', machine: 'virtual', memoryMiB: 4096 } as const;
const seen = { source: 'source:seen' };
const memory = (name: string, value: number, more = {}) =>
  reading(`release:${name}-1`, 'footprint.memory', { value }, { ...seen, conditions: DESK, ...more });
const end = (name: string, value: string) =>
  reading(`release:${name}-1`, 'model.supportEnd', { value }, seen);
const bare = catalogueOf(
  ...NAMES.map(distribution),
  ...NAMES.map((name) => release(name, '1', '2026-02-01')),
  source('seen', 'measurement', '2026-03-01'),
  link('release:ash-1', 'release:oak-1'),
);
const purpose = (more: Partial<Purpose>) =>
  createPurpose({ id: 'purpose:p', name: 'Desks', candidates: ids, ...more });
const criterion = (name: string, weight: number, rule?: CriterionRule) => ({
  name,
  weight,
  reason: '',
  ...(rule && { rule }),
});
const MEMORY: CriterionRule = { test: 'scale', key: 'footprint.memory', from: 2048, to: 512 };

describe('a scale', () => {
  it('runs straight from 0 to 10, and no further', () => {
    expect([2048, 1280, 512, 100, 4000].map((value) => onScale(value, 2048, 512))).toEqual([0, 5, 10, 10, 0]);
    expect([1, 2].map((value) => onScale(value, 2, 2))).toEqual([0, 10]);
    expect([onScale(Infinity, 1, 2), onScale(Infinity, 2, 1), onScale(-Infinity, 2, 1)]).toEqual([10, 0, 10]);
  });
});

const scoresOf = (catalogue: Catalogue, rule: CriterionRule) =>
  Object.fromEntries(
    rankCandidates(catalogue, purpose({ criteria: [criterion('it', 1, rule)] }), TODAY).candidates.map(
      ({ name, scores: [{ score, least, most, doubt }] }) => [name, [score, least, most, doubt]],
    ),
  );

describe('a criterion by rule', () => {
  it('reads a measurement under equal conditions, with the range in which it lies', () => {
    const made = withRecords(bare, [
      memory('ash', 1280),
      memory('elm', 1280, { interval: { least: 512, most: 1280 } }),
      memory('fir', 700, { conditions: { ...DESK, memoryMiB: 8192 } }),
    ]);
    expect(scoresOf(made, MEMORY)).toEqual({
      'ash 1': [5, 5, 5, undefined],
      'elm 1': [5, 5, 10, undefined],
      'fir 1': [undefined, 0, 10, 'conditions'],
      'oak 1': [undefined, 0, 10, 'unknown'],
    });
  });
  it('flips a condition where the value may lie on both sides, is disputed or not sure', () => {
    const rule: CriterionRule = { test: 'atLeast', key: 'identity.languages', than: 10 };
    const languages = (name: string, value: number, more = {}) =>
      reading(`release:${name}-1`, 'identity.languages', { value }, { ...seen, ...more });
    const made = withRecords(bare, [
      source('page', 'page', '2026-03-02'),
      languages('ash', 12),
      languages('elm', 12, { interval: { least: 8, most: 12 } }),
      languages('fir', 12),
      languages('fir', 4, { source: 'source:page' }),
    ]);
    expect(scoresOf(made, rule)).toEqual({
      'ash 1': [10, 10, 10, undefined],
      'elm 1': [10, 0, 10, undefined],
      'fir 1': [10, 0, 10, 'disputed'],
      'oak 1': [undefined, 0, 10, 'unknown'],
    });
  });
  it('counts a list, as much as is known of it, and knows what it has', () => {
    const kernels = (name: string, names: string[], more = {}) =>
      reading(
        `release:${name}-1`,
        'kernel.offered',
        { value: names.map((each) => ({ name: each })) },
        { ...seen, ...more },
      );
    const made = withRecords(bare, [
      kernels('ash', ['long-term', 'stock']),
      kernels('elm', ['stock'], { marks: ['partial'] }),
      reading('release:fir-1', 'kernel.offered', 'none', seen),
    ]);
    const count: CriterionRule = { test: 'scale', key: 'kernel.offered', from: 0, to: 4 };
    expect(scoresOf(made, count)).toMatchObject({
      'ash 1': [5, 5, 5, undefined],
      'elm 1': [2.5, 2.5, 10, 'partial'],
      'fir 1': [0, 0, 0, undefined],
    });
    const has: CriterionRule = { test: 'has', key: 'kernel.offered', name: 'Long-term' };
    expect(scoresOf(made, has)).toMatchObject({
      'ash 1': [10, 10, 10, undefined],
      'elm 1': [undefined, 0, 10, 'partial'],
      'fir 1': [0, 0, 0, undefined],
    });
  });
  it('reads support as stated and computed, over the bases, and without end where it rolls', () => {
    const made = withRecords(bare, [
      end('ash', '2029-01-01'),
      end('oak', '2028-01-01'),
      reading('release:elm-1', 'model.life', { value: 24 }, seen),
      reading('distribution:fir', 'model.kind', { value: 'rolling' }, seen),
    ]);
    const until: CriterionRule = { test: 'atLeast', key: 'model.supportEnd', than: firstDayOf('2028-06-01') };
    expect(scoresOf(made, until)).toMatchObject({
      'ash 1': [10, 10, 10, undefined],
      'elm 1': [0, 0, 0, undefined],
      'fir 1': [10, 10, 10, undefined],
      'oak 1': [0, 0, 0, undefined],
    });
    const covered: CriterionRule = { ...until, key: 'support.covered' };
    expect(scoresOf(made, covered)['ash 1'][0]).toBe(0);
    const past: CriterionRule = { test: 'scale', key: 'support.past', from: 366, to: 0 };
    expect(scoresOf(made, past)).toMatchObject({
      'ash 1': [0, 0, 0, undefined],
      'elm 1': [undefined, 0, 10, 'unknown'],
    });
  });
  it('places a value among the others, or in a company', () => {
    const made = withRecords(bare, [
      ...NAMES.map((name, i) => memory(name, 500 + 100 * i)),
      createCohort({ id: 'cohort:c', name: 'Two', members: ['distribution:elm', 'distribution:fir'] }),
    ]);
    const among: CriterionRule = { test: 'among', key: 'footprint.memory', better: 'less' };
    const scores = Object.values(scoresOf(made, among)).map(
      ([score]) => Math.round(Number(score) * 100) / 100,
    );
    expect(scores.toSorted((a, b) => b - a)).toEqual([10, 6.67, 3.33, 0]);
    expect(scoresOf(made, { ...among, cohort: 'cohort:c' })).toMatchObject({
      'ash 1': [10, 10, 10, undefined],
      'oak 1': [0, 0, 0, undefined],
      'elm 1': [10, 10, 10, undefined],
    });
  });
});

describe('two releases of one project', () => {
  it('are no rivals of each other', () => {
    const made = withRecords(bare, [
      release('ash', '2', '2026-06-01'),
      ...NAMES.slice(0, 2).map((name, i) => memory(name, 500 + 100 * i)),
      reading('release:ash-2', 'footprint.memory', { value: 400 }, { ...seen, conditions: DESK }),
    ]);
    const among: CriterionRule = { test: 'among', key: 'footprint.memory', better: 'less' };
    const asked = purpose({
      criteria: [criterion('it', 1, among)],
      candidates: ['release:ash-1', 'release:ash-2', 'release:elm-1'],
    });
    const scores = rankCandidates(made, asked, TODAY).candidates.map(({ name, score }) => [name, score]);
    // Elm has both of Ash before it; Ash 1 has nobody but Elm to be held against.
    expect(scores).toEqual([
      ['ash 1', 10],
      ['ash 2', 10],
      ['elm 1', 0],
    ]);
  });
});

describe('a ranking', () => {
  const made = withRecords(
    bare,
    NAMES.map((name, i) => memory(name, 512 + 256 * i)),
  );
  it('is by the weighted mean, by hand', () => {
    // Memory 10, 8.33, 6.67, 5; by hand 4, 10 for two of them.
    const { candidates } = rankCandidates(
      made,
      purpose({
        criteria: [criterion('memory', 3, MEMORY), criterion('look', 1)],
        scores: [
          { candidate: ids[0], on: 'Look', least: 4, most: 4, reason: '' },
          { candidate: ids[1], on: 'look', least: 10, most: 10, reason: '' },
        ],
      }),
      TODAY,
    );
    expect(
      candidates.map(({ name, score, least, most, rank, known }) => [
        name,
        Number(score?.toFixed(3)),
        Number(least.toFixed(3)),
        Number(most.toFixed(3)),
        rank,
        known,
      ]),
    ).toEqual([
      ['elm 1', 8.75, 8.75, 8.75, 1, 1],
      ['ash 1', 8.5, 8.5, 8.5, 2, 1],
      ['fir 1', 6.667, 5, 7.5, 3, 0.75],
      ['oak 1', 5, 3.75, 6.25, 4, 0.75],
    ]);
    // With a fifth less on look Ash leads: (3 × 10 + 0.8 × 4) ÷ 3.8 is 8.74, (3 × 8.33 + 0.8 × 10) ÷ 3.8 is 8.68.
    expect(candidates.map(({ best, worst }) => [best, worst])).toEqual([
      [1, 2],
      [1, 2],
      [3, 4],
      [3, 4],
    ]);
  });
  it('tells which weight or value would turn it', () => {
    const close = purpose({
      criteria: [criterion('memory', 3, MEMORY), criterion('look', 1)],
      scores: [
        { candidate: ids[0], on: 'look', least: 4, most: 4, reason: '' },
        { candidate: ids[1], on: 'look', least: 8.5, most: 8.5, reason: '' },
        { candidate: ids[2], on: 'look', least: 0, most: 10, reason: '' },
      ],
      candidates: ids.slice(0, 3),
    });
    const ranking = rankCandidates(made, close, TODAY);
    expect(ranking.candidates.map(({ name, best, worst }) => [name, best, worst])).toEqual([
      ['ash 1', 1, 2],
      ['elm 1', 1, 2],
      ['fir 1', 3, 3],
    ]);
    // 8.5 before 8.375; a fifth less on memory, or more on look, puts Elm first. Fir has 7.5 at most.
    expect([ranking.turnedByWeight, ranking.turnedByFact]).toEqual([['memory', 'look'], []]);
    const unsure = close.scores.with(1, { candidate: ids[1], on: 'look', least: 8, most: 10, reason: '' });
    expect(rankCandidates(made, { ...close, scores: unsure }, TODAY).turnedByFact).toEqual([
      { candidate: 'elm 1', on: 'look' },
    ]);
  });
  it('puts what must be there first: met, not known, not met', () => {
    const needing = purpose({
      criteria: [criterion('memory', 1, MEMORY)],
      mustHaves: [{ text: 'reader' }],
      scores: [
        { candidate: ids[0], on: 'reader', least: 0, most: 0, reason: '' },
        { candidate: ids[3], on: 'reader', least: 10, most: 10, reason: '' },
      ],
    });
    const ranking = rankCandidates(made, needing, TODAY);
    expect(ranking.candidates.map(({ name, isOut, mustHaves: [{ met }] }) => [name, met, isOut])).toEqual([
      ['oak 1', 'yes', false],
      ['elm 1', 'not known', false],
      ['fir 1', 'not known', false],
      ['ash 1', 'no', true],
    ]);
    expect(ranking.candidates.map(({ best, worst }) => [best, worst])).toEqual([
      [1, 3],
      [1, 4],
      [1, 4],
      [2, 4],
    ]);
    expect(wordRanking(ranking).join(' ')).toContain('ash 1 is out: “reader” is not met.');
    expect(rankLines(made, ranking)[3]).toMatchObject({
      rank: 4,
      out: true,
      mustHaves: [{ text: 'reader', met: 'no' }],
    });
  });
  it('takes what judgements say of a criterion of that name, as far as they go', () => {
    const opinion = (author: string, score: number, date: string) =>
      createAssessment({
        id: `assessment:${author}`,
        subject: ids[0],
        author,
        date,
        criteria: [{ name: 'Guide', weight: 1, score, reason: '' }],
      });
    const judged = withRecords(made, [opinion('r', 7, '2026-10-01'), opinion('s', 4, '2026-09-01')]);
    const [first] = rankCandidates(judged, purpose({ criteria: [criterion('guide', 1)] }), TODAY).candidates;
    expect(first.scores[0]).toMatchObject({ score: 7, least: 4, most: 7, by: 'judgements', reason: 'r, s' });
  });
  it('keeps its laws: every rank lies in its range, every score in its own, and nobody is skipped', () => {
    const scored = fc.tuple(fc.integer({ min: 0, max: 10 }), fc.integer({ min: 0, max: 10 }), fc.boolean());
    fc.assert(
      fc.property(
        fc.array(fc.array(scored, { minLength: 4, maxLength: 4 }), { minLength: 1, maxLength: 4 }),
        fc.array(fc.constantFrom(0, 1, 2, 3, 5), { minLength: 4, maxLength: 4 }),
        fc.boolean(),
        (table, weights, isNeeded) => {
          const names = table.map((_, k) => `c${k}`);
          const scores = table.flatMap((row, k) =>
            row.flatMap(([a, b, isKnown], i) =>
              isKnown
                ? [
                    {
                      candidate: ids[i],
                      on: names[k],
                      least: Math.min(a, b),
                      most: Math.max(a, b),
                      reason: '',
                    },
                  ]
                : [],
            ),
          );
          const criteria = names.map((name, k) => criterion(name, weights[k]));
          const mustHaves = isNeeded ? [{ text: 'c0' }] : [];
          const { candidates } = rankCandidates(bare, purpose({ criteria, mustHaves, scores }), TODAY);
          for (const { rank, best, worst, score, least, most } of candidates) {
            expect(best).toBeLessThanOrEqual(rank);
            expect(worst).toBeGreaterThanOrEqual(rank);
            if (score !== undefined) {
              expect(score).toBeGreaterThanOrEqual(least - 1e-9);
              expect(score).toBeLessThanOrEqual(most + 1e-9);
            }
          }
          for (const [i, { rank }] of candidates.entries())
            expect(rank).toBe(i > 0 && candidates[i - 1].rank === rank ? candidates[i - 1].rank : i + 1);
          // Whoever is candidate, in whatever order, has the same rank.
          const turned = rankCandidates(
            bare,
            purpose({ criteria, mustHaves, scores, candidates: ids.toReversed() }),
            TODAY,
          );
          expect(
            turned.candidates.map(({ name, rank, best, worst }) => [name, rank, best, worst]).toSorted(),
          ).toEqual(candidates.map(({ name, rank, best, worst }) => [name, rank, best, worst]).toSorted());
        },
      ),
      { numRuns: 60 },
    );
  });
});
