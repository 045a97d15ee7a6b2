/** The wording of accounts: what a repository is to a system, and by which rule a package was tied to it. */
import type { Snapshot } from '../catalogue/snapshot.ts';
import type { Account, AccountedPackage } from '../packages/account.ts';
import { OWN_MARK, UNEXPLAINED } from '../packages/accounts.ts';
import type { ClassCounts } from '../packages/countClasses.ts';
import { CLASS_LABELS, formatCount, formatNumberOf } from './valueText.ts';

/** What a repository is to the system. */
export const PART_WORDS: Readonly<Record<Account['part'], string>> = {
  base: 'base',
  updates: 'its updates',
  security: 'its security archive',
  backports: 'its backports',
  own: "the project's own",
  second: 'another base',
  unexplained: 'in no repository at hand',
};

/** The rule that decided a package's class, or tied it to a repository. */
export const RULE_WORDS: Readonly<Record<AccountedPackage['by'], string>> = {
  equalVersion: 'equal version',
  equalSource: 'built from the same source version',
  rebuildEnding: 'only an ending that means “built again” differs',
  subrelease: 'only the number behind the dot of its release differs',
  distributionTag: 'only the tag of the distribution differs',
  continuedVersion: 'continues a version of the base by a mark of its own',
  ownRevision: 'same upstream version, a revision with a mark of its own',
  olderVersion: 'older than the base has it',
  newerVersion: 'newer than the base has it',
  unknownName: 'the base does not have the name',
  none: 'no repository at hand has this version',
};

/** What the signature of a package list is worth. */
export const SIGNATURE_WORDS: Readonly<Record<Snapshot['signature'], string>> = {
  verified: 'verified',
  verifiedThen: 'verified then; the key has ended since',
  expired: 'made with a key that had ended',
  revoked: 'by a key that was taken back',
  bad: 'not by the key given',
  unchecked: 'not checked',
  none: 'not signed',
};

/** `From 512 source packages: 480 same, 20 patched, 12 its own.` */
export function wordSources(counts: ClassCounts): string {
  const classes = CLASS_LABELS.filter(({ id }) => counts[id] > 0).map(
    ({ id, label }) => `${formatCount(counts[id])} ${label}`,
  );
  return `From ${formatNumberOf(counts.installed, 'source package')}: ${classes.join(', ')}.`;
}

/** An account by name, for a table. */
export function accountLabel({ name }: Pick<Account, 'name'>): string {
  if (name === UNEXPLAINED) return 'unexplained';
  return name === OWN_MARK ? 'own revisions' : name;
}
