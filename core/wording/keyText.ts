/** OpenPGP keys in words. */
import type { OpenPgpKey } from '../formats/openPgpKeys.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';

/** A fingerprint in groups of four, as people compare it. */
export function formatFingerprint(fingerprint: string): string {
  return fingerprint.replace(/(.{4})(?=.)/g, '$1 ');
}

/** `AB12 …, Fenwick archive <archive@fenwick.example>, made 1 Jan 2021, ends 1 Jan 2031` */
export function wordKey({ fingerprint, names, created, ends, revoked }: OpenPgpKey): string {
  return [
    formatFingerprint(fingerprint),
    names[0],
    `made ${formatWhen(created)}`,
    ends && `ends ${formatWhen(ends)}`,
    revoked && 'revoked',
  ]
    .filter(Boolean)
    .join(', ');
}
