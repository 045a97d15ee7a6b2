/** What is new at a watched repository, in words. */
import { formatWhen } from '../catalogue/formatWhen.ts';
import type { WatchFinding } from '../overview/watching.ts';
import type { Snapshot } from '../catalogue/snapshot.ts';

const SIGNATURE_WORDS: Readonly<Record<Snapshot['signature'], string>> = {
  none: 'it is not signed',
  unchecked: 'its signature was not checked: no key was given',
  verified: 'its signature holds',
  verifiedThen: 'the key that signed it has expired since',
  expired: 'the key that signed it had expired before',
  revoked: 'the key that signed it was revoked',
  bad: 'its signature is by none of the keys given',
};

/** One finding in a sentence. */
export function wordFinding(finding: WatchFinding): string {
  switch (finding.kind) {
    case 'newState':
      return finding.to
        ? `A new state, of ${formatWhen(finding.to)}${finding.from ? ` (before: ${formatWhen(finding.from)})` : ''}.`
        : 'A new state.';
    case 'newRelease':
      return finding.hasMoved
        ? `It names another release: ${finding.to}, before ${finding.from}. Whoever follows it by this name has moved.`
        : `A new release: ${finding.to}, before ${finding.from}.`;
    case 'key':
      return `The signature is worth less: ${SIGNATURE_WORDS[finding.to]}.`;
    case 'signer':
      return `Another key signs it: ${finding.to}, before ${finding.from}.`;
    case 'overdue':
      return `It says that it may be used until ${formatWhen(finding.until)} only: the mirror is not kept up.`;
  }
}

/** How it is signed, in words. */
export const wordSignature = (state: Snapshot['signature']): string => SIGNATURE_WORDS[state];
