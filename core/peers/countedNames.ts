/** Names that count as one: those that are the same, and those of which the analyst says so. */
import { keyOfName } from '../sameness/name.ts';

/** One spelling for each name; first the one that is met first, once all are met the most usual one. */
export class CountedNames {
  /** For a key the spelling that stands for it. */
  readonly #spelling = new Map<string, string>();
  /** For a spelling the one that stands for it: names come again very often. */
  #known = new Map<string, string>();
  readonly #counts = new Map<string, number>();
  readonly #isSaid = new Set<string>();

  /** Groups of names that the analyst counts as one; the first of each stands for it. */
  constructor(sameNames: readonly (readonly string[])[]) {
    for (const [first, ...others] of sameNames)
      for (const name of [first, ...others]) {
        this.#spelling.set(keyOfName(name), first);
        this.#isSaid.add(keyOfName(name));
      }
  }

  /** The spelling that a name counts under. */
  of(name: string): string {
    this.#counts.set(name, (this.#counts.get(name) ?? 0) + 1);
    let counted = this.#known.get(name);
    if (counted === undefined) {
      const key = keyOfName(name);
      counted = this.#spelling.get(key) ?? name;
      this.#spelling.set(key, counted);
      this.#known.set(name, counted);
    }
    return counted;
  }

  /** Lets the most usual spelling stand for each name; of equally usual ones the first by letters. True if some changes. */
  settle(): boolean {
    const best = new Map<string, string>();
    for (const name of this.#known.keys()) {
      const key = keyOfName(name);
      const other = best.get(key);
      const [own, theirs] = [name, other].map((each) => this.#counts.get(each ?? '') ?? 0);
      if (other === undefined || own > theirs || (own === theirs && name < other)) best.set(key, name);
    }
    let isChanged = false;
    for (const [key, name] of best)
      if (!this.#isSaid.has(key) && this.#spelling.get(key) !== name) {
        this.#spelling.set(key, name);
        isChanged = true;
      }
    this.#known = new Map();
    return isChanged;
  }
}
