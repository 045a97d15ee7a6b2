/** The classes of packages in the colours of areas, the same on screens and in pictures. */
import type { PackageCounts } from '../catalogue/comparison.ts';
import type { StripAreaId } from '../catalogue/stripAreas.ts';

/** Each class with the area whose colour it has. */
export const CLASS_COLOURS: Readonly<Record<Exclude<keyof PackageCounts, 'installed'>, StripAreaId>> = {
  same: 'defaults',
  rebuilt: 'model',
  patched: 'themes',
  heldBack: 'welcome',
  ahead: 'kernel',
  own: 'repositories',
};
