/** Open points: each goes when, and only when, its cause goes; what is set aside stays so until the cause is another. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { createAssessment } from '../catalogue/assessment.ts';
import { AREAS } from '../catalogue/areas.ts';
import { applyDiff, withRecords } from '../catalogue/applyDiff.ts';
import type { Catalogue } from '../catalogue/catalogue.ts';
import { createChange } from '../catalogue/change.ts';
import { createClaim } from '../catalogue/claim.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { findFactKey } from '../catalogue/factSheet.ts';
import { createPlan } from '../catalogue/plan.ts';
import { createNote } from '../catalogue/note.ts';
import { createQuestion } from '../catalogue/question.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import { diffOfRemoval } from '../catalogue/removal.ts';
import { acceptReading } from '../editing/facts.ts';
import { setPointAside, takePointUp } from '../editing/openPoints.ts';
import { answerQuestion } from '../editing/questions.ts';
import type { Edited } from '../editing/labelledEdit.ts';
import { openLine } from '../exchange/openReport.ts';
import { layerTable } from '../layers/layerTable.ts';
import { chainOf } from '../lineage/chain.ts';
import { wordPoint, wordSetAside } from '../wording/openText.ts';
import { catalogueOf, distribution, link, reading, release, source } from '../../testing/catalogues.ts';
import { allPointsOf, disagreementsFirst, openPointsOf, readingsAtOdds } from './openPoints.ts';
import { OPEN_RULE_NAMES, type OpenRule } from './openRules.ts';

const TODAY = firstDayOf('2026-11-20');
const tableOf = (catalogue: Catalogue, id = 'release:b-2', day = TODAY) =>
  layerTable(catalogue, chainOf(catalogue, id, day));
const pointsOf = (catalogue: Catalogue, id?: string, day?: number) =>
  openPointsOf(catalogue, tableOf(catalogue, id, day));
const rulesOf = (catalogue: Catalogue, id?: string, day?: number) =>
  pointsOf(catalogue, id, day).map(({ rule }) => rule);

/** A system of which nothing is unsettled: something said of each area, with its source, after the release. */
const SAID: Readonly<Record<string, AnyRecord>> = Object.fromEntries(
  (
    [
      ['identity.purpose', 'Desk work'],
      ['editions.installer', 'Plain'],
      ['repositories.host', 'the project'],
      ['kernel.version', '6.1'],
      ['themes.icons', 'Tide'],
      ['welcome.guide', 'none yet'],
      ['defaults.desktop', 'Lagoon'],
      ['model.kind', 'fixed'],
      ['tools.command', 'pkg'],
      ['footprint.boot', 24],
      ['experience.stability', 'good'],
      ['help.documents', 'a wiki'],
    ] as const
  ).map(([key, value]) => [key, reading('release:b-2', key, { value }, { source: 'source:seen' })]),
);
const BASE_LINK = { ...link('release:b-2', 'release:a-1'), sources: ['source:seen'] } as AnyRecord;
const settled = catalogueOf(
  distribution('a'),
  distribution('b'),
  release('a', '1', '2025-01-01'),
  release('b', '2', '2026-03-01'),
  source('seen', 'page', '2026-04-01'),
  source('other', 'page', '2026-04-02'),
  source('old', 'page', '2026-01-01'),
  BASE_LINK,
  reading('release:a-1', 'model.supportEnd', { value: '2028-01-01' }, { source: 'source:seen' }),
  ...Object.values(SAID),
);

/** Of each rule what brings a point of it, and what takes that away again. */
const CAUSES: Readonly<
  Record<
    OpenRule,
    { readonly add?: readonly AnyRecord[]; readonly remove?: string; readonly undo?: readonly AnyRecord[] }
  >
