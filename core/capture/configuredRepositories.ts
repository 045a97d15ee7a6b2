/** The repositories that a system's package tool is told to use, whatever the tool. */
import {
  pacmanRepositories,
  yumRepositories,
  type ConfiguredRepository,
} from '../formats/packageRepositories.ts';
import type { ReadSystem } from './system.ts';
import { textAt } from './systemFiles.ts';
import { keyFilesOf } from './keyFilesOf.ts';

/** Those of pacman and dnf, in the order of their files. */
export function otherRepositories(system: ReadSystem): ConfiguredRepository[] {
  return [
    ...keyFilesOf(system, 'pacman-conf').flatMap((file) =>
      pacmanRepositories(file, (path) => textAt(system, path)),
    ),
    ...keyFilesOf(system, 'yum-repo').flatMap(yumRepositories),
  ];
}

/** A repository that is switched on: the name by which its server knows it, and its host; empty if not known. */
interface EnabledRepository {
  /** Suite of a deb repository, name of an alpm or rpm one. */
  readonly suite: string;
  readonly host: string;
}

/** All that are switched on, for binary packages. */
export function enabledRepositories(system: ReadSystem): EnabledRepository[] {
  const apt = system.sources.filter(({ enabled, type }) => enabled && type === 'deb');
  const other = otherRepositories(system).filter(({ enabled }) => enabled);
  return [
    ...apt.map(({ suite, uri }) => ({ suite, host: hostOf(uri) })),
    ...other.map(({ id, place }) => ({ suite: id, host: hostOf(place) })),
  ];
}

/** The host of an address with or without scheme; empty when there is none. */
export function hostOf(address: string): string {
  return /^(?:[a-z+]+:\/\/(?:[^/@]*@)?)?([^/:]*\.[^/:]*)/i.exec(address)?.[1].toLowerCase() ?? '';
}
