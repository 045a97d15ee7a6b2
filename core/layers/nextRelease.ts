/**
 * A release begun from the one before it: its own values are taken over as unsure and without a source, so that each
 * is seen to be still unchecked; its base is the same, or another one that is named.
 */
import { findRecord, recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { recordsBelongingTo } from '../catalogue/pointers.ts';
import type { RecordedChange } from '../catalogue/change.ts';
import type { Link } from '../catalogue/link.ts';
import type { Reading } from '../catalogue/reading.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import { createIdSource } from '../catalogue/freshId.ts';
import { tokenOf, type RecordId } from '../catalogue/recordId.ts';
import type { Release } from '../catalogue/release.ts';
import { boundsOf } from '../catalogue/when.ts';
import { isLineal, linksFrom } from '../lineage/linksInForce.ts';
import { nameOf } from '../lineage/names.ts';
import { valueInForce } from './valueInForce.ts';

/** What is said of a release that begins. */
export interface NextRelease {
  readonly version: string;
  /** EDTF, or empty. */
  readonly date: string;
  /** The release that it rests on; by default that of the one before. */
  readonly base?: RecordId;
}

/** Facts that are of one release alone: taken over they would be wrong. */
const OF_ONE_RELEASE: ReadonlySet<string> = new Set([
  'editions.imageDate',
  'editions.imageSize',
  'editions.imageChecksum',
  'model.supportEnd',
  'model.delay',
]);

/** The records of a release that follows another: itself, its links, and the values taken over. The release is first. */
export function beginRelease(
  catalogue: Catalogue,
  from: RecordId,
  { version, date, base }: NextRelease,
): readonly [Release, ...AnyRecord[]] {
  const before = recordOf(catalogue, 'release', from);
  if (!before) throw new Error(`layers: beginRelease expects the id of a release, came "${from}"`);
  const freshId = createIdSource((each) => Boolean(findRecord(catalogue, each)));
  const token = `${tokenOf(before.distribution)}-${version}`;
  const { date: _date, ...kept } = before;
  const release: Release = {
    ...kept,
    id: freshId('release', token),
    version,
    codeName: '',
    sources: [],
    note: '',
    ...(date && { date }),
  };
  const links = linksFrom(catalogue, from)
    .filter(isLineal)
    .map((link, i): Link => {
      const { since: _since, until: _until, ...rest } = link;
      const on = i === 0 && base ? base : link.base;
      return {
        ...rest,
        id: freshId('link', `${token}-on-${tokenOf(on)}`),
        derivative: release.id,
        base: on,
        certainty: 'likely',
        wording: '',
        sources: [],
      };
    });
  return [
    release,
    ...links,
    ...takenOver(catalogue, before, release, freshId),
    ...changesTakenOver(catalogue, before, release, freshId),
  ];
}

/** What was recorded of changes still tells why they were made; its sources speak of the release before. */
function changesTakenOver(
  catalogue: Catalogue,
  before: Release,
  release: Release,
  freshId: (kind: string, text: string) => RecordId,
): RecordedChange[] {
  return recordsBelongingTo(catalogue, before.id, 'change').map(({ date: _date, ...record }) => ({
    ...record,
    id: freshId('change', `${tokenOf(release.id)}-${record.key}`),
    subject: release.id,
    sources: [],
  }));
}

function takenOver(
  catalogue: Catalogue,
  before: Release,
  release: Release,
  freshId: (kind: string, text: string) => RecordId,
): Reading[] {
  const byKey = new Map<string, Reading[]>();
  for (const reading of recordsBelongingTo(catalogue, before.id, 'reading'))
    if (reading.subject === before.id && !OF_ONE_RELEASE.has(reading.key))
      byKey.set(reading.key, [...(byKey.get(reading.key) ?? []), reading]);
  return [...byKey].flatMap(([key, readings]): Reading[] => {
    const found = valueInForce(catalogue, readings, boundsOf(before.date ?? '')?.first);
    if (!found) return [];
    const {
      source: _source,
      date: _date,
      conditions: _conditions,
      replaces: _replaces,
      ...rest
    } = found.reading;
    return [
      {
        ...rest,
        id: freshId('reading', `${tokenOf(release.id)}-${key}`),
        subject: release.id,
        place: '',
        spoiledBy: [],
        certainty: 'unsure',
        accepted: false,
        note: `As in ${nameOf(catalogue, before.id)}; not checked.`,
      },
    ];
  });
}
