/**
 * How much a plate shows, from near to far. Text keeps its size: farther away plates are smaller and say less. Each
 * step is laid out by itself; between two steps the whole drawing is only enlarged, never made smaller than drawn.
 */

/** Sizes in pixels at scale 1. */
export interface Detail {
  readonly id: 'full' | 'strip' | 'line' | 'name' | 'mark';
  readonly width: number;
  readonly height: number;
  readonly columnGap: number;
  readonly rowGap: number;
  /** Above the first plate of a further family. */
  readonly familyGap: number;
  /** The widest band (everything carried), the narrowest measured one, and the line of one that is not. */
  readonly band: { readonly widest: number; readonly narrowest: number; readonly thin: number };
}

/** How much of a plate is shown, from far to near. */
export const DETAILS = [
  {
    id: 'full',
    width: 176,
    height: 50,
    columnGap: 70,
    rowGap: 16,
    familyGap: 18,
    band: { widest: 18, narrowest: 3, thin: 1.6 },
  },
  {
    id: 'strip',
    width: 164,
    height: 36,
    columnGap: 60,
    rowGap: 10,
    familyGap: 12,
    band: { widest: 14, narrowest: 3, thin: 1.6 },
  },
  {
    id: 'line',
    width: 190,
    height: 22,
    columnGap: 52,
    rowGap: 6,
    familyGap: 9,
    band: { widest: 10, narrowest: 2.5, thin: 1.5 },
  },
  {
    id: 'name',
    width: 136,
    height: 19,
    columnGap: 42,
    rowGap: 4,
    familyGap: 7,
    band: { widest: 7, narrowest: 2, thin: 1.3 },
  },
  {
    id: 'mark',
    width: 34,
    height: 6,
    columnGap: 116,
    rowGap: 3,
    familyGap: 6,
    band: { widest: 4, narrowest: 1, thin: 0.8 },
  },
] as const satisfies readonly Detail[];

/** A map that is all in its frame is enlarged no more than this. */
export const LARGEST_SCALE = 1.25;
/** Names that nearly fit are worth more than marks that do: the share of a map with names that must be seen at once. */
const NEARLY = 0.6;

/** The nearest detail (place in the table) at which a whole map is seen; `roomAt` gives how often it would fit at one. */
export function detailThatFits(roomAt: (detail: number) => number): number {
  const marks = DETAILS.length - 1;
  const found = DETAILS.findIndex((_, detail) => detail < marks && roomAt(detail) >= 1);
  if (found >= 0) return found;
  return roomAt(marks - 1) >= NEARLY ? marks - 1 : marks;
}
