/** A part of a catalogue that stands by itself: one family, for a catalogue that is too large to be open in a window. */
import { allRecords } from '../catalogue/allRecords.ts';
import { recordsOf } from '../catalogue/catalogue.ts';
import { mendReferences } from '../catalogue/mendReferences.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { catalogueOfRecords } from '../catalogue/wholeCatalogue.ts';
import { distributionOf } from '../lineage/releases.ts';
import { lineageGraph } from '../lineage/lineageGraph.ts';
import { familyOf } from '../lineage/relatives.ts';
import { packColumns } from '../packages/packSnapshot.ts';
import { PackedLists } from '../packages/packedLists.ts';
import { referenceOf } from '../packages/packSeries.ts';
import type { CatalogueWithPackages } from './catalogueFile.ts';

/**
 * The family of a subject on a day (days since 1970-01-01), with all that belongs to it and the sources that it cites. Links to
 * others go, mentions of others are taken out. A list that rests on one that is not in the part is packed anew.
 */
export function familyPart(
  { catalogue, packages }: CatalogueWithPackages,
  subject: RecordId,
  day: number,
): CatalogueWithPackages {
  const members = new Set(familyOf(lineageGraph(catalogue, day), distributionOf(catalogue, subject)));
  const inside = [...allRecords(catalogue)].filter(
    ({ id, kind }) => kind !== 'distribution' || members.has(id),
  );
  const alone = catalogueOfRecords(mendReferences(inside).records);
  const isCited = (id: RecordId) => !alone.pointers.all(id).next().done;
  // Nothing names a source that is not cited: without it the others are whole.
  const part = catalogueOfRecords(
    [...allRecords(alone)].filter(({ id, kind }) => kind !== 'source' || isCited(id)),
  );
  const opened = new PackedLists(packages);
  const lists = new Map<RecordId, Uint8Array>();
  for (const { id } of recordsOf(part, 'snapshot')) {
    const packed = packages.get(id);
    const reference = packed && referenceOf(packed);
    const rests = reference === null || (reference && part.records.snapshot.has(reference));
    const list = rests ? null : opened.list(id);
    if (packed && (rests || list)) lists.set(id, list ? packColumns(list) : packed);
  }
  return { catalogue: part, packages: lists };
}
