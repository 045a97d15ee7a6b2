/**
 * What two catalogues may each say and one may not: a choice among readings made twice, links that lead in a circle or
 * claim the same place. Found once all else is merged.
 */
import { findRecord, recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { Link } from '../catalogue/link.ts';
import type { Reading } from '../catalogue/reading.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { catalogueOfRecords } from '../catalogue/wholeCatalogue.ts';
import { LinkRules } from '../lineage/checkLink.ts';
import type { Issue } from '../issue.ts';
import { saySame } from './identity.ts';
import type { Conflict } from './conflict.ts';
import type { Met } from './meeting.ts';
import type { Overlay } from './overlay.ts';
import type { Decide } from './mergeRecord.ts';

/** Of one fact each of us accepted another reading: one of them counts. */
export function settleAccepted(
  heap: Overlay,
  mine: Catalogue,
  theirs: Met,
  base: Catalogue | null,
  decide: Decide,
): Conflict[] {
  const accepted = new Map<string, Reading[]>();
  for (const record of heap.of('reading'))
    if (record.accepted) {
      const place = `${record.subject} ${record.key} ${record.conditions?.edition ?? ''}`;
      const known = accepted.get(place);
      if (known) known.push(record);
      else accepted.set(place, [record]);
    }
  const conflicts: Conflict[] = [];
  for (const readings of accepted.values()) {
    if (readings.length < 2) continue;
    const isMine = ({ id }: Reading) => isAccepted(findRecord(mine, id));
    const own = readings.find(isMine);
    const other = readings.find((each) => !isMine(each) && isAccepted(theirs.get(each.id)));
    if (!own || !other) continue;
    const conflict: Conflict = {
      ...{ kind: 'reading', record: other.id, field: 'accepted', rule: 'reading.accepted', rests: 0 },
      base: base ? isAccepted(findRecord(base, other.id)) : null,
      mine: own.id,
      theirs: other.id,
    };
    conflicts.push(conflict);
    const beaten = decide(conflict) === 'theirs' ? own : other;
    const { acceptedBecause: _because, ...rest } = beaten;
    heap.set({ ...rest, accepted: false });
  }
  return conflicts;
}

const isAccepted = (record: AnyRecord | undefined) => record?.kind === 'reading' && record.accepted;

/** What the rules of links ask about. */
const LINEAGE = ['distribution', 'edition', 'release', 'link'] as const;

/**
 * Links of theirs, one after another beside mine: one that breaks a rule stays out, or mine stays as it was; where it is
 * chosen, mine makes way.
 */
export function settleLinks(heap: Overlay, mine: Catalogue, theirs: Met, decide: Decide): Conflict[] {
  const conflicts: Conflict[] = [];
  const foreign = [...heap.put.values()].filter(
    (each): each is Link => each.kind === 'link' && !saySame(findRecord(mine, each.id), each),
  );
  if (foreign.length === 0) return conflicts;
  const lineage: AnyRecord[] = LINEAGE.flatMap((kind) => [...heap.of(kind)]);
  const isForeign = new Set<AnyRecord>(foreign);
  const rules = new LinkRules(
    catalogueOfRecords(
      lineage.flatMap((each) => (isForeign.has(each) ? (ownLink(heap, mine, each) ?? []) : [each])),
    ),
  );
  for (const link of foreign.sort((a, b) => (a.id < b.id ? -1 : 1))) {
    const [issue] = rules.issues(link);
    const own = rules.linkOf(link.id);
    if (issue) {
      const conflict: Conflict = {
        ...{ kind: 'link', record: link.id, field: '', rule: issue.code, rests: 0 },
        ...{ base: null, mine: own ?? null, theirs: link },
      };
      conflicts.push(conflict);
      if (decide(conflict) !== 'theirs' || !makeWay(rules, heap, link, issue, (id) => !theirs.has(id))) {
        if (own) heap.set(own);
        else heap.delete(link.id);
        continue;
      }
    }
    rules.put(link);
  }
  return conflicts;
}

/** Mine as it was, where both of its ends are still there. */
function ownLink(heap: Overlay, mine: Catalogue, { id }: AnyRecord): Link | undefined {
  const own = recordOf(mine, 'link', id);
  return own && heap.has(own.derivative) && heap.has(own.base) ? own : undefined;
}

/** Makes room for a link: the other with its place comes behind it; mine that close the circle go. False where none does. */
function makeWay(
  rules: LinkRules,
  heap: Overlay,
  link: Link,
  issue: Issue,
  isOwn: (id: RecordId) => boolean,
): boolean {
  if (issue.code === 'link.order') {
    const rival = rules.linkOf(String(issue.params.other));
    if (!rival) return false;
    const last = Math.max(...rules.linksOf(link.derivative).map(({ order }) => order), link.order);
    const behind = { ...rival, order: last + 1 };
    rules.put(behind);
    heap.set(behind);
  } else if (issue.code === 'link.cycle') {
    for (const { id } of rules.circleOf(link).filter((each) => isOwn(each.id))) {
      rules.remove(id);
      heap.delete(id);
    }
  }
  const [left] = rules.issues(link);
  return left ? left.code !== issue.code && makeWay(rules, heap, link, left, isOwn) : true;
}
