/** What the intake worker is asked and what it answers. Package lists travel packed. */
import type { FactProposal } from '../core/capture/proposeFacts.ts';
import type { IndexIdentity } from '../core/capture/indexIdentity.ts';
import type { CaptureManifest } from '../core/capture/captureManifest.ts';
import type { ReadFile } from '../core/capture/readFile.ts';
import type { ReadSystem } from '../core/capture/system.ts';
import type { Snapshot } from '../core/catalogue/snapshot.ts';
import type { Loss } from '../core/catalogue/loss.ts';
import type { Conditions } from '../core/catalogue/conditions.ts';
import type { DebRelease } from '../core/formats/debRelease.ts';
import type { Family } from '../core/formats/family.ts';
import type { Issue } from '../core/issue.ts';

/** A file as the screen lists it: without its contents. */
export type FileSummary = Omit<ReadFile, 'content'> & { readonly read: string };

/** A system that was read, as the screen shows it; its packages packed. */
export interface SystemSummary extends Omit<ReadSystem, 'packages' | 'files'> {
  readonly name: string;
  /** Places of its files in the drop's list: a list of thousands is sent once. */
  readonly files: Uint32Array;
  readonly packed: Uint8Array | null;
  /** The format of its packages; null without a package list. */
  readonly family: Family | null;
  readonly packageCount: number;
  readonly facts: readonly FactProposal[];
  readonly conditions: Conditions;
  /** For a system in an image: which, of what, and where in it; null for one that ran. */
  readonly image: NonNullable<CaptureManifest['image']> | null;
  /** The day on which it was taken, as its manifest says; empty without one. */
  readonly taken: string;
}

/** A repository's package list, from a file or a mirror. */
export interface IndexSummary {
  /** The file or address that it was read from. */
  readonly path: string;
  readonly name: string;
  /** Owner and of which suite; empty where that has to be asked for. */
  readonly identity: IndexIdentity;
  readonly family: Family;
  readonly packed: Uint8Array;
  readonly packageCount: number;
  readonly release: DebRelease | null;
  /** `YYYY-MM-DD`, or empty. */
  readonly date: string;
  readonly signature: Snapshot['signature'];
  /** Who signed it, where that is known. */
  readonly signer: string;
  /** What of it was not read. */
  readonly losses: readonly Loss[];
}

/** All that was read of a drop. */
export interface DropSummary {
  readonly files: readonly FileSummary[];
  readonly systems: readonly SystemSummary[];
  readonly indexes: readonly IndexSummary[];
  readonly issues: readonly Issue[];
}