> = {
  contradiction: {
    add: [reading('release:b-2', 'themes.icons', { value: 'Sedge' }, { source: 'source:other' })],
  },
  spoiled: {
    add: [
      reading(
        'release:b-2',
        'themes.cursor',
        { value: 'x' },
        { source: 'source:seen', spoiledBy: ['live image'] },
      ),
    ],
  },
  notFoundOut: {
    add: [reading('release:b-2', 'themes.cursor', 'notFoundOut', { source: 'source:seen', tried: 'looked' })],
  },
  notBorneOut: {
    add: [
      createChange({
        id: 'change:c',
        subject: 'release:b-2',
        key: 'defaults.init',
        does: 'replaces',
        before: 'old start',
        after: 'new start',
        sources: ['source:seen'],
      }),
      reading('release:a-1', 'defaults.init', { value: 'new start' }, { source: 'source:seen' }),
    ],
    undo: [reading('release:a-1', 'defaults.init', { value: 'old start' }, { source: 'source:seen' })],
  },
  claimUnchecked: { add: [createClaim({ id: 'claim:c', subject: 'release:b-2', wording: 'nine layouts' })] },
  claimRefuted: {
    add: [
      createClaim({ id: 'claim:c', subject: 'distribution:b', wording: 'nine layouts', verdict: 'partly' }),
    ],
    undo: [
      createClaim({
        id: 'claim:c',
        subject: 'distribution:b',
        wording: 'nine layouts',
        verdict: 'partly',
        settled: { by: 'R', why: 'eight and one broken' },
      }),
    ],
  },
  lineageUnknown: { remove: BASE_LINK.id },
  lineageConflict: {
    add: [reading('release:b-2', 'lineage.independent', { value: true }, { source: 'source:seen' })],
  },
  supportGap: {
    add: [reading('release:b-2', 'model.supportEnd', { value: '2028-01-31' }, { source: 'source:seen' })],
    undo: [reading('release:b-2', 'model.supportEnd', { value: '2028-01-01' }, { source: 'source:seen' })],
  },
  supportDiffers: {
    add: [
      reading('release:b-2', 'model.supportEnd', { value: '2027-03-02' }, { source: 'source:seen' }),
      reading('release:b-2', 'model.life', { value: 12 }, { source: 'source:seen' }),
    ],
    undo: [reading('release:b-2', 'model.supportEnd', { value: '2027-03-01' }, { source: 'source:seen' })],
  },
  takenOver: {
    add: [
      reading(
        'release:b-2',
        'themes.cursor',
        { value: 'x' },
        { source: 'source:seen', marks: ['takenOver'] },
      ),
    ],
    undo: [reading('release:b-2', 'themes.cursor', { value: 'x' }, { source: 'source:seen' })],
  },
  stale: {
    add: [reading('distribution:b', 'themes.cursor', { value: 'x' }, { source: 'source:old' })],
    undo: [reading('distribution:b', 'themes.cursor', { value: 'x' }, { source: 'source:seen' })],
  },
  noSource: { add: [reading('release:b-2', 'themes.cursor', { value: 'x' })] },
  linkNoSource: { add: [{ ...BASE_LINK, sources: [] } as AnyRecord], undo: [BASE_LINK] },
  deadHelp: {
    add: [
      reading(
        'release:b-2',
        'help.channels',
        { value: [{ slot: 'forum', name: 'dead' }] },
        { source: 'source:seen' },
      ),
    ],
    undo: [
      reading(
        'release:b-2',
        'help.channels',
        { value: [{ slot: 'forum', name: 'works' }] },
        { source: 'source:seen' },
      ),
    ],
  },
  overdue: {
    add: [createPlan({ id: 'plan:p', subject: 'distribution:b', text: 'a new loader', due: '2026-10' })],
    undo: [createPlan({ id: 'plan:p', subject: 'distribution:b', text: 'a new loader', due: '2026-11' })],
  },
  followUp: {
    add: [
      createAssessment({
        id: 'assessment:a',
        subject: 'release:b-2',
        author: 'R',
        followUp: { date: '2026-10-01', text: 'run it' },
      }),
    ],
    undo: [
      createAssessment({ id: 'assessment:b', subject: 'release:b-2', author: 'R', replaces: 'assessment:a' }),
    ],
  },
  question: {
    add: [createQuestion({ id: 'question:q', subject: 'distribution:b', text: 'Who pays?' })],
    undo: [
      createQuestion({ id: 'question:q', subject: 'distribution:b', text: 'Who pays?', answer: 'Nobody.' }),
    ],
  },
  unsortedNote: {
    add: [createNote({ id: 'note:n', subject: 'release:b-2', text: 'xyzzy and so on', state: 'unsorted' })],
    undo: [createNote({ id: 'note:n', subject: 'release:b-2', text: 'xyzzy and so on', state: 'kept' })],
  },
  areaUnseen: { remove: SAID['themes.icons'].id },
};

function changed(
  catalogue: Catalogue,
  { add = [], remove }: { add?: readonly AnyRecord[]; remove?: string },
): Catalogue {
  const after = withRecords(catalogue, add);
  if (!remove) return after;
  const gone = applyDiff(after, diffOfRemoval(after, [remove]));
  if (!gone.ok) throw new Error('not removed');
  return gone.value;
}

function done(catalogue: Catalogue, edited: Edited<unknown>): Catalogue {
  const after = edited.ok ? applyDiff(catalogue, edited.value.diff) : edited;
  if (!after.ok) throw new Error(after.issues.map(({ code }) => code).join());
  return after.value;
}

