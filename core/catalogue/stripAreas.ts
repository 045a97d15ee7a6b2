/** The six areas of the change strip, always in this order. */
import { AREAS, type Area } from './areas.ts';

/** An area of the change strip. */
export type StripAreaId = Extract<(typeof AREAS)[number], { strip: true }>['id'];

/** The six areas of the change strip. */
export const STRIP_AREAS = AREAS.filter((area) => area.strip) as readonly (Area & { id: StripAreaId })[];
