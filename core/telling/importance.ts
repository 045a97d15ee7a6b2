/**
 * What comes first: how rare a value is among the distributions of which the fact is known, times the weight (the analyst's,
 * else the fact's own), times how sure it is. A function of the catalogue alone.
 */
import { STRIP_AREAS } from '../catalogue/stripAreas.ts';
import type { Catalogue } from '../catalogue/catalogue.ts';
import type { Change } from '../layers/changes.ts';
import type { Told } from '../statements/told.ts';
import { formatCount, listOf } from '../wording/valueText.ts';
import { commonnessOf, type Commonness } from './rarity.ts';

/** Why something stands where it does. */
export interface Importance extends Commonness {
  /** The product, by which changes are ordered. */
  readonly score: number;
  /** From 0.5 for a trifle to 3 for what decides. */
  readonly weight: number;
  /** `given`: by the analyst. `reasoned`: somebody recorded why. `usual`: what the fact itself weighs. */
  readonly weighed: 'given' | 'reasoned' | 'usual';
  /** 0 to 1. */
  readonly sureness: number;
}

/** What facts weigh where nobody has weighed a change: what readers ask for first, and trifles; all others weigh 1. */
export const USUAL_WEIGHTS: Readonly<Record<string, number>> = {
  ...weigh(3, 'defaults.desktop repositories.archives kernel.version welcome.guide'),
  ...weigh(2, 'model.kind model.supportEnd repositories.formats kernel.offered defaults.restorePoints'),
  ...weigh(
    1.5,
    'defaults.application.browser defaults.application.files defaults.init defaults.displayServer tools.graphical welcome.opens',
  ),
  ...weigh(0.5, 'themes.font themes.monospace themes.cursor themes.wallpaper themes.boot themes.wallpapers'),
  ...weigh(
    0.5,
    'repositories.mirrors repositories.keys repositories.host identity.languages defaults.packages',
  ),
  ...weigh(0.5, 'kernel.release welcome.settings themes.toolkits model.cadence'),
};

function weigh(weight: number, keys: string): Record<string, number> {
  return Object.fromEntries(keys.split(' ').map((key) => [key, weight]));
}

/** What a fact weighs where nobody has weighed it; facts of the six areas of the strip before the others. */
export function usualWeightOf(key: string, area: string): number {
  return (USUAL_WEIGHTS[key] ?? 1) + (STRIP_AREAS.some(({ id }) => id === area) ? 0.25 : 0);
}

/** How much a change matters. */
export function importanceOf(catalogue: Catalogue, change: Change, told: Told | undefined): Importance {
  const { fact, after, elements, notes } = change;
  const added = Array.isArray(after) ? elements.filter(({ kind }) => kind === 'adds') : [];
  const names = added.map(({ name }) => name);
  const commonness = commonnessOf(catalogue, fact, after, names);
  const given = notes.flatMap(({ weight }) => weight ?? []);
  const usual = USUAL_WEIGHTS[fact.key] ?? 1;
  const isReasoned = notes.some(({ motive, consequence }) => motive || consequence);
  const [weight, weighed] = given.length
    ? ([Math.max(...given), 'given'] as const)
    : isReasoned
      ? ([Math.max(2, usual), 'reasoned'] as const)
      : ([usual, 'usual'] as const);
  const sureness = surenessOf(change, told);
  return { ...commonness, weight, weighed, sureness, score: (0.5 + commonness.bits) * weight * sureness };
}

/** What was seen is surer than what somebody says; doubt and other sources that disagree take away from it. */
function surenessOf({ evidence }: Change, told: Told | undefined): number {
  const certainty = told?.reading?.certainty;
  const doubt = certainty === 'unsure' ? 0.4 : certainty === 'likely' ? 0.7 : 1;
  return doubt * (evidence === 'seen' ? 1 : 0.8);
}

/** Why it comes where it comes: `1 of 26 distributions has it; a reason is recorded; it was seen.` */
export function describeImportance({ having, known, weight, weighed, sureness }: Importance): string {
  const rarity =
    known < 3
      ? 'too few distributions are known to tell how rare it is'
      : `${formatCount(having)} of ${formatCount(known)} distributions ${having === 1 ? 'has' : 'have'} it`;
  const why = {
    given: `the analyst gave it weight ${formatCount(weight)} of 3`,
    reasoned: 'a reason for it is recorded',
    usual: weight >= 2 ? 'readers ask for this fact first' : weight < 1 ? 'the fact weighs little' : '',
  }[weighed];
  const sure =
    sureness === 1 ? 'it was seen' : sureness < 0.6 ? 'it is doubtful' : 'it was not seen, only stated';
  const text = listOf([rarity, why, sure].filter(Boolean));
  return `${text[0].toUpperCase()}${text.slice(1)}.`;
}
