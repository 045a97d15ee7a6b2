/** What an analyst chose about a system that was read, before it is recorded: kept as long as what was read. */
import type { FactProposal } from '../core/capture/proposeFacts.ts';
import type { Conditions } from '../core/catalogue/conditions.ts';
import type { Relation } from '../core/catalogue/relations.ts';
import type { SystemSummary } from './intakeMessages.ts';

/** What was decided of a proposed fact. */
export type Decision = 'accept' | 'leave' | 'open';

/** Choices about one system. */
export interface IntakeChoices {
  /** Whose system it is: read off its identification, corrected by the analyst. */
  readonly name: string;
  readonly version: string;
  readonly decisions: ReadonlyMap<string, Decision>;
  /** Values put in place of those that were read. */
  readonly corrections: ReadonlyMap<string, FactProposal>;
  /** What the files do not tell of the machine. */
  readonly conditions: Conditions;
  /** The names of the bases, in order, none for an unplaced system; null while the answer of the placing holds. */
  readonly bases: readonly string[] | null;
  /** Null while that of the placing holds. */
  readonly relation: Relation | null;
  /** How a base is called that the catalogue does not have; null while it is called as its index says. */
  readonly newBase: { readonly name: string; readonly version: string } | null;
}

/** What is chosen before the analyst looks. */
export function firstChoices(system: Pick<SystemSummary, 'identification'> | undefined): IntakeChoices {
  const id = system?.identification ?? {};
  return {
    name: id.NAME ?? '',
    version: id.VERSION_ID ?? id.BUILD_ID ?? id.VERSION_CODENAME ?? '',
    decisions: new Map(),
    corrections: new Map(),
    conditions: {},
    bases: null,
    relation: null,
    newBase: null,
  };
}
