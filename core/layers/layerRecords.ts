/**
 * What is recorded of one layer, by fact: of the release, of the edition that is meant (of all of them where none is named), and
 * of the distribution as a whole; as far as it was known on the day that is asked about.
 */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { RecordedChange } from '../catalogue/change.ts';
import type { FactKey } from '../catalogue/factSheet.ts';
import { recordsBelongingTo } from '../catalogue/pointers.ts';
import type { Reading } from '../catalogue/reading.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { editionsOfRelease } from '../lineage/bases.ts';
import type { Layer } from '../lineage/chain.ts';
import { daysOfReading, editionOfReading } from '../weighing/disagreement.ts';
import type { Said } from './makeCell.ts';

/** The records of one layer. */
export interface LayerRecords {
  /** What is said of a fact: of one edition (with what is said of all), else of whatever edition. */
  readonly of: (fact: FactKey, edition?: RecordId) => Said;
  /** Of a release of several editions, where none is named: all of them, if some reading is of one alone; else none. */
  readonly editionsThatSay: (fact: FactKey) => readonly RecordId[];
}

const NOTHING: readonly never[] = [];
const SILENCE: Said = { readings: NOTHING, recorded: NOTHING };

/** Collects what is recorded of a layer. */
export function recordedOfLayer(catalogue: Catalogue, layer: Layer): LayerRecords {
  const release = recordOf(catalogue, 'release', layer.id);
  const all = release ? editionsOfRelease(catalogue, release) : [];
  const editions = layer.edition ? [layer.edition] : all;
  const subjects = [...new Set([layer.id, ...editions, layer.distribution])];
  const isAsked = ({ source }: Reading) => !layer.source || source === layer.source;
  const readings = byKey(subjects.flatMap((id) => said(catalogue, id, 'reading').filter(isAsked)));
  // What changed against another than the base says nothing of what the base hands up.
  const changes = byKey(
    subjects.flatMap((id) =>
      said(catalogue, id, 'change').filter(({ against }) => !against && !layer.source),
    ),
  );
  const editionOf = (reading: Reading) =>
    // What is said of a project as a whole holds for every edition of it.
    reading.subject === layer.distribution ? undefined : editionOfReading(catalogue, reading);
  const isOf = (reading: Reading, edition: RecordId) => (editionOf(reading) ?? edition) === edition;
  return {
    of: ({ key, inherited }, edition = layer.edition) => {
      const found = readings.get(key) ?? NOTHING;
      const noted = (inherited && changes.get(key)) || NOTHING;
      if (found.length === 0 && noted.length === 0) return SILENCE;
      const meant = edition ? found.filter((reading) => isOf(reading, edition)) : found;
      const recorded = noted.filter(
        ({ subject }) => !edition || !subject.startsWith('edition:') || subject === edition,
      );
      return { readings: knownBy(catalogue, meant, layer.asOf), recorded };
    },
    editionsThatSay: ({ key }) => {
      if (layer.edition || all.length < 2) return NOTHING;
      return (readings.get(key) ?? NOTHING).some((reading) => editionOf(reading)) ? all : NOTHING;
    },
  };
}

function said<K extends 'reading' | 'change'>(catalogue: Catalogue, subject: RecordId, kind: K) {
  return recordsBelongingTo(catalogue, subject, kind).filter((record) => record.subject === subject);
}

function byKey<R extends Reading | RecordedChange>(records: readonly R[]): Map<string, R[]> {
  const found = new Map<string, R[]>();
  for (const record of records) {
    const known = found.get(record.key);
    if (known) known.push(record);
    else found.set(record.key, [record]);
  }
  return found;
}

/** What was said by a day; where nothing was, what was said later: that tells of the release all the same. */
function knownBy(catalogue: Catalogue, readings: readonly Reading[], day: number): readonly Reading[] {
  const early = readings.filter((reading) => (daysOfReading(catalogue, reading)?.first ?? -Infinity) <= day);
  return early.length > 0 && early.length < readings.length ? early : readings;
}
