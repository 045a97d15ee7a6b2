/** Lines as people write them: what each is read as, what is asked, what is kept as a note; and that nothing that is typed is lost or breaks the reader. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  catalogueOf,
  distribution,
  edition,
  link,
  reading,
  release,
  source,
  valueOf,
} from '../../testing/catalogues.ts';
import { applyDiff } from '../catalogue/applyDiff.ts';
import { findRecord, recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import { FACT_KEYS } from '../catalogue/factSheet.ts';
import type { Reading } from '../catalogue/reading.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import type { VisitTurn } from '../editing/lines/lineDesk.ts';
import { keepNote, readEntry, readOtherwise, takeEntry } from './entry.ts';
import { uncuedFacts } from './factCues.ts';
import { deleteWord, listLearnt } from './learning.ts';
import { EXAMPLE_LINES } from './lexicon/examples.ts';
import { stretchesOf } from './markedLine.ts';
import type { Meaning } from './meaning.ts';
import { notedEntry } from './notedLine.ts';
import { tokensOf } from './tokens.ts';
import { understand, type OpenTurn } from './understand.ts';
import { findSayable } from './vocabulary.ts';
import { amountsOf, countAt } from './amounts.ts';
import { dateAt } from './dates.ts';

const BASE = 'release:aldermoor-9';
const SUBJECT = 'release:corvane-4';
const catalogue = catalogueOf(
  distribution('aldermoor'),
  distribution('corvane'),
  distribution('ottery'),
  edition('corvane', 'main'),
  edition('corvane', 'heath'),
  release('aldermoor', '9', '2025-03-01'),
  release('corvane', '3', '2024-05-01'),
  release('corvane', '4', '2026-05-01'),
  source('before', 'page', '2026-01-01'),
  source('sitting', 'handsOn', '2026-05-14'),
  link(SUBJECT, BASE),
  reading(BASE, 'defaults.application.browser', { value: 'Saltmarsh' }, { source: 'source:before' }),
  reading(BASE, 'kernel.version', { value: '6.1.9' }, { source: 'source:before' }),
);
const TURN: VisitTurn = { subject: SUBJECT, source: 'source:sitting', edition: 'edition:corvane-main' };
const at = (of: Catalogue = catalogue, turn = TURN) => ({
  catalogue: of,
  turn,
  today: '2026-12-01',
  author: 'M. Ardley',
});

/** What a line makes, without ids. */
function made(
  line: string,
  of = catalogue,
): { readonly outcome: string; readonly records: readonly AnyRecord[] } {
  const { outcome, records } = notedEntry(at(of), line, readEntry(at(of), line));
  return { outcome, records: records as readonly AnyRecord[] };
}
const first = (line: string): Partial<Reading> & AnyRecord =>
  made(line).records[0] as Partial<Reading> & AnyRecord;

