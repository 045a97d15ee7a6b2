/**
 * Expected failure as data: what went wrong, where, and with which particulars. The wording is made at the
 * edge (exchange/wording.ts), so that core code never builds sentences for a screen.
 */

/** How bad an issue is: `error` (nothing usable), `damage` (part of it was kept), `note` (worth knowing). */
type IssueSeverity = 'error' | 'damage' | 'note';

/** One expected failure. `code` names the kind (`xz.truncated`), `where` the file, line or record. */
export interface Issue {
  readonly code: string;
  readonly where: string;
  readonly severity: IssueSeverity;
  readonly params: Readonly<Record<string, string | number>>;
  /** True when something that the input holds, or held before it was cut, was not read. */
  readonly loses?: true;
}

/** A value, or the issues that prevented it. A value can come with issues: what was skipped on the way. */
export type Result<T> =
  | { readonly ok: true; readonly value: T; readonly issues: readonly Issue[] }
  | { readonly ok: false; readonly issues: readonly Issue[] };

/** Creates an issue; `params` defaults to none. */
export function createIssue(
  severity: IssueSeverity,
  code: string,
  where: string,
  params: Issue['params'] = {},
): Issue {
  return { code, where, severity, params };
}

/** Creates an issue of an input that was not read whole: part of it was kept, or nothing (`error`). */
export function createLoss(
  code: string,
  where: string,
  params: Issue['params'] = {},
  severity: 'damage' | 'error' = 'damage',
): Issue {
  return { code, where, severity, params, loses: true };
}

/** A result that holds a value. */
export function success<T>(value: T, issues: readonly Issue[] = []): Result<T> {
  return { ok: true, value, issues };
}

/** A result that holds none. */
export function failure(...issues: readonly Issue[]): { ok: false; issues: readonly Issue[] } {
  return { ok: false, issues };
}
