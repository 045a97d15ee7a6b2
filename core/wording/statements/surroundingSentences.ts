/** Sentences on what is around a system: its model and support, images and installer, updates, footprint, help. */
import { opposite, wordDayRange, wordRuledEnds } from '../supportText.ts';
import type { Conditions } from '../../catalogue/conditions.ts';
import { elementsOfValue } from '../../catalogue/factValue.ts';
import { formatWhen } from '../../catalogue/formatWhen.ts';
import type { StatementKinds, StatementSubject } from '../../statements/statement.ts';
import type { Told, ToldReading } from '../../statements/told.ts';
import { wordCircumstances } from '../disagreementText.ts';
import { MOMENTS } from '../conditionsText.ts';
import { formatMemorySize, formatNumberOf, listOf } from '../valueText.ts';
import { asClause, careOf, sayingOf, sentence, standingClause, wordTold } from './phrases.ts';

type Params<K extends keyof StatementKinds> = StatementSubject & StatementKinds[K];

export function wordModel({ told }: Params<'model'>): string {
  const [kind, claimed, cadence] = ['kind', 'claimed', 'cadence'].map((name) => told[`model.${name}`]);
  const parts = [
    kind && `the release model is ${sayingOf(kind)}${standingClause(kind)}`,
    claimed && sayingOf(claimed) !== sayingOf(kind) && `the project calls its model ${sayingOf(claimed)}`,
    cadence && `releases come ${sayingOf(cadence)}${careOf(cadence)}`,
  ].filter(Boolean) as string[];
  return parts.map((part) => sentence(part)).join(' ');
}

export function wordSupport({ subject, told, base, baseEnd, gap }: Params<'support'>): string {
  const support = told['model.supportEnd'];
  const end = `${subject} is supported until ${sayingOf(support)}`;
  if (gap === undefined || !base) return sentence(end);
  const ends = `${base} (${formatWhen(baseEnd)})`;
  if (gap.least === 0 && gap.most === 0) return sentence(`${end}, as long as ${base}`);
  if (gap.most <= 0) return sentence(`${end}, ${wordDayRange(opposite(gap))} less than ${ends}`);
  return sentence(`${end}, ${wordDayRange(gap)} longer than ${ends}`);
}

export function wordSupportRules({ support }: Params<'supportRules'>): string {
  const { own, differDays } = support;
  const apart = differDays
    ? `, ${formatNumberOf(differDays, 'day')} ${own.end ? 'from the stated end' : 'apart'}`
    : '';
  const ends = wordRuledEnds(support);
  return sentence(
    ends.length === 1
      ? `by the stated rule, support ends on ${ends[0]}${apart}`
      : `the stated rules give different ends of support: ${listOf(ends)}${apart}`,
  );
}

export function wordImage({ told }: Params<'image'>): string {
  const [size, date, kind, entries] = ['imageSize', 'imageDate', 'imageKind', 'bootEntries'].map(
    (name) => told[`editions.${name}`],
  );
  const kinds: Readonly<Record<string, string>> = {
    live: 'the image runs live',
    installable: 'the image installs',
    both: 'the image runs live and installs',
  };
  const parts = [
    size && `the image has ${sayingOf(size)}${date ? ` and was built on ${sayingOf(date)}` : ''}`,
    !size && date && `the image was built on ${sayingOf(date)}`,
    kind && (kinds[sayingOf(kind)] ?? sayingOf(kind)),
    entries && !entries.absent && `the boot menu offers ${sayingOf(entries)}`,
  ].filter(Boolean) as string[];
  return parts.map((part) => sentence(part)).join(' ');
}

export function wordInstaller({ told }: Params<'installer'>): string {
  const [installer, mode, pages, duration] = ['installer', 'installerMode', 'installerPages', 'duration'].map(
    (name) => told[`editions.${name}`],
  );
  const modes: Readonly<Record<string, string>> = {
    online: 'the installer needs a connection',
    offline: 'the installer needs no connection',
    both: 'the installer works with a connection and without',
  };
  const parts = [
    installer?.absent && 'there is no installer',
    installer && !installer.absent && `the installer is ${sayingOf(installer)}${standingClause(installer)}`,
    pages && !pages.absent && `the installer has own pages for ${sayingOf(pages)}`,
    mode && (modes[sayingOf(mode)] ?? `installing: ${sayingOf(mode)}`),
    duration && `an install took ${sayingOf(duration)}${wordConditionsShort(duration.reading)}`,
  ].filter(Boolean) as string[];
  return parts.map((part) => sentence(part)).join(' ');
}

export function wordFirstUpdate({ told, imageAgeDays }: Params<'firstUpdate'>): string {
  const [size, packages, age] = ['firstUpdate', 'firstPackages', 'imageAge'].map(
    (name) => told[`model.${name}`],
  );
  const amounts = [packages, size].flatMap((each) => (each ? sayingOf(each) : []));
  const days = age ? sayingOf(age) : imageAgeDays === undefined ? '' : formatNumberOf(imageAgeDays, 'day');
  const lead = amounts.length ? `the first update after installing brought ${amounts.join(', ')}` : '';
  return sentence([lead, days && `the image was ${days} old then`].filter(Boolean).join('; '));
}