describe('a line of notes', () => {
  it.each([
    ['kernel 6.9.2', 'kernel.version', { value: '6.9.2' }],
    ['it boots kernel 6.9.2', 'kernel.version', { value: '6.9.2' }],
    ['kernel same as in Aldermoor', 'kernel.version', { state: 'unchanged' }],
    ['kernel = base', 'kernel.version', { state: 'unchanged' }],
    ['no swap', 'defaults.swap', { state: 'none' }],
    ['swap is missing', 'defaults.swap', { state: 'none' }],
    ['could not find out when support ends', 'model.supportEnd', { state: 'notFoundOut' }],
    ['start-up took 31 seconds', 'footprint.boot', { value: 31 }],
    ['boot 31 s', 'footprint.boot', { value: 31 }],
    ['the browser is called Gannet', 'defaults.application.browser', { value: 'Gannet' }],
    ['Gannet as browser', 'defaults.application.browser', { value: 'Gannet' }],
    ['browser: Gannet 12', 'defaults.application.browser', { value: 'Gannet 12' }],
    ['dark by default', 'themes.dark', { value: true }],
    ['supported until June 2029', 'model.supportEnd', { value: '2029-06' }],
  ] as const)('is read as people mean it: %s', (line, key, expected) => {
    expect(made(line).outcome).toBe('recorded');
    expect(first(line)).toMatchObject({ kind: 'reading', key, ...expected });
  });

  it('keeps doubt, amounts as they were said, conditions and reasons', () => {
    expect(first('i think the kernel is 6.9.2')).toMatchObject({ certainty: 'unsure', value: '6.9.2' });
    expect(first('memory just under 600 MB with nothing open')).toMatchObject({
      key: 'footprint.memory',
      said: 'just under 600 MB',
      marks: ['approximate'],
      conditions: { moment: 'idle' },
    });
    expect(first('boots kernel 6.9.2 because its drivers need it')).toMatchObject({
      cause: { text: 'its drivers need it' },
    });
    expect(first('kernel 6.9, sorry, 6.9.2')).toMatchObject({ value: '6.9.2' });
  });

  it('says several things, each of its own fact', () => {
    const keysOf = (records: readonly AnyRecord[]) =>
      records.map((record) => ('key' in record ? record.key : ''));
    expect(keysOf(made('kernel 6.9.2, no swap').records)).toEqual(['kernel.version', 'defaults.swap']);
    const { choices } = understand(
      { ...at(), turn: TURN as OpenTurn },
      'kernel 6.9.2, browser is Gannet, no swap',
    );
    expect(choices[0].meanings.map((meaning) => meaning.kind === 'fact' && meaning.fact.key)).toEqual([
      'kernel.version',
      'defaults.application.browser',
      'defaults.swap',
    ]);
  });

  it.each([
    ['the menu froze twice in five tries', 'fault', { times: { n: 2, of: 5 } }],
    ['does it wake from sleep?', 'question', { text: 'does it wake from sleep?' }],
    ['they claim that it never needs a restart', 'claim', { verdict: 'unchecked' }],
    ['next release planned for October', 'plan', { due: '2026-10' }],
    ['forked from Ottery in 2019', 'link', { relation: 'forked from', since: '2019' }],
  ] as const)('is of its own kind: %s', (line, kind, expected) => {
    const records = made(line).records;
    expect(records.find((record) => record.kind === kind)).toMatchObject(expected);
  });

  it('asks where it may mean two things, and records neither', () => {
    const entry = readEntry(at(), 'uses roughly 5 gigs');
    const { outcome, records, choices } = notedEntry(at(), 'x', entry);
    expect([outcome, records.length]).toEqual(['ask', 0]);
    const keys = choices.map(([record]) => ('key' in record ? record.key : ''));
    expect(keys).toEqual(expect.arrayContaining(['footprint.memory', 'footprint.disk']));
  });
});

describe('an entry', () => {
  const take = (of: Catalogue, line: string, index: number | null, sorts?: string) => {
    const entry = readEntry(at(of), line);
    const edit = valueOf(
      takeEntry(at(of), line, entry, index === null ? null : entry.choices[index], { sorts }),
    );
    return { after: valueOf(applyDiff(of, edit.diff)), made: edit.made };
  };
  it('keeps the line word for word with what came of it', () => {
    const { after } = take(catalogue, '  Kernel  6.9.2 ', 0);
    const [note] = recordsOf(after, 'note');
    expect(note).toMatchObject({ text: 'Kernel  6.9.2', state: 'recorded' });
    expect(note.records.map((id) => findRecord(after, id)?.kind)).toEqual(['reading']);
  });
  it('keeps what says nothing known as a note to be sorted, and the note keeps its words when it is sorted', () => {
    const { after, made: kept } = take(catalogue, 'grmbl zzz frobnicate', null);
    const [note] = recordsOf(after, 'note');
    expect(note).toMatchObject({ text: 'grmbl zzz frobnicate', state: 'unsorted', records: [] });
    const sorted = take(after, 'no swap', 0, kept.records[0]).after;
    expect([...recordsOf(sorted, 'note')]).toMatchObject([
      { id: note.id, text: 'grmbl zzz frobnicate', state: 'recorded' },
    ]);
    expect(
      findRecord(valueOf(applyDiff(after, valueOf(keepNote({ catalogue: after }, note.id)).diff)), note.id),
    ).toMatchObject({ state: 'kept' });
  });
  it('still reads the notation of earlier programs where it shows itself', () => {
    expect(readEntry(at(), 'Icons: Gorse').outcome).toBe('recorded');
    expect(readEntry(at(), 'about: Ottery').outcome).toBe('turn');
    expect(first('mem 590 MB @ 9 min, live')).toMatchObject({
      conditions: { uptimeMinutes: 9, medium: 'live' },
    });
  });
  it('corrects what was said last', () => {
    const said = take(catalogue, 'kernel 6.9.2', 0).after;
    const { records, outcome } = made('no, it is 6.9.3', said);
    expect([outcome, records.length]).toEqual(['recorded', 1]);
    expect(records[0]).toMatchObject({ key: 'kernel.version', value: '6.9.3' });
  });
  it('shows each word of a line once, in order', () => {
    const line = 'i think the kernel is 6.9.2, in a VM';
    const [choice] = readEntry(at(), line).choices;
    const stretches = stretchesOf(line, choice.words);
    expect(stretches.map(({ text }) => text).join('')).toBe(line);
    expect(stretches.find(({ text }) => text.includes('6.9.2'))?.part).toBe('value');
    expect(stretches[0].part).toBe('doubt');
  });
});

