/** The words on the points of a side by side: those that were kept with it, and those of judgements of its sides. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import { AREAS, type AreaId } from '../catalogue/areas.ts';
import { FACT_KEYS } from '../catalogue/factKeys.ts';
import { namesOfFact } from '../catalogue/factNames.ts';
import { keyOfName } from '../sameness/name.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { SideBySide } from '../catalogue/sideBySide.ts';
import { findSubject } from '../lineage/findSubject.ts';
import { distributionOf } from '../lineage/releases.ts';
import { recordsAbout } from '../statements/recorded.ts';
import type { Compared } from './compareSides.ts';
import { pointAt, type Point } from './point.ts';
import { readWord, type ReadWord } from './readWord.ts';
import { lookUp } from '../lookUp.ts';

/** A word on a point. */
export interface PointWord {
  /** The key of the point, of an element of one, or of an area (`area/help`). */
  readonly point: string;
  /** What the analyst calls it. */
  readonly label: string;
  readonly said: string;
  readonly read: ReadWord;
  readonly author: string;
  readonly date?: string;
  readonly sources: readonly RecordId[];
  /** True where it was kept with the side by side, and can be changed there. */
  readonly isKept: boolean;
}

/** A must-have, and whether each side has it. */
export interface MustHave {
  readonly text: string;
  readonly for: readonly string[];
  readonly met: readonly ('yes' | 'no' | 'not known')[];
}

/** What was judged of the sides, gathered. */
export interface SaidOfSides {
  readonly words: readonly PointWord[];
  readonly mustHaves: readonly MustHave[];
  /** For whom, in the order in which they were named. */
  readonly audiences: readonly string[];
  /** What was disclosed, each once. */
  readonly bias: readonly string[];
}

/** Gathers what was said on a side by side, and in judgements of its sides. A word that was kept goes before a judgement's on the same point. */
export function saidOfSides(catalogue: Catalogue, compared: Compared, kept?: SideBySide): SaidOfSides {
  const { names, points, tables } = compared;
  const own = (kept?.words ?? []).map(({ point: key, said, author, date }): PointWord => {
    const point = pointKept(points, key);
    return {
      ...{ point, said, author, isKept: true, sources: [] },
      label: labelOf(points, point),
      read: readWord(said, names),
      ...(date && { date }),
    };
  });
  const tops = tables.map(({ layers }) => layers[layers.length - 1]);
  const judged = tops.map((top) => recordsAbout({ catalogue }, top, 'assessment'));
  const asides = judged.flatMap((assessments, on) =>
    assessments.flatMap(({ onPoint, author, date, source }) =>
      onPoint
        .filter(({ against }) => against.every((name) => isOfSides(catalogue, name, tops)))
        .map(({ point, word }): PointWord => ({
          point: pointNamed(points, point),
          label: point,
          said: word,
          read: readWord(word, names, on),
          author,
          ...(date && { date }),
          sources: source ? [source] : [],
          isKept: false,
        })),
    ),
  );
  const words = [...own, ...asides.filter(({ point }) => !own.some((each) => each.point === point))];
  const mustHaves = mustHavesOf(
    judged.map((each) => each.flatMap((one) => one.mustHaves)),
    kept,
  );
  const said = [...words.flatMap(({ read }) => read.audiences), ...mustHaves.flatMap((each) => each.for)];
  // Whom a judgement says it suits counts where a word or a must-have speaks of them: it has the fuller name.
  const suited = judged
    .flat()
    .flatMap(({ suits }) => suits.map(({ name }) => name))
    .filter((name) => said.length > 0 && countsFor(said, name));
  const named = [...(kept?.audiences ?? []), ...suited, ...said];
  return {
    words,
    mustHaves,
    audiences: distinctAudiences(named),
    bias: [...new Set([kept?.bias ?? '', ...judged.flat().map(({ bias }) => bias)])].filter(Boolean),
  };
}

/** True for a name that means one of the sides. */
function isOfSides(
  catalogue: Catalogue,
  name: string,
  tops: readonly { readonly distribution: RecordId }[],
): boolean {
  const found = findSubject(catalogue, name);
  return found.ok && tops.some(({ distribution }) => distribution === distributionOf(catalogue, found.value));
}

