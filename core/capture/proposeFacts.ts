/**
 * Facts that a system's files show, proposed with the file that shows each, and with what spoils it. The rules are
 * listed here and stand by area in facts/; each asks for the files it needs and is silent without them.
 */
import { findFactKey } from '../catalogue/factSheet.ts';
import { conditionsOf, spoilsOf } from './conditions.ts';
import { disks, language, memory, roles, services } from './facts/defaults.ts';
import { beneath, privilege, session } from './facts/session.ts';
import { installedKernel, otherKernels, runningKernel, scheduler } from './facts/kernel.ts';
import { bootEntries, image } from './facts/media.ts';
import { archives, formats, keys, mirrors, priorities } from './facts/repositories.ts';
import { found, type FactRule, type FoundFact } from './facts/rule.ts';
import { runningSession, summary } from './facts/summary.ts';
import { qtSettings, stylesByToolkit, toolkitSettings } from './facts/themes.ts';
import { bootScreen, darkness, wallpaper } from './facts/look.ts';
import { guide } from './facts/welcome.ts';
import type { ReadSystem } from './system.ts';
import { pathOf } from './systemFiles.ts';
import { addedLater } from './keyFilesOf.ts';

/** A fact read off a system, not yet part of a catalogue. */
export interface FactProposal extends FoundFact {
  /** Reasons why the conditions make it unfit as evidence. */
  readonly spoiledBy: readonly string[];
  /** What the analyst did to it before taking it. */
  readonly note?: string;
}

/** The commands that work on each format's packages. */
const COMMANDS = { deb: 'apt', alpm: 'pacman', rpm: 'dnf' } as const;

const identification: FactRule = (system) => {
  const { ID_LIKE, SUPPORT_END = '' } = system.identification;
  const path = pathOf(system, 'osRelease');
  if (!path) return [];
  const end = /^\d{4}-\d\d-\d\d$/.test(SUPPORT_END) ? SUPPORT_END : null;
  return [
    ...found('identity.baseVisible', ID_LIKE !== undefined, `${path}, ID_LIKE`),
    ...found('model.supportEnd', end, `${path}, SUPPORT_END`),
  ];
};

const packages: FactRule = (system) => {
  if (!system.packages) return [];
  const { family, size, removed } = system.packages;
  const path = pathOf(system, 'packages');
  return [
    ...found('identity.packageFormat', family, path),
    ...found('tools.command', COMMANDS[family], path, 'likely'),
    ...found(
      'defaults.packages',
      size - removed.reduce((sum, flag) => sum + flag, 0) - addedLater(system).size,
      path,
    ),
  ];
};

/** What a system's files can show, one line per rule. */
const RULES: readonly FactRule[] = [
  identification,
  image,
  bootEntries,
  packages,
  archives,
  mirrors,
  priorities,
  keys,
  formats,
  runningKernel,
  installedKernel,
  otherKernels,
  scheduler,
  toolkitSettings,
  qtSettings,
  stylesByToolkit,
  darkness,
  wallpaper,
  bootScreen,
  guide,
  session,
  runningSession,
  roles,
  beneath,
  privilege,
  disks,
  language,
  services,
  memory,
  summary,
];

/** Every fact that the system's files show. Where two rules show the same fact, the first of the list counts. */
export function proposeFacts(system: ReadSystem): FactProposal[] {
  const conditions = conditionsOf(system);
  const seen = new Set<string>();
  return RULES.flatMap((rule) => rule(system))
    .filter(({ key }) => findFactKey(key))
    .filter(({ key }) => !seen.has(key) && seen.add(key))
    .map((fact) => ({ ...fact, spoiledBy: spoilsOf(fact.key, conditions, system.losses.length > 0) }));
}
