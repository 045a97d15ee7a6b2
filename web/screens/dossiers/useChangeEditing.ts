/** Edits of what is recorded on changes, bound to the open catalogue. */
import type { RecordedChange } from '../../../core/catalogue/change.ts';
import type { FactKey } from '../../../core/catalogue/factSheet.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { weighChange, writeChange, type ChangeSaying } from '../../../core/editing/changes.ts';
import { removeRecord } from '../../../core/editing/removal.ts';
import type { ChosenSource } from '../../../core/editing/sources.ts';
import type { Result } from '../../../core/issue.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { today } from '../../stores/clock.ts';

/** Writing, weighing and deleting what is recorded of changes. */
export function useChangeEditing() {
  const store = useCatalogueStore();
  return {
    /** Writes a change, in place of the record that is given; the source that it cites is offered next time. */
    write(
      subject: RecordId,
      fact: FactKey,
      saying: ChangeSaying,
      chosen: ChosenSource,
      known?: RecordedChange,
    ): Result<unknown> {
      const parameters = { subject, fact, saying, chosen, today: today(), ...(known && { known }) };
      const done = store.commit(writeChange(store.catalogue, parameters));
      if (done.ok) store.rememberCited(done.value);
      return done;
    },
    weigh: (record: RecordedChange, weight: 1 | 2 | 3 | undefined): Result<unknown> =>
      store.commit(weighChange(store.catalogue, record, weight)),
    remove: (record: RecordedChange): Result<unknown> =>
      store.commit(removeRecord(store.catalogue, record.id)),
  };
}
