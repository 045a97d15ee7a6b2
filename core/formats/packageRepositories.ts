/**
 * The repositories that pacman and dnf are told to use: pacman.conf(5) with the mirror lists it includes, and `.repo`
 * files (dnf.conf(5), "repo options"), as the same entries.
 */
import type { KeyFile } from './keyFile.ts';
import { parseMirrorList, placeOfAddress } from './mirrorList.ts';

/** A configured repository. */
export interface ConfiguredRepository {
  /** Its name in brackets. */
  readonly id: string;
  /** Where it is served, without scheme; empty where only a list of mirrors is named. */
  readonly place: string;
  readonly enabled: boolean;
  /** How many servers are named for it. */
  readonly servers: number;
  /** True if the address names the release, or stands for it (`$releasever`). */
  readonly pinned: boolean;
}

/**
 * The repositories of a pacman.conf, in its order. `included` gives the text of an included file by its path, or
 * undefined when it is not at hand; then the repository has no place.
 */
export function pacmanRepositories(
  { groups }: Pick<KeyFile, 'groups'>,
  included: (path: string) => string | undefined,
): ConfiguredRepository[] {
  return [...groups].flatMap(([id, { Server = '', Include = '' }]): ConfiguredRepository[] => {
    if (id === 'options') return [];
    const servers = [Server, ...parseMirrorList(Include ? (included(Include) ?? '') : '')].filter(Boolean);
    return [
      { id, place: placeOfAddress(servers[0] ?? ''), enabled: true, servers: servers.length, pinned: false },
    ];
  });
}

/** The repositories of a `.repo` file. */
export function yumRepositories({ groups }: Pick<KeyFile, 'groups'>): ConfiguredRepository[] {
  return [...groups].flatMap(([id, group]): ConfiguredRepository[] => {
    const address = group.baseurl ?? group.metalink ?? group.mirrorlist;
    if (!address) return [];
    const servers = (group.baseurl ?? '').split(/[\s,]+/).filter(Boolean);
    return [
      {
        id,
        place: placeOfAddress(servers[0] ?? address),
        enabled: !/^(0|no|false|off)$/i.test(group.enabled ?? '1'),
        servers: servers.length,
        pinned: /\$releasever|[/-]\d+([./-]|$)/.test(address),
      },
    ];
  });
}
