/** Sources as notes: what each is, where it is and of when, with the conditions under which all of it was seen. */
import { ABOUT_ID } from '../catalogue/about.ts';
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { Conditions } from '../catalogue/conditions.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { SOURCE_KINDS } from '../catalogue/sourceKinds.ts';
import { wordMemorySize } from '../wording/statements/surroundingSentences.ts';
import { formatNumberOf, listOf } from '../wording/valueText.ts';

const MOMENTS = {
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
    memoryMiB !== undefined && wordMemorySize(memoryMiB),
    cores !== undefined && formatNumberOf(cores, 'core'),
    diskMiB !== undefined && `a disk of ${wordMemorySize(diskMiB)}`,
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

/** A source as a note: title, kind, where, dates, who, conditions. */
export function describeSource(catalogue: Catalogue, id: RecordId): string {
  const source = recordOf(catalogue, 'source', id);
  if (!source) return 'A source that is no longer recorded.';
  const { title, sourceKind, place, date, read, by, conditions } = source;
  const author = recordOf(catalogue, 'about', ABOUT_ID)?.author;
  const kind = SOURCE_KINDS[sourceKind].label;
  const isNamed = title.toLowerCase().includes(kind.toLowerCase());
  const when = [
    date && formatWhen(date),
    read && read !== date && `read ${formatWhen(read)}${by && by !== author ? ` by ${by}` : ''}`,
  ].filter(Boolean);
  const parts = [`${title}${isNamed ? '' : ` (${kind})`}`, place, ...when].filter(Boolean);
  const around = describeConditions(conditions);
  const note = parts.join(', ');
  return `${note[0].toUpperCase()}${note.slice(1)}.${around ? ` ${around[0].toUpperCase()}${around.slice(1)}.` : ''}`;
}
