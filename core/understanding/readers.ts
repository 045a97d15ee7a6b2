/** Everything that a clause can be beside the value of a fact. A new kind of record is one reader in this list. */
import type { Clause } from './clause.ts';
import type { Interpretation } from './meaning.ts';
import { ASSESSMENT_READERS } from './readAssessment.ts';
import { readChange } from './readChange.ts';
import { readEdition, readLink, readNames } from './readLineage.ts';
import { readRelease } from './readRelease.ts';
import { readClaim } from './readClaim.ts';
import { readFault, readKnownIssue } from './readFault.ts';
import { readUnclear } from './readUnclear.ts';
import { readSeveral } from './readSeveral.ts';
import {
  readAddsDrops,
  readEvent,
  readGuideOwner,
  readPlan,
  readProcedure,
  readQuestion,
} from './readTold.ts';

/** The readers, each of one kind of record. */
export const READERS: readonly ((clause: Clause) => Interpretation | null)[] = [
  readSeveral,
  readUnclear,
  readLink,
  readRelease,
  readEdition,
  readNames,
  readChange,
  readAddsDrops,
  readFault,
  readKnownIssue,
  readGuideOwner,
  readPlan,
  readEvent,
  readQuestion,
  readClaim,
  readProcedure,
  ...ASSESSMENT_READERS,
];

/** Those that read over a full stop too. */
export const LONG_READERS: readonly ((clause: Clause) => Interpretation | null)[] = [
  readClaim,
  readProcedure,
  ...ASSESSMENT_READERS,
];
