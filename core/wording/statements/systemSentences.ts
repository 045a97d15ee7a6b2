/** Sentences on what a system is like, area by area. */
import type { Conditions } from '../../catalogue/conditions.ts';
import { elementsOfValue } from '../../catalogue/factValue.ts';
import { findFactKey } from '../../catalogue/factSheet.ts';
import { formatWhen } from '../../catalogue/formatWhen.ts';
import type { StatementKinds, StatementSubject, ToldRepository } from '../../judging/statements/statement.ts';
import type { Told, ToldReading } from '../../judging/statements/told.ts';
import { wordCircumstances } from '../disagreementText.ts';
import { wordElementWhole } from '../sayingText.ts';
import { wordSpoils } from '../spoilText.ts';
import { formatCount, formatNumberOf } from '../valueText.ts';
import {
  baseSaying,
  careOf,
  listOf,
  numberWord,
  sayingOf,
  sentence,
  wholeSaying,
  wordDay,
  wordTold,
} from './phrases.ts';

type Params<K extends keyof StatementKinds> = StatementSubject & StatementKinds[K];

/** `the base’s` where it is known by name. */
const nameOfBase = (told: Told | undefined) => told?.base?.by ?? '';

export function wordArchives({ told, repositories, isPartial }: Params<'archives'>): string {
  const archives = told['repositories.archives'];
  if (archives?.absent) return 'No archive is configured.';
  const count = repositories.length;
  const ofOthers = repositories.some(({ isOwn }) => !isOwn);
  const each = repositories.map((row) => wordRepository(row, ofOthers));
  const whose = ofOthers ? '' : ' of its own';
  const many = `${isPartial ? 'at least ' : ''}${numberWord(count)} ${count === 1 ? 'archive' : 'archives'}${whose}`;
  return sentence(
    `packages come from ${many}${count > 1 ? ', asked in this order' : ''}: ${each.join('; ')}${careOf(archives)}`,
  );
}

function wordRepository(row: ToldRepository, ofOthers: boolean): string {
  const { name, by, isOwn, owner, tier, state, holding, holdingMost, purpose } = row;
  const whose =
    owner && owner !== 'own' && owner !== 'base' ? owner : ofOthers ? (isOwn ? 'its own' : `of ${by}`) : '';
  const days =
    holding === undefined
      ? ''
      : holdingMost !== undefined && holdingMost !== holding
        ? `tested ${holding} to ${holdingMost} days`
        : `tested ${formatNumberOf(holding, 'day')}`;
  const more = [whose, tier, days, state === 'on' ? '' : state, purpose].filter(Boolean);
  return more.length ? `${name} (${more.join(', ')})` : name;
}

export function wordFormats({ told }: Params<'formats'>): string {
  const formats = told['repositories.formats'];
  const each = elementsOfValue(formats.value).map(
    ({ name, settings }) => `${name} ${wordState(settings?.state)}`,
  );
  if (formats.absent)
    return formats.reading?.marks.includes('onPurpose')
      ? 'No other package formats, on purpose.'
      : 'No other package formats.';
  return sentence(`of other package formats: ${listOf(each)}${careOf(formats)}`);
}

const wordState = (state = 'on') =>
  ({ on: 'on', off: 'off', offered: 'offered', disclaimed: 'disclaimed' })[state] ?? state;

export function wordKernel({ told }: Params<'kernel'>): string {
  const version = told['kernel.version'];
  const release = told['kernel.release'];
  const lead = release && release.state !== 'carried' ? release : (version ?? release);
  const patches = told['kernel.patches'];
  const withPatches = patches ? `, with ${sayingOf(patches)}` : '';
  if (!lead) return sentence(`the kernel carries ${sayingOf(patches)}`);
  if (lead.absent) return 'Which kernel it boots: none.';
  const name = sayingOf(lead);
  const held = version ?? lead;
  return sentence(`${wordKernelOf(held, name)}${withPatches}`);
}

/** Whose kernel it is, and how it stands to the base's. */
function wordKernelOf(told: Told, name: string): string {
  const theirs = baseSaying(told);
  const base = nameOfBase(told);
  switch (told.standing) {
    case 'changed':
      return `it boots a kernel of its own, ${name}; that of ${base} is ${theirs}`;
    case 'same':
      return `it boots the kernel of ${told.by || base || 'its base'}, ${name}`;
    case 'base unknown':
      return `it boots the kernel ${name}; what its base boots is not known`;
    case 'not comparable': {
      const day = told.base?.day;
      return theirs
        ? `it boots the kernel ${name}; ${base} had ${theirs}${day === undefined ? '' : ` on ${wordDay(day)}`}, so the two cannot be compared`
        : `it boots the kernel ${name}`;
    }
    default:
      return `it boots the kernel ${name}${careOf(told)}`;
  }
}

