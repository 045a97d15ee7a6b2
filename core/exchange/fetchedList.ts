/** A package list as the server hands it on, with how it was signed. */
import type { Snapshot } from '../catalogue/snapshot.ts';
import type { Family } from '../formats/family.ts';
import type { DebRelease } from '../formats/debRelease.ts';

/** What the signature of a repository is worth. */
export interface SignatureState {
  readonly state: Snapshot['signature'];
  /** Fingerprint and name of the key that signed; empty when it is not known. */
  readonly signer: string;
}

/** A fetched package list. */
export interface FetchedList {
  readonly name: string;
  readonly url: string;
  readonly family: Family;
  readonly date: string;
  readonly packages: number;
  readonly signature: SignatureState;
  readonly release: DebRelease | null;
  /** Packed columns (packages/packSnapshot.ts) in base64. */
  readonly packed: string;
}
