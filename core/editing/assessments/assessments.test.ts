/** Judgements in lines: every part is written as it is read; a changed opinion keeps the old one and says what changed. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { createAssessment, type Assessment } from '../../catalogue/assessment.ts';
import { applyDiff, withRecords } from '../../catalogue/applyDiff.ts';
import type { Catalogue } from '../../catalogue/catalogue.ts';
import {
  changeOfOpinion,
  isNoneYet,
  opinionsOf,
  standingOpinions,
  totalOf,
} from '../../assessments/standing.ts';
import { wordOpinionChange, wordTotal } from '../../wording/opinionText.ts';
import { catalogueOf, distribution, reading, release, source } from '../../../testing/catalogues.ts';
import type { Edited } from '../labelledEdit.ts';
import {
  beginAssessment,
  judgeAgain,
  removeAssessment,
  writeListLine,
  writeSingleLine,
} from './assessments.ts';
import { LIST_SECTIONS, SINGLE_SECTIONS, type ListSection, type SingleSection } from './sections.ts';

const TODAY = '2026-11-20';
const bare = catalogueOf(
  distribution('ash'),
  distribution('Ottery'),
  release('ash', '1', '2026-02-01'),
  source('one', 'page', '2026-03-01'),
  source('two', 'page', '2026-09-01'),
  reading('release:ash-1', 'themes.icons', { value: 'Plain' }, { source: 'source:one' }),
);
const done = (catalogue: Catalogue, edited: Edited<unknown>) => {
  const after = edited.ok ? applyDiff(catalogue, edited.value.diff) : edited;
  if (!after.ok) throw new Error(after.issues.map(({ code }) => code).join());
  return after.value;
};
const codes = (edited: Edited<unknown>) => (edited.ok ? [] : edited.issues.map(({ code }) => code));

/** Lines of every list, as they are shown; the second of a pair is what is typed for it. */
const LINES: Readonly<Record<ListSection, readonly (string | readonly [shown: string, typed: string])[]>> = {
  criteria: [
    'Small memory, weight 3: 7 because it has 4 GiB',
    'Look, weight 1: 6 (5 to 8)',
    ['Look, weight 1: 6.5 (5 to 8)', 'Look: 5 to 8'],
    ['Look, weight 0: 0', 'Look, weight 0: 0 of 10'],
  ],
  strengths: [
    'the guide (matters) [welcome.actions, welcome.opens] because it is clear',
    'its look',
    ['its look [themes.icons]', 'its look [icons]'],
  ],
  neutral: ['five themes too many'],
  weaknesses: ['wiki is old (a detail) [help.documents]', 'no reader (decides)'],
  suits: ['people with one machine', 'offices because it stands'],
  doesNotSuit: [
    ['those who want the base because it replaces much', 'those who want the base since it replaces much'],
  ],
  mustHaves: ['card reader, yes', 'printer, no', ['sound, not known', 'sound']],
  rule: ['Needed for years? take the long-term release'],
  alternatives: ['Ottery if the wiki matters', 'Ottery because it is newer'],
  ranks: ['2 of 8 among Candidates, 1 November 2026, closely', '1 among friends'],
  onPoint: ['guide: better against Ottery, Oak because it opens', 'look: a matter of taste'],
};

describe('a line of a judgement', () => {
  it.each(Object.entries(LINES).flatMap(([section, lines]) => lines.map((line) => [section, line] as const)))(
    'of %s: %s is read, and written so that it is read back',
    (section, line) => {
      const [shown, typed] = typeof line === 'string' ? [line, line] : line;
      const { parse, format } = LIST_SECTIONS[section as ListSection];
      const read = parse(bare, typed, TODAY);
      if (!read.ok) throw new Error(read.issues[0].code);
      const written = (format as (entry: unknown) => string)(read.value);
      expect(written).toBe(shown);
      expect(parse(bare, written, TODAY)).toEqual(read);
    },
  );
  it('names a record of the catalogue where it has it', () => {
    const read = LIST_SECTIONS.alternatives.parse(bare, 'Ottery if the wiki matters', TODAY);
    expect(read.ok && read.value).toEqual({
      name: 'Ottery',
      why: 'if the wiki matters',
      id: 'distribution:Ottery',
    });
  });
  it.each([
    ['criteria', 'Small memory', 'opinion.criterion'],
    ['criteria', 'Small memory: 11', 'rule.score'],
    ['criteria', 'Small memory: 8 to 6', 'rule.score'],
    ['strengths', 'the guide [quokka]', 'opinion.fact'],
    ['strengths', '[icons]', 'opinion.empty'],
    ['rule', 'take it', 'opinion.question'],
    ['ranks', 'second', 'opinion.rank'],
    ['onPoint', 'better', 'line.point'],
  ] as const)('of %s: “%s” is refused: %s', (section, text, code) => {
    const read = LIST_SECTIONS[section].parse(bare, text, TODAY);
    expect(read.ok ? '' : read.issues[0].code).toBe(code);
  });
});

