/**
 * The conditions under which a system was captured, as its files tell them, and what they spoil: a reading made
 * under them is kept on record but is no evidence. Each rule is a line with its reason.
 */
import type { Conditions } from '../catalogue/conditions.ts';
import { findFactKey, ROLE_KEYS } from '../catalogue/factSheet.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { parseCpuinfo, parseMeminfo, parseMountTable } from '../formats/machineText.ts';
import { parseSummaryMemory, parseSystemSummary, type SystemSummary } from '../formats/systemSummary.ts';
import { minutesOf, parseFree, parseProcessHead, parseUptime } from '../formats/printedState.ts';
import type { ReadSystem } from './system.ts';
import { manifestOf, textOf } from './systemFiles.ts';
import { addedLater } from './keyFilesOf.ts';

/** What is known of the machine and its state. What the files do not tell is left out. */
export function conditionsOf(system: ReadSystem): Conditions {
  const summary = parseSystemSummary(textOf(system, 'system-summary'))?.fields ?? {};
  const memory = totalMemory(system, summary);
  const processors = textOf(system, 'cpuinfo');
  const { cores, virtual } = parseCpuinfo(processors);
  const { Chassis = '', Virtualization = '' } = summary;
  const uptime = uptimeOf(system, summary);
  const index = indexAge(system);
  return {
    ...mediumOf(system),
    ...(processors && { machine: virtual ? 'virtual' : 'hardware', cores }),
    ...(/^vm\b/.test(Chassis) || Virtualization ? { machine: 'virtual' as const } : {}),
    ...(memory !== undefined && { memoryMiB: memory }),
    ...(uptime !== null && { uptimeMinutes: uptime }),
    ...(index !== undefined && { indexAgeDays: index }),
    ...(addedLater(system).size > 0 && { alteredByAnalyst: true }),
  };
}

/** The machine's memory in MiB: as the system has it, else as its tools print it. */
function totalMemory(system: ReadSystem, summary: SystemSummary['fields']): number | undefined {
  const total = parseMeminfo(textOf(system, 'meminfo')).MemTotal;
  if (total !== undefined) return Math.round(total / 1024);
  const printed =
    parseFree(textOf(system, 'free')) ??
    parseProcessHead(textOf(system, 'process-head')) ??
    parseSummaryMemory(summary.Memory ?? '');
  return printed?.totalMiB;
}

/** Minutes from the start to the look at it, where a tool printed them. */
function uptimeOf(system: ReadSystem, summary: SystemSummary['fields']): number | null {
  return (
    parseUptime(textOf(system, 'uptime')) ??
    parseUptime(textOf(system, 'process-head')) ??
    minutesOf(summary.Uptime ?? '')
  );
}

/** Signs of a live medium: how it was started, what its root is, where live systems keep their medium. */
function mediumOf(system: ReadSystem): Pick<Conditions, 'medium'> {
  // An image is neither: what its installer takes away is known, and left out.
  if (manifestOf(system).image) return {};
  const line = textOf(system, 'kernel-cmdline');
  const mounts = parseMountTable(textOf(system, 'mount-table'));
  const root = mounts.find(({ place }) => place === '/');
  const isLive =
    /(^|\s)(boot=live|boot=casper|rd\.live\.image|root=live:\S+|[a-z]+isobasedir=\S+)(\s|$)/.test(line) ||
    (root !== undefined && ['overlay', 'aufs', 'squashfs', 'tmpfs'].includes(root.type)) ||
    [...manifestOf(system).seen.keys()].some((path) =>
      /^run\/(live|[a-z]+iso|initramfs\/live)(\/|$)/.test(path),
    );
  if (isLive) return { medium: 'live' };
  return line || root ? { medium: 'installed' } : {};
}

/** Where package tools keep what they last fetched. */
const INDEX_PLACES = ['var/lib/apt/lists', 'var/lib/pacman/sync', 'var/cache/dnf', 'var/cache/libdnf5'];

/** Whole days from the last refresh of the package index to the capture. */
function indexAge(system: ReadSystem): number | undefined {
  const { taken, seen } = manifestOf(system);
  const refreshed = INDEX_PLACES.map((place) => seen.get(place)).find(Boolean);
  if (!taken || !refreshed) return undefined;
  const days = firstDayOf(taken.slice(0, 10)) - firstDayOf(refreshed.slice(0, 10));
  return Number.isNaN(days) || days < 0 ? undefined : days;
}

