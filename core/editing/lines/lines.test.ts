/** Lines of a visit: how names are told from values, what stands around a saying, what is refused, what is corrected in place. */
import fc from 'fast-check';
import { OBJECT_WORDS } from '../../../testing/typing.ts';
import { describe, expect, it } from 'vitest';
import { TypedVisit } from '../../../testing/tours/typed.ts';
import { valueOf } from '../../../testing/catalogues.ts';
import { applyDiff } from '../../catalogue/applyDiff.ts';
import { reverseDiff } from '../../catalogue/diff.ts';
import { findRecord, recordOf, recordsOf } from '../../catalogue/catalogue.ts';
import { FACT_KEYS, findFactKey } from '../../catalogue/factSheet.ts';
import { NAMED_KEYS } from '../../catalogue/factNames.ts';
import type { Reading } from '../../catalogue/reading.ts';
import { diffOfRemoval } from '../../catalogue/removal.ts';
import { firstDayOf } from '../../catalogue/days.ts';
import { changesOf } from '../../layers/changes.ts';
import { layerTable } from '../../layers/layerTable.ts';
import { chainOf } from '../../lineage/chain.ts';
import { completeWord } from './completeWord.ts';
import { formatMarks, readMarks } from './lineMarks.ts';
import { completeName, splitLine } from './lineNames.ts';
import { lineWord, LINE_WORDS } from './lineWords.ts';
import { linesOfText, writeLines } from './pastedLines.ts';
import { sayValue } from './sayValue.ts';
import { setBaseOfEdition } from './sayLineage.ts';
import { correctLine, moveLines, removeLine, visitLog } from './visitLog.ts';
import { writeLine } from './writeLine.ts';

function visit(...lines: readonly string[]): TypedVisit {
  const desk = new TypedVisit();
  desk.today = '2026-10-20';
  for (const line of ['Gorsemoor 2026.10', 'live, vm, 3 GiB', ...lines]) desk.write(line);
  return desk;
}
const reading = (desk: TypedVisit, key: string): Reading =>
  [...recordsOf(desk.catalogue, 'reading')].find((each) => each.key === key)!;
const refused = (desk: TypedVisit, line: string) => {
  const edited = writeLine(desk.context, line);
  return edited.ok ? [] : edited.issues.map(({ code }) => code);
};

describe('the beginning of a line', () => {
  it.each(FACT_KEYS.map(({ label, key }) => [label, key]))(
    'is the whole label of a fact: %s',
    (label, key) => {
      const named = splitLine(`${label}: x`);
      expect([named?.name.id, named?.rest]).toEqual([key, 'x']);
    },
  );
  it.each(LINE_WORDS.map(({ label, id }) => [label, id]))('is a word: %s', (label, id) => {
    expect(splitLine(`${label}: x`)?.name.id).toBe(id);
  });
  it('has names of facts that there are', () => {
    for (const key of NAMED_KEYS) expect(findFactKey(key), key).toBeDefined();
  });
  it.each([
    ['kernel 6.11.3', 'kernel.version', '6.11.3'],
    ['kernel string 6.11.3-1', 'kernel.release', '6.11.3-1'],
    ['file systems ext4, btrfs', 'editions.fileSystems', 'ext4, btrfs'],
    ['icons on the desktop none', 'defaults.desktopIcons', 'none'],
    ['mail Letterbird 106', 'defaults.application.mail', 'Letterbird 106'],
    ['kernel st 4', 'kernel.version', 'st 4'],
    ['for whom newcomers', 'identity.audience', 'newcomers'],
    ['for guide; backup', 'strength', 'guide; backup'],
  ])('is told from its value: %s', (line, id, rest) => {
    expect([splitLine(line)?.name.id, splitLine(line)?.rest]).toEqual([id, rest]);
  });
  it('goes on with names that begin so, whole words first', () => {
    expect(completeName('file sys').map(({ label }) => label)).toEqual([
      'File system',
      'File systems offered',
    ]);
    expect(completeName('zzz')).toEqual([]);
  });
  it('and each word goes on as the fact can be', () => {
    const desk = visit();
    expect(completeWord(desk.context, 'opens fi')[0].text).toBe('opens first login only');
    expect(completeWord(desk.context, 'mem 5 MB @ pro')[0].text).toBe('mem 5 MB @ process viewer');
    expect(completeWord(desk.context, 'icons Gorse ')).toEqual([]);
    for (const { text, added } of completeWord(desk.context, 'bo')) expect(text.endsWith(added)).toBe(true);
  });
});

