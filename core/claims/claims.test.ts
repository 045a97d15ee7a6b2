/** Claims held against the catalogue, by hand-made examples of each kind. */
import { describe, expect, it } from 'vitest';
import { createClaim, type Claim } from '../catalogue/claim.ts';
import type { Catalogue } from '../catalogue/catalogue.ts';
import { withRecords } from '../catalogue/applyDiff.ts';
import { firstDayOf } from '../catalogue/days.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import { judgeClaim, takeFindings, writeClaim } from '../editing/claims.ts';
import { applyDiff } from '../catalogue/applyDiff.ts';
import { layerTable } from '../layers/layerTable.ts';
import { chainOf } from '../lineage/chain.ts';
import { wordFinding } from '../wording/claimText.ts';
import { catalogueOf, distribution, link, reading, release, source } from '../../testing/catalogues.ts';
import { companyOf } from '../peers/company.ts';
import { checkClaim } from './checkClaim.ts';
import { inferModel } from './inferModel.ts';
import { readClaim } from './readClaim.ts';

const TODAY = firstDayOf('2026-11-20');
const DESK = { tool: 'viewer', moment: 'idle', machine: 'virtual', memoryMiB: 4096 } as const;
const base = catalogueOf(
  distribution('larch'),
  distribution('ash'),
  distribution('oak'),
  release('larch', '7', '2025-06-10'),
  release('ash', '1', '2026-01-10'),
  release('oak', '3', '2026-02-10'),
  link('release:ash-1', 'release:larch-7'),
  source('site', 'page', '2026-03-01'),
  source('seen', 'measurement', '2026-03-02'),
);
const seen = { source: 'source:seen' };
const claim = (wording: string, more: Partial<Claim> = {}) =>
  createClaim({ id: 'claim:c', subject: 'release:ash-1', wording, source: 'source:site', ...more });
const check = (catalogue: Catalogue, of: Claim) =>
  checkClaim(catalogue, of, TODAY, () => companyOf(catalogue, TODAY));
const list = (...names: string[]) => names.map((name) => ({ name }));
const verdictOf = (records: Parameters<typeof withRecords>[1], of: Claim) => {
  const { verdict, finding } = check(withRecords(base, records), of);
  return [verdict, wordFinding(finding)];
};

describe('a count', () => {
  const layouts = (...names: string[]) => [
    reading('release:ash-1', 'themes.layouts', { value: list(...names) }, seen),
  ];
  const nine = claim('nine layouts', { key: 'themes.layouts', value: 4 });
  it('is held against the list, with none counted and without', () => {
    expect(verdictOf(layouts('a', 'b', 'c', 'd'), nine)).toEqual(['confirmed', '4 claimed, 4 found']);
    expect(verdictOf(layouts('a', 'b', 'c'), nine)[0]).toBe('refuted');
    expect(verdictOf(layouts('a', 'b', 'c', 'none'), nine)[0]).toBe('confirmed');
    expect(verdictOf(layouts('a', 'b', 'c', 'd', 'none'), nine)).toEqual([
      'partly',
      '4 claimed, 5 found, “none” among them; 4 without it',
    ]);
  });
  it('of a list that is known in part is refuted by too many only', () => {
    const partial = (...names: string[]) => [
      reading('release:ash-1', 'themes.layouts', { value: list(...names) }, { ...seen, marks: ['partial'] }),
    ];
    expect(verdictOf(partial('a', 'b'), nine)[0]).toBe('unchecked');
    expect(verdictOf(partial('a', 'b', 'c', 'd', 'e'), nine)[0]).toBe('refuted');
  });
  it('of a list that nobody saw is not known', () => {
    expect(verdictOf([], nine)[0]).toBe('unchecked');
  });
});

