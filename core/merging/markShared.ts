/** Notes in the head of a catalogue which states it shares with another now: what the next merge begins from. */
import { ABOUT_ID, createAbout, type About } from '../catalogue/about.ts';
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { withRecords } from '../catalogue/applyDiff.ts';
import { checksumOfCatalogue, joinShared, sharedOf } from './ancestor.ts';

/** The state that a catalogue is in, as others name it; `day` is an ISO date. */
export async function stateOf(catalogue: Catalogue, day: string): Promise<About['shared'][number]> {
  const id = recordOf(catalogue, 'about', ABOUT_ID)?.catalogue ?? '';
  return { catalogue: id, day, checksum: await checksumOfCatalogue(catalogue) };
}

/** The catalogue that knows all states that another knows, and the one that is in (`stateOf`). */
export function markShared(
  catalogue: Catalogue,
  other: Catalogue,
  state: About['shared'][number],
): Catalogue {
  const head = recordOf(catalogue, 'about', ABOUT_ID) ?? createAbout({ id: ABOUT_ID, title: 'Catalogue' });
  const shared = joinShared(sharedOf(catalogue), sharedOf(other), [state]);
  return withRecords(catalogue, [{ ...head, shared }]);
}
