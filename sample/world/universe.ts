/**
 * The invented world of source packages: what projects there are upstream, what each is for, and how the three
 * package formats name what they build from it. Versions are made elsewhere (upstream.ts, rules.ts).
 */
import type { Family } from '../../core/formats/family.ts';
import { randomFor, type Random } from '../random.ts';
import { KERNELS, NAMED } from './named.ts';

/** An upstream project. */
export interface Project {
  readonly name: string;
  readonly section: string;
  /** Days between two of its releases, on average. */
  readonly pace: number;
  /** Installed size of its main package in KiB. */
  readonly size: number;
  readonly summary: string;
  /** Who packages it. */
  readonly families: readonly Family[];
  /** Part of every installation. */
  readonly standard: boolean;
  /** Virtual packages of its main package. */
  readonly provides: readonly string[];
  /** Names of libraries that it needs. */
  readonly needs: readonly string[];
}

/** A binary package that a source package builds. */
export interface Binary {
  readonly name: string;
  readonly role: 'main' | 'development' | 'data';
}

const FIRST =
  'alder amber ash aspen barley basalt beacon birch brass bramble brook burdock cairn cedar chalk cinder clover cobble copper coral crag dapple delta dew drift dusk elder ember fallow fern flint frost furrow gable garnet glade gorse granite hazel heath heather heron hollow iris ivory jetty juniper kelp kestrel lantern larch ledge linden loam lobelia maple marsh meadow mica mist moor moss nettle oak ochre orchard osprey pebble pine plover quarry quartz reed ripple rowan rush rye sable sage sedge shale slate sorrel spruce starling stone tallow tarn teal thatch thistle thorn tide timber umber vale violet weir wharf willow wren yarrow'.split(
    ' ',
  );

/** Sections with the second halves of names, and what such a project does. */
const KINDS: readonly (readonly [section: string, words: string, summary: string])[] = [
  [
    'libs',
    'codec core cipher digest glyph graph index layout locale matrix packet parser pixel queue schema signal socket stream table token vector widget',
    'library for',
  ],
  [
    'utils',
    'archive backup clip count diff filter find join merge meter peek quota scan sort split stamp sync tail trace watch',
    'small tool for',
  ],
  ['sound', 'chime mixer player tuner', 'sound program for'],
  ['graphics', 'canvas palette sketch viewer', 'picture program for'],
  ['editors', 'editor notes outline', 'editor for'],
  ['net', 'browser courier ferry mail relay', 'network program for'],
  ['admin', 'config doctor panel services users', 'system tool for'],
  ['fonts', 'serif sans mono', 'typeface'],
  ['doc', 'guide handbook', 'documentation of'],
  ['games', 'chess maze patience', 'game about'],
];

const MATTERS =
  'letters shapes colours tables messages sounds maps calendars lists pages rooms pictures numbers words files'.split(
    ' ',
  );

/** How many projects there are beside the named ones. About nine in ten are packaged by each family. */
export const PROJECT_COUNT = 3300;

/** All projects, sorted by name: always the same for the same seed. */
export function createUniverse(seed: number): Project[] {
  const random = randomFor(seed, 'universe');
  const names = new Map<string, (typeof KINDS)[number]>();
  const words = KINDS.flatMap((kind) => kind[1].split(' ').map((word) => ({ word, kind })));
  while (names.size < PROJECT_COUNT) {
    const { word, kind } = random.pick(words);
    names.set(`${random.pick(FIRST)}-${word}`, kind);
  }
  const libraries = [...names].filter(([, [section]]) => section === 'libs').map(([name]) => name);
  const projects = [...names].map(([name, [section, , summary]]): Project => {
    const own = randomFor(seed, 'project', name);
    return {
      name,
      section,
      pace: drawPace(own),
      size: Math.round(40 * Math.exp(own.next() * 6)),
      summary: `${summary} ${own.pick(MATTERS)}`,
      families: (['deb', 'rpm', 'alpm'] as const).filter(() => own.chance(0.91)),
      standard: own.chance(section === 'libs' ? 0.42 : 0.2),
      provides: [],
      needs: Array.from({ length: own.below(5) }, () => own.pick(libraries)).filter((lib) => lib !== name),
    };
  });
  return [...projects, ...namedProjects(seed, libraries)].sort((a, b) => (a.name < b.name ? -1 : 1));
}

function namedProjects(seed: number, libraries: readonly string[]): Project[] {
  return NAMED.map(({ name, section, summary, provides = [], pace = 90 }) => {
    const own = randomFor(seed, 'named', name);
    return {
      name,
      section,
      pace,
      size: Math.round(800 * Math.exp(own.next() * 4)),
      summary,
      families: ['deb', 'rpm', 'alpm'],
      standard: false,
      provides,
      needs: [own.pick(libraries), own.pick(libraries)],
    };
  });
}

function drawPace(random: Random): number {
  const kind = random.next();
  if (kind < 0.15) return random.between(25, 60);
  if (kind < 0.5) return random.between(60, 180);
  if (kind < 0.85) return random.between(180, 500);
  return random.between(900, 2500);
}

/** A program that one project alone makes and packages. */
export function createOwnProject(seed: number, owner: string, name: string, section = 'admin'): Project {
  const random = randomFor(seed, 'own', owner, name);
  return {
    name,
    section,
    pace: random.between(20, 120),
    size: Math.round(60 * Math.exp(random.next() * 5)),
    summary: `${name.replaceAll('-', ' ')}, made by ${owner}`,
    families: [],
    standard: false,
    provides: [],
    needs: [],
  };
}

/** What a family builds from a source package in some version: each format splits and names in its own way. */
export function binariesOf(family: Family, project: Project, version: string): Binary[] {
  const { name, section, size } = project;
  const main = { name, role: 'main' } as const;
  if (section === 'kernel') return kernelBinaries(family, name, version);
  const data = size > 6000 ? [{ name: `${name}-data`, role: 'data' } as const] : [];
  if (family === 'alpm') return [main];
  if (section !== 'libs') return family === 'deb' ? [main, ...data] : [main];
  return family === 'deb'
    ? [
        { name: `lib${name}${1 + (name.length % 6)}`, role: 'main' },
        { name: `lib${name}-dev`, role: 'development' },
      ]
    : [main, { name: `${name}-devel`, role: 'development' }];
}

/** Where several kernels can be installed at once, the image carries its release in its name. */
function kernelBinaries(family: Family, name: string, version: string): Binary[] {
  const flavour = KERNELS.find((kernel) => kernel.name === name)!.flavour;
  if (family === 'rpm') return [{ name: name.replace('linux', 'kernel'), role: 'main' }];
  if (family === 'alpm') return [{ name, role: 'main' }];
  return [
    { name: `linux-image-${flavour}`, role: 'main' },
    { name: `linux-image-${kernelRelease(family, name, version)}`, role: 'data' },
  ];
}

/** The string that a running kernel gives (`uname -r`), from its package's version. */
export function kernelRelease(family: Family, name: string, version: string): string {
  const flavour = KERNELS.find((kernel) => kernel.name === name)!.flavour;
  const [upstream, revision] = version.split('-');
  const build = /^\d+/.exec(revision)?.[0] ?? '1';
  if (family === 'deb') return `${upstream}-${build}-${flavour}`;
  return family === 'alpm' ? `${version}-${flavour}` : `${version}.x86_64`;
}