describe('what stands around a saying', () => {
  it('is taken off it, in whatever order, and written again', () => {
    const part = fc.constantFrom('', 'live, 9 min', 'p. 12', 'of its age');
    fc.assert(
      fc.property(
        fc.constantFrom('yes', '6.11.3-1', 'a (b), c'),
        part,
        part,
        part,
        fc.boolean(),
        (saying, around, because, remark, isUnsure) => {
          const marks = { around, because, remark, place: '', isUnsure };
          expect(readMarks(`${saying}${formatMarks(marks)}`)).toEqual({ saying, ...marks });
        },
      ),
    );
  });
  it('leaves brackets and signs alone that are part of the words', () => {
    expect(readMarks('C# and a@b, [beta').saying).toBe('C# and a@b, [beta');
    expect(readMarks('does it open?', true)).toMatchObject({ saying: 'does it open?', isUnsure: false });
    expect(readMarks('7 [page 3] ?')).toMatchObject({ saying: '7', place: 'page 3', isUnsure: true });
  });
});

describe('a value as it is said', () => {
  const says = (key: string, text: string) => valueOf(sayValue(findFactKey(key)!, text, '2026-10-20')).saying;
  it.each([
    ['themes.icons', 'same', { state: 'unchanged' }],
    ['themes.icons', 'none', { state: 'none' }],
    [
      'defaults.application.office',
      'not chosen',
      { state: 'none', said: 'not chosen at install', marks: ['onPurpose'] },
    ],
    ['repositories.formats', 'by choice', { state: 'none', said: 'left out by choice' }],
    ['kernel.version', 'unknown: looked in the menu', { state: 'notFoundOut', tried: 'looked in the menu' }],
    ['defaults.application.mail', 'newer by four', { state: 'set', said: 'newer by four' }],
    [
      'identity.maker',
      'three volunteers in Sarrin',
      { text: 'volunteers', said: 'three volunteers in Sarrin' },
    ],
    ['model.kind', 'held-back rolling', { text: 'held-back rolling' }],
    ['editions.fileSystems', 'four', { state: 'set', said: 'four' }],
    ['editions.fileSystems', 'ext4, btrfs', { text: 'ext4;btrfs' }],
    [
      'repositories.archives',
      'front (own, 4-6, its parts)',
      { text: 'front {owner=own | holding=4 | holdingMost=6 | purpose=its parts}' },
    ],
    ['editions.imageDate', '3 oct', { text: '2026-10-03' }],
  ])('%s: %s', (key, text, meant) => {
    expect(says(key, text)).toMatchObject(meant);
  });
  it.each([
    ['welcome.opens', 'sometimes'],
    ['footprint.memory', '590 bananas'],
    ['welcome.showsDone', 'perhaps'],
    ['themes.icons', ' '],
  ])('that does not fit is told: %s %s', (key, text) => {
    expect(sayValue(findFactKey(key)!, text)).toMatchObject({
      ok: false,
      issues: [{ code: 'value.invalid' }],
    });
  });
});

