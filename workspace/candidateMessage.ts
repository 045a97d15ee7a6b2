/** Candidate bases on their way to a worker, their lists packed. */
import type { PlacedCandidate } from '../core/capture/placedCandidate.ts';
import type { ListPart } from '../core/packages/listParts.ts';

/** A candidate base; its lists are named by the key under which their packed bytes travel. */
export interface CandidateMessage extends Omit<PlacedCandidate, 'states'> {
  readonly states: readonly {
    readonly date: string;
    readonly lists: readonly { readonly name: string; readonly part: ListPart; readonly key: string }[];
  }[];
}

/** Packed package lists by key: snapshot ids, and the lists on which those rest. */
export type PackedByKey = ReadonlyMap<string, Uint8Array>;
