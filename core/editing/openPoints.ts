/** Setting open points aside, and taking them up again. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import { createFreshId } from '../catalogue/freshId.ts';
import { parseWhen } from '../catalogue/parseWhen.ts';
import { tokenOf, type RecordId } from '../catalogue/recordId.ts';
import { createSettlement, type Settlement } from '../catalogue/settlement.ts';
import { createIssue, failure } from '../issue.ts';
import type { OpenPoint } from '../open/openPoints.ts';
import { editOfRecords, editOfRemoval, type Edited } from './labelledEdit.ts';
import type { Saying } from './sides.ts';

/** How a point is set aside. `until` as typed; a point that is put off needs one, one that is meant so a reason. */
export interface SettingAside {
  readonly state: Settlement['state'];
  readonly until?: string;
  readonly why: string;
}

/** Puts a point off until a day, or says that it is meant so. Issues: `open.until`, `open.why`, `paste.date`. */
export function setPointAside(
  catalogue: Catalogue,
  point: OpenPoint,
  { state, until: typed, why }: SettingAside,
  { author, date }: Saying,
): Edited {
  const until = typed?.trim() ? parseWhen(typed.trim(), date) : undefined;
  if (until === null) return failure(createIssue('error', 'paste.date', 'until', { text: typed! }));
  if (state === 'putOff' && !until) return failure(createIssue('error', 'open.until', point.about));
  if (state === 'meant' && !why.trim()) return failure(createIssue('error', 'open.why', point.about));
  const taken = (id: RecordId) => catalogue.records.settlement.has(id);
  const id =
    point.settlement?.id ?? createFreshId('settlement', `${tokenOf(point.subject)}-${point.rule}`, taken);
  const { rule, about, seen, subject } = point;
  const record = createSettlement({
    ...{ id, subject, rule, about, seen, state, date },
    ...(state === 'putOff' && { until }),
    why: why.trim(),
    by: author,
  });
  return editOfRecords(catalogue, { code: 'open.aside', params: { rule, state } }, [record]);
}

/** Takes up again what was set aside. */
export function takePointUp(catalogue: Catalogue, { settlement, rule }: OpenPoint): Edited {
  if (!settlement) return failure(createIssue('error', 'diff.stale', rule));
  return editOfRemoval(catalogue, { code: 'open.again', params: { rule } }, [settlement.id]);
}
