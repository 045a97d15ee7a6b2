/** How the scenario’s analyst judges: what the candidates are held against, an opinion that changed, points that were set aside. */
import { applyDiff } from '../../core/catalogue/applyDiff.ts';
import { recordsOf, type Catalogue } from '../../core/catalogue/catalogue.ts';
import { firstDayOf } from '../../core/catalogue/days.ts';
import { writeListLine, writeSingleLine, judgeAgain } from '../../core/editing/assessments/assessments.ts';
import type { Edited } from '../../core/editing/labelledEdit.ts';
import { setPointAside, type SettingAside } from '../../core/editing/openPoints.ts';
import {
  beginPurpose,
  scoreByHand,
  writeCriterion,
  writeMustHaveLine,
  writePurposeText,
} from '../../core/editing/purposes/purposes.ts';
import { allPointsOf } from '../../core/open/openPoints.ts';
import { layerTable } from '../../core/layers/layerTable.ts';
import { chainOf } from '../../core/lineage/chain.ts';

const SAYING = { author: 'M. Ardley', date: '2026-11-22' };
const PURPOSE = 'purpose:reading-rooms';

const CANDIDATES = [
  'tidewater-7.1',
  'foxholt-4',
  'varnley-6',
  'kestrel-bench-9',
  'ottery-7',
  'larkspur-7',
  'mosswick-1',
].map((name) => `release:${name}`);

const CRITERIA = [
  'Support until 2031: support from 2027-01-01 to 2031-01-01, weight 3 because the computers stay until then',
  'Small memory: memory from 2 GiB to 512 MiB, weight 3 because the computers have 4 GiB',
  'Many languages: languages from 1 to 40, weight 2 because readers come from everywhere',
  'A guide that newcomers understand, weight 3',
  'Little upkeep, weight 2',
  'No surprise when the base ends: days past base from 365 to 0, weight 2',
];

const MUST_HAVES = ['A guide that opens by itself: opens by itself lacks never'];

/** What was scored by hand: of whom, on what, how. */
const BY_HAND: readonly (readonly [candidate: string, on: string, text: string])[] = [
  ['varnley-6', 'A guide that newcomers understand', '8 because its switches say what they do'],
  ['varnley-6', 'Little upkeep', '6 to 8 because releases come every two years, and want an evening each'],
  ['kestrel-bench-9', 'A guide that newcomers understand', '2 because it sits in a submenu'],
  ['kestrel-bench-9', 'Little upkeep', '7'],
  ['larkspur-7', 'Little upkeep', '9 because nothing moves'],
  ['foxholt-4', 'A guide that opens by itself', 'no because there is none'],
];

/** The catalogue with them in it. Throws where something is refused: the scenario contradicts itself then. */
export function withJudging(catalogue: Catalogue): Catalogue {
  const steps: readonly ((at: Catalogue) => Edited<unknown>)[] = [
    (at) => beginPurpose(at, 'Reading rooms', CANDIDATES, SAYING),
    (at) =>
      writePurposeText(at, PURPOSE, 'audience', 'readers in 31 libraries, and who looks after them', SAYING),
    (at) =>
      writePurposeText(
        at,
        PURPOSE,
        'why',
        '400 computers of 4 GiB are to be replaced by spring, and then left alone for years.',
        SAYING,
      ),
    (at) => writePurposeText(at, PURPOSE, 'until', '2031-01-01', SAYING),
    ...CRITERIA.map((line) => (at: Catalogue) => writeCriterion(at, PURPOSE, -1, line, SAYING)),
    ...MUST_HAVES.map((line) => (at: Catalogue) => writeMustHaveLine(at, PURPOSE, -1, line, SAYING)),
    ...BY_HAND.map(
      ([candidate, on, text]) =>
        (at: Catalogue) =>
          scoreByHand(at, PURPOSE, `release:${candidate}`, on, text, SAYING),
    ),
    (at) => judgeAgain(at, opinionOf(at, 'M. Ardley'), SAYING),
    (at) =>
      onNewest(at, (id) =>
        writeListLine(
          at,
          id,
          'criteria',
          1,
          'Small memory, weight 3: 7 (6 to 8) because 874 MiB by the fairer count',
          SAYING.date,
        ),
      ),
    (at) =>
      onNewest(at, (id) =>
        writeListLine(
          at,
          id,
          'weaknesses',
          -1,
          'Help is half outdated (a detail) [help.channels]',
          SAYING.date,
        ),
      ),
    (at) =>
      onNewest(at, (id) =>
        writeListLine(
          at,
          id,
          'rule',
          -1,
          'Needed until 2031? Plan the move to the next long-term release for spring 2029.',
          SAYING.date,
        ),
      ),
    (at) =>
      onNewest(at, (id) =>
        writeListLine(at, id, 'ranks', -1, '2 of 7 among Candidates, 22 Nov 2026, closely', SAYING.date),
      ),
    (at) =>
      onNewest(at, (id) =>
        writeSingleLine(at, id, 'followUp', 'Mar 2027: look again when 7.2 is out', SAYING.date),
      ),
    (at) =>
      onNewest(at, (id) =>
        writeSingleLine(at, id, 'changed', 'Memory was counted anew, without what is shared.', SAYING.date),
      ),
    (at) =>
      aside(at, 'release:tidewater-7.1', 'areaUnseen', {
        state: 'putOff',
        until: '2027-01-15',
        why: 'after the trial in two libraries',
      }),
    (at) =>
      aside(at, 'release:foxholt-4', 'supportGap', {
        state: 'meant',
        why: 'a rebuild fixes on alone after its base has ended; that is its offer',
      }),
  ];
  return steps.reduce((at, step) => {
    const edited = step(at);
    const after = edited.ok ? applyDiff(at, edited.value.diff) : edited;
    if (!after.ok)
      throw new Error(`sample: ${after.issues.map(({ code, where }) => `${code} ${where}`).join(', ')}`);
    return after.value;
  }, catalogue);
}

const opinions = (at: Catalogue) =>
  [...recordsOf(at, 'assessment')].filter(({ subject }) => subject === 'release:tidewater-7.1');

const opinionOf = (at: Catalogue, author: string) => opinions(at).find((each) => each.author === author)!.id;

const onNewest = (at: Catalogue, write: (id: string) => Edited) =>
  write(opinions(at).find(({ replaces }) => replaces !== undefined)!.id);

function aside(at: Catalogue, subject: string, rule: string, how: SettingAside): Edited {
  const table = layerTable(at, chainOf(at, subject, firstDayOf(SAYING.date)));
  return setPointAside(
    at,
    allPointsOf(at, table).find((point) => point.rule === rule)!,
    how,
    SAYING,
  );
}
