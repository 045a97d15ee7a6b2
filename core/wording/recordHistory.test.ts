/** The history of one dossier among the edits of a catalogue. */
import { describe, expect, it } from 'vitest';
import { valueOf, catalogueOf, distribution, reading, release } from '../../testing/catalogues.ts';
import { diffOfRecords } from '../catalogue/diff.ts';
import { applyDiff } from '../catalogue/applyDiff.ts';
import { EMPTY_HISTORY, stepHistory } from '../catalogue/history.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import { historyOf } from './recordHistory.ts';

describe('the history of a dossier', () => {
  it('has the edits that touched it, newest first, and those that were undone', () => {
    let catalogue = catalogueOf(distribution('a'), distribution('b'), release('a', '1'));
    let history = EMPTY_HISTORY;
    const edit = (label: string, put: AnyRecord[]) => {
      const diff = diffOfRecords(catalogue, put);
      const step = stepHistory(history, {
        type: 'do',
        edit: { label: { code: 'text', params: { text: label } }, at: '2026-11-24T10:00:00Z', diff },
      })!;
      history = step.history;
      catalogue = valueOf(applyDiff(catalogue, diff));
    };
    edit('Icons', [reading('release:a-1', 'themes.icons', { value: 'Reed' })]);
    edit('Elsewhere', [reading('distribution:b', 'identity.since', { value: '2020' })]);
    edit('Both', [
      release('a', '2'),
      reading('release:a-1', 'themes.icons', { value: 'Sedge' }),
      reading('release:a-1', 'themes.font', { value: 'Heath' }),
    ]);
    const told = () =>
      historyOf(catalogue, history, 'distribution:a').map(({ label, what, undone }) => [label, what, undone]);
    expect(told()).toEqual([
      ['Both', '1 release added, 1 reading added, 1 reading changed', false],
      ['Icons', '1 reading added', false],
    ]);
    const undo = stepHistory(history, { type: 'undo' })!;
    history = undo.history;
    catalogue = valueOf(applyDiff(catalogue, undo.diff));
    expect(told()[0]).toEqual(['Both', expect.stringContaining('reading changed'), true]);
    expect(historyOf(catalogue, history, 'distribution:b')).toHaveLength(1);
  });
});
