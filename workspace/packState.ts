/** A state of a catalogue as it is kept for a later merge: named, and its file without package lists, deflated (RFC 1950). */
import { strFromU8, strToU8, unzlibSync, zlibSync } from 'fflate';
import type { About } from '../core/catalogue/about.ts';
import type { Catalogue } from '../core/catalogue/catalogue.ts';
import { formatCatalogueFile } from '../core/exchange/catalogueFile.ts';
import { stateOf } from '../core/merging/markShared.ts';

/** A state as others name it. */
export type SharedState = About['shared'][number];

/** A named state with its bytes. */
export interface PackedState {
  readonly state: SharedState;
  readonly bytes: Uint8Array;
}

/** Names and packs the state that a catalogue is in; `now` is an ISO date and time. */
export async function packState(catalogue: Catalogue, now: string): Promise<PackedState> {
  return packStateAs(await stateOf(catalogue, now.slice(0, 10)), catalogue, now);
}

/** Packs a state that is named already. */
export function packStateAs(state: SharedState, catalogue: Catalogue, now: string): PackedState {
  return { state, bytes: zlibSync(strToU8(formatCatalogueFile({ catalogue, packages: new Map() }, now))) };
}

/** The text of a packed state. Throws on bytes that are damaged. */
export function unpackState(bytes: Uint8Array): string {
  return strFromU8(unzlibSync(bytes));
}