export function wordKernels({ told }: Params<'kernels'>): string {
  const [offered, switcher, changeable] = ['offered', 'switcher', 'changeable'].map(
    (name) => told[`kernel.${name}`],
  );
  const by = switcher && !switcher.absent ? `, through ${sayingOf(switcher)}` : '';
  const parts = [
    offered &&
      (offered.absent
        ? 'no other kernel is offered'
        : `other kernels are offered${by}: ${listOf(elementsOfValue(offered.value).map(wordElementWhole))}${careOf(offered)}`),
    !offered && by && `kernels are chosen${by}`,
    changeable?.value === false && 'it is the only one, and cannot be changed',
    changeable?.value === true && !offered && 'another one can be had',
  ].filter(Boolean) as string[];
  return parts.map((part) => sentence(part)).join(' ');
}

const LOOK_PARTS: readonly (readonly [string, string])[] = [
  ['icons', 'icons'],
  ['widgets', 'widgets'],
  ['frames', 'window frames'],
  ['cursor', 'cursor'],
  ['shell', 'shell'],
  ['font', 'font'],
  ['monospace', 'monospace font'],
  ['login', 'login screen'],
  ['boot', 'boot screen'],
  ['wallpaper', 'wallpaper'],
];

export function wordLook({ told }: Params<'look'>): string {
  const desktop = told['defaults.desktop'];
  const version = told['themes.desktopVersion'];
  const name = [sayingOf(desktop), sayingOf(version)].filter(Boolean);
  const repeats = name.length === 2 && name[0].endsWith(name[1]);
  const lead = name.length
    ? `the desktop is ${repeats ? name[0] : name.join(' ')}${standingClause(version ?? desktop)}`
    : '';
  const parts = LOOK_PARTS.flatMap(([key, label]) => {
    const part = told[`themes.${key}`];
    return part ? `${label} ${sayingOf(part)}${part.state === 'carried' ? '' : shortStanding(part)}` : [];
  });
  const carried = LOOK_PARTS.flatMap(([key]) => told[`themes.${key}`] ?? []).filter(
    ({ state }) => state === 'carried',
  );
  const dark = told['themes.dark'];
  return [
    lead && sentence(lead),
    parts.length ? sentence(`look: ${parts.join(', ')}`) : '',
    carried.length
      ? sentence(
          `${carried.length === parts.length ? 'all of that' : `${numberWord(carried.length)} of these`} as in ${carried[0].by}, where nobody has looked here`,
        )
      : '',
    dark?.value === true
      ? `A new account begins dark${careOf(dark)}.`
      : dark?.value === false
        ? `A new account begins light${careOf(dark)}.`
        : '',
  ]
    .filter(Boolean)
    .join(' ');
}

/** `, as in Fenwick 31` for what was checked; what its base has, where that is another thing. */
function standingClause(told: Told): string {
  if (told.state === 'unchanged' && told.by) return `, as in ${told.by}`;
  if (told.standing === 'changed' && baseSaying(told))
    return `, where ${nameOfBase(told)} has ${baseSaying(told)}`;
  return careOf(told);
}

function shortStanding(told: Told): string {
  if (told.state === 'unchanged' && told.by) return ` (as in ${told.by})`;
  return careOf(told);
}

export function wordGuide({ told }: Params<'guide'>): string {
  const [guide, opens, reached, owner] = ['guide', 'opens', 'reached', 'owner'].map(
    (name) => told[`welcome.${name}`],
  );
  if (guide?.absent) return sentence(`no guide receives a new user${careOf(guide)}`);
  const name = sayingOf(guide);
  const whose = owner && !owner.absent ? ` (made by ${sayingOf(owner)})` : '';
  const parts = [
    name &&
      `a guide receives a new user: ${name}${whose}${guide.state === 'unchanged' ? `, as in ${guide.by}` : careOf(guide)}`,
    opens && wordOpens(sayingOf(opens), careOf(opens)),
    reached && !reached.absent && `later it is reached from ${sayingOf(reached)}`,
  ].filter(Boolean) as string[];
  return parts.map((part) => sentence(part)).join(' ');
}

function wordOpens(when: string, care: string): string {
  const words: Readonly<Record<string, string>> = {
    'each login': 'it opens by itself at each login',
    'first login only': 'it opens by itself at the first login only',
    'live image only': 'it opens by itself on the live image only',
    never: 'it does not open by itself',
  };
  return `${words[when] ?? `it opens by itself: ${when}`}${care}`;
}

