/** Lineages drawn at random, in the shape that real ones have: few roots, many derivatives of few, some with two bases. */
import type { AnyRecord } from '../core/catalogue/recordKinds.ts';
import { formatDay, firstDayOf } from '../core/catalogue/days.ts';
import { lineageGraph } from '../core/lineage/lineageGraph.ts';
import type { MapShape } from '../core/lineage/map/shape.ts';
import { shapeOf } from '../core/lineage/map/shapeOf.ts';
import { createRandom } from '../sample/random.ts';
import { catalogueOf, distribution, link, reading, release } from './catalogues.ts';

export interface LineageOptions {
  readonly seed?: number;
  /** Share of derivatives with a second base, of the same family but for one in five. */
  readonly second?: number;
}

/** Records of so many distributions, a twelfth of them roots, each with a release, a link and a few facts. */
export function randomLineage(count: number, { seed = 7, second = 0.08 }: LineageOptions = {}): AnyRecord[] {
  const random = createRandom(seed);
  const roots = Math.max(1, Math.round(count / 12));
  const family: number[] = [];
  const children: number[] = [];
  const records: AnyRecord[] = [];
  const start = firstDayOf('2005-01-01');
  for (let i = 0; i < count; i++) {
    const name = nameOfNumber(i);
    const since = formatDay(start + Math.floor((i / count) * 7000) + random.below(300));
    records.push(distribution(name), release(name, String(1 + random.below(30)), since));
    const format = (['deb', 'rpm', 'alpm'] as const)[(family[i] ?? i) % 3];
    records.push(reading(`distribution:${name}`, 'identity.packageFormat', { value: format }));
    if (random.next() < 0.6)
      records.push(
        reading(`distribution:${name}`, 'identity.country', { value: `Land ${random.below(20)}` }),
      );
    children.push(0);
    if (i < roots) {
      family.push(i);
      continue;
    }
    const base = favourite(random, children, i, (other) => other);
    children[base]++;
    family.push(family[base]);
    records.push(link(`distribution:${name}`, `distribution:${nameOfNumber(base)}`, { since }));
    if (random.next() >= second) continue;
    const own = random.next() < 0.8;
    const other = favourite(
      random,
      children,
      i,
      (each) => each,
      (each) => !own || family[each] === family[i],
    );
    if (other !== base)
      records.push(link(`distribution:${name}`, `distribution:${nameOfNumber(other)}`, { order: 1, since }));
  }
  return records;
}

/** The shape of a random lineage for the map. */
export function randomShape(count: number, seed: number): MapShape {
  return shapeOf(lineageGraph(catalogueOf(...randomLineage(count, { seed })), firstDayOf('2026-11-24')));
}

/** One of the first so many; those with many derivatives already are drawn more often. */
function favourite(
  random: ReturnType<typeof createRandom>,
  children: readonly number[],
  among: number,
  of: (index: number) => number,
  isFit: (index: number) => boolean = () => true,
): number {
  for (let tries = 0; tries < 200; tries++) {
    const index = of(random.below(among));
    if (isFit(index) && random.below(12) <= children[index] + 1) return index;
  }
  return 0;
}

const SYLLABLES = [
  'al',
  'bre',
  'cor',
  'den',
  'el',
  'fa',
  'gri',
  'hol',
  'is',
  'ka',
  'lo',
  'mar',
  'nor',
  'os',
  'pel',
  'ru',
];

/** An invented name for every number below 16³, the number behind it beyond. */
export function nameOfNumber(i: number): string {
  const word = [i & 15, (i >> 4) & 15, (i >> 8) & 15].map((part) => SYLLABLES[part]).join('');
  return `${word[0].toUpperCase()}${word.slice(1)}${i >> 12 || ''}`;
}
