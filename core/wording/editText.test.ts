/** What an analyst did, as undo and the history call it. */
import { describe, expect, it } from 'vitest';
import { hasEditWording, wordEdit } from './editText.ts';

describe('the label of an edit', () => {
  it.each([
    ['fact.write', { fact: 'Icons', of: 'Tidewater 7.1' }, 'Icons of Tidewater 7.1'],
    ['fact.remove', { count: 1, kind: 'reading' }, 'Delete a reading'],
    ['fact.remove', { count: 3, kind: 'reading' }, 'Delete 3 readings'],
    ['fact.unchanged', { count: 1, of: 'Tidewater 7.1' }, '1 fact of Tidewater 7.1 unchanged'],
    ['fact.unchanged', { count: 1200, of: 'Tidewater 7.1' }, '1,200 facts of Tidewater 7.1 unchanged'],
    ['change.write', { fact: 'Icons', of: 'Penhallow 5' }, 'Change of Icons of Penhallow 5'],
    [
      'link.remove',
      { derivative: 'Tidewater', base: 'Fenwick' },
      'Delete the link between Tidewater and Fenwick',
    ],
    ['release.add', { count: 2, of: 'Ottery' }, 'Add 2 releases of Ottery'],
    ['release.begin', { name: 'Ottery', version: '8' }, 'Begin Ottery 8'],
    ['edition.correct', { name: 'Ebb', of: 'Tidewater' }, 'Edition Ebb of Tidewater'],
    ['lists.keep', { count: 1, of: 'Larkspur' }, 'Keep 1 package list of Larkspur'],
    ['system.accept', { name: 'Marram', version: '2' }, 'Accept Marram 2'],
    ['source.exchange', { count: 2, title: 'Notes' }, '2 readings from “Notes”'],
    ['source.exchange', { count: 1, title: '' }, '1 reading without a source'],
    ['catalogue.replace', { title: 'Theirs' }, 'Replace the catalogue by “Theirs”'],
    ['text', { text: 'Add Fenwick' }, 'Add Fenwick'],
  ])('%s', (code, params, words) => {
    expect(hasEditWording(code)).toBe(true);
    expect(wordEdit({ code, params })).toBe(words);
  });
  it('says the relation of a link in words', () => {
    const params = { derivative: 'Foxholt', base: 'Graywether', relation: 'rebuilds' };
    expect(wordEdit({ code: 'link.add', params })).toBe('Foxholt rebuilds Graywether');
  });
  it('of a newer program is shown as it is', () => {
    expect(hasEditWording('of.tomorrow')).toBe(false);
    expect(wordEdit({ code: 'of.tomorrow', params: {} })).toBe('of.tomorrow');
  });
});