interface SpoilRule {
  readonly reason: string;
  readonly holds: (conditions: Conditions) => boolean;
  readonly keys: readonly string[];
  /** Facts of which only "not there" is spoiled: what was seen was there. */
  readonly keysOfAbsence?: readonly string[];
}

/** Index ages beyond this many days make "cannot be had" and "up to date" worthless. */
const STALE_INDEX_DAYS = 14;

const ALTERED = 'changed by the analyst';

const SPOIL_RULES: readonly SpoilRule[] = [
  {
    // What an installer leaves out, changes or sets up only on the disk.
    reason: 'live image',
    holds: ({ medium }) => medium === 'live',
    keys: [
      'themes.wallpaper',
      'welcome.guide',
      'welcome.opens',
      'welcome.actions',
      'defaults.fileSystem',
      'defaults.partitions',
      'defaults.swap',
      'defaults.restorePoints',
      'defaults.packages',
      'footprint.memory',
      'footprint.disk',
      'footprint.boot',
    ],
    keysOfAbsence: [
      ...['themes.boot', 'themes.wallpapers', 'kernel.offered', 'defaults.drivers'],
      // An installer may bring applications that the live image does not have.
      ...['defaults.driversOffered', 'model.updates', ...ROLE_KEYS],
    ],
  },
  {
    // Desktops take less where there is little, and give back what they hold in reserve.
    reason: 'too little memory',
    holds: ({ memoryMiB }) => memoryMiB !== undefined && memoryMiB < 1024,
    keys: ['footprint.memory', 'footprint.boot', 'themes.effects'],
  },
  {
    reason: 'index not refreshed',
    holds: ({ indexAgeDays, indexRefreshed }) =>
      indexRefreshed === false || (indexAgeDays !== undefined && indexAgeDays > STALE_INDEX_DAYS),
    keys: [
      'tools.probes',
      'defaults.driversOffered',
      'model.updates',
      'model.firstUpdate',
      'model.firstPackages',
    ],
    keysOfAbsence: ['kernel.offered'],
  },
  {
    // What was added is left out of the counted packages, but it takes room.
    reason: ALTERED,
    holds: ({ alteredByAnalyst, alteredWith }) => alteredByAnalyst === true && !alteredWith,
    keys: ['footprint.disk', 'footprint.memory'],
  },
];

/** Words for all of the look at once. */
const LOOK_WORDS = ['theme', 'look', 'appearance', 'style', 'skin'];

/** True for a fact that the analyst had changed before looking, by the words for what was changed. */
function isAltered(key: string, { alteredWith = '' }: Conditions): boolean {
  const fact = findFactKey(key);
  const words = wordsOf(alteredWith);
  if (fact?.area === 'themes' && words.some((word) => LOOK_WORDS.includes(word))) return true;
  const named = wordsOf(fact?.label ?? '');
  return named.length > 0 && named.every((word) => words.includes(word));
}

/** Small words, without the s of a plural. */
const wordsOf = (text: string) =>
  (text.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? []).map((word) => word.replace(/(?<=...)s$/, ''));

/** True for a fact that some conditions make unfit as evidence. */
export function mayBeSpoiled(key: string): boolean {
  return SPOIL_RULES.some(
    ({ keys, keysOfAbsence = [] }) => keys.includes(key) || keysOfAbsence.includes(key),
  );
}

/** Counts that are wrong when a part of the files is missing. */
const COUNTED_KEYS: readonly string[] = ['defaults.packages', 'footprint.disk'];

/**
 * Why these conditions make a reading of a fact unfit as evidence; none if they do not. `isPartial` says that its source was
 * not read whole, `isAbsent` that it found nothing there.
 */
export function spoilsOf(key: string, conditions: Conditions, isPartial = false, isAbsent = false): string[] {
  const reasons = SPOIL_RULES.filter(
    ({ holds, keys, keysOfAbsence = [] }) =>
      (keys.includes(key) || (isAbsent && keysOfAbsence.includes(key))) && holds(conditions),
  ).map(({ reason }) => reason);
  if (isAltered(key, conditions)) reasons.push(ALTERED);
  return isPartial && COUNTED_KEYS.includes(key) ? [...reasons, 'not read whole'] : reasons;
}
