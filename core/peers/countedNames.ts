/** Names that count as one: those that are the same, and those of which the analyst says so. */
import { keyOfName } from '../sameness/name.ts';

/** One spelling for each name; first the one that is met first, once all are met the most usual one. */
export class CountedNames {
  /** For a key the spelling that stands for it. */
  readonly #spelling = new Map<string, string>();
  /** For a spelling the one that stands for it: names come again very often. */
  #known = new Map<string, string>();
  readonly #counts = new Map<string, number>();
  /** What the analyst says, whatever the fact. */
  readonly #said = new Map<string, string>();

  /** Groups of names that the analyst counts as one; the first of each stands for it. */
  constructor(sameNames: readonly (readonly string[])[]) {
    for (const [first, ...others] of sameNames)
      for (const name of [first, ...others]) this.#said.set(keyOfName(name), first);
  }

  /** The spelling that a name of a fact counts under: other facts may spell it otherwise. */
  of(fact: string, name: string): string {
    const place = `${fact} ${name}`;
    this.#counts.set(place, (this.#counts.get(place) ?? 0) + 1);
    let counted = this.#known.get(place);
    if (counted === undefined) {
      const key = keyOfName(name);
      counted = this.#said.get(key) ?? this.#spelling.get(`${fact} ${key}`) ?? name;
      this.#spelling.set(`${fact} ${key}`, counted);
      this.#known.set(place, counted);
    }
    return counted;
  }

  /** Lets the most usual spelling stand for each name; of equally usual ones the first by letters. True if some changes. */
  settle(): boolean {
    const best = new Map<string, { readonly name: string; readonly count: number }>();
    for (const place of this.#known.keys()) {
      const at = place.indexOf(' ');
      const [fact, name] = [place.slice(0, at), place.slice(at + 1)];
      const key = keyOfName(name);
      if (this.#said.has(key)) continue;
      const count = this.#counts.get(place) ?? 0;
      const other = best.get(`${fact} ${key}`);
      if (!other || count > other.count || (count === other.count && name < other.name))
        best.set(`${fact} ${key}`, { name, count });
    }
    let isChanged = false;
    for (const [key, { name }] of best)
      if (this.#spelling.get(key) !== name) {
        this.#spelling.set(key, name);
        isChanged = true;
      }
    this.#known = new Map();
    return isChanged;
  }
}
