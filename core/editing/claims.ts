/** Writing claims down, and judging them: the program's finding can be taken, and the analyst has the last word. */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { createClaim, type Claim } from '../catalogue/claim.ts';
import { diffOfRecords } from '../catalogue/diff.ts';
import { findFactKey, parseFactValue } from '../catalogue/factSheet.ts';
import { createFreshId } from '../catalogue/freshId.ts';
import { parseWhen } from '../catalogue/parseWhen.ts';
import { tokenOf, type RecordId } from '../catalogue/recordId.ts';
import { createIssue, failure, success, type Result } from '../issue.ts';
import { findSubject } from '../lineage/findSubject.ts';
import { createEdit, editOfRecords, editOfRemoval, type Edited } from './labelledEdit.ts';
import { splitLine } from './lines/lineNames.ts';

/** Writes a verdict on a claim, with what it rests on. `by`: who had the last word, where somebody did; then the point is settled. */
export function judgeClaim(
  catalogue: Catalogue,
  id: RecordId,
  { verdict, reason, by }: Pick<Claim, 'verdict' | 'reason'> & { readonly by?: string },
): Edited {
  const claim = recordOf(catalogue, 'claim', id);
  if (!claim) return failure(createIssue('error', 'diff.stale', id));
  const label = { code: 'claim.judge', params: { wording: claim.wording } } as const;
  const { settled: _settled, ...open } = claim;
  const settled = by?.trim() ? { settled: { by: by.trim(), why: reason } } : {};
  return editOfRecords(catalogue, label, [{ ...open, verdict, reason, ...settled }]);
}

/** Takes what the program found as the verdicts of claims; those that are gone are passed over. */
export function takeFindings(
  catalogue: Catalogue,
  found: readonly { readonly id: RecordId; readonly verdict: Claim['verdict']; readonly reason: string }[],
): Edited {
  const records = found.flatMap(({ id, verdict, reason }) => {
    const claim = recordOf(catalogue, 'claim', id);
    return claim ? [{ ...claim, verdict, reason }] : [];
  });
  const label = { code: 'claim.findings', params: { count: records.length } } as const;
  return editOfRecords(catalogue, label, records);
}

/** A claim as it is typed. `about` is a fact, with what is claimed of it behind it: `actions 7`, `memory 400 MiB`, `kernel`. */
export interface ClaimSaying {
  readonly wording: string;
  readonly about: string;
  readonly claimKind?: Claim['claimKind'];
  readonly by: string;
  readonly date: string;
  /** Names, parted by commas. */
  readonly against: string;
  readonly source?: RecordId;
}

/** Writes a claim of a subject down, or corrects one. Gives its id. Issues: `claim.empty`, `rule.fact`, those of a value or a name. */
export function writeClaim(
  catalogue: Catalogue,
  subject: RecordId,
  id: RecordId | null,
  { wording, about, claimKind, by, date: dated, against: named, source }: ClaimSaying,
): Edited<RecordId> {
  const before = id ? recordOf(catalogue, 'claim', id) : undefined;
  const said = wording.trim().replace(/^["“](.+)["”]$/, '$1');
  if (!said) return failure(createIssue('error', 'claim.empty', ''));
  const claimed = claimedBy(about);
  if (!claimed.ok) return claimed;
  const date = dated.trim() ? parseWhen(dated) : undefined;
  if (date === null) return failure(createIssue('error', 'paste.date', 'date', { text: dated }));
  const others = named
    .split(',')
    .map((name) => name.trim())
    .filter(Boolean)
    .map((name) => findSubject(catalogue, name));
  const unknown = others.find((each) => !each.ok);
  if (unknown && !unknown.ok) return unknown;
  const made =
    id ??
    createFreshId('claim', `${tokenOf(subject)}-${said.slice(0, 40)}`, (each) =>
      catalogue.records.claim.has(each),
    );
  const record = createClaim({
    ...{
      id: made,
      subject: before?.subject ?? subject,
      wording: said,
      ...claimed.value,
      claimKind,
      date,
      source,
    },
    by: by.trim(),
    against: others.flatMap((each) => (each.ok ? [each.value] : [])),
    verdict: before?.verdict,
    reason: before?.reason,
    settled: before?.settled,
    entered: before?.entered,
  });
  const label = { code: 'claim.write', params: { wording: said } } as const;
  return createEdit(catalogue, label, diffOfRecords(catalogue, [record]), made);
}

/** The fact that a claim speaks of, and the value that it claims: of a list a number claims how many there are. */
function claimedBy(about: string): Result<Pick<Claim, 'key' | 'value'>> {
  const text = about.trim();
  if (!text) return success({ key: '' });
  const named = splitLine(text);
  const fact = named?.name.fact ?? findFactKey(text);
  if (!fact) return failure(createIssue('error', 'rule.fact', text, { name: text }));
  const typed = named?.name.fact ? named.rest.replace(/^=\s*/, '') : '';
  if (!typed) return success({ key: fact.key });
  if (fact.type === 'list' && /^\d+$/.test(typed)) return success({ key: fact.key, value: Number(typed) });
  const value = parseFactValue(fact, typed);
  return value.ok ? success({ key: fact.key, value: value.value }) : value;
}

/** Forgets a claim. */
export function removeClaim(catalogue: Catalogue, { id, wording }: Claim): Edited {
  return editOfRemoval(catalogue, { code: 'record.remove', params: { name: `“${wording}”` } }, [id]);
}
