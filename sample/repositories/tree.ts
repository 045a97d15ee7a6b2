/** Files of a repository as it is served, and where a repository of the sample stands below the mirror. */
import { formatDay } from '../day.ts';
import { servedDay, type Repository, type World } from '../world/repository.ts';
import type { SigningKey } from './signing.ts';

/** A file of the mirror: its path below the mirror's root. */
export interface TreeFile {
  readonly path: string;
  readonly bytes: Uint8Array;
  /** Seconds since 1970: what a mirror gives as Last-Modified. */
  readonly time: number;
}

/** What a writer needs to know. */
export interface TreeContext {
  readonly world: World;
  readonly key: SigningKey;
  readonly day: number;
}

/** Writes one state of one repository, or of several that share a release file. */
export type TreeWriter = (context: TreeContext, repository: Repository) => AsyncGenerator<TreeFile>;

/** The folder of a state: the current one at the repository's place, older ones below `snapshots/`. */
export function placeOn(repository: Repository, day: number): string {
  return day === servedDay(repository) ? repository.place : `${repository.place}/snapshots/${formatDay(day)}`;
}

/** Noon of a day: when indexes of the sample are made. */
export function timeOf(day: number): number {
  return day * 86_400 + 12 * 3600;
}

export const encode = (text: string): Uint8Array => new TextEncoder().encode(text);
