/** Purposes in lines: what is asked is read and written back, and a purpose is written from nothing. */
import fc from 'fast-check';
import { OBJECT_WORDS } from '../../../testing/typing.ts';
import { describe, expect, it } from 'vitest';
import { applyDiff, withRecords } from '../../catalogue/applyDiff.ts';
import type { Catalogue } from '../../catalogue/catalogue.ts';
import { createCohort } from '../../catalogue/cohort.ts';
import { firstDayOf } from '../../catalogue/days.ts';
import { catalogueOf, distribution, release } from '../../../testing/catalogues.ts';
import type { Edited } from '../labelledEdit.ts';
import {
  beginPurpose,
  scoreByHand,
  setCandidates,
  writeCriterion,
  writeMustHaveLine,
  writePurposeText,
} from './purposes.ts';
import {
  formatCriterion,
  formatRule,
  parseCriterion,
  parseHandScore,
  parseMustHave,
  parseRule,
} from './ruleLine.ts';

const ids = ['release:ash-1', 'release:elm-1'];
const bare = catalogueOf(
  distribution('ash'),
  distribution('elm'),
  release('ash', '1', '2026-02-01'),
  release('elm', '1', '2026-02-01'),
);

describe('what is asked, in a line', () => {
  const company = withRecords(bare, [createCohort({ id: 'cohort:c', name: 'Offices' })]);
  it.each([
    ['memory from 2 GiB to 512 MiB', { test: 'scale', key: 'footprint.memory', from: 2048, to: 512 }],
    [
      'support from 2027 to 2031',
      { test: 'scale', key: 'model.supportEnd', from: firstDayOf('2027'), to: firstDayOf('2031') },
    ],
    [
      'support with bases at least 3 Mar 2029',
      { test: 'atLeast', key: 'support.covered', than: firstDayOf('2029-03-03') },
    ],
    ['days past base at most 30', { test: 'atMost', key: 'support.past', than: 30 }],
    [
      'languages more is better in offices',
      { test: 'among', key: 'identity.languages', better: 'more', cohort: 'cohort:c' },
    ],
    ['kernels has long-term', { test: 'has', key: 'kernel.offered', name: 'long-term' }],
    ['opens by itself lacks never', { test: 'lacks', key: 'welcome.opens', name: 'never' }],
  ])('%s is read, and written so that it is read back', (text, rule) => {
    const read = parseRule(company, text);
    expect(read.ok && read.value).toEqual(rule);
    if (read.ok) expect(parseRule(company, formatRule(company, read.value))).toEqual(read);
  });
  it.each([
    ['quokka at least 3', 'rule.fact'],
    ['memory', 'rule.test'],
    ['memory from big to small', 'rule.value'],
    ['memory less is better in quokkas', 'rule.company'],
  ])('%s is refused: %s', (text, code) => {
    const read = parseRule(company, text);
    expect(read.ok ? '' : read.issues[0].code).toBe(code);
  });
  it('of a criterion has a weight and a reason', () => {
    const read = parseCriterion(
      company,
      'Small memory: memory from 2 GiB to 512 MiB, weight 3 because desks are old',
    );
    expect(read.ok && read.value).toMatchObject({ name: 'Small memory', weight: 3, reason: 'desks are old' });
    if (read.ok) expect(parseCriterion(company, formatCriterion(company, read.value))).toEqual(read);
    expect(parseCriterion(company, 'Upkeep').ok).toBe(true);
    expect(parseCriterion(company, 'Upkeep, weight much').ok).toBe(false);
    expect(parseMustHave(company, '').ok).toBe(false);
  });
  it('by hand is a number, a range, or yes and no', () => {
    const of = (text: string) => {
      const read = parseHandScore(text);
      return read.ok ? read.value && [read.value.least, read.value.most, read.value.reason] : 'refused';
    };
    expect(['7', '6 to 8 because so', 'yes', 'not known', '', '11', '8 to 6', 'much'].map(of)).toEqual([
      [7, 7, ''],
      [6, 8, 'so'],
      [10, 10, ''],
      [0, 10, ''],
      null,
      'refused',
      'refused',
      'refused',
    ]);
  });
});

describe('a line that is still being typed', () => {
  it('is read or refused, whatever it is: nothing throws', () => {
    const parseAll = (text: string) => {
      for (const read of [parseRule, parseCriterion, parseMustHave])
        expect(read(bare, text)).toHaveProperty('ok');
      expect(parseHandScore(text)).toHaveProperty('ok');
    };
    const line = 'Small memory: memory from 2 GiB to 512 MiB, weight 3 because desks are old';
    for (let end = 0; end <= line.length; end++) parseAll(line.slice(0, end));
    OBJECT_WORDS.forEach(parseAll);
    fc.assert(fc.property(fc.string({ unit: 'grapheme' }), parseAll), { numRuns: 300 });
  });
});

describe('a purpose is written', () => {
  const saying = { author: 'R', date: '2026-11-20' };
  const done = (catalogue: Catalogue, edited: Edited<unknown>) => {
    const after = edited.ok ? applyDiff(catalogue, edited.value.diff) : edited;
    if (!after.ok) throw new Error(after.issues.map(({ code }) => code).join());
    return after.value;
  };
  it('line by line; a criterion that is renamed keeps its scores, a candidate that goes takes its own', () => {
    let at = done(bare, beginPurpose(bare, 'Desks', ids.slice(0, 2), saying));
    const id = 'purpose:desks';
    const step = (edited: Edited<unknown>) => (at = done(at, edited));
    step(writeCriterion(at, id, -1, 'Look, weight 2', saying));
    step(writeMustHaveLine(at, id, -1, 'reader', saying));
    step(scoreByHand(at, id, ids[0], 'Look', '7', saying));
    step(scoreByHand(at, id, ids[1], 'Look', '5', saying));
    step(writeCriterion(at, id, 0, 'Appearance, weight 3', saying));
    const of = () => at.records.purpose.get(id)!;
    expect(of().scores.map(({ on }) => on)).toEqual(['Appearance', 'Appearance']);
    step(setCandidates(at, id, [ids[0]], saying));
    expect(of().scores.map(({ candidate }) => candidate)).toEqual([ids[0]]);
    // One that goes leaves the scores of the next alone.
    step(writeCriterion(at, id, -1, 'Price', saying));
    step(writeCriterion(at, id, 0, '', saying));
    expect(of().criteria.map(({ name }) => name)).toEqual(['Price']);
    expect(of().scores.map(({ on }) => on)).toEqual(['Appearance']);
    step(writePurposeText(at, id, 'until', '2031', saying));
    expect(of().until).toBe('2031');
    step(writePurposeText(at, id, 'until', '', saying));
    expect(of().until).toBeUndefined();
    step(writeCriterion(at, id, 0, '', saying));
    expect(of().criteria).toEqual([]);
    const twice = writeMustHaveLine(at, id, -1, 'Reader', saying);
    expect(twice.ok ? '' : twice.issues[0].code).toBe('rule.twice');
    expect(beginPurpose(at, ' ', [], saying).ok).toBe(false);
  });
});
