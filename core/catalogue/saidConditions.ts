/**
 * Conditions as they are said in one line, and written again: `installed, virtual, 5 GiB, 3 cores, index 0 days`.
 *
 *     conditions = part *( "," part )
 *     part = "live" / "installed" / "virtual" / "hardware" / size [ "memory" / "disk" ] / number "cores"
 *          / "index" ( "never" / "same day" / number [ "days" ] ) / "nothing changed" / "changed" words
 *          / "boot" / "idle" / "after use" / number "min" / words "open" / "nothing open" / "with" tool
 *          / ( "processor" / "graphics" / "network" / "desktop" / "chosen" / "effort" ) words
 *
 * Words that have commas stand in double quotes. What is no such part is given back: whoever asks says whether that is a title, or wrong.
 */
import { MOMENTS, type Conditions } from './conditions.ts';
import { parseMeasure } from './measure.ts';

/** What was understood of a line of conditions, and the parts that were not. */
export interface SaidConditions {
  readonly conditions: Conditions;
  readonly unread: readonly string[];
}

/** The parts of a line between commas; a comma within double quotes belongs to its part, the quotes do not. */
export function splitParts(text: string): string[] {
  return text
    .split(/,(?=(?:[^"]*"[^"]*")*[^"]*$)/)
    .map((part) => part.trim().replaceAll('"', ''))
    .filter(Boolean);
}

/** What one part says, by its first reading that fits; null for none. */
type PartReader = (part: string) => Conditions | null;

/** `words` behind one of some names: `graphics old card`. */
const named =
  (
    names: string,
    field: 'processor' | 'graphics' | 'network' | 'desktop' | 'chosenAtInstall' | 'effort',
  ): PartReader =>
  (part) => {
    const match = new RegExp(`^(?:${names})\\s+(.+)$`, 'i').exec(part);
    return match && { [field]: match[1] };
  };

/** What a machine has is built in powers of two, however it is written: its 4 GB are 4 GiB (IEC 80000-13, note on memory). */
export const asMachine = (text: string): string => text.replace(/(\d ?)([MG])B$/, '$1$2iB');

const READERS: readonly PartReader[] = [
  (part) => (/^(on a )?live( image| session| system)?$/i.test(part) ? { medium: 'live' } : null),
  (part) => (/^(an )?installed( system)?$/i.test(part) ? { medium: 'installed' } : null),
  (part) => (/^(in a )?(virtual( machine)?|vm)$/i.test(part) ? { machine: 'virtual' } : null),
  (part) => (/^(on )?(real )?(hardware|metal)$/i.test(part) ? { machine: 'hardware' } : null),
  (part) => {
    const cores = /^(\d+) cores?$/i.exec(part);
    return cores && Number(cores[1]) > 0 ? { cores: Number(cores[1]) } : null;
  },
  (part) => {
    const disk = /^(?:disk (?:of )?(.+)|(.+) disk)$/i.exec(part);
    const size = disk && parseMeasure(disk[1] ?? disk[2], 'MiB')?.value;
    return size ? { diskMiB: size } : null;
  },
  (part) => {
    const size = parseMeasure(asMachine(part.replace(/ (of )?(memory|ram)$/i, '')), 'MiB')?.value;
    return size ? { memoryMiB: size } : null;
  },
  (part) => {
    const index = /^(?:package )?index (.+)$/i.exec(part)?.[1].toLowerCase();
    if (!index) return null;
    if (/^(never|never refreshed|never fetched|not refreshed)$/.test(index)) return { indexRefreshed: false };
    if (/^(same day|of the same day|today|fresh|refreshed)$/.test(index)) return { indexAgeDays: 0 };
    const days = /^(\d+)( days?( old)?)?$/.exec(index);
    return days && { indexAgeDays: Number(days[1]) };
  },
  (part) => (/^(fresh|refreshed)$/i.test(part) ? { indexAgeDays: 0 } : null),
  (part) => (/^nothing (was )?changed( by me)?$/i.test(part) ? { alteredByAnalyst: false } : null),
  (part) => {
    const changed = /^(?:changed|moved|altered)(?: before)?:? (.+)$/i.exec(part);
    return changed && { alteredByAnalyst: true, alteredWith: changed[1] };
  },
  (part) => {
    const moment = MOMENTS.find((each) => each === part.toLowerCase());
    return moment ? { moment } : null;
  },
  (part) => (/^nothing open$/i.test(part) ? { moment: 'idle' } : null),
  (part) => {
    const minutes = /^(\d+(?:\.\d+)?) ?(?:min|minutes?)( after( the)? start| up)?$/i.exec(part);
    return minutes && { uptimeMinutes: Number(minutes[1]) };
  },
  (part) => {
    const open = /^(.+) open$/i.exec(part);
    return open && { openPrograms: open[1] };
  },
  (part) => {
    const tool =
      /^(?:with|by|tool) (.+)$/i.exec(part)?.[1] ??
      /^(?:the )?\S.* (?:viewer|tool|monitor|command)$/i.exec(part)?.[0];
    return tool ? { tool } : null;
  },
  named('processor|cpu', 'processor'),
  named('graphics|card', 'graphics'),
  named('network', 'network'),
  named('desktop', 'desktop'),
  named('chosen|chose|install choice', 'chosenAtInstall'),
  named('effort|looked', 'effort'),
];

/** Reads conditions said in one line. Parts are separated by commas. */
export const parseConditions = (text: string): SaidConditions => readConditions(splitParts(text));

/** Reads parts that may be conditions. */
export function readConditions(parts: readonly string[]): SaidConditions {
  let conditions: Conditions = {};
  const unread: string[] = [];
  for (const part of parts) {
    const said = READERS.reduce<Conditions | null>((found, read) => found ?? read(part), null);
    if (said) conditions = { ...conditions, ...said };
    else unread.push(part);
  }
  return { conditions, unread };
}

const quoted = (words: string) => (words.includes(',') ? `"${words}"` : words);
const size = (mib: number) => (mib % 1024 === 0 ? `${mib / 1024} GiB` : `${mib} MiB`);

/** Writes conditions as one says them; `parseConditions` reads them back. The edition is named elsewhere. */
export function formatConditions(conditions: Conditions): string {
  const { medium, machine, memoryMiB, cores, diskMiB, indexAgeDays, indexRefreshed } = conditions;
  const { alteredByAnalyst, alteredWith, moment, uptimeMinutes, openPrograms, tool } = conditions;
  const { processor, graphics, network, desktop, chosenAtInstall, effort } = conditions;
  return [
    medium,
    machine,
    memoryMiB && size(memoryMiB),
    cores && (cores === 1 ? '1 core' : `${cores} cores`),
    diskMiB && `disk ${size(diskMiB)}`,
    indexRefreshed === false && 'index never',
    indexAgeDays !== undefined && `index ${indexAgeDays} days`,
    alteredByAnalyst === false && 'nothing changed',
    alteredWith && `changed ${quoted(alteredWith)}`,
    moment,
    uptimeMinutes !== undefined && `${uptimeMinutes} min`,
    tool && `with ${quoted(tool)}`,
    openPrograms && `${quoted(openPrograms)} open`,
    processor && `processor ${quoted(processor)}`,
    graphics && `graphics ${quoted(graphics)}`,
    network && `network ${quoted(network)}`,
    desktop && `desktop ${quoted(desktop)}`,
    chosenAtInstall && `chosen ${quoted(chosenAtInstall)}`,
    effort && `effort ${quoted(effort)}`,
  ]
    .filter(Boolean)
    .join(', ');
}