describe('a line', () => {
  it('is refused with its reason, and changes nothing', () => {
    const desk = visit();
    expect(refused(desk, '')).toEqual(['line.empty']);
    expect(refused(desk, 'zzz 4')).toEqual(['line.unknown']);
    expect(refused(desk, 'kernel')).toEqual(['line.saying']);
    expect(refused(desk, 'opens sometimes')).toEqual(['value.invalid']);
    expect(refused(desk, 'mem 5 MB @ in the rain')).toEqual(['source.part']);
    expect(refused(desk, 'fault x, since 9')).toEqual(['line.noRelease']);
    expect(refused(desk, 'steps one')).toEqual(['line.steps']);
    expect(refused(desk, 'change services: whatever')).toEqual(['line.does']);
    expect(refused(desk, 'word nothing')).toEqual(['line.point']);
    expect(refused(desk, 'installs from Gorsemoor 2026.10')).toEqual(['link.self']);
    expect(refused(desk, `icons ${'x'.repeat(20_001)}`)).toEqual(['line.long']);
    expect(refused(desk, 'day 31 Feb 2026')).toEqual(['paste.date']);
  });
  it('never throws, whatever is typed', () => {
    const desk = visit('kernel 6.11');
    const pieces = fc.constantFrom(
      ...OBJECT_WORDS,
      'kernel',
      'on',
      'from',
      'about',
      'change',
      'why',
      'word',
      'edition',
      'release',
      'claim',
      ':',
      ' ',
      '@',
      '#',
      '[',
      '{',
      '(',
      '=',
      '>',
      '?',
      ',',
      ';',
      '6',
      'Gorsemoor',
      'new',
      '+',
      '%',
      '"',
    );
    fc.assert(
      fc.property(fc.array(pieces, { maxLength: 12 }), (parts) => {
        const edited = writeLine(desk.context, parts.join(' '));
        if (edited.ok) expect(applyDiff(desk.catalogue, edited.value.diff).ok).toBe(true);
        else expect(edited.issues.length).toBeGreaterThan(0);
      }),
      { numRuns: 400 },
    );
  });
  it('about another one lands there; of an edition in that edition', () => {
    const desk = visit(
      'about new Quickthorn',
      'about gor 2026.10',
      'edition Bench',
      'qui: fault it stalls',
      'bench: icons Reed',
    );
    expect([...recordsOf(desk.catalogue, 'fault')]).toMatchObject([{ subject: 'distribution:quickthorn' }]);
    expect(reading(desk, 'themes.icons')).toMatchObject({
      subject: 'release:gorsemoor-2026.10',
      conditions: { edition: 'edition:gorsemoor-bench' },
    });
  });
  it('with a plus adds to what was said of the list, else corrects it; another measurement is another one', () => {
    const desk = visit(
      'drivers open',
      'drivers + vendor',
      'mem 5 MB @ idle',
      'mem 9 MB @ after use',
      'icons A',
      'icons B',
    );
    expect(reading(desk, 'defaults.driversOffered').value).toEqual([{ name: 'open' }, { name: 'vendor' }]);
    expect(
      [...recordsOf(desk.catalogue, 'reading')].filter(({ key }) => key === 'footprint.memory'),
    ).toHaveLength(2);
    expect(
      [...recordsOf(desk.catalogue, 'reading')].filter(({ key }) => key === 'themes.icons'),
    ).toMatchObject([{ value: 'B' }]);
  });
  it('of a list that names none of its base’s elements adds to them', () => {
    const desk = new TypedVisit();
    desk.today = '2026-10-20';
    for (const line of [
      'Alder 9',
      'page a.example',
      'archives main, updates',
      'about new Brook 1',
      'on Alder 9',
      'from installed',
      'archives brook',
    ])
      desk.write(line);
    expect([...recordsOf(desk.catalogue, 'reading')].at(-1)).toMatchObject({
      value: [{ name: 'brook' }],
      marks: ['partial'],
    });
    desk.write('archives brook; base');
    expect(reading(desk, 'repositories.archives').subject).toBe('release:alder-9');
    expect(
      [...recordsOf(desk.catalogue, 'reading')].find(({ subject }) => subject === 'release:brook-1'),
    ).toMatchObject({
      value: [{ name: 'brook' }, { name: 'main' }, { name: 'updates' }],
      marks: [],
    });
  });
  it('is told where what is looked at was deleted meanwhile; another one can be named', () => {
    const desk = visit('icons A');
    desk.catalogue = valueOf(
      applyDiff(desk.catalogue, diffOfRemoval(desk.catalogue, ['distribution:gorsemoor'])),
    );
    expect(refused(desk, 'icons B')).toEqual(['line.gone']);
    expect(refused(desk, 'about new Fenmoor 1')).toEqual([]);
  });
});

