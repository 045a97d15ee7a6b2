/** The conditions of an observation in words. */
import type { Conditions } from '../catalogue/conditions.ts';
import { formatCount, formatNumberOf } from './valueText.ts';

const MOMENT_WORDS = {
  boot: 'right after the start',
  idle: 'with nothing opened',
  'after use': 'after use',
} as const;

/** `Taken on a live image, on a virtual machine with 2,048 MiB and 1 core; index 37 days old.` Empty for none. */
export function wordConditions(conditions: Conditions): string {
  const { medium, machine, memoryMiB, cores, indexAgeDays, alteredByAnalyst } = conditions;
  const { tool, moment, uptimeMinutes, openPrograms, indexRefreshed, alteredWith } = conditions;
  const { diskMiB, processor, graphics, network, chosenAtInstall, desktop, effort } = conditions;
  const size = [memoryMiB && `${formatCount(memoryMiB)} MiB`, cores && formatNumberOf(cores, 'core')].filter(
    Boolean,
  );
  const place = [
    medium && (medium === 'live' ? 'on a live image' : 'on an installed system'),
    machine && (machine === 'virtual' ? 'on a virtual machine' : 'on hardware'),
  ].filter(Boolean);
  const first = [place.join(', '), size.length > 0 ? `with ${size.join(' and ')}` : '']
    .filter(Boolean)
    .join(' ');
  const parts = [
    first && `Taken ${first}`,
    indexAgeDays !== undefined &&
      `package index ${indexAgeDays === 0 ? 'refreshed that day' : `${formatNumberOf(indexAgeDays, 'day')} old`}`,
    indexRefreshed === false && 'package index never fetched',
    alteredByAnalyst && `changed by the analyst before${alteredWith ? `: ${alteredWith}` : ''}`,
    diskMiB !== undefined && `disk of ${formatCount(diskMiB)} MiB`,
    processor && `processor: ${processor}`,
    graphics && `graphics: ${graphics}`,
    network && `network: ${network}`,
    desktop && `desktop: ${desktop}`,
    chosenAtInstall && `chosen at install: ${chosenAtInstall}`,
    moment && MOMENT_WORDS[moment],
    uptimeMinutes !== undefined && `${formatNumberOf(uptimeMinutes, 'minute')} after the start`,
    tool && `read with ${tool}`,
    openPrograms && `open: ${openPrograms}`,
    effort && `looked at: ${effort}`,
  ].filter(Boolean);
  return parts.length > 0 ? `${parts.join('; ').replace(/^./, (char) => char.toUpperCase())}.` : '';
}