describe('an open point', () => {
  it('is there for none of these, where everything is said once, with a source, after the release', () => {
    expect(rulesOf(settled)).toEqual([]);
    expect(
      AREAS.filter(({ id }) => !Object.keys(SAID).some((key) => findFactKey(key)!.area === id)),
    ).toHaveLength(1);
  });
  it.each(OPEN_RULE_NAMES)('of the rule %s comes with its cause and goes with it', (rule) => {
    const cause = CAUSES[rule];
    const open = changed(settled, cause);
    expect(rulesOf(open)).toEqual([rule]);
    const [point] = pointsOf(open);
    expect(openLine(open, point)).toMatchObject({ rule, state: 'open' });
    expect(wordPoint(open, point).length).toBeGreaterThan(12);
    const undone = cause.undo
      ? withRecords(open, cause.undo)
      : cause.add
        ? changed(open, { remove: cause.add[0].id })
        : withRecords(open, [cause.remove === BASE_LINK.id ? BASE_LINK : SAID['themes.icons']]);
    expect(rulesOf(undone)).toEqual([]);
  });
  it('stands beside any others: the points of several causes are those of each', () => {
    // Two causes that change the very same record would be one.
    const apart = OPEN_RULE_NAMES.filter(
      (rule) =>
        ![
          ...[
            'linkNoSource',
            'lineageUnknown',
            'lineageConflict',
            'claimRefuted',
            'supportDiffers',
            'supportGap',
          ],
          ...['takenOver', 'stale', 'noSource', 'spoiled', 'areaUnseen', 'contradiction'],
        ].includes(rule),
    );
    fc.assert(
      fc.property(fc.subarray(apart), (rules) => {
        const all = rules.reduce((at, rule) => changed(at, CAUSES[rule]), settled);
        expect(rulesOf(all).toSorted()).toEqual(rules.toSorted());
      }),
      { numRuns: 40 },
    );
  });
  it('of sources that disagree goes first, names the readings, and goes when one of them is accepted', () => {
    const both = changed(changed(settled, CAUSES.question), CAUSES.contradiction);
    const points = disagreementsFirst(pointsOf(both));
    expect(points.map(({ rule }) => rule)).toEqual(['contradiction', 'question']);
    const odds = readingsAtOdds(points[0]);
    expect(odds.length).toBeGreaterThan(1);
    expect(odds[0].id).toBe(points[0].rule === 'contradiction' && points[0].row.cells.at(-1)!.inForce!.id);
    expect(readingsAtOdds(points[1])).toEqual([]);
    for (const reading of odds)
      expect(rulesOf(done(both, acceptReading(both, reading, odds)))).toEqual(['question']);
  });
  it('of a day comes with the day', () => {
    const plan = createPlan({ id: 'plan:p', subject: 'distribution:b', text: 'new', due: '2026-11-20' });
    const planned = withRecords(settled, [plan]);
    expect(rulesOf(planned)).toEqual([]);
    expect(rulesOf(planned, 'release:b-2', TODAY + 1)).toEqual(['overdue']);
  });
});

describe('a point that is set aside', () => {
  const saying = { author: 'R. Ash', date: '2026-11-20' };
  const open = changed(settled, CAUSES.contradiction);
  const [point] = pointsOf(open);
  it('put off is open again when its day has passed', () => {
    const put = done(
      open,
      setPointAside(open, point, { state: 'putOff', until: '2026-12-01', why: 'asked' }, saying),
    );
    expect(rulesOf(put)).toEqual([]);
    const [aside] = allPointsOf(put, tableOf(put));
    expect(aside.state).toBe('putOff');
    expect(wordSetAside(aside)).toBe('postponed until 1 December 2026: asked, by R. Ash');
    expect(openLine(put, aside)).toMatchObject({ state: 'putOff', until: '2026-12-01', why: 'asked' });
    expect(rulesOf(put, 'release:b-2', firstDayOf('2026-12-01'))).toEqual([]);
    expect(rulesOf(put, 'release:b-2', firstDayOf('2026-12-02'))).toEqual(['contradiction']);
    const again = done(put, takePointUp(put, aside));
    expect(rulesOf(again)).toEqual(['contradiction']);
  });
  it('as meant so stays so, until it rests on something else', () => {
    const meant = done(open, setPointAside(open, point, { state: 'meant', why: 'two editions' }, saying));
    expect(rulesOf(meant, 'release:b-2', TODAY + 5000)).toEqual([]);
    const third = reading('release:b-2', 'themes.icons', { value: 'Fern' }, { source: 'source:old' });
    expect(rulesOf(withRecords(meant, [third]))).toEqual(['contradiction']);
  });
  it('needs a day to be put off until, and a reason to be meant', () => {
    const codes = (aside: Parameters<typeof setPointAside>[2]) => {
      const edited = setPointAside(open, point, aside, saying);
      return edited.ok ? [] : edited.issues.map(({ code }) => code);
    };
    expect(codes({ state: 'putOff', why: '' })).toEqual(['open.until']);
    expect(codes({ state: 'putOff', until: 'soon', why: '' })).toEqual(['paste.date']);
    expect(codes({ state: 'meant', why: ' ' })).toEqual(['open.why']);
    expect(codes({ state: 'meant', why: 'so' })).toEqual([]);
  });
  it('once, and is changed in place', () => {
    const put = done(
      open,
      setPointAside(open, point, { state: 'putOff', until: '2026-12-01', why: '' }, saying),
    );
    const [aside] = allPointsOf(put, tableOf(put));
    const meant = done(put, setPointAside(put, aside, { state: 'meant', why: 'so' }, saying));
    expect([...meant.records.settlement.values()]).toHaveLength(1);
  });
});

describe('a question', () => {
  it('is settled by an answer, and opened again without one', () => {
    const asked = changed(settled, CAUSES.question);
    const answered = done(asked, answerQuestion(asked, 'question:q', 'A waterworks.'));
    expect(rulesOf(answered)).toEqual([]);
    expect(rulesOf(done(answered, answerQuestion(answered, 'question:q', ' ')))).toEqual(['question']);
  });
});
