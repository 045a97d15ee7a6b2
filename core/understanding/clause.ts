/** A stretch of a line that says one thing, and what is told of it whatever that is: none, as below, not found out, not examined, doubt, conditions. */
import { belowOf } from '../layers/changes.ts';
import { layerTable } from '../layers/layerTable.ts';
import { chainOf } from '../lineage/chain.ts';
import type { Conditions } from '../catalogue/conditions.ts';
import { firstDayOf } from '../catalogue/days.ts';
import type { FactKey } from '../catalogue/factSheet.ts';
import type { FactValue } from '../catalogue/factValue.ts';
import { isNegation, weightOfToken, type Line, type Shared } from './line.ts';
import type { Around, Interpretation, Meaning, Part } from './meaning.ts';
import type { Mention } from './mentions.ts';
import type { Scene } from './scene.ts';
import type { Token } from './tokens.ts';

/** How much words that are only kept weigh at most. */
const MOST_KEPT = 1.6;

/** A stretch of a line. */
export class Clause {
  readonly scene: Scene;
  readonly line: Line;
  readonly from: number;
  readonly to: number;
  readonly shared: readonly Shared[];
  readonly mentions: readonly Mention[];
  /** Where it says that it is as the base has it: the tokens that say so. */
  readonly same: readonly number[] | null;

  constructor(
    scene: Scene,
    line: Line,
    from: number,
    to: number,
    isShared: (each: Shared) => boolean = () => true,
  ) {
    this.scene = scene;
    this.line = line;
    this.from = from;
    this.to = to;
    const isWithin = (each: { readonly from: number; readonly to: number }) =>
      each.from >= from && each.to <= to;
    this.shared = line.shared.filter((each) => isWithin(each) && isShared(each));
    this.mentions = line.mentions.filter(isWithin);
    this.same = this.#sameTokens();
  }

  /** The clause as it is read for a fact: what was open, when and with which tool is said of measurements only. */
  forFact({ measured, area }: FactKey): Clause {
    if (measured || area === 'experience' || area === 'footprint' || this.of('conditions').length === 0)
      return this;
    const isFree = ({ circumstance }: Shared) =>
      circumstance === undefined ||
      Object.keys(circumstance.conditions).every(
        (key) => key === 'medium' || key === 'machine' || key === 'alteredByAnalyst',
      );
    return new Clause(this.scene, this.line, this.from, this.to, isFree);
  }

  /** The whole line as one clause. */
  get whole(): Clause {
    return new Clause(this.scene, this.line, 0, this.line.tokens.length);
  }

  get tokens(): readonly Token[] {
    return this.line.tokens;
  }

  token(at: number): Token | undefined {
    return at >= this.from && at < this.to ? this.line.tokens[at] : undefined;
  }

  low(at: number): string {
    return this.token(at)?.low ?? '';
  }

  /** As it was typed, without signs at its ends. */
  text(from = this.from, to = this.to): string {
    let [first, last] = [from, to];
    while (first < last && isEdge(this.tokens[first])) first += 1;
    while (last > first && isEdge(this.tokens[last - 1])) last -= 1;
    return first >= last ? '' : this.line.text.slice(this.tokens[first].start, this.tokens[last - 1].end);
  }

  indexes(): number[] {
    return Array.from({ length: this.to - this.from }, (_each, i) => this.from + i);
  }

  of(...roles: readonly Shared['role'][]): Shared[] {
    return this.shared.filter(({ role }) => roles.includes(role));
  }

  /** The tokens that are taken by what is said of anything. */
  taken(...roles: readonly Shared['role'][]): Set<number> {
    return new Set(this.of(...roles).flatMap(rangeOf));
  }

  get negations(): number[] {
    const taken = this.taken(
      'unknown',
      'unchecked',
      'unchanged',
      'conditions',
      'doubt',
      'purpose',
      'notApplicable',
    );
    // `no 37` is a number.
    return this.indexes().filter(
      (at) =>
        isNegation(this.tokens[at]) &&
        !taken.has(at) &&
        !(/^no\.?$/.test(this.low(at)) && this.token(at + 1)?.kind === 'number'),
    );
  }

  get conditions(): Conditions {
    return Object.assign(
      {},
      ...this.of('conditions').map(({ circumstance }) => circumstance!.conditions),
    ) as Conditions;
  }

  get isUnsure(): boolean {
    return this.of('doubt').length > 0;
  }

