/**
 * Package names over many lists: which packages are called so, and which lists have them in which version. Built once for
 * some lists, then asked with every letter that is typed.
 */
import type { PackageColumns } from '../formats/packageColumns.ts';

interface NamedList {
  /** Who asks knows the list by this. */
  readonly key: string;
  readonly packages: PackageColumns;
}

/** A package name that was found, and the lists that have it. */
export interface FoundPackage {
  readonly name: string;
  /** The lists that have it, in the order in which they were given, each with the version that it has there. */
  readonly holders: readonly { readonly key: string; readonly version: string }[];
  /** 3: called exactly so, 2: begins so, 1: a word of it begins so, 0: has it within. */
  readonly fit: 0 | 1 | 2 | 3;
}

/** All names of several lists, ready to be looked up. */
export class PackageNames {
  readonly #lists: readonly NamedList[];
  /** For each name, places of its lists and rows there, one after the other. */
  readonly #holders = new Map<string, number[]>();

  constructor(lists: readonly NamedList[]) {
    this.#lists = lists;
    lists.forEach(({ packages: { size, table, columns, removed } }, place) => {
      const texts = table.texts();
      for (let row = 0; row < size; row++) {
        if (removed[row] === 1) continue;
        const name = texts[columns.name[row]];
        const known = this.#holders.get(name);
        if (!known) this.#holders.set(name, [place, row]);
        else if (known[known.length - 2] !== place) known.push(place, row);
      }
    });
  }

  /** How many different names there are. */
  get size(): number {
    return this.#holders.size;
  }

  /** The best that fit; words must all be in the name. The shorter name first among equals, then by letters. */
  find(text: string, limit = 8): FoundPackage[] {
    const words = text.toLowerCase().split(/\s+/).filter(Boolean);
    if (words.length === 0) return [];
    const whole = words.join('-');
    const best: { name: string; fit: FoundPackage['fit'] }[] = [];
    for (const name of this.#holders.keys()) {
      const fit = fitOf(name, words, whole);
      if (fit === null) continue;
      const last = best[limit - 1];
      if (last && compareFits(last, { name, fit }) <= 0) continue;
      const at = best.findIndex((each) => compareFits({ name, fit }, each) < 0);
      best.splice(at < 0 ? best.length : at, 0, { name, fit });
      if (best.length > limit) best.pop();
    }
    return best.map(({ name, fit }) => ({ name, fit, holders: this.#holdersOf(name) }));
  }

  #holdersOf(name: string): FoundPackage['holders'] {
    const places = this.#holders.get(name)!;
    const found: { key: string; version: string }[] = [];
    for (let i = 0; i < places.length; i += 2) {
      const { key, packages } = this.#lists[places[i]];
      found.push({ key, version: packages.table.text(packages.columns.version[places[i + 1]]) });
    }
    return found;
  }
}

function fitOf(name: string, words: readonly string[], whole: string): FoundPackage['fit'] | null {
  if (!words.every((word) => name.includes(word))) return null;
  if (name === whole) return 3;
  if (name.startsWith(whole)) return 2;
  return name.includes(`-${whole}`) ? 1 : 0;
}

function compareFits(a: { name: string; fit: number }, b: { name: string; fit: number }): number {
  return b.fit - a.fit || a.name.length - b.name.length || (a.name < b.name ? -1 : a.name > b.name ? 1 : 0);
}