/** Parts that stand once: what is typed, and how it is shown. */
const SINGLES: Readonly<Record<SingleSection, readonly (readonly [typed: string, shown: string])[]>> = {
  author: [['R. Ash', 'R. Ash']],
  date: [
    ['3 March 2026', '3 March 2026'],
    ['2026', '2026'],
  ],
  daysOfUse: [
    ['21 days of use', '21'],
    ['1.5', '1.5'],
  ],
  machine: [[' laptop ', 'laptop']],
  why: [['for desks', 'for desks']],
  bias: [['uses it', 'uses it']],
  changed: [['counted anew', 'counted anew']],
  scale: [
    ['%', 'percent'],
    ['poor, fair, good', 'poor, fair, good'],
    ['', 'ten'],
  ],
  total: [
    ['7 of 10', '7 of 10'],
    ['6 to 8', '6 to 8'],
    ['B', 'B'],
    ['none yet', ''],
  ],
  followUp: [
    ['February 2027, run it', 'February 2027: run it'],
    ['when it is out', 'when it is out'],
    ['in February 2027', 'February 2027: look again'],
  ],
};

describe('a part that stands once', () => {
  const begun = done(bare, beginAssessment(bare, 'release:ash-1', { author: 'R', date: TODAY }));
  const id = 'assessment:ash-1-r';
  it.each(
    Object.entries(SINGLES).flatMap(([section, all]) =>
      all.map(([typed, shown]) => [section, typed, shown] as const),
    ),
  )('%s: “%s” is shown as “%s”', (section, typed, shown) => {
    const after = done(begun, writeSingleLine(begun, id, section as SingleSection, typed, TODAY));
    const opinion = after.records.assessment.get(id)!;
    expect(SINGLE_SECTIONS[section as SingleSection].format(opinion)).toBe(shown);
    const again = done(after, writeSingleLine(after, id, section as SingleSection, shown, TODAY));
    expect(again.records.assessment.get(id)).toEqual(opinion);
  });
  it('is refused where it is none', () => {
    const refuse = (section: SingleSection, text: string) =>
      codes(writeSingleLine(begun, id, section, text, TODAY));
    expect(refuse('author', ' ')).toEqual(['opinion.author']);
    expect(refuse('date', 'soon')).toEqual(['paste.date']);
    expect(refuse('daysOfUse', 'some')).toEqual(['opinion.days']);
    expect(refuse('scale', 'stars')).toEqual(['opinion.scale']);
    expect(refuse('total', '8 to 6')).toEqual(['opinion.total']);
    expect(codes(beginAssessment(bare, 'release:ash-1', { author: '', date: TODAY }))).toEqual([
      'opinion.author',
    ]);
    expect(codes(writeSingleLine(bare, id, 'why', 'x', TODAY))).toEqual(['diff.stale']);
  });
});

const opinion = (more: Partial<Assessment>) =>
  createAssessment({ id: 'assessment:a', subject: 'release:ash-1', author: 'R', ...more });
const criterion = (name: string, weight: number, score: number, more = {}) => ({
  name,
  weight,
  score,
  reason: '',
  ...more,
});

describe('a line that is still being typed', () => {
  it('is read or refused at every letter, and whatever it is: nothing throws', () => {
    const typed = [...Object.values(LINES).flat(), ...Object.values(SINGLES).flat()].flatMap((line) => line);
    const prefixes = typed.flatMap((line) => Array.from(line, (_, end) => line.slice(0, end)));
    const parseAll = (text: string) => {
      for (const { parse } of Object.values(LIST_SECTIONS))
        expect(parse(bare, text, TODAY)).toHaveProperty('ok');
      for (const { parse } of Object.values(SINGLE_SECTIONS)) expect(parse(text, TODAY)).toHaveProperty('ok');
    };
    for (const text of [...prefixes, ', again', ': x', 'February 2027,', 'a\nb']) parseAll(text);
    fc.assert(fc.property(fc.string({ unit: 'grapheme' }), parseAll), { numRuns: 200 });
  });
});