  /** Words by which the base is meant: its name, or “the base”. */
  baseAt(at: number): number {
    const mention = this.mentions.find(({ from, role }) => from === at && role === 'base');
    if (mention) return mention.to - at;
    return /^(base|base's|upstream's|parent|parent's|theirs)$/.test(this.low(at)) ? 1 : 0;
  }

  #sameTokens(): number[] | null {
    const unchanged = this.of('unchanged');
    if (unchanged.length > 0) {
      const tokens = unchanged.flatMap(rangeOf);
      // `the stock brackenfold one`, `plain lagoon, unchanged`: the name of the base belongs to it.
      for (let at = tokens.at(-1)! + 1; at < this.to;) {
        const length = this.baseAt(at) || (/^(ones?|from|as|in|of|version)$/.test(this.low(at)) ? 1 : 0);
        if (length === 0) break;
        tokens.push(...range(at, at + length));
        at += length;
      }
      return tokens;
    }
    for (const { from, to } of this.of('same')) {
      let at = to;
      while (
        /^(the|a|in|on|what|plain|stock|of|ones?|set|at)$/.test(this.low(at)) ||
        (this.tokens[at]?.kind === 'sign' && at < to + 1)
      )
        at += 1;
      const length = this.baseAt(at);
      if (length > 0)
        return range(
          from,
          at +
            length +
            (/^(ones?|set|has|have|uses|had|does|version|ships)$/.test(this.low(at + length)) ? 1 : 0),
        );
    }
    for (const at of this.indexes()) {
      const length = this.baseAt(at);
      const isStock =
        /^(stock|plain|vanilla|default|regular|unmodified|standard|original|pure|same|normal|ordinary|usual)$/.test(
          this.low(at - 1),
        );
      const isOne = /^(ones?|default|stock|set)$/.test(this.low(at + length));
      if (length > 0 && (isStock || isOne))
        return range(isStock ? at - 1 : at, at + length + (isOne ? 1 : 0));
      // `= brackenfold's`, `is the base's`
      if (length > 0 && /'s?$/.test(this.low(at + length - 1)) && this.#isEnd(at + length))
        return range(at, at + length);
    }
    return null;
  }

  #isEnd(at: number): boolean {
    return at >= this.to || this.tokens[at].kind === 'sign';
  }

  /** What stands around anything that is said here. */
  get around(): Around {
    const { conditions } = this;
    return {
      ...(Object.keys(conditions).length > 0 && { conditions }),
      ...(this.isUnsure && { isUnsure: true }),
    };
  }

  /** What a token weighs that nothing uses. */
  weightOf(at: number): number {
    const token = this.tokens[at];
    const weight = weightOfToken(token);
    return weight > 0 && token.kind === 'word' && this.mentions.some(({ from, to }) => at >= from && at < to)
      ? 1.2
      : weight;
  }

  /** What is lost where nothing uses a token: ordinary words that name nothing are a remark, and little is lost with them. */
  lossOf(at: number): number {
    const token = this.tokens[at];
    const weight = this.weightOf(at);
    if (weight === 0 || token.kind === 'number' || !token.isOrdinary || isNegation(token)) return weight;
    return token.isNoun ? 0.55 : 0.3;
  }

  /** What is lost where the whole of it is kept as a remark on what stands before. */
  get lossAsRemark(): number {
    return this.indexes().reduce((sum, at) => {
      const { isOrdinary, kind } = this.tokens[at];
      return sum + this.weightOf(at) * (isOrdinary && kind === 'word' ? 0.2 : 0.9);
    }, 0);
  }

  /** An interpretation that uses some tokens; what is shared is used by any. */
  interpretation(
    meanings: readonly Meaning[],
    used: ReadonlyMap<number, Part>,
    cueWeight: number,
    quality = 1,
  ): Interpretation {
    const parts = new Map(used);
    let value = 0;
    for (const [at, part] of used)
      if (part !== 'fact' && part !== 'kind' && at >= this.from && at < this.to)
        value += this.weightOf(at) * (part === 'remark' ? 0.3 : quality);
    // Words that are only kept say no more by being many.
    let gain = cueWeight + (quality <= 0.5 ? Math.min(value, MOST_KEPT) : value);
    for (const { role, from, to } of this.shared) {
      if (role === 'same' && !this.same) continue;
      const part: Part = role === 'conditions' ? 'conditions' : role === 'doubt' ? 'doubt' : 'state';
      for (let at = from; at < to; at++)
        if (!parts.has(at)) {
          parts.set(at, part);
          gain += Math.min(1, this.weightOf(at)) * 0.9;
        }
    }
    let loss = 0;
    for (const at of this.indexes()) if (!parts.has(at)) loss += this.lossOf(at);
    return { meanings, parts, gain, loss };
  }

  /** What was left over, as it was typed: the longest stretch of it; empty where nothing of weight was. */
  remarkBeside(parts: ReadonlyMap<number, Part>): string {
    let best = { from: 0, to: 0, weight: 0 };
    let from = this.from;
    for (let at = this.from; at <= this.to; at++) {
      if (at < this.to && !parts.has(at)) continue;
      const weight = range(from, at).reduce((sum, each) => sum + this.weightOf(each), 0);
      if (weight > best.weight) best = { from, to: at, weight };
      from = at + 1;
    }
    return best.weight > 0.5 ? this.text(best.from, best.to) : '';
  }
}

const isEdge = ({ kind, text }: Token) => kind === 'sign' && !/^[)\]"”+%#]$/.test(text);

/** Reads a stretch as one kind of meaning; null where it is none. */
export type ClauseReader = (clause: Clause) => Interpretation | null;

/** What words that are only kept weigh: less than words that are understood. */
export const KEPT = 0.45;

/** All of a stretch as one part of what it says. */
export const whole = (clause: Clause, part: Part = 'value') =>
  new Map<number, Part>(clause.indexes().map((at) => [at, part]));

/** The numbers from one to before another. */
export const range = (from: number, to: number): number[] =>
  Array.from({ length: Math.max(0, to - from) }, (_each, i) => from + i);

/** The tokens of a stretch. */
export const rangeOf = ({ from, to }: { readonly from: number; readonly to: number }): number[] =>
  range(from, to);

/** What the base of a subject has of a fact; undefined where nothing is known there. */
export function baseValueOf({ catalogue, looked, day }: Scene, fact: FactKey): FactValue | undefined {
  const chain = chainOf(catalogue, looked.subject, firstDayOf(day), looked.edition);
  if (chain.length < 2) return undefined;
  return belowOf(layerTable(catalogue, chain, [fact]).rows[0]).value;
}
