/**
 * Looking again at repositories: what a release file said when it was seen last, held against what it says now. What differs is a
 * proposal, never a fact by itself.
 */
import { z } from '../schemaChecks.ts';
import { SIGNATURE_STATES } from '../catalogue/snapshot.ts';

const text = z.string().max(2000);

/** What was seen of a repository: its release file, database or `repomd.xml`, without the lists that it names. */
export const lookedSchema = z.strictObject({
  /** SHA-256 of the file that vouches for all others, in hexadecimal. */
  checksum: text,
  /** What the release file says of itself; empty where a format says nothing. */
  suite: text,
  codename: text,
  version: text,
  /** Of which day it is (ISO date); empty where it does not say. */
  date: text,
  /** Until when it may be used (ISO date); empty without a limit. */
  validUntil: text,
  signature: z.enum(SIGNATURE_STATES),
  signer: text,
});

/** What was seen of a repository. */
export type Looked = z.infer<typeof lookedSchema>;

/** What is different from the last look. */
export type WatchFinding =
  | { readonly kind: 'newState'; readonly from: string; readonly to: string }
  /** The suite names another release than before: whoever follows it by that name has moved. */
  | { readonly kind: 'newRelease'; readonly from: string; readonly to: string; readonly hasMoved: boolean }
  | { readonly kind: 'key'; readonly from: Looked['signature']; readonly to: Looked['signature'] }
  | { readonly kind: 'signer'; readonly from: string; readonly to: string }
  | { readonly kind: 'overdue'; readonly until: string };

/** Signatures that nothing can be built on. */
const WORTHLESS: ReadonlySet<Looked['signature']> = new Set([
  'expired',
  'revoked',
  'bad',
  'none',
  'verifiedThen',
]);

/** What is different now from then; nothing at the first look. `today` is an ISO date. */
export function compareLooks(then: Looked | null, now: Looked, today: string): WatchFinding[] {
  const overdue: WatchFinding[] =
    now.validUntil && now.validUntil < today ? [{ kind: 'overdue', until: now.validUntil }] : [];
  if (!then) return overdue;
  const nameOf = ({ version, codename, suite }: Looked) =>
    [codename || suite, version].filter(Boolean).join(' ');
  const isOther = then.version !== now.version || then.codename !== now.codename;
  return [
    ...(isOther
      ? [
          {
            kind: 'newRelease',
            from: nameOf(then),
            to: nameOf(now),
            hasMoved: then.codename !== now.codename,
          } as const,
        ]
      : []),
    ...(then.checksum !== now.checksum && !isOther
      ? [{ kind: 'newState', from: then.date, to: now.date } as const]
      : []),
    ...(then.signature !== now.signature && WORTHLESS.has(now.signature)
      ? [{ kind: 'key', from: then.signature, to: now.signature } as const]
      : []),
    ...(then.signer && now.signer && then.signer !== now.signer
      ? [{ kind: 'signer', from: then.signer, to: now.signer } as const]
      : []),
    ...overdue.filter(() => then.validUntil !== now.validUntil || then.validUntil >= today),
  ];
}
