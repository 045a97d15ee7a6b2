/** Reads a fetched package list apart from the server: whatever a mirror sends, the server goes on answering. */
import type { Family } from '../../core/formats/family.ts';
import { createIssue, failure, success, type Issue, type Result } from '../../core/issue.ts';
import { partsOf, readApart, type ReadingLimits } from './readApart.ts';

/** What the process says before the packed list, as JSON in one line. */
export interface ReadListHead {
  readonly family: Family | null;
  readonly packages: number;
  /** When its newest part was changed, in milliseconds since 1970; 0 when it does not say. */
  readonly newest: number;
  readonly issues: readonly Issue[];
}

/** A list that was read. */
export interface ReadList extends ReadListHead {
  readonly family: Family;
  readonly packed: Uint8Array;
}

/** What reading a list may take. */
export interface ListLimits extends ReadingLimits {
  /** The most that a file may expand to, in bytes. */
  readonly expandedBytes: number;
}

const LIST_READER = new URL('listReader.ts', import.meta.url);

/** Reads a list that was fetched from `url`. Issues: `mirror.notAList`, those of `readApart` and those of the readers. */
export async function readList(
  url: string,
  bytes: Uint8Array,
  limits: ListLimits,
  signal: AbortSignal,
): Promise<Result<ReadList>> {
  const name = url.slice(url.lastIndexOf('/') + 1);
  const args = [name, String(limits.expandedBytes)];
  const read = await readApart({ program: LIST_READER, args, input: bytes, where: url, limits, signal });
  if (!read.ok) return read;
  const { head, rest } = partsOf<ReadListHead>(read.value);
  const { family, issues } = head;
  if (family === null) return failure(...issues, createIssue('error', 'mirror.notAList', url));
  return success({ ...head, family, packed: rest });
}
