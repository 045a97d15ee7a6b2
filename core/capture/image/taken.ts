/** What is taken of a system, as a capture holds it. */

/** A file of a capture. */
export interface TakenFile {
  readonly path: string;
  readonly bytes: Uint8Array;
  /** When it was last changed, ISO 8601 (UTC); empty where it does not matter. */
  readonly time: string;
}

/** What was taken of a system. */
export interface Taken {
  readonly files: readonly TakenFile[];
  /** Lines of the manifest, without those of files. */
  readonly lines: readonly string[];
  /** The package database, as the path of its file or folder; empty without one. */
  readonly database: string;
}

const LAST_SECOND = 253_402_300_799;

/** Seconds since 1970 as the manifest has times. */
export const isoTime = (seconds: number): string =>
  `${new Date(Math.min(Math.max(seconds, 0), LAST_SECOND) * 1000).toISOString().slice(0, 19)}Z`;

/** Told how far taking is, as a share of all, and what is looked for at the moment. */
export type TellShare = (share: number, what: string) => void;
