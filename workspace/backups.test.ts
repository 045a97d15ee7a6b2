/** When a copy is due, what is remembered apart, and the shelf. */
import { describe, expect, it } from 'vitest';
import { createMemoryStore } from './keyValueStore.ts';
import { copyNameOf, dayIn, isBackupDue } from './backups.ts';
import { forgetSeen, recallSeen, rememberSeen, seenIds } from './lastSeen.ts';
import { createMemoryNotes } from './notePad.ts';
import { freshTitle, isForgotten, Shelf } from './shelf.ts';

const NOW = '2026-11-28T10:00:00.000Z';
const TODAY = dayIn('2026-11-28');
const seen = { title: 'Mine', records: 3, size: 99, savedAt: NOW, store: 's', step: 4 };

describe('a copy', () => {
  it.each([
    ['never copied, nothing edited', '', '', 0, false],
    ['never copied, a few edits', '', '', 19, false],
    ['never copied, many edits', '', '', 20, true],
    ['copied today', '2026-11-28', '', 500, false],
    ['copied six days ago', '2026-11-22', '', 1, false],
    ['copied a week ago', '2026-11-21', '', 1, true],
    ['copied a week ago, nothing edited since', '2026-11-21', '', 0, false],
    ['exported long ago, backed up yesterday', '2026-01-01', '2026-11-27', 9, false],
    ['backed up long ago, exported yesterday', '2026-11-27', '2026-01-01', 9, false],
  ])('%s', (_, lastExport, lastBackup, editsSince, due) => {
    expect(isBackupDue({ lastExport, lastBackup, editsSince }, TODAY)).toBe(due);
  });
});

describe('the name of a copy', () => {
  it.each([
    ['Reading rooms', '', 'reading-rooms-2026-11-28.json'],
    ['  Ö & (2) ', 'remains', '2-remains-2026-11-28.json'],
    ['???', '', 'catalogue-2026-11-28.json'],
  ])('of “%s” %s', (title, more, name) => {
    expect(copyNameOf(title, '2026-11-28', more)).toBe(name);
  });
});

describe('what is remembered apart', () => {
  it('is recalled, listed and forgotten by id', () => {
    const notes = createMemoryNotes();
    notes.set('another program', 'x');
    expect(rememberSeen(notes, 'mine', seen)).toBe(true);
    expect(recallSeen(notes, 'mine')).toEqual(seen);
    expect(seenIds(notes)).toEqual(['mine']);
    forgetSeen(notes, 'mine');
    expect(recallSeen(notes, 'mine')).toBeNull();
  });
  it('does without a pad that is full, and with one that holds nonsense', () => {
    const full = {
      ...createMemoryNotes(),
      set: () => {
        throw new Error('full');
      },
    };
    expect(rememberSeen(full, 'mine', seen)).toBe(false);
    const odd = createMemoryNotes();
    odd.set('aspen-ridge/seen/mine', '{"title":');
    expect(recallSeen(odd, 'mine')).toBeNull();
  });
});

describe('the shelf', () => {
  const open = () => {
    const notes = createMemoryNotes();
    return { notes, shelf: new Shelf(createMemoryStore(), notes, () => NOW) };
  };
  it('lists the sample first, the others by title, with what is remembered of each', async () => {
    const { notes, shelf } = open();
    await shelf.put('c2', 'Zebra');
    await shelf.put('c1', 'Apple');
    rememberSeen(notes, 'c1', { ...seen, title: 'Apples' });
    const list = await shelf.list();
    expect(list.map(({ title, records }) => [title, records])).toEqual([
      ['Sample', 0],
      ['Apples', 3],
      ['Zebra', 0],
    ]);
    expect(list.map(({ isSample }) => isSample)).toEqual([true, false, false]);
  });
  it('keeps what is deleted for thirty days, and when it was begun', async () => {
    const { shelf } = open();
    await shelf.put('c1', 'Apple');
    const [, entry] = await shelf.list();
    await shelf.remove(entry);
    const [, deleted] = await shelf.list();
    expect(deleted).toMatchObject({ deletedAt: NOW, createdAt: NOW, title: 'Apple' });
    expect(isForgotten(deleted, '2026-12-27T10:00:00.000Z')).toBe(false);
    expect(isForgotten(deleted, '2026-12-29T10:00:00.000Z')).toBe(true);
    await shelf.put('c1', 'Apple');
    expect((await shelf.list())[1]).not.toHaveProperty('deletedAt');
    await shelf.forget('c1');
    expect(await shelf.list()).toHaveLength(1);
  });
  it('remembers what was opened last', async () => {
    const { shelf } = open();
    expect(await shelf.lastOpened()).toBeNull();
    await shelf.rememberOpened('c1');
    expect(await shelf.lastOpened()).toBe('c1');
    expect(await shelf.list()).toHaveLength(1);
  });
  it('gives titles that no other has; a deleted one takes none', async () => {
    const { shelf } = open();
    await shelf.put('c1', 'Mine');
    await shelf.put('c2', 'Mine (2)');
    const list = await shelf.list();
    expect(freshTitle('Mine', list)).toBe('Mine (3)');
    expect(freshTitle('Yours', list)).toBe('Yours');
    expect(freshTitle('Mine', [{ ...list[1], deletedAt: NOW }])).toBe('Mine');
  });
});
