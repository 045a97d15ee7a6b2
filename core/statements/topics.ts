/** What is told of each area: which facts make one sentence together. What no topic names is told after them, fact by fact. */
import type { AreaId } from '../catalogue/areas.ts';
import { ROLE_KEYS } from '../catalogue/factSheet.ts';
import type { StatementKind } from './statement.ts';

/** A sentence about an area, and the facts that it is made of. */
export interface Topic {
  readonly kind: StatementKind;
  readonly area: AreaId;
  /** The first is what the sentence leads to. */
  readonly keys: readonly string[];
  /** True for one that answers first. */
  readonly leads?: true;
  /** True where it is told also of a system that only carries it. */
  readonly carried?: true;
}

const inArea = (area: AreaId, names: string): string[] => names.split(' ').map((name) => `${area}.${name}`);

/** The topics in the order in which they are told: the six areas of the strip, then what is around them. */
export const TOPICS: readonly Topic[] = [
  {
    kind: 'archives',
    area: 'repositories',
    keys: inArea('repositories', 'archives'),
    leads: true,
    carried: true,
  },
  { kind: 'formats', area: 'repositories', keys: inArea('repositories', 'formats') },
  {
    kind: 'kernel',
    area: 'kernel',
    keys: inArea('kernel', 'version release patches'),
    leads: true,
    carried: true,
  },
  { kind: 'kernels', area: 'kernel', keys: inArea('kernel', 'offered switcher changeable') },
  {
    kind: 'look',
    area: 'themes',
    keys: [
      'defaults.desktop',
      ...inArea(
        'themes',
        'desktopVersion icons widgets frames cursor shell font monospace login boot wallpaper dark',
      ),
    ],
    leads: true,
    carried: true,
  },
  {
    kind: 'guide',
    area: 'welcome',
    keys: inArea('welcome', 'guide opens reached owner'),
    leads: true,
    carried: true,
  },
  { kind: 'guidePages', area: 'welcome', keys: inArea('welcome', 'actions') },
  { kind: 'guideOdd', area: 'welcome', keys: inArea('welcome', 'problems repeats showsDone') },
  { kind: 'applications', area: 'defaults', keys: ROLE_KEYS, leads: true, carried: true },
  { kind: 'model', area: 'model', keys: inArea('model', 'kind claimed cadence'), leads: true },
  { kind: 'support', area: 'model', keys: inArea('model', 'supportEnd'), leads: true },
  { kind: 'image', area: 'editions', keys: inArea('editions', 'imageSize imageDate imageKind bootEntries') },
  {
    kind: 'installer',
    area: 'editions',
    keys: inArea('editions', 'installer installerMode installerPages duration'),
  },
  { kind: 'firstUpdate', area: 'model', keys: inArea('model', 'firstUpdate firstPackages imageAge') },
  { kind: 'tools', area: 'tools', keys: inArea('tools', 'graphical command') },
  { kind: 'memory', area: 'footprint', keys: inArea('footprint', 'memory memoryUsed'), leads: true },
  {
    kind: 'requirements',
    area: 'footprint',
    keys: inArea('footprint', 'memoryLeast memoryAdvised diskLeast diskAdvised processorLeast adviceUnclear'),
  },
  { kind: 'help', area: 'help', keys: inArea('help', 'channels documents answer') },
];

/** The areas in the order in which they are told. */
export const TOLD_AREAS: readonly AreaId[] = [
  ...['repositories', 'kernel', 'themes', 'welcome', 'defaults', 'model'],
  ...['editions', 'tools', 'footprint', 'experience', 'help'],
] as AreaId[];