export function wordTools({ told }: Params<'tools'>): string {
  const [graphical, command] = ['graphical', 'command'].map((name) => told[`tools.${name}`]);
  const tools = [
    graphical && !graphical.absent && `${sayingOf(graphical)} (with a window${shortCare(graphical)})`,
    command && !command.absent && `${sayingOf(command)} (a command${shortCare(command)})`,
  ].filter(Boolean) as string[];
  return [
    tools.length ? sentence(`packages are handled with ${listOf(tools)}`) : '',
    graphical?.absent ? 'There is no package tool with a window.' : '',
  ]
    .filter(Boolean)
    .join(' ');
}

const shortCare = (told: Told) => (told.state === 'carried' ? `, as in ${told.by}` : '');

export function wordMemory({ told }: Params<'memory'>): string {
  const [memory, used] = ['memory', 'memoryUsed'].map((name) => told[`footprint.${name}`]);
  const figures = [memory, used].flatMap((each) => (each ? figuresOf(each) : []));
  if (figures.length === 0) return '';
  const around = new Set(
    [memory, used].flatMap((each) => each?.others ?? []).flatMap(({ explainedBy }) => explainedBy),
  );
  const why = around.size ? ` (${wordCircumstances([...around])})` : '';
  const differ = figures.length > 1 ? ` The conditions differ${why}, so the figures cannot be compared.` : '';
  return `${sentence(`memory in use is ${figures.join('; ')}`)}${differ}`;
}

/** All figures of a measurement, each with its conditions, the one in force first. */
export function figuresOf(told: Told): string[] {
  const figure = (saying: string, reading: ToldReading | undefined) =>
    `${saying}${/ of /.test(saying) ? '' : wordWhole(told.key, reading)}${wordConditionsShort(reading)}`;
  const others = told.others.map(({ reading }) => {
    const care = reading.spoiledBy.length ? ', which is unreliable' : '';
    return `${figure(wordTold(told.key, reading), reading)}${care}`;
  });
  return [figure(sayingOf(told), told.reading), ...others];
}

/** ` of 5 GiB`: the memory that a figure of memory is a part of. */
export function wordWhole(key: string, reading: ToldReading | undefined): string {
  const { memoryMiB } = reading?.conditions ?? {};
  return memoryMiB && key.startsWith('footprint.memory') ? ` of ${formatMemorySize(memoryMiB)}` : '';
}

/** ` (with nothing open, 4 minutes after the start, by the process viewer, in a virtual machine)`. */
function wordConditionsShort(reading: ToldReading | undefined): string {
  const { medium, machine, tool, moment, uptimeMinutes, openPrograms }: Conditions =
    reading?.conditions ?? {};
  const parts = [
    moment && !(moment === 'idle' && openPrograms) && MOMENTS[moment],
    uptimeMinutes !== undefined && `${formatNumberOf(uptimeMinutes, 'minute')} after the start`,
    openPrograms && `${openPrograms} open`,
    tool && `by ${tool}`,
    medium === 'live' && 'on a live image',
    machine && (machine === 'virtual' ? 'in a virtual machine' : 'on hardware'),
  ].filter(Boolean);
  return parts.length ? ` (${parts.join(', ')})` : '';
}

export function wordRequirements({ told }: Params<'requirements'>): string {
  const of = (name: string) => {
    const each = told[`footprint.${name}`];
    return each && !each.absent ? sayingOf(each) : '';
  };
  const least = [
    of('memoryLeast') && `memory of ${of('memoryLeast')}`,
    of('diskLeast') && `a disk of ${of('diskLeast')}`,
    of('processorLeast') && `a processor of ${of('processorLeast')}`,
  ].filter(Boolean) as string[];
  const advised = [
    of('memoryAdvised') && `memory of ${of('memoryAdvised')}`,
    of('diskAdvised') && `a disk of ${of('diskAdvised')}`,
  ].filter(Boolean) as string[];
  const unclear = of('adviceUnclear');
  return [
    least.length ? sentence(`the minimum is ${listOf(least)}`) : '',
    advised.length ? sentence(`the recommendation is ${listOf(advised)}`) : '',
    unclear ? sentence(`the project states “${unclear}” without saying of what`) : '',
  ]
    .filter(Boolean)
    .join(' ');
}

export function wordHelp({ told }: Params<'help'>): string {
  const [channels, documents, answer] = ['channels', 'documents', 'answer'].map(
    (name) => told[`help.${name}`],
  );
  const each = elementsOfValue(channels?.value).map(({ slot, name, settings }) => {
    const checked = settings?.checked ? `, checked ${formatWhen(settings.checked)}` : '';
    return slot ? `${slot} (${name}${checked})` : `${name}${checked}`;
  });
  return [
    channels?.absent
      ? 'There is nowhere to ask.'
      : each.length
        ? sentence(`help comes from ${listOf(each)}`)
        : '',
    documents && !documents.absent ? sentence(`the documentation is ${asClause(sayingOf(documents))}`) : '',
    documents?.absent ? 'There is no documentation.' : '',
    answer && !answer.absent ? sentence(`an answer came after ${sayingOf(answer)}`) : '',
  ]
    .filter(Boolean)
    .join(' ');
}