describe('the tables', () => {
  it('speak of every fact of the sheet', () => {
    expect(uncuedFacts().map(({ key }) => key)).toEqual([]);
    expect(FACT_KEYS.length).toBeGreaterThan(150);
  });
});

describe('words that any line has', () => {
  const amount = (text: string) => amountsOf(tokensOf(text))[0];
  it.each([
    ['just under 3 gigs', { written: 'just under 3 GB', unit: 'GB', most: 3 }],
    ['between 20 and 25 min', { least: 20, most: 25, unit: 'min' }],
    ['forty-odd mirrors', { value: 40, isExact: false }],
    ['11,500 packages', { value: 11_500, isExact: true }],
    ['half a gig', { value: 0.5, unit: 'GB' }],
    ['~8 GB', { isExact: false, unit: 'GB' }],
  ])('amounts: %s', (text, expected) => {
    expect(amount(text)).toMatchObject(expected);
  });
  it.each([
    ['18 april', '2026-04-18'],
    ['the 2nd of march', '2026-03-02'],
    ['march 2024', '2024-03'],
    ['2030-06', '2030-06'],
    ['autumn 2027', '2027-23'],
    ['2014 or thereabouts', '2014~'],
  ])('dates, no day made up: %s', (text, past) => {
    expect(dateAt(tokensOf(text), 0, '2026-05-14')?.past).toBe(past);
  });
  it('no date of a version, a modal verb or a number', () => {
    for (const text of ['6.12', 'may go', '14:00', '40 packages'])
      expect(dateAt(tokensOf(text), 0, '2026-05-14')).toBeNull();
  });
  it('counts of how many', () => {
    expect(countAt(tokensOf('twice in five tries'), 0)).toMatchObject({ n: 2, of: 5 });
    expect(countAt(tokensOf('3 of 8'), 0)).toMatchObject({ n: 3, of: 8 });
    expect(countAt(tokensOf('3 gigs'), 0)).toBeNull();
  });
});

describe('bad input', () => {
  it.each([
    '',
    '   ',
    '?!',
    'https://example.org/a?b=c#d',
    'SELECT * FROM x; DROP TABLE y;',
    'Ceci n’est pas une ligne, bien sûr que non',
    '\u202Eabc\u202C def',
    'e\u0301te\u0301',
    '| a | b |\n|---|---|',
    'no no no no no no no',
    'because because because',
    '"unclosed quotation of nothing',
    ')))((([[[',
    `${'kernel 6.1, '.repeat(300)}`,
  ])('is asked, kept or refused, and never throws: %j', (line) => {
    const entry = readEntry(at(), line);
    expect(['recorded', 'ask', 'note', 'refused']).toContain(entry.outcome);
  });
  it('whatever is typed gives an entry, and each of its choices can be taken', () => {
    const words =
      'kernel no browser is 6.1 same as base Aldermoor twice in five because , ; . " ( ) maybe swap 3 GB until may 2027 Gannet guide and with @ : ?'.split(
        ' ',
      );
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...words), { maxLength: 12 }), (picked) => {
        const line = picked.join(' ');
        const entry = readEntry(at(), line);
        for (const choice of entry.choices) expect(takeEntry(at(), line, entry, choice).ok).toBe(true);
      }),
      { numRuns: 150, seed: 7 },
    );
  });
});

