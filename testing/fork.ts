/** A fork for tests of comparing: what rests on it, on its root, and on nothing. */
import type { AnyRecord } from '../core/catalogue/recordKinds.ts';
import type { Reading } from '../core/catalogue/reading.ts';
import { distribution, link, reading, release, source } from './catalogues.ts';

/** The sides of the fork; the fourth rests on its root. */
export const NAMES = ['left', 'right', 'third', 'fourth'] as const;

/** root 1 ← fork 2 ← left 1, right 1, third 1; fourth 1 on root 1; alone 1 on nothing. */
export const FRAME: readonly AnyRecord[] = [
  ...['root', 'fork', 'alone', ...NAMES].map(distribution),
  ...['root', 'alone', ...NAMES].map((name) => release(name, '1', '2026-01-10')),
  release('fork', '2', '2026-01-05'),
  link('release:fork-2', 'release:root-1'),
  ...NAMES.slice(0, 3).map((name) => link(`release:${name}-1`, 'release:fork-2')),
  link('release:fourth-1', 'release:root-1'),
  source('seen', 'handsOn', '2026-02-01'),
];

/** One of them as a side. */
export const sideOf = (name: string) => ({ id: name === 'fork' ? 'release:fork-2' : `release:${name}-1` });

/** What is seen of one of them. */
export const on = (
  name: string,
  key: string,
  says: Parameters<typeof reading>[2],
  more: Partial<Reading> = {},
) => reading(sideOf(name).id, key, says, { source: 'source:seen', ...more });
