/** Edits of facts, bound to the open catalogue. */
import type { RecordedChange } from '../../../core/catalogue/change.ts';
import type { FactKey } from '../../../core/catalogue/factSheet.ts';
import type { Reading } from '../../../core/catalogue/reading.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { acceptReading, removeSaid, writeFact, type Saying } from '../../../core/editing/facts.ts';
import type { ChosenSource } from '../../../core/editing/sources.ts';
import type { Result } from '../../../core/issue.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { today } from '../../stores/clock.ts';

/** What a fact is said of: a record, and the edition of a release that was looked at, where one is meant. */
export interface FactSubject {
  readonly subject: RecordId;
  readonly edition?: RecordId;
}

/** Writing, accepting and deleting readings. */
export function useFactEditing() {
  const store = useCatalogueStore();
  return {
    /** Writes a reading; the source that it cites is offered next time. */
    write(
      { subject, edition }: FactSubject,
      fact: FactKey,
      saying: Saying,
      chosen: ChosenSource,
      place = '',
    ): Result<unknown> {
      const parameters = {
        subject,
        fact,
        saying,
        chosen,
        today: today(),
        place,
        ...(edition && { edition }),
      };
      const done = store.commit(writeFact(store.catalogue, parameters));
      if (done.ok) store.rememberCited(done.value);
      return done;
    },
    accept: (reading: Reading, others: readonly Reading[], because: string): Result<unknown> =>
      store.commit(acceptReading(store.catalogue, reading, others, because)),
    remove: (records: readonly (Reading | RecordedChange)[]): Result<unknown> =>
      store.commit(removeSaid(store.catalogue, records)),
  };
}
