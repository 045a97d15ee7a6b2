/** Edits of the lineage from the map, bound to the open catalogue. */
import type { Distribution } from '../../../core/catalogue/distribution.ts';
import type { Link } from '../../../core/catalogue/link.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { addSourcedLink, changeLink, citeInLink, rivalsOf } from '../../../core/editing/links.ts';
import type { ProposedLink } from '../../../core/editing/proposedLink.ts';
import { addDistribution } from '../../../core/editing/addDistribution.ts';
import { removeRecord } from '../../../core/editing/removal.ts';
import type { ChosenSource } from '../../../core/editing/sources.ts';
import type { Result } from '../../../core/issue.ts';
import { today } from '../../stores/clock.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';

/** Adding, correcting and deleting links and distributions. */
export function useLinkEditing() {
  const store = useCatalogueStore();
  return {
    rivalsOf: (derivative: RecordId, day: number): Link[] => rivalsOf(store.catalogue, derivative, day),
    addLink(proposed: ProposedLink, day: number, chosen: ChosenSource): Result<Link> {
      const done = store.commit(addSourcedLink(store.catalogue, proposed, day, chosen, today()));
      if (done.ok) store.rememberCited(done.value.sources[0]);
      return done;
    },
    addDistribution: (
      name: string,
      on: Omit<ProposedLink, 'derivative' | 'beside'> | null,
    ): Result<Distribution> => store.commit(addDistribution(store.catalogue, name, on)),
    changeLink: (link: Link, changes: Partial<Link>): Result<unknown> =>
      store.commit(changeLink(store.catalogue, link, changes)),
    cite: (link: Link, chosen: ChosenSource): Result<unknown> =>
      store.commit(citeInLink(store.catalogue, link, chosen, today())),
    removeLink: (link: Link): Result<unknown> => store.commit(removeRecord(store.catalogue, link.id)),
  };
}