export function wordGuidePages({ told }: Params<'guidePages'>): string {
  const actions = told['welcome.actions'];
  if (actions.absent) return 'The guide offers nothing to do.';
  const pages = elementsOfValue(actions.value).map(({ name }) => name);
  return sentence(
    `the guide offers, in this order${actions.isPartial ? ', at least' : ''}: ${listOf(pages)}${careOf(actions)}`,
  );
}

export function wordGuideOdd({ told }: Params<'guideOdd'>): string {
  const [problems, repeats, showsDone] = ['problems', 'repeats', 'showsDone'].map(
    (name) => told[`welcome.${name}`],
  );
  const parts = [
    problems &&
      (problems.absent
        ? 'its order is right'
        : `what is wrong in its order: ${elementsOfValue(problems.value).map(wordElementWhole).join('; ') || sayingOf(problems)}`),
    repeats?.value === true &&
      `it repeats what the installer asked${repeats.reading?.said ? `: ${repeats.reading.said}` : ''}`,
    showsDone?.value === false && 'it does not show what is done already',
    showsDone?.value === true && 'it shows what is done already',
    repeats?.value === false && 'it repeats nothing of the installer',
  ].filter(Boolean) as string[];
  return parts.map((part) => sentence(part)).join(' ');
}

export function wordApplications({ told, roles }: Params<'applications'>): string {
  const own = roles.map((key) => told[key]).filter(({ state }) => state !== 'carried');
  const carried = roles.map((key) => told[key]).filter(({ state }) => state === 'carried');
  const each = own.map(
    (role) => `${findFactKey(role.key)!.label.toLowerCase()} ${sayingOf(role)}${wordRoleStanding(role)}`,
  );
  const rest = carried.map((role) => `${findFactKey(role.key)!.label.toLowerCase()} ${sayingOf(role)}`);
  return [
    each.length ? sentence(`applications: ${each.join('; ')}`) : '',
    rest.length
      ? sentence(
          `as in ${carried[0].by || 'every edition'}, where nobody has looked here: ${rest.join(', ')}`,
        )
      : '',
  ]
    .filter(Boolean)
    .join(' ');
}

function wordRoleStanding(told: Told): string {
  const theirs = baseSaying(told);
  if (told.state === 'unchanged') return told.by ? ` (as in ${told.by})` : ' (as in its base)';
  if (told.standing !== 'changed' || !theirs) return careOf(told);
  const newer = versionsBetween(theirs, sayingOf(told));
  if (newer) return `, ${newer} than in ${nameOfBase(told)} (${theirs})`;
  return theirs === 'none' ? ` (${nameOfBase(told)} has none)` : ` (${nameOfBase(told)} has ${theirs})`;
}

/** `four versions newer`, for two names that differ in one whole number only. */
function versionsBetween(before: string, after: string): string {
  const [from, to] = [before, after].map((text) => /^(.*?)\s*(\d+)$/.exec(text));
  if (!from || !to || from[1] !== to[1]) return '';
  const count = Number(to[2]) - Number(from[2]);
  return `${numberWord(Math.abs(count))} ${Math.abs(count) === 1 ? 'version' : 'versions'} ${count > 0 ? 'newer' : 'older'}`;
}

export function wordModel({ told }: Params<'model'>): string {
  const [kind, claimed, cadence] = ['kind', 'claimed', 'cadence'].map((name) => told[`model.${name}`]);
  const parts = [
    kind && `its release model is ${sayingOf(kind)}${standingClause(kind)}`,
    claimed && sayingOf(claimed) !== sayingOf(kind) && `the project calls its model ${sayingOf(claimed)}`,
    cadence && `a release comes ${sayingOf(cadence)}${careOf(cadence)}`,
  ].filter(Boolean) as string[];
  return parts.map((part) => sentence(part)).join(' ');
}

export function wordSupport({ told, base, baseEnd, gapDays: gap }: Params<'support'>): string {
  const support = told['model.supportEnd'];
  const end = `supported until ${sayingOf(support)}`;
  if (gap === undefined || !base) return sentence(end);
  if (gap === 0) return sentence(`${end}, as long as ${base}`);
  const days = formatNumberOf(Math.abs(gap), 'day');
  return sentence(
    `${end}, ${days} ${gap > 0 ? 'past' : 'before'} the end of ${base} (${formatWhen(baseEnd)})`,
  );
}

export function wordImage({ told }: Params<'image'>): string {
  const [size, date, kind, entries] = ['imageSize', 'imageDate', 'imageKind', 'bootEntries'].map(
    (name) => told[`editions.${name}`],
  );
  const kinds: Readonly<Record<string, string>> = {
    live: 'it runs live',
    installable: 'it installs',
    both: 'it runs live and installs',
  };
  const parts = [
    size && `the image is ${sayingOf(size)} large${date ? `, built on ${sayingOf(date)}` : ''}`,
    !size && date && `the image was built on ${sayingOf(date)}`,
    kind && (kinds[sayingOf(kind)] ?? sayingOf(kind)),
    entries && !entries.absent && `at start it offers ${sayingOf(entries)}`,
  ].filter(Boolean) as string[];
  return parts.map((part) => sentence(part)).join(' ');
}

