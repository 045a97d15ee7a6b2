/** The colours of the interface as Vuetify takes them. */
import { STRIP_AREAS } from '../../core/catalogue/stripAreas.ts';
import { DARK, LIGHT } from '../../core/drawing/palette.ts';
import type { ThemeDefinition } from 'vuetify';

const light: ThemeDefinition = { dark: false, colors: { ...LIGHT } };

const dark: ThemeDefinition = { dark: true, colors: { ...DARK } };

/** Colours by their meaning, light and dark. */
export const THEMES = { light, dark };

/** The CSS colour of an area: one of the six of the strip has its own. */
export const colourOfArea = (area: string): string =>
  STRIP_AREAS.some(({ id }) => id === area)
    ? `rgb(var(--v-theme-area-${area}))`
    : 'rgb(var(--v-theme-ink-soft))';