describe('a total', () => {
  it('is the weighted mean of the criteria, with the range of their doubts', () => {
    // (3 × 8 + 1 × 4) ÷ 4 = 7; at its least (3 × 6 + 4) ÷ 4 = 5.5, at its most (3 × 9 + 4) ÷ 4 = 7.75.
    const judged = opinion({
      criteria: [criterion('memory', 3, 8, { least: 6, most: 9 }), criterion('look', 1, 4)],
    });
    expect(totalOf(judged)).toEqual({ share: 0.7, least: 0.55, most: 0.775, by: 'criteria' });
    expect(wordTotal(judged)).toBe('7 of 10 (5.5 to 7.8), from the criteria');
  });
  it('is as it was given, on its author’s own scale', () => {
    expect(totalOf(opinion({ total: { said: '6 to 8 of 10', least: 6, most: 8 } }))).toEqual({
      share: 0.7,
      least: 0.6,
      most: 0.8,
      by: 'said',
    });
    expect(totalOf(opinion({ scale: 'percent', total: { said: '65', least: 65, most: 65 } }))?.share).toBe(
      0.65,
    );
    const steps = { steps: ['poor', 'fair', 'good'] };
    expect(totalOf(opinion({ scale: steps, total: { said: 'Fair' } }))?.share).toBe(0.5);
    expect(totalOf(opinion({ scale: steps, total: { said: 'splendid' } }))).toBeNull();
    expect(wordTotal(opinion({ scale: 'percent', criteria: [criterion('a', 1, 6.5)] }))).toBe(
      '65 %, from the criteria',
    );
  });
  it('does not count where something that must be there is missing', () => {
    const without = opinion({ criteria: [criterion('a', 1, 9)], mustHaves: [{ text: 'reader', met: 'no' }] });
    expect(totalOf(without)?.share).toBe(0);
    expect(wordTotal(without)).toBe('does not count: reader is missing');
  });
  it('is none yet where only a second look is announced', () => {
    const later = opinion({ followUp: { text: 'run it', date: '2027-02' } });
    expect(isNoneYet(later)).toBe(true);
    expect(wordTotal(later)).toBe('none yet; run it, February 2027');
    expect(isNoneYet(opinion({}))).toBe(false);
  });
});

describe('an opinion that changed', () => {
  it('keeps the old one, and tells what changed and which facts did meanwhile', () => {
    let at = withRecords(bare, [
      opinion({
        date: '2026-05-01',
        criteria: [criterion('memory', 1, 6)],
        followUp: { text: 'again', date: '2026-11-01' },
      }),
      reading(
        'release:ash-1',
        'themes.icons',
        { value: 'Sedge' },
        { source: 'source:two', replaces: 'reading:release-ash-1-themes.icons-one' },
      ),
    ]);
    at = done(at, judgeAgain(at, 'assessment:a', { author: '', date: TODAY }));
    const id = [...at.records.assessment.values()].find(({ replaces }) => replaces)!.id;
    at = done(at, writeListLine(at, id, 'criteria', 0, 'memory, weight 1: 8', TODAY));
    at = done(at, writeListLine(at, id, 'weaknesses', -1, 'old wiki', TODAY));
    at = done(at, writeSingleLine(at, id, 'changed', 'measured anew', TODAY));
    const after = at.records.assessment.get(id)!;
    expect(after).toMatchObject({ author: 'R', date: TODAY, replaces: 'assessment:a' });
    expect(after.followUp).toBeUndefined();
    const change = changeOfOpinion(at, after)!;
    expect(wordOpinionChange(change, after)).toEqual([
      'Takes the place of the assessment of 1 May 2026: measured anew',
      'total 6 of 10, from the criteria, now 8 of 10, from the criteria',
      'memory: 6, now 8',
      'weakness added: old wiki',
      'facts that changed meanwhile: Icons (Plain, now Sedge)',
    ]);
    const all = opinionsOf(at, ['release:ash-1', 'distribution:ash']);
    expect(all.map((each) => each.id)).toEqual([id, 'assessment:a']);
    expect(standingOpinions(all).map((each) => each.id)).toEqual([id]);
    const forgotten = done(at, removeAssessment(at, at.records.assessment.get('assessment:a')!));
    expect(changeOfOpinion(forgotten, forgotten.records.assessment.get(id)!)).toBeNull();
  });
  it('a line that is emptied goes', () => {
    const at = withRecords(bare, [
      opinion({
        strengths: [
          { text: 'a', facts: [], reason: '' },
          { text: 'b', facts: [], reason: '' },
        ],
      }),
    ]);
    const after = done(at, writeListLine(at, 'assessment:a', 'strengths', 0, ' ', TODAY));
    expect(after.records.assessment.get('assessment:a')!.strengths.map(({ text }) => text)).toEqual(['b']);
  });
});
