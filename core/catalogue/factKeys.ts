/**
 * The keys of the fact sheet, from the tables of lines (projectFacts.ts, changeFacts.ts): one line per key with its label,
 * type and what it says. A base hands a key down unless its line says `own`. A new key is one line there.
 */
import { AREAS, type AreaId } from './areas.ts';
import { APPLICATION_ROLES, CHANGE_FACTS } from './changeFacts.ts';
import type { Line } from './factLine.ts';
import type { ValueType } from './valueTypes.ts';
import { PROJECT_FACTS } from './projectFacts.ts';

export { APPLICATION_ROLES } from './changeFacts.ts';

/** A key of the fact sheet. */
export interface FactKey {
  readonly key: string;
  readonly area: AreaId;
  readonly label: string;
  readonly type: ValueType;
  readonly unit?: string;
  /** For a choice: what can be chosen. */
  readonly choices?: readonly string[];
  /** What the value says, for the editor and for screen readers. */
  readonly help: string;
  /** True if a base hands it down to its derivatives: a name or a date of its own is not inherited. */
  readonly inherited: boolean;
  /** For a list: the settings that its elements usually have, in the order in which they are shown. */
  readonly settings?: readonly string[];
  /** For a list: the setting that takes plain words in brackets behind an element. */
  readonly words?: string;
  /** For a number of days: more of them hold packages back for longer. */
  readonly compares?: 'delay';
  /** Happened once, or was measured on one day: the next release does not take it over. */
  readonly once: boolean;
  /** Is of the project as a whole, and not of one release. */
  readonly ofProject: boolean;
  /** Of a list: it is filled one by one; another line of the same sitting adds to it. */
  readonly grows: boolean;
  /** A measurement: held against another only under the same conditions. */
  readonly measured: boolean;
  /** Is of its day also of a release that stands: another date explains another value. */
  readonly passes: boolean;
  /** Of a list: the order of its elements counts. */
  readonly ordered: boolean;
}

/** Settings as a line writes them: an asterisk marks the one that takes plain words. */
function settingsOf(text: string): Pick<FactKey, 'settings' | 'words'> {
  const words = /(\w+)\*/.exec(text)?.[1];
  return { settings: text.replace('*', '').split(', '), ...(words && { words }) };
}

function linesOf(area: AreaId): readonly Line[] {
  return [...PROJECT_FACTS, ...CHANGE_FACTS].find(([id]) => id === area)?.[1] ?? [];
}

/** Keys of the default applications, one for each role. */
export const ROLE_KEYS: readonly string[] = APPLICATION_ROLES.map(({ id }) => `defaults.application.${id}`);

/** Every key, in the order in which tables show them. */
export const FACT_KEYS: readonly FactKey[] = AREAS.flatMap(({ id: area }) =>
  linesOf(area).map(([key, label, type, help, more]) => ({
    key: `${area}.${key}`,
    area,
    label,
    type,
    help,
    inherited: !more?.own,
    once: more?.once ?? false,
    grows: more?.grows ?? false,
    ofProject: (area === 'identity' || area === 'lineage') && !more?.system,
    measured: more?.measured ?? false,
    passes: more?.passes ?? false,
    ordered: more?.ordered ?? false,
    ...(more?.unit && { unit: more.unit }),
    ...(more?.compares && { compares: more.compares }),
    ...(more?.settings && settingsOf(more.settings)),
    ...(more?.choices && { choices: more.choices.split(', ') }),
  })),
);
