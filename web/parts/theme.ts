/** The colours of the interface as Vuetify takes them. */
import type { StripAreaId } from '../../core/catalogue/stripAreas.ts';
import { DARK, LIGHT } from '../../core/drawing/palette.ts';
import type { ThemeDefinition } from 'vuetify';

const light: ThemeDefinition = { dark: false, colors: { ...LIGHT } };

const dark: ThemeDefinition = { dark: true, colors: { ...DARK } };

/** Colours by their meaning, light and dark. */
export const THEMES = { light, dark };

/** The CSS colour of an area. */
export function colourOfArea(area: StripAreaId): string {
  return `rgb(var(--v-theme-area-${area}))`;
}