/** Must-haves by their text: `card reader by itself for the counters` holds for the counters alone. */
function mustHavesOf(
  judged: readonly (readonly { readonly text: string; readonly met: MustHave['met'][number] }[])[],
  kept?: SideBySide,
): MustHave[] {
  const found = new Map<string, MustHave>();
  judged.forEach((each, place) => {
    for (const { text, met } of each) {
      const [, plain, audience] = /^(.+?)(?: for (?:the )?(.+))?$/i.exec(text)!;
      const before = found.get(keyOfName(plain));
      found.set(keyOfName(plain), {
        text: before?.text ?? plain,
        for: [...new Set([...(before?.for ?? []), ...(audience ? [audience] : [])])],
        met: judged.map((_, i) => (i === place ? met : (before?.met[i] ?? 'not known'))),
      });
    }
  });
  for (const each of kept?.mustHaves ?? []) found.set(keyOfName(each.text), each);
  return [...found.values()];
}

/** Of names one of which is within the other (the office, the back office) the fuller one. */
function distinctAudiences(named: readonly string[]): string[] {
  const all = [...new Map(named.map((name) => [keyOfName(name), name])).values()];
  return all.filter(
    (name) => !all.some((other) => other !== name && keyOfName(other).includes(keyOfName(name))),
  );
}

/** True for what counts for an audience: named for it, or for nobody in particular. */
export function countsFor(names: readonly string[], audience: string): boolean {
  const folded = keyOfName(audience);
  return (
    names.length === 0 ||
    names.some((name) => folded.includes(keyOfName(name)) || keyOfName(name).includes(folded))
  );
}

/** Names of areas in common speech. */
const AREA_NAMES: Readonly<Record<string, AreaId>> = {
  look: 'themes',
  help: 'help',
  guide: 'welcome',
  memory: 'footprint',
  support: 'model',
  archives: 'repositories',
};

/** The key of the point that is meant by a name: a fact's, an element's, an area's; else one of the analyst's own. */
function pointNamed(points: readonly Point[], name: string): string {
  const folded = keyOfName(name);
  const isKnown = ({ values }: Point) => values.some(({ state }) => state !== 'notLookedAt');
  const told = points.filter(isKnown);
  const fact = FACT_KEYS.find(
    ({ key, label }) =>
      told.some((point) => point.key === key) &&
      (keyOfName(label) === folded || namesOfFact(key).some((each) => keyOfName(each) === folded)),
  );
  if (fact) return fact.key;
  for (const { elements } of told)
    for (const line of elements) if (keyOfName(line.name) === folded) return line.key;
  const area = lookUp(AREA_NAMES, folded) ?? AREAS.find(({ label }) => keyOfName(label) === folded)?.id;
  return area && told.some((point) => point.area === area) ? `area/${area}` : `own/${folded}`;
}

/** A point as it is kept: older catalogues wrote groups of digits together in its key. */
function pointKept(points: readonly Point[], key: string): string {
  const keys = points.flatMap((point) => [point.key, ...point.elements.map((line) => line.key)]);
  if (keys.includes(key)) return key;
  return keys.find((each) => each.replace(/(?<=\d)\.(?=\d)/g, '') === key) ?? key;
}

function labelOf(points: readonly Point[], key: string): string {
  const point = pointAt(points, key);
  const line = point?.elements.find((each) => each.key === key);
  return line?.name ?? point?.fact.label ?? key.replace(/^(own|area)\//, '');
}

/** The words on a point and on its elements. */
export function wordsOn({ key, elements }: Point, words: readonly PointWord[]): PointWord[] {
  return words.filter(({ point }) => point === key || elements.some((line) => line.key === point));
}

/** The words on what is no point here: nothing is recorded of it. */
export function wordsBeside(points: readonly Point[], words: readonly PointWord[]): PointWord[] {
  return words.filter(({ point }) => point.startsWith('own/') && !points.some(({ key }) => key === point));
}
