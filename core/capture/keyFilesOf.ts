/** Key files of a system by their place, later ones over earlier ones. */
import type { KeyFile, KeyGroup } from '../formats/keyFile.ts';
import type { FormatId } from '../formats/recognise.ts';
import type { ReadSystem } from './system.ts';
import { textOf } from './systemFiles.ts';

/** A key file of a system. */
export interface PlacedKeyFile extends KeyFile {
  readonly path: string;
  /** The group of this name; empty when it has none. */
  readonly group: (name: string) => KeyGroup;
}

/** The key files of a format, by path. */
export function keyFilesOf(system: ReadSystem, format: FormatId): PlacedKeyFile[] {
  return system.files
    .flatMap(({ path, format: own, content }) =>
      own === format && content?.type === 'keyFile'
        ? [{ ...content.keyFile, path, group: (name: string) => content.keyFile.groups.get(name) ?? {} }]
        : [],
    )
    .sort((a, b) => (a.path < b.path ? -1 : 1));
}

/** Installed packages that a person added after the system was made: they are none of its default set. */
export function addedLater(system: ReadSystem): ReadonlySet<string> {
  const names = new Set(
    textOf(system, 'added-later')
      .split('\n')
      .slice(1)
      .map((line) => line.split('\t')[0])
      .filter(Boolean),
  );
  if (names.size === 0 || !system.packages) return new Set();
  const { columns, removed, table } = system.packages;
  const texts = table.texts();
  const installed = new Set(Array.from(columns.name, (name, i) => (removed[i] ? '' : texts[name])));
  return new Set([...names].filter((name) => installed.has(name)));
}
