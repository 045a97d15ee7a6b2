/**
 * A release begun from the one before it: its own values are taken over, marked so and without a source, since nobody has
 * checked them again; what happened once, or was measured, is not. Its base is the same, or another one that is named.
 */
import { findRecord, recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { recordsBelongingTo } from '../catalogue/pointers.ts';
import type { RecordedChange } from '../catalogue/change.ts';
import { createLink, type Link } from '../catalogue/link.ts';
import { findFactKey } from '../catalogue/factSheet.ts';
import type { Reading } from '../catalogue/reading.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import { createIdSource } from '../catalogue/freshId.ts';
import { tokenOf, type RecordId } from '../catalogue/recordId.ts';
import type { Release } from '../catalogue/release.ts';
import { basesOf, dayOfRelease } from '../lineage/bases.ts';
import { isLineal, linksFrom } from '../lineage/linksInForce.ts';
import { nameOf } from '../lineage/names.ts';
import { editionOfReading } from '../weighing/disagreement.ts';
import { valueInForce } from '../weighing/valueInForce.ts';

/** What is said of a release that begins. */
export interface NextRelease {
  readonly version: string;
  /** EDTF, or empty. */
  readonly date: string;
  /** What it rests on, a release or a distribution; by default what the one before rests on. */
  readonly base?: RecordId;
}

/** The records of a release that follows another: itself, its links, and the values taken over. The release is first. */
export function beginRelease(
  catalogue: Catalogue,
  from: RecordId,
  { version, date, base }: NextRelease,
  day: number,
): readonly [Release, ...AnyRecord[]] {
  const before = recordOf(catalogue, 'release', from);
  if (!before) throw new Error(`layers: beginRelease expects the id of a release, came "${from}"`);
  const freshId = createIdSource((each) => Boolean(findRecord(catalogue, each)));
  const token = `${tokenOf(before.distribution)}-${version}`;
  const { date: _date, ...kept } = before;
  const release: Release = {
    ...kept,
    id: freshId('release', token),
    entered: 0,
    version,
    codeName: '',
    sources: [],
    note: '',
    ...(date && { date }),
  };
  const links = linksToBegin(catalogue, from, base, day).map((link): Link => {
    const { since: _since, until: _until, ...rest } = link;
    return {
      ...rest,
      id: freshId('link', `${token}-on-${tokenOf(link.base)}`),
      entered: 0,
      derivative: release.id,
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

/**
 * The links that the new release begins with: those of the one before. A base that is named stands in the first one's place, also
 * where that is a link of the edition or of the distribution; else those go on by themselves.
 */
function linksToBegin(catalogue: Catalogue, from: RecordId, base: RecordId | undefined, day: number): Link[] {
  const own = linksFrom(catalogue, from).filter(isLineal);
  const links =
    own.length > 0 ? own.sort((a, b) => a.order - b.order) : [...basesOf(catalogue, from, day).links];
  if (!base) return own;
  const [first, ...others] = links;
  const begun = first
    ? { ...first, base }
    : createLink({ id: 'link:new', derivative: from, base, relation: 'installs from' });
  return [begun, ...others.filter((link) => link.base !== base)];
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
    entered: 0,
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
  const groups = new Map<string, Reading[]>();
  for (const reading of recordsBelongingTo(catalogue, before.id, 'reading')) {
    if (reading.subject !== before.id || findFactKey(reading.key)?.once) continue;
    const group = `${editionOfReading(catalogue, reading) ?? ''} ${reading.key}`;
    groups.set(group, [...(groups.get(group) ?? []), reading]);
  }
  const released = dayOfRelease(before);
  return [...groups.values()].flatMap((readings): Reading[] => {
    const [{ key }] = readings;
    const fact = findFactKey(key);
    const found =
      fact && valueInForce(catalogue, readings, { fact, ...(released !== undefined && { released }) });
    if (!found) return [];
    const {
      source: _source,
      date: _date,
      replaces: _replaces,
      acceptedBecause: _because,
      ...rest
    } = found.reading;
    const edition = editionOfReading(catalogue, found.reading);
    const { conditions: _conditions, ...kept } = rest;
    return [
      {
        ...kept,
        id: freshId('reading', `${tokenOf(release.id)}-${key}`),
        entered: 0,
        subject: release.id,
        ...(found.value !== undefined && { value: found.value }),
        marks: [...rest.marks.filter((mark) => mark !== 'takenOver'), 'takenOver'],
        place: '',
        spoiledBy: [],
        accepted: false,
        note: `As in ${nameOf(catalogue, before.id)}; not checked again.`,
        ...(edition && { conditions: { edition } }),
      },
    ];
  });
}
