/** The two ways in which a command can fail, and issues on standard error. */
import { wordIssue } from '../core/wording/issueText.ts';
import { listOf } from '../core/wording/valueText.ts';
import type { Issue } from '../core/issue.ts';

/** Exit status of what is done, but leaves something to be decided. */
export const TO_DECIDE = 3;

/** Wrong use: exit status 2. */
export class UsageError extends Error {}

/** An input could not be read: exit status 1. The message says which and why. */
export class InputError extends Error {}

/** Refuses two options that exclude each other. */
export function atMostOne(options: Readonly<Record<string, unknown>>, ...names: readonly string[]): void {
  if (names.filter((name) => options[name]).length > 1)
    throw new UsageError(`give one of ${listOf(names.map((name) => `--${name}`))}`);
}

/** Writes issues to standard error, a line each. */
export function printIssues(issues: readonly Issue[]): void {
  for (const issue of issues)
    console.error(`${issue.severity === 'error' ? 'error' : 'note'}: ${issue.where}: ${wordIssue(issue)}`);
}
