/** Four tours, typed line by line into an empty catalogue: each statement is found again as its record, within the keys that are allowed. */
import { describe, expect, it } from 'vitest';
import { applyDiff } from '../../catalogue/applyDiff.ts';
import { findRecord, recordsOf } from '../../catalogue/catalogue.ts';
import { CORVANE } from '../../../testing/tours/corvane.ts';
import { GORSEMOOR } from '../../../testing/tours/gorsemoor.ts';
import { LANTERNHEAD } from '../../../testing/tours/lanternhead.ts';
import { STENNOCK } from '../../../testing/tours/stennock.ts';
import { hasRecordOf } from '../../../testing/tours/tour.ts';
import { TypedVisit } from '../../../testing/tours/typed.ts';
import { wordIssue } from '../../wording/issueText.ts';
import { formatLines, textOfLine } from './formatLine.ts';
import { recordsCiting } from '../sources.ts';
import { correctLine, visitLog } from './visitLog.ts';
import { valueOf } from '../../../testing/catalogues.ts';

describe.each([CORVANE, LANTERNHEAD, GORSEMOOR, STENNOCK])('the tour “$name”', (tour) => {
  const visit = TypedVisit.of(tour);
  it.each(tour.lines.filter(({ kind }) => kind))('has statement $statement: $line', (line) => {
    expect(hasRecordOf(visit.catalogue, line)).toBe(true);
  });
  it(`takes at most ${tour.target} keys`, () => {
    console.log(
      `${tour.name}: ${visit.keys} keys for ${tour.lines.length} lines, ${Math.round(visit.keys / 3)} seconds at three a second`,
    );
    expect(visit.keys).toBeLessThanOrEqual(tour.target);
  });
  it('is shown in the log, each line as one that writes it again', () => {
    for (const source of recordsOf(visit.catalogue, 'source'))
      for (const record of recordsCiting(visit.catalogue, source.id)) {
        if (record.kind === 'edition' || record.kind === 'release' || record.kind === 'assessment') continue;
        const [line] = formatLines(visit.catalogue, record);
        const subject =
          'subject' in record && record.subject
            ? record.subject
            : record.kind === 'link'
              ? record.derivative
              : null;
        const edition = 'conditions' in record ? record.conditions?.edition : undefined;
        const turn = { subject, source: source.id, ...(edition && { edition }) };
        const again = correctLine({ ...visit.context, turn }, line, textOfLine(line));
        if (!again.ok) throw new Error(`${textOfLine(line)}: ${again.issues.map(wordIssue).join(' ')}`);
        const after = valueOf(applyDiff(visit.catalogue, again.value.diff));
        const [same] = formatLines(after, findRecord(after, again.value.made.records[0])!);
        expect(textOfLine(same)).toBe(textOfLine(line));
        expect(findRecord(after, record.id)).toEqual(record);
      }
  });
  it('is whole in its log', () => {
    const logged = [...recordsOf(visit.catalogue, 'source')].flatMap(({ id }) =>
      visitLog(visit.catalogue, id),
    );
    const readings = [...recordsOf(visit.catalogue, 'reading')];
    expect(logged.filter(({ kind }) => kind === 'reading')).toHaveLength(readings.length);
    for (const { name, saying } of logged) expect(`${name}: ${saying}`).toMatch(/^\S.*: \S/);
  });
});
