/** Sentences on what a system is like, area by area. */
import { versionsBetween, wordProbe } from '../probeText.ts';
import { elementsOfValue } from '../../catalogue/factValue.ts';
import { findFactKey } from '../../catalogue/factSheet.ts';
import type { StatementKinds, StatementSubject, ToldRepository } from '../../statements/statement.ts';
import type { Told } from '../../statements/told.ts';
import { wordElementWhole } from '../sayingText.ts';
import { nounOf } from '../factTitles.ts';
import { formatNumberOf, listOf } from '../valueText.ts';
import {
  baseSaying,
  careOf,
  numberWord,
  sayingOf,
  sentence,
  shortStanding,
  standingClause,
  wholeSaying,
  wordDay,
} from './phrases.ts';

type Params<K extends keyof StatementKinds> = StatementSubject & StatementKinds[K];

/** `the base’s` where it is known by name. */
const nameOfBase = (told: Told | undefined) => told?.base?.by ?? '';

export function wordArchives({ told, repositories, isPartial, isInOrder }: Params<'archives'>): string {
  const archives = told['repositories.archives'];
  if (archives?.absent) return 'No archive is configured.';
  const count = repositories.length;
  if (count === 0)
    return sentence(`packages come from the same archives as those of the base${careOf(archives)}`);
  const ofOthers = repositories.some(({ whose }) => whose !== 'own');
  const each = repositories.map((row) => wordRepository(row, ofOthers));
  const whose = ofOthers ? '' : ' of its own';
  const many = `${isPartial ? 'at least ' : ''}${numberWord(count)} ${count === 1 ? 'archive' : 'archives'}${whose}`;
  return sentence(
    `packages come from ${many}${count > 1 && isInOrder ? ', asked in this order' : ''}: ${each.join('; ')}${careOf(archives)}`,
  );
}

function wordRepository(row: ToldRepository, ofOthers: boolean): string {
  const { name, by, whose: of, owner, tier, state, holding, holdingMost, purpose } = row;
  const whose =
    of === 'other'
      ? owner
      : of === 'base'
        ? by
          ? `of ${by}`
          : 'of its base'
        : of === 'own' && ofOthers
          ? 'its own'
          : '';
  const days =
    holding === undefined
      ? ''
      : holdingMost !== undefined && holdingMost !== holding
        ? `tested ${holding} to ${holdingMost} days`
        : `tested ${formatNumberOf(holding, 'day')}`;
  const tested = tier === 'tested' && days ? '' : tier;
  const more = [whose, tested, days, state === 'on' ? '' : state, purpose].filter(Boolean);
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
  return sentence(`other package formats are ${listOf(each)}${careOf(formats)}`);
}

const wordState = (state = 'on') =>
  ({ on: 'on', off: 'off', offered: 'offered', disclaimed: 'disclaimed' })[state] ?? state;

export function wordKernel({ subject, told }: Params<'kernel'>): string {
  const version = told['kernel.version'];
  const release = told['kernel.release'];
  const lead = release && release.state !== 'carried' ? release : (version ?? release);
  const patches = told['kernel.patches'];
  const withPatches = patches ? `, with ${sayingOf(patches)}` : '';
  if (!lead) return sentence(`the kernel has these patches: ${sayingOf(patches)}`);
  if (lead.absent) return sentence(`${subject} boots no kernel`);
  const name = sayingOf(lead);
  // What is only inherited says nothing of a kernel string that was seen here.
  const held = version?.isSaid ? version : lead;
  return sentence(`${wordKernelOf(subject, held, name)}${withPatches}`);
}

