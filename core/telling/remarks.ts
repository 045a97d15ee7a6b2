/** What stands in brackets behind a value: doubt, and what is unusual for its source. What is usual stands at the source. */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { Conditions } from '../catalogue/conditions.ts';
import type { Reading } from '../catalogue/reading.ts';
import { shownReading, type Cell } from '../layers/cell.ts';
import { describeConditions } from '../wording/conditionsText.ts';

/** Conditions that a reading has and its source does not, in words. */
function unusualOf(catalogue: Catalogue, { conditions, source }: Reading): string {
  const usual: Conditions = (source && recordOf(catalogue, 'source', source)?.conditions) || {};
  const own = Object.entries(conditions ?? {}).filter(
    ([key, value]) => key !== 'edition' && usual[key as keyof Conditions] !== value,
  );
  return own.length > 0 ? describeConditions(Object.fromEntries(own) as Conditions) : '';
}

/** What is to be known about the value of a cell beside the value. */
export function remarkOfCell(catalogue: Catalogue, cell: Cell): string {
  const reading = shownReading(cell);
  return [
    reading?.certainty === 'likely' ? 'probably' : reading?.certainty === 'unsure' ? 'unsure' : '',
    cell.disputed && 'sources disagree',
    cell.inForce?.acceptedBecause && `accepted although unreliable: ${cell.inForce.acceptedBecause}`,
    cell.state === 'takenOver' && 'copied from the release before, unverified',
    reading && unusualOf(catalogue, reading),
  ]
    .filter(Boolean)
    .join('; ');
}
