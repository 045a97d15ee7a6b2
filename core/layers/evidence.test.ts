/** What a layer rests on: each reading once, in the part that it plays. */
import { describe, expect, it } from 'vitest';
import {
  catalogueOf,
  change,
  distribution,
  edition,
  link,
  reading,
  release,
  source,
} from '../../testing/catalogues.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { chainOf } from '../lineage/chain.ts';
import { evidenceByFile, evidenceBySource } from './evidence.ts';
import { layerTable } from './layerTable.ts';

const SUBJECT = 'release:b-1';
const capture = {
  ...source('cap', 'capture', '2026-11'),
  files: ['etc/os-release', 'usr/share/xsessions/x.desktop', 'etc/fstab'].map((path) => ({
    path,
    format: 'file',
    bytes: 1,
  })),
};
const catalogue = catalogueOf(
  ...[distribution('a'), distribution('b'), release('a', '1'), release('b', '1')],
  ...[
    capture,
    source('notes', 'releaseNotes', '2026-03'),
    source('old', 'page', '2025'),
    source('lonely', 'page', '2020'),
  ],
  link(SUBJECT, 'release:a-1', { sources: ['source:lonely'] }),
  change(SUBJECT, 'themes.icons', { motive: 'Why', sources: ['source:notes'] }),
  reading(SUBJECT, 'themes.icons', { value: 'Tide' }, { source: 'source:cap', place: 'etc/os-release, ID' }),
  reading(SUBJECT, 'themes.icons', { value: 'Tide' }, { source: 'source:notes' }),
  reading(SUBJECT, 'themes.icons', { value: 'Reed' }, { source: 'source:old' }),
  reading(
    SUBJECT,
    'defaults.desktop',
    { value: 'Lagoon' },
    { source: 'source:cap', place: 'usr/share/xsessions' },
  ),
  reading(SUBJECT, 'defaults.desktop', 'none', { source: 'source:old', spoiledBy: ['live image'] }),
  reading(SUBJECT, 'kernel.version', { value: '6.1' }),
);
const table = layerTable(catalogue, chainOf(catalogue, SUBJECT, firstDayOf('2026-11-24')));

describe('evidence', () => {
  const found = evidenceBySource(catalogue, table);
  it('by source has every reading in its part, newest sources first, what has none last', () => {
    expect(
      found.map(({ source: of, lines, tellsBase, changes }) => [
        of?.title ?? 'none',
        lines.map(({ fact, part }) => `${fact.key} ${part}`).join(', '),
        tellsBase,
        changes,
      ]),
    ).toEqual([
      ['cap', 'themes.icons inForce, defaults.desktop inForce', false, 0],
      ['notes', 'themes.icons agrees', false, 1],
      ['old', 'themes.icons outvoted, defaults.desktop spoiled', false, 0],
      ['lonely', '', true, 0],
      ['none', 'kernel.version inForce', false, 0],
    ]);
  });
  it('by file tells what each gave, and which gave nothing', () => {
    const { files, silent } = evidenceByFile(found[0]);
    expect(files.map(({ path, lines }) => `${path} ${lines.length}`)).toEqual([
      'etc/os-release 1',
      'usr/share/xsessions 1',
    ]);
    expect(silent).toEqual(['etc/fstab']);
  });
  it('where editions differ decides nothing for the whole', () => {
    const whole = catalogueOf(
      ...[distribution('c'), edition('c', 'East'), edition('c', 'West'), release('c', '1')],
      source('visit', 'capture', '2026-11'),
      ...['East', 'West'].map((name) =>
        reading(`edition:c-${name}`, 'themes.icons', { value: name }, { source: 'source:visit' }),
      ),
    );
    const [{ lines }] = evidenceBySource(
      whole,
      layerTable(whole, chainOf(whole, 'release:c-1', firstDayOf('2026-11-24'))),
    );
    expect(lines.map(({ part }) => part)).toEqual(['undecided', 'undecided']);
  });
});