describe('the log', () => {
  it('has its lines corrected in their place, with undo', () => {
    const desk = visit('icons A', 'cursor B');
    const [first] = visitLog(desk.catalogue, desk.turn.source!);
    const edit = valueOf(correctLine(desk.context, first, 'icons: Reed # seen twice'));
    const after = valueOf(applyDiff(desk.catalogue, edit.diff));
    const log = visitLog(after, desk.turn.source!);
    expect(log.map(({ name, saying }) => `${name} ${saying}`)).toEqual(['Icons Reed', 'Cursor B']);
    expect(recordOf(after, 'reading', first.record)).toMatchObject({ value: 'Reed', note: 'seen twice' });
    expect(findRecord(valueOf(applyDiff(after, reverseDiff(edit.diff))), first.record)).toEqual(
      findRecord(desk.catalogue, first.record),
    );
    const other = valueOf(correctLine(desk.context, first, 'fault icons flicker'));
    const changed = visitLog(valueOf(applyDiff(desk.catalogue, other.diff)), desk.turn.source!);
    expect(changed.map(({ kind }) => kind)).toEqual(['fault', 'reading']);
  });
  it('has one point of a judgement deleted, and the judgement with the last', () => {
    const desk = visit('for a; b', 'total 7 of 10');
    const remove = (index: number) => {
      const lines = visitLog(desk.catalogue, desk.turn.source!);
      desk.catalogue = valueOf(
        applyDiff(desk.catalogue, valueOf(removeLine(desk.catalogue, lines[index])).diff),
      );
    };
    remove(0);
    expect(visitLog(desk.catalogue, desk.turn.source!).map(({ saying }) => saying)).toEqual(['b', '7 of 10']);
    remove(0);
    remove(0);
    expect([...recordsOf(desk.catalogue, 'assessment')]).toEqual([]);
  });
  it('has lines moved to another source, where other conditions spoil them', () => {
    const desk = visit('opens each');
    const live = desk.turn.source!;
    expect(reading(desk, 'welcome.opens').spoiledBy).toEqual(['live image']);
    desk.write('from installed');
    const [line] = visitLog(desk.catalogue, live);
    desk.catalogue = valueOf(
      applyDiff(
        desk.catalogue,
        valueOf(moveLines(desk.catalogue, [line.record], live, desk.turn.source!)).diff,
      ),
    );
    expect(reading(desk, 'welcome.opens')).toMatchObject({ spoiledBy: [], source: desk.turn.source });
  });
});

describe('a change against another than the base', () => {
  it('is recorded with what it is one from, and is no change of the layer', () => {
    const desk = visit(
      'about new Alder 9',
      'icons Plain',
      'about gor 2026.10',
      'on alder 9',
      'release 2026.07, 1 Jul 2026',
    );
    const base = desk.catalogue;
    const lines = ['change icons: replaces A > B, against 2026.07 because it was old'];
    for (const line of lines) desk.write(line);
    expect([...recordsOf(desk.catalogue, 'change')]).toMatchObject([
      {
        key: 'themes.icons',
        does: 'replaces',
        before: 'A',
        after: 'B',
        against: 'release:gorsemoor-2026.07',
        motive: 'it was old',
      },
    ]);
    const changes = (catalogue: typeof base) =>
      changesOf(
        layerTable(catalogue, chainOf(catalogue, 'release:gorsemoor-2026.10', firstDayOf('2026-10-20'))),
      ).length;
    expect(changes(desk.catalogue)).toBe(changes(base));
  });
});

describe('pasted lines', () => {
  it('are lines, bullets and columns', () => {
    expect(linesOfText('- icons Reed\n2) cursor Reed\n\nfont\tWeir Sans\n| dark | yes |\n')).toEqual([
      'icons Reed',
      'cursor Reed',
      'font: Weir Sans',
      'dark: yes',
    ]);
  });
  it('are taken as one step; what is wrong is told line by line and left out', () => {
    const desk = visit();
    const { made, diff } = valueOf(writeLines(desk.context, 'icons Reed\nnonsense here\ncursor Reed'));
    expect(made.lines.map(({ issues }) => issues.length)).toEqual([0, 1, 0]);
    expect(Object.keys(diff.added)).toHaveLength(2);
    expect(writeLines(desk.context, 'x'.repeat(200_001))).toMatchObject({
      ok: false,
      issues: [{ code: 'line.pasteLong' }],
    });
  });
});

describe('the base of an edition', () => {
  it('is written by name in its cell, exchanged, and taken out', () => {
    const desk = visit('edition Bench', 'about new Alder 9', 'about new Cedar 2', 'about gor 2026.10');
    const set = (text: string) => {
      const edit = valueOf(setBaseOfEdition(desk.context, 'edition:gorsemoor-bench', text));
      desk.catalogue = valueOf(applyDiff(desk.catalogue, edit.diff));
      return [...recordsOf(desk.catalogue, 'link')].map(({ base }) => base);
    };
    expect(set('Alder 9')).toEqual(['release:alder-9']);
    expect(set('Cedar 2, since 2026')).toEqual(['release:cedar-2']);
    expect(set('')).toEqual([]);
  });
});

describe('the words of the field', () => {
  it('each have an example that is taken', () => {
    const desk = visit(
      'about new Aldermoor 9',
      'about gor 2026.10',
      'release 3, 2 Feb 2024',
      'edition Heath',
      'edition Main',
    );
    for (const { id, example } of LINE_WORDS) {
      const edited = writeLine(desk.context, `${lineWord(id).label}: ${example}`);
      expect(edited.ok ? '' : edited.issues[0].code, `${id} ${example}`).toBe('');
    }
  });
});
