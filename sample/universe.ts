/**
 * The invented package universe: source packages with readable names, sections and the binary packages they
 * build. Versions follow from the distribution's rules (distributions.ts), not from here.
 */
import type { Random } from './random.ts';

export interface SourcePackage {
  readonly name: string;
  readonly section: string;
  readonly binaries: readonly string[];
  /** Part of a default installation. */
  readonly preinstalled: boolean;
}

const FIRST =
  'amber ash birch brass brook cedar chalk cinder clover cobble copper coral dapple delta dew drift dusk elder ember fern flint frost gable garnet glade gorse granite harbor hazel heather heron hollow iris ivory juniper kelp lantern larch linden loam maple marsh meadow mica mist moss nettle oak ochre orchard osprey pebble pine plover quarry quartz reed ripple rowan rush sable sage sedge shale slate sorrel spruce starling stone tallow teal thistle thorn tide timber umber vale violet wharf willow wren yarrow'.split(
    ' ',
  );
const SECOND = [
  [
    'libs',
    'codec core cipher glyph graph index layout locale matrix packet parser pixel queue schema signal socket stream table token vector',
  ],
  [
    'utils',
    'archive backup clip count diff filter find join merge meter peek quota scan sort split stamp sync tail trace watch',
  ],
  ['sound', 'chime mixer player tuner'],
  ['graphics', 'canvas palette sketch viewer'],
  ['editors', 'editor notes outline'],
  ['net', 'beacon browser courier ferry mail relay'],
  ['admin', 'config doctor panel services users'],
  ['fonts', 'serif sans mono'],
  ['doc', 'guide handbook'],
] as const;

/** `count` source packages, always the same for the same chance. */
export function createUniverse(count: number, random: Random): SourcePackage[] {
  const packages = new Map<string, SourcePackage>();
  const kinds = SECOND.flatMap(([section, words]) => words.split(' ').map((word) => ({ section, word })));
  while (packages.size < count) {
    const { section, word } = random.pick(kinds);
    const name = `${random.pick(FIRST)}-${word}`;
    if (packages.has(name)) continue;
    packages.set(name, {
      name,
      section,
      binaries: binariesOf(name, section, random),
      preinstalled: random.next() < 0.55,
    });
  }
  return [...packages.values()];
}

function binariesOf(name: string, section: string, random: Random): string[] {
  if (section === 'libs') return [`lib${name}${1 + random.below(6)}`, `lib${name}-dev`];
  return random.next() < 0.3 ? [name, `${name}-data`] : [name];
}
