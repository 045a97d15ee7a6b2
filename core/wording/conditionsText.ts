/** The conditions of an observation in words. */
import type { Conditions } from '../catalogue/conditions.ts';
import { formatMemorySize, formatNumberOf, listOf } from './valueText.ts';

/** At which moment something was measured. */
export const MOMENTS = {
  boot: 'right after the start',
  idle: 'with nothing open',
  'after use': 'after use',
} as const;

/** Conditions in words: `installed system in a virtual machine with 4 GiB and 2 cores; package index one day old`. */
export function describeConditions(conditions: Conditions): string {
  const { medium, machine, memoryMiB, cores, indexAgeDays, alteredByAnalyst, alteredWith } = conditions;
  const { tool, moment, uptimeMinutes, openPrograms, indexRefreshed, effort, desktop } = conditions;
  const { diskMiB, processor, graphics, network, chosenAtInstall } = conditions;
  const size = [
    memoryMiB !== undefined && formatMemorySize(memoryMiB),
    cores !== undefined && formatNumberOf(cores, 'core'),
    diskMiB !== undefined && `a disk of ${formatMemorySize(diskMiB)}`,
  ].filter(Boolean) as string[];
  const place = [
    medium && (medium === 'live' ? 'live image' : 'installed system'),
    machine && (machine === 'virtual' ? 'in a virtual machine' : 'on hardware'),
    size.length > 0 && `with ${listOf(size)}`,
  ].filter(Boolean);
  return [
    place.join(' '),
    indexAgeDays !== undefined &&
      `package index ${indexAgeDays === 0 ? 'refreshed the same day' : `${formatNumberOf(indexAgeDays, 'day')} old`}`,
    indexRefreshed === false && 'package index never fetched',
    alteredByAnalyst && `changed by the analyst before${alteredWith ? ` (${alteredWith})` : ''}`,
    processor && `processor ${processor}`,
    graphics && `graphics ${graphics}`,
    network && `network ${network}`,
    desktop && `desktop ${desktop}`,
    chosenAtInstall && `chosen at install: ${chosenAtInstall}`,
    moment && !(moment === 'idle' && openPrograms) && MOMENTS[moment],
    uptimeMinutes !== undefined && `${formatNumberOf(uptimeMinutes, 'minute')} after the start`,
    openPrograms && `with ${openPrograms} open`,
    tool && `read with the ${tool}`,
    effort && `looked at ${effort}`,
  ]
    .filter(Boolean)
    .join('; ');
}

/** The same as a sentence; empty for none. */
export function wordConditions(conditions: Conditions): string {
  const said = describeConditions(conditions);
  return said && `${said[0].toUpperCase()}${said.slice(1)}.`;
}