describe('a number or a date', () => {
  const memory = claim('half a gigabyte is enough', { key: 'footprint.memory', value: 512 });
  const measured = (value: number, more = {}) =>
    reading('release:ash-1', 'footprint.memory', { value }, { ...seen, conditions: DESK, ...more });
  it('is kept by what needs less, and by what lies in the same range', () => {
    expect(verdictOf([measured(480)], memory)[0]).toBe('confirmed');
    expect(verdictOf([measured(512)], memory)[0]).toBe('confirmed');
    expect(verdictOf([measured(700)], memory)).toEqual(['refuted', '512 MiB claimed, 700 MiB found']);
    expect(verdictOf([measured(700, { interval: { least: 500, most: 700 } })], memory)[0]).toBe('confirmed');
  });
  it('is true in part where some measurements bear it out', () => {
    const other = reading(
      'release:ash-1',
      'footprint.memory',
      { value: 900 },
      { source: 'source:desk', conditions: { ...DESK, memoryMiB: 8192 } },
    );
    expect(verdictOf([source('desk', 'measurement', '2026-03-04'), measured(500), other], memory)[0]).toBe(
      'partly',
    );
  });
  it('is not held against another claim, nor against what is spoiled', () => {
    const said = reading('release:ash-1', 'footprint.memory', { value: 500 }, { source: 'source:site' });
    expect(verdictOf([said], memory)[0]).toBe('unchecked');
    expect(verdictOf([measured(900, { spoiledBy: ['live image'] })], memory)[0]).toBe('unchecked');
  });
  it('is never borne out by the very page that makes it', () => {
    const languages = claim('forty languages', { key: 'identity.languages', value: 40 });
    const said = (from: string, value: number) =>
      reading('release:ash-1', 'identity.languages', { value }, { source: `source:${from}` });
    expect(verdictOf([said('site', 40)], languages)[0]).toBe('unchecked');
    expect(verdictOf([said('site', 40), said('seen', 38)], languages)[0]).toBe('refuted');
  });
  it('of a date agrees as far as both are known', () => {
    const until = claim('three years', { key: 'model.supportEnd', value: '2029-04' });
    const end = (value: string) => [reading('release:ash-1', 'model.supportEnd', { value }, seen)];
    expect(verdictOf(end('2029-04-15'), until)[0]).toBe('confirmed');
    expect(verdictOf(end('2029-05-01'), until)[0]).toBe('refuted');
  });
  it('of a delay needs somebody who measured it', () => {
    const five = claim('five days behind', { key: 'repositories.holding', value: 5 });
    const held = (from: string, value: number) =>
      reading('release:ash-1', 'repositories.holding', { value }, { source: `source:${from}` });
    const page = source('forum', 'page', '2026-03-05');
    expect(verdictOf([page, held('forum', 5)], five)[0]).toBe('unchecked');
    expect(verdictOf([page, held('forum', 5), held('seen', 21)], five)[0]).toBe('refuted');
  });
});

describe('a superlative', () => {
  const smallest = claim('the smallest desktop of all', { key: 'footprint.memory' });
  const of = (who: string, value: number) =>
    reading(`release:${who}`, 'footprint.memory', { value }, { ...seen, conditions: DESK });
  it('is refuted by one that is before it, confirmed with all known, else true so far', () => {
    expect(verdictOf([of('ash-1', 400), of('oak-3', 300), of('larch-7', 500)], smallest)).toEqual([
      'refuted',
      'oak (300 MiB) is before its 400 MiB; known of 2 of 2 others',
    ]);
    expect(verdictOf([of('ash-1', 200), of('oak-3', 300), of('larch-7', 500)], smallest)[0]).toBe(
      'confirmed',
    );
    const more = ['elm', 'fir'].map(distribution);
    expect(verdictOf([...more, of('ash-1', 200), of('oak-3', 300), of('larch-7', 500)], smallest)).toEqual([
      'partly',
      'with 200 MiB nobody is before it; known of 2 of 4 others',
    ]);
    expect(verdictOf([of('oak-3', 300)], smallest)[0]).toBe('unchecked');
  });
  it('goes the way that it says', () => {
    expect(readClaim(base, claim('the widest choice of all')).direction).toBe('most');
    expect(readClaim(base, claim('the leanest of them')).direction).toBe('least');
  });
});

describe('a comparison', () => {
  const fifth = claim('a fifth less memory than Larch', { key: 'footprint.memory' });
  const of = (who: string, value: number, conditions: object = DESK) =>
    reading(`release:${who}`, 'footprint.memory', { value }, { ...seen, conditions });
  it('is read with its share and its other side', () => {
    expect(readClaim(base, fifth)).toEqual({
      kind: 'comparison',
      direction: 'least',
      share: 0.8,
      against: ['distribution:larch'],
    });
    expect(readClaim(base, claim('20 % more languages than Larch')).share).toBe(1.2);
    expect(readClaim(base, claim('half the memory of others, less than Larch')).share).toBe(0.5);
  });
  it('names its fact by its wording, where nobody said which', () => {
    const unsaid = claim('a fifth less memory than Larch');
    expect(verdictOf([of('ash-1', 400), of('larch-7', 500)], unsaid)[0]).toBe('confirmed');
    expect(verdictOf([], claim('simply better than Larch'))[0]).toBe('cannotBeChecked');
  });
  it('is held under equal conditions only', () => {
    expect(verdictOf([of('ash-1', 400), of('larch-7', 500)], fifth)).toEqual([
      'confirmed',
      '400 MiB beside 500 MiB of larch: 80 % of it; 80 % was claimed',
    ]);
    expect(verdictOf([of('ash-1', 450), of('larch-7', 500)], fifth)[0]).toBe('partly');
    expect(verdictOf([of('ash-1', 600), of('larch-7', 500)], fifth)[0]).toBe('refuted');
    expect(verdictOf([of('ash-1', 400), of('larch-7', 500, { ...DESK, memoryMiB: 8192 })], fifth)[0]).toBe(
      'cannotBeChecked',
    );
    expect(verdictOf([of('ash-1', 400)], fifth)[0]).toBe('unchecked');
  });
});

