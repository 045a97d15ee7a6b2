/** Notes in the head of a catalogue which states it shares with another now: what the next merge begins from. */
import { ABOUT_ID, createAbout } from '../catalogue/about.ts';
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { withRecords } from '../catalogue/applyDiff.ts';
import { checksumOfCatalogue, joinShared, sharedOf } from './ancestor.ts';

/** The catalogue that knows all states that another knows, and the one it is in. `day` is an ISO date. */
export async function markShared(catalogue: Catalogue, other: Catalogue, day: string): Promise<Catalogue> {
  const head = recordOf(catalogue, 'about', ABOUT_ID) ?? createAbout({ id: ABOUT_ID, title: 'Catalogue' });
  const from = recordOf(other, 'about', ABOUT_ID)?.catalogue ?? '';
  const now = { catalogue: from, day, checksum: await checksumOfCatalogue(other) };
  return withRecords(catalogue, [
    { ...head, shared: joinShared(sharedOf(catalogue), sharedOf(other), [now]) },
  ]);
}
