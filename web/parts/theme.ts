/** The look in numbers: paper and spruce, one gold accent, rust only for trouble; light and dark. */
import type { StripAreaId } from '../../core/catalogue/stripAreas.ts';
import type { ThemeDefinition } from 'vuetify';

const light: ThemeDefinition = {
  dark: false,
  colors: {
    background: '#f6f3ec',
    surface: '#ffffff',
    rail: '#ebe8dc',
    frame: '#1f3a34',
    'on-frame': '#f2efe6',
    'frame-field': '#34524a',
    ink: '#22302c',
    'ink-soft': '#5f6a63',
    line: '#dcd7c8',
    track: '#e7e2d4',
    primary: '#1f3a34',
    secondary: '#5f6a63',
    accent: '#c07f12',
    'accent-ink': '#8a5a06',
    'accent-soft': '#faf1de',
    error: '#a8411f',
    'on-error': '#ffffff',
    warning: '#9a6408',
    success: '#2a6f5e',
    info: '#3f6791',
    seen: '#2a6f5e',
    claimed: '#b9770e',
    'area-repositories': '#3f6791',
    'area-kernel': '#8e4a2f',
    'area-themes': '#7b58a4',
    'area-welcome': '#a8700c',
    'area-defaults': '#2a6f5e',
    'area-model': '#5c6b2a',
  },
};

const dark: ThemeDefinition = {
  dark: true,
  colors: {
    background: '#171d1b',
    surface: '#202826',
    rail: '#1b2220',
    frame: '#10211d',
    'on-frame': '#e8e4d8',
    'frame-field': '#23413a',
    ink: '#e6e2d6',
    'ink-soft': '#a5ada6',
    line: '#38423e',
    track: '#333d39',
    primary: '#9cc7b8',
    secondary: '#a5ada6',
    accent: '#dba23c',
    'accent-ink': '#e5b862',
    'accent-soft': '#37301d',
    error: '#e58a66',
    'on-error': '#2a1006',
    warning: '#e0ac52',
    success: '#74bda6',
    info: '#86add6',
    seen: '#74bda6',
    claimed: '#e0ac52',
    'area-repositories': '#86add6',
    'area-kernel': '#d08d6c',
    'area-themes': '#b79ad8',
    'area-welcome': '#dba23c',
    'area-defaults': '#74bda6',
    'area-model': '#a5b668',
  },
};

/** Colours by their meaning, light and dark. */
export const THEMES = { light, dark };

/** The colours of families on the map, by the order of their roots; after the last they begin again. */
export const FAMILY_COLOURS = {
  light: ['#2f7461', '#a05c2c', '#4a76a3', '#6f5487', '#7a7430', '#9a4d63'],
  dark: ['#5fae97', '#cc8a58', '#7fa9d6', '#a98cc6', '#b0aa5c', '#cf849a'],
} as const;

/** The CSS colour of an area. */
export function colourOfArea(area: StripAreaId): string {
  return `rgb(var(--v-theme-area-${area}))`;
}
