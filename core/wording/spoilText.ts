/** What makes a reading worthless as evidence, and what would settle it. */
import { lookUp } from '../lookUp.ts';

const SETTLES: Readonly<Record<string, string>> = {
  'live image': 'look at an installed system',
  'too little memory': 'measure it on a machine with more memory',
  'index not refreshed': 'refresh the package index and look again',
  'changed by the analyst': 'look at it as it comes, in a new account',
  'not read whole': 'read the files whole',
};

const REASONS: Readonly<Record<string, string>> = {
  'live image': 'on a live image',
  'too little memory': 'with too little memory',
  'index not refreshed': 'with a package index that was not refreshed',
  'changed by the analyst': 'after the analyst had changed it',
  'not read whole': 'in files that were not read whole',
};

/** `on a live image and with a package index that was not refreshed`. */
export function wordSpoils(reasons: readonly string[]): string {
  return reasons.map((reason) => lookUp(REASONS, reason) ?? reason).join(' and ');
}

/** What would settle it: `look at an installed system`; empty where nothing is known to. */
export function wordSettling(reasons: readonly string[]): string {
  return reasons.flatMap((reason) => lookUp(SETTLES, reason) ?? []).join('; ');
}
