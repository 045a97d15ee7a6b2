/** What the worker of the intake is asked, and what it answers. */
import type { ReadProgress } from '../core/capture/readFiles.ts';
import type { Placement } from '../core/capture/placeSystem.ts';
import type { CandidateMessage, PackedByKey } from './candidateMessage.ts';
import type { DropSummary } from './intakeMessages.ts';

/** What the worker is asked. */
export type IntakeRequest =
  | { readonly type: 'read'; readonly files: readonly { readonly path: string; readonly file: File }[] }
  | {
      readonly type: 'place';
      readonly system: number;
      readonly candidates: readonly CandidateMessage[];
      readonly packed: PackedByKey;
    };

/** What the worker answers. */
export type IntakeAnswer =
  | { readonly type: 'progress'; readonly progress: ReadProgress }
  | { readonly type: 'read'; readonly drop: DropSummary }
  | { readonly type: 'placed'; readonly placement: Placement }
  | { readonly type: 'failed'; readonly reason: string };