/** Whose kernel it is, and how it stands to the base's. */
function wordKernelOf(subject: string, told: Told, name: string): string {
  const theirs = baseSaying(told);
  const base = nameOfBase(told);
  switch (told.standing) {
    case 'changed': {
      if (told.alsoIn)
        return `${subject} boots the kernel of ${told.alsoIn}, ${name}; that of ${base} is ${theirs}`;
      const kind =
        told.change === 'holds back'
          ? 'an older kernel'
          : told.change === 'own build'
            ? 'a kernel of its own'
            : 'the kernel';
      return `${subject} boots ${kind}, ${name}; that of ${base} is ${theirs}`.replace(
        'the kernel,',
        'the kernel',
      );
    }
    case 'same':
      return `${subject} boots the kernel of ${told.by || base || 'its base'}, ${name}`;
    case 'base unknown':
      return `${subject} boots the kernel ${name}; the kernel of its base is not known`;
    case 'not comparable': {
      const day = told.base?.day;
      return theirs
        ? `${subject} boots the kernel ${name}; ${base} had ${theirs}${day === undefined ? '' : ` on ${wordDay(day)}`}, so the two cannot be compared`
        : `${subject} boots the kernel ${name}`;
    }
    default:
      return `${subject} boots the kernel ${name}${careOf(told)}`;
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
    changeable?.value === false && 'the kernel cannot be changed',
    changeable?.value === true && !offered && 'another kernel can be installed',
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
  const isNamed = desktop !== undefined && !desktop.absent;
  const lead = isNamed
    ? `the desktop is ${repeats ? name[0] : name.join(' ')}${standingClause(version?.isSaid ? version : desktop)}`
    : version
      ? `the desktop is of version ${sayingOf(version)}${standingClause(version)}`
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
    parts.length ? sentence(`the look consists of ${listOf(parts)}`) : '',
    carried.length ? sentence(wordCarriedParts(carried, parts.length)) : '',
    dark?.value === true
      ? `A new account begins dark${careOf(dark)}.`
      : dark?.value === false
        ? `A new account begins light${careOf(dark)}.`
        : '',
  ]
    .filter(Boolean)
    .join(' ');
}

/** `three of these inherited from Fenwick 31 and not examined`. */
function wordCarriedParts(carried: readonly Told[], all: number): string {
  const which = carried.length === all ? 'all of that' : `${numberWord(carried.length)} of these`;
  return carried[0].by
    ? `${which} inherited from ${carried[0].by} and not examined`
    : `${which} the same in every edition`;
}

export function wordGuide({ told }: Params<'guide'>): string {
  const [guide, opens, reached, owner] = ['guide', 'opens', 'reached', 'owner'].map(
    (name) => told[`welcome.${name}`],
  );
  if (guide?.absent) return sentence(`no guide receives a new user${careOf(guide)}`);
  const name = sayingOf(guide);
  const whose = owner && !owner.absent ? ` (made by ${sayingOf(owner)})` : '';
  const parts = [
    name && `a guide receives a new user: ${name}${whose}${standingClause({ ...guide, standing: null })}`,
    opens && wordOpens(sayingOf(opens), careOf(opens)),
    reached && !reached.absent && `later the guide is reached from ${sayingOf(reached)}`,
  ].filter(Boolean) as string[];
  return parts.map((part) => sentence(part)).join(' ');
}

function wordOpens(when: string, care: string): string {
  const words: Readonly<Record<string, string>> = {
    'each login': 'the guide opens by itself at each login',
    'first login only': 'the guide opens by itself at the first login only',
    'live image only': 'the guide opens by itself on the live image only',
    never: 'the guide does not open by itself',
  };
  return `${words[when] ?? `the guide opens by itself (${when})`}${care}`;
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
        ? 'the order of the guide is right'
        : `the order of the guide is flawed: ${elementsOfValue(problems.value).map(wordElementWhole).join('; ') || sayingOf(problems)}`),
    repeats?.value === true &&
      `the guide repeats what the installer asked${repeats.reading?.said ? `: ${repeats.reading.said}` : ''}`,
    showsDone?.value === false && 'the guide does not show what is done',
    showsDone?.value === true && 'the guide shows what is done',
    repeats?.value === false && 'the guide repeats nothing of the installer',
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
    each.length ? sentence(`the applications are ${listOf(each)}`) : '',
    rest.length
      ? sentence(
          carried[0].by
            ? `inherited from ${carried[0].by} and not examined: ${rest.join(', ')}`
            : `the same in every edition: ${rest.join(', ')}`,
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

export function wordFacts({ told }: Params<'facts'>): string {
  const each = Object.values(told).map((fact) => {
    const saying = fact.key === 'tools.probes' ? wordProbes(fact) : wholeSaying(fact);
    return `${nounOf(findFactKey(fact.key)!)} (${saying}${shortStanding(fact).replace(/^ \(/, '; ').replace(/\)$/, '')})`;
  });
  return sentence(`also recorded: ${listOf(each)}`);
}

/** What was looked for; where the version at a reference is known, how many versions and days it is behind. */
function wordProbes(told: Told): string {
  return Array.isArray(told.value) && !told.reading?.said
    ? elementsOfValue(told.value).map(wordProbe).join(', ')
    : wholeSaying(told);
}

export function wordByEdition({ count }: Params<'byEdition'>): string {
  return sentence(
    `${formatNumberOf(count, 'fact')} ${count === 1 ? 'depends' : 'depend'} on the edition, or ${count === 1 ? 'is' : 'are'} known of one edition only`,
  );
}