describe('other readings', () => {
  it('are asked for, also of a line that is clear', () => {
    const line = 'kernel 6.9.2';
    expect(readEntry(at(), line).outcome).toBe('recorded');
    const other = readOtherwise(at(), line);
    expect(other.outcome).toBe('ask');
    expect(other.choices[0].edit.diff).toEqual(readEntry(at(), line).choices[0].edit.diff);
    for (const choice of other.choices) expect(takeEntry(at(), line, other, choice).ok).toBe(true);
  });
});

describe('what is learnt', () => {
  const taken = (line: string, index: number | null, of = catalogue, sorts?: string) => {
    const entry = readEntry(at(of), line);
    const choice = index === null ? null : entry.choices[index];
    return valueOf(applyDiff(of, valueOf(takeEntry(at(of), line, entry, choice, { sorts })).diff));
  };
  const words = (of: Catalogue) => listLearnt(of).map(({ text, label }) => `${text}: ${label}`);

  it('comes of a note that is sorted by other words, and reads the next line', () => {
    const line = 'the strake is at the bottom';
    expect(made(line).outcome).toBe('note');
    const noted = taken(line, null);
    const [note] = recordsOf(noted, 'note');
    const sorted = taken('the panel is at the bottom', 0, noted, note.id);
    expect(words(sorted)).toEqual(['strake: Panel']);
    expect(made('strake on the left', sorted).records).toMatchObject([{ key: 'defaults.panel' }]);
    const forgotten = valueOf(applyDiff(sorted, valueOf(deleteWord(sorted, listLearnt(sorted)[0].id)).diff));
    expect(words(forgotten)).toEqual([]);
    expect(made('strake on the left', forgotten).outcome).toBe('note');
  });

  it('is nothing of a line that is clear, of names, of numbers, or of many words', () => {
    expect(words(taken('kernel 6.9.2', 0))).toEqual([]);
    const noted = taken('Zarquon hums while elderly herons and grumpy beavers wander past', null);
    const [note] = recordsOf(noted, 'note');
    expect(words(taken('panel at the bottom', 0, noted, note.id))).toEqual([]);
  });
});

describe('what can be said', () => {
  it('has an example for every fact, and for no other', () => {
    const keys = [...EXAMPLE_LINES.keys()].filter((key) => key.includes('.'));
    expect(FACT_KEYS.map(({ key }) => key).filter((key) => !EXAMPLE_LINES.has(key))).toEqual([]);
    expect(keys.filter((key) => !FACT_KEYS.some((fact) => fact.key === key))).toEqual([]);
  });

  it.each([...EXAMPLE_LINES])('%s: %s', (what, line) => {
    const isOf = (meaning: Meaning) =>
      meaning.kind === what || ('fact' in meaning && meaning.fact?.key === what);
    // Some are said of a system, some of a page.
    const isRead = ['source:sitting', 'source:before'].some((source) =>
      understand({ ...at(), turn: { ...TURN, source } as OpenTurn }, line).choices.some(({ meanings }) =>
        meanings.some(isOf),
      ),
    );
    expect(isRead).toBe(true);
  });

  it('is found by a word, by another word for it, and by a question', () => {
    const found = (query: string) =>
      findSayable(query).flatMap(({ entries }) => entries.map(({ what }) => what));
    expect(found('pointer')[0]).toBe('themes.cursor');
    const kernel = found('what could I say about the kernel?');
    expect(kernel).toContain('kernel.version');
    expect(kernel.filter((what) => what.startsWith('kernel.')).length).toBeGreaterThan(6);
    expect(found('')).toHaveLength(EXAMPLE_LINES.size);
    expect(found('xyzzy')).toEqual([]);
  });
});