export function wordInstaller({ told }: Params<'installer'>): string {
  const [installer, mode, pages, duration] = ['installer', 'installerMode', 'installerPages', 'duration'].map(
    (name) => told[`editions.${name}`],
  );
  const modes: Readonly<Record<string, string>> = {
    online: 'it needs a connection',
    offline: 'it needs no connection',
    both: 'it works with a connection and without',
  };
  const parts = [
    installer && `it is installed with ${sayingOf(installer)}${standingClause(installer)}`,
    pages && !pages.absent && `pages of its own there: ${sayingOf(pages)}`,
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
  const lead = amounts.length ? `the first update after installing brought ${listOf(amounts, 'with')}` : '';
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
  const [first, ...others] = figures;
  if (!first) return '';
  const differ =
    others.length > 0
      ? ' They were not taken under the same conditions, so they are not ranked against each other.'
      : '';
  return `${sentence(`memory in use: ${[first, ...others].join('; ')}`)}${differ}`;
}

/** All figures of a measurement, each with its conditions, the one in force first. */
function figuresOf(told: Told): string[] {
  const own = told.reading ? [`${sayingOf(told)}${wordConditionsShort(told.reading)}`] : [sayingOf(told)];
  const others = told.others.map(({ reading, explainedBy }) => {
    const why = reading.spoiledBy.length
      ? `, ${wordSpoils(reading.spoiledBy)}, so not to be relied on`
      : explainedBy.length
        ? `, ${wordCircumstances(explainedBy)}`
        : '';
    return `${wordTold(told.key, reading)}${wordConditionsShort(reading)}${why}`;
  });
  return [...own, ...others];
}

/** ` of 5 GiB, with nothing opened, 4 minutes after the start, read with the process viewer`. */
function wordConditionsShort(reading: ToldReading | undefined): string {
  const { memoryMiB, medium, machine, tool, moment, uptimeMinutes, openPrograms }: Conditions =
    reading?.conditions ?? {};
  const moments = { boot: 'right after the start', idle: 'with nothing opened', 'after use': 'after use' };
  const parts = [
    moment && moments[moment],
    uptimeMinutes !== undefined && `${formatNumberOf(uptimeMinutes, 'minute')} after the start`,
    openPrograms && `${openPrograms} open`,
    tool && `by ${tool}`,
    medium === 'live' && 'on a live image',
    machine && (machine === 'virtual' ? 'in a virtual machine' : 'on hardware'),
  ].filter(Boolean);
  const of = memoryMiB ? ` of ${wordMemorySize(memoryMiB)}` : '';
  return `${of}${parts.length ? ` (${parts.join(', ')})` : ''}`;
}

const wordMemorySize = (mib: number) =>
  mib % 1024 === 0 ? `${formatCount(mib / 1024)} GiB` : `${formatCount(mib)} MiB`;

export function wordRequirements({ told }: Params<'requirements'>): string {
  const of = (name: string) => {
    const each = told[`footprint.${name}`];
    return each && !each.absent ? sayingOf(each) : '';
  };
  const least = [
    of('memoryLeast') && `memory of ${of('memoryLeast')}`,
    of('diskLeast') && `a disk of ${of('diskLeast')}`,
    of('processorLeast'),
  ].filter(Boolean) as string[];
  const advised = [
    of('memoryAdvised') && `memory of ${of('memoryAdvised')}`,
    of('diskAdvised') && `a disk of ${of('diskAdvised')}`,
  ].filter(Boolean) as string[];
  const unclear = of('adviceUnclear');
  return [
    least.length ? sentence(`it asks for ${listOf(least)} at least`) : '',
    advised.length ? sentence(`it recommends ${listOf(advised)}`) : '',
    unclear ? sentence(`it states “${unclear}”, and does not say of what`) : '',
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
        ? sentence(`help is had from ${listOf(each)}`)
        : '',
    documents && !documents.absent ? sentence(`documentation: ${sayingOf(documents)}`) : '',
    documents?.absent ? 'There is no documentation.' : '',
    answer && !answer.absent ? sentence(`an answer came after ${sayingOf(answer)}`) : '',
  ]
    .filter(Boolean)
    .join(' ');
}

export function wordFacts({ told }: Params<'facts'>): string {
  const each = Object.values(told).map((fact) => {
    const label = findFactKey(fact.key)!.label;
    return sentence(`${label}: ${wholeSaying(fact)}${shortStanding(fact)}`);
  });
  return each.join(' ');
}
