/** The sentence of every kind of statement: the same on screens, in documents and on the command line. */
import type { Statement, StatementKind, StatementOf, StatementPart } from '../../statements/statement.ts';
import * as differences from './differenceSentences.ts';
import * as project from './projectSentences.ts';
import * as records from './recordSentences.ts';
import { carriedFrom, keepName } from './phrases.ts';
import * as surrounding from './surroundingSentences.ts';
import * as system from './systemSentences.ts';

const SENTENCES: { readonly [K in StatementKind]: (params: StatementOf<K>['params']) => string } = {
  purpose: project.wordPurpose,
  maker: project.wordMaker,
  releases: project.wordReleases,
  names: project.wordNames,
  base: project.wordBase,
  dependsOnEdition: project.wordDependsOnEdition,
  independent: project.wordIndependent,
  baseUnknown: project.wordBaseUnknown,
  baseReason: project.wordBaseReason,
  baseAssumed: project.wordBaseAssumed,
  baseBefore: project.wordBaseBefore,
  baseNow: project.wordBaseNow,
  carried: project.wordCarried,
  taken: project.wordTaken,
  continues: project.wordContinues,
  archives: system.wordArchives,
  formats: system.wordFormats,
  kernel: system.wordKernel,
  kernels: system.wordKernels,
  look: system.wordLook,
  guide: system.wordGuide,
  guidePages: system.wordGuidePages,
  guideOdd: system.wordGuideOdd,
  applications: system.wordApplications,
  model: surrounding.wordModel,
  support: surrounding.wordSupport,
  supportRules: surrounding.wordSupportRules,
  image: surrounding.wordImage,
  installer: surrounding.wordInstaller,
  firstUpdate: surrounding.wordFirstUpdate,
  tools: surrounding.wordTools,
  memory: surrounding.wordMemory,
  requirements: surrounding.wordRequirements,
  help: surrounding.wordHelp,
  facts: system.wordFacts,
  byEdition: system.wordByEdition,
  change: differences.wordChangeStatement,
  changes: differences.wordChanges,
  leftOut: differences.wordLeftOut,
  lacks: differences.wordLacks,
  spoiled: differences.wordSpoiled,
  remarks: differences.wordRemarks,
  why: differences.wordWhy,
  takenOver: differences.wordTakenOver,
  differs: differences.wordDiffers,
  claim: differences.wordClaim,
  contradiction: differences.wordContradiction,
  notFoundOut: differences.wordNotFoundOut,
  notBorneOut: differences.wordNotBorneOut,
  question: differences.wordQuestion,
  procedure: records.wordProcedure,
  fault: records.wordFault,
  event: records.wordEvent,
  against: records.wordAgainst,
  verdict: records.wordVerdict,
  plan: records.wordPlan,
  unseen: differences.wordUnseen,
  alsoOpen: differences.wordAlsoOpen,
};

/** The sentence, or sentences, of a statement; empty where it has nothing to say. */
export function wordStatement(statement: Statement): string {
  const worded = (SENTENCES[statement.kind] as (params: Statement['params']) => string)(statement.params);
  const text = keepName(worded, statement.params.subject);
  const told = Object.values(statement.params.told);
  const from = told[0]?.by;
  if (!from || text.split(carriedFrom(from)).length < 3) return text;
  // Where all of it is carried from one layer, that is said once.
  return told.every(({ state, by }) => state === 'carried' && by === from)
    ? `${text.replaceAll(carriedFrom(from), '')} All of that is inherited from ${from} and not examined.`
    : text;
}

/** The titles of the parts of the first page. */
export const PART_TITLES: Readonly<Record<StatementPart, string>> = {
  what: 'The project',
  base: 'Lineage',
  like: 'The system',
  changes: 'What it changes',
  leftOut: 'Left out or missing',
  practice: 'In use',
  doubt: 'Unreliable findings',
  claims: 'Claims',
  verdict: 'Verdict',
  ahead: 'Plans',
  unsettled: 'Still open',
};
