/** The look in numbers: paper and spruce, one gold accent, rust only for trouble; light and dark. */
import { STRIP_AREAS, type StripAreaId } from '../catalogue/stripAreas.ts';
import type { Ink } from './plateDrawing.ts';

/** Colours by their meaning. */
export const LIGHT = {
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
} as const;

/** The same meanings in the dark. */
export const DARK: Readonly<Record<keyof typeof LIGHT, string>> = {
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
};

/** The colours of families on the map, by the order of their roots; after the last they begin again. */
export const FAMILY_COLOURS = {
  light: ['#2f7461', '#a05c2c', '#4a76a3', '#6f5487', '#7a7430', '#9a4d63'],
  dark: ['#5fae97', '#cc8a58', '#7fa9d6', '#a98cc6', '#b0aa5c', '#cf849a'],
} as const;

/** The colours of a picture by meaning. */
export type PictureColours = Readonly<Record<Exclude<Ink, 'family'> | 'background' | 'line', string>>;

/** What a picture is drawn with: CSS colours, also as references to custom properties of a page. */
export interface Palette {
  readonly colours: PictureColours;
  readonly family: readonly string[];
}

type Named = keyof typeof LIGHT;

function paletteOf(colour: (name: Named) => string, family: readonly string[]): Palette {
  const areas = Object.fromEntries(STRIP_AREAS.map(({ id }) => [id, colour(`area-${id}`)]));
  return {
    colours: {
      ink: colour('ink'),
      soft: colour('ink-soft'),
      track: colour('track'),
      trouble: colour('error'),
      surface: colour('surface'),
      background: colour('background'),
      line: colour('line'),
      ...(areas as Record<StripAreaId, string>),
    },
    family,
  };
}

/** For pictures that stand alone. */
export const LIGHT_PALETTE = paletteOf((name) => LIGHT[name], FAMILY_COLOURS.light);

/** For pictures within a page that has the custom properties of `paletteStyle`. */
export const PAGE_PALETTE = paletteOf(
  (name) => `var(--${name})`,
  FAMILY_COLOURS.light.map((_, i) => `var(--family-${i})`),
);

/** The custom properties of a page that pictures refer to, as CSS declarations. */
export function paletteStyle(mode: 'light' | 'dark'): string {
  const colours = Object.entries(mode === 'light' ? LIGHT : DARK).map(
    ([name, colour]) => `--${name}:${colour}`,
  );
  return [...colours, ...FAMILY_COLOURS[mode].map((colour, i) => `--family-${i}:${colour}`)].join(';');
}