describe('the release model', () => {
  const rolling = claim('a rolling release', { key: 'model.kind', value: 'rolling', claimKind: 'quality' });
  const pinning = (value: string) => reading('release:ash-1', 'repositories.pinning', { value }, seen);
  const modelOf = (...records: AnyRecord[]) => {
    const made = withRecords(base, records);
    return inferModel(made, layerTable(made, chainOf(made, 'release:ash-1', TODAY)));
  };
  it('shows by the configuration, the days between releases, and what is held', () => {
    expect(modelOf().kind).toBeUndefined();
    expect(modelOf(pinning('pinned')).kind).toBe('fixed');
    expect(modelOf(pinning('moving')).kind).toBe('rolling');
    expect(
      modelOf(pinning('moving'), reading('release:ash-1', 'repositories.holding', { value: 21 }, seen)).kind,
    ).toBe('held-back rolling');
    expect(modelOf(pinning('pinned'), reading('release:ash-1', 'model.life', { value: 60 }, seen)).kind).toBe(
      'long-term',
    );
    const images = ['2026-02-10', '2026-03-12', '2026-04-11'].map((date, i) =>
      release('ash', `1.${i}`, date),
    );
    const shown = modelOf(...images, pinning('pinned'));
    expect(shown).toMatchObject({ kind: 'fixed', isMixed: true });
    expect(modelOf(...images)).toMatchObject({ kind: 'rolling', isMixed: false });
  });
  it('confirms a claim, or refutes it with its reasons', () => {
    expect(verdictOf([pinning('pinned')], rolling)).toEqual([
      'refuted',
      'fixed by what shows: the configuration names one release',
    ]);
    expect(verdictOf([pinning('moving')], rolling)[0]).toBe('confirmed');
  });
});

describe('what it is built on', () => {
  it('is held against the links', () => {
    expect(verdictOf([], claim('an independent distribution'))).toEqual(['refuted', 'it rests on larch 7']);
    expect(verdictOf([], claim('based on Larch'))[0]).toBe('confirmed');
    expect(verdictOf([], claim('based on Oak'))[0]).toBe('refuted');
    const borrows = link('release:ash-1', 'distribution:oak', { relation: 'borrows' });
    expect(verdictOf([borrows], claim('based on Oak'))[0]).toBe('partly');
    const alone = claim('independent', { subject: 'release:oak-3' });
    expect(verdictOf([], alone)[0]).toBe('unchecked');
    expect(
      verdictOf([reading('release:oak-3', 'lineage.independent', { value: true }, seen)], alone)[0],
    ).toBe('confirmed');
  });
});

describe('whom it is for', () => {
  it('is refuted by a guide that never opens', () => {
    const opens = (value: string) => [reading('release:ash-1', 'welcome.opens', { value }, seen)];
    expect(verdictOf(opens('never'), claim('for newcomers'))).toEqual(['refuted', 'opens by itself: never']);
    expect(verdictOf(opens('each login'), claim('for newcomers'))[0]).toBe('partly');
    expect(verdictOf([], claim('for newcomers'))[0]).toBe('unchecked');
    expect(verdictOf([], claim('simply good'))[0]).toBe('cannotBeChecked');
  });
});

describe('the last word', () => {
  const made = withRecords(base, [claim('for newcomers')]);
  const after = (edited: ReturnType<typeof judgeClaim>) => {
    const next = edited.ok ? applyDiff(made, edited.value.diff) : edited;
    if (!next.ok) throw new Error('refused');
    return next.value.records.claim.get('claim:c')!;
  };
  it('is the analyst’s, and settles; a finding that is taken leaves it open to one', () => {
    expect(after(judgeClaim(made, 'claim:c', { verdict: 'refuted', reason: 'no', by: 'R' }))).toMatchObject({
      verdict: 'refuted',
      settled: { by: 'R', why: 'no' },
    });
    const taken = after(takeFindings(made, [{ id: 'claim:c', verdict: 'partly', reason: 'so' }]));
    expect(taken).toMatchObject({ verdict: 'partly', reason: 'so' });
    expect(taken.settled).toBeUndefined();
  });
  it('is kept when the wording is corrected', () => {
    const saying = {
      wording: ' “Nine layouts” ',
      about: 'layouts 9',
      by: '',
      date: '3 Mar 2026',
      against: 'Larch',
    };
    const edited = writeClaim(made, 'release:ash-1', 'claim:c', saying);
    const next = edited.ok ? applyDiff(made, edited.value.diff) : edited;
    expect(next.ok && next.value.records.claim.get('claim:c')).toMatchObject({
      wording: 'Nine layouts',
      key: 'themes.layouts',
      value: 9,
      date: '2026-03-03',
      against: ['distribution:larch'],
    });
    const codes = (changes: object) => {
      const refused = writeClaim(made, 'release:ash-1', null, { ...saying, ...changes });
      return refused.ok ? [] : refused.issues.map(({ code }) => code);
    };
    expect(codes({ wording: '' })).toEqual(['claim.empty']);
    expect(codes({ about: 'quokka 3' })).toEqual(['rule.fact']);
    expect(codes({ date: 'soon' })).toEqual(['paste.date']);
    expect(codes({ against: 'Quokka' })).toEqual(['subject.unknown']);
  });
});
