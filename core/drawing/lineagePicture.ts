/** A lineage, or a part of it, laid out and drawn as a picture. */
import type { RecordId } from '../catalogue/recordId.ts';
import type { PlateFacts } from '../overview/plateFacts.ts';
import { DETAILS } from '../lineage/map/detail.ts';
import { layoutMap } from '../lineage/map/layoutMap.ts';
import { shapeOf } from '../lineage/map/shapeOf.ts';
import type { LineageGraph } from '../lineage/lineageGraph.ts';
import { familyColours } from './familyColours.ts';
import { safeMeasure, type MeasureText } from './fitText.ts';
import { formatMapPicture } from './mapPicture.ts';
import { LIGHT_PALETTE, PAGE_PALETTE, type Palette } from './palette.ts';

/** What pictures are drawn with. */
export interface Drawing {
  readonly palette: Palette;
  readonly measure: MeasureText;
  readonly font: string;
}

/** The family by which pictures and reports name the font of the program, where a file brings it along. */
export const FONT_FAMILY = 'Schibsted Grotesk Variable';
const FONT = `'${FONT_FAMILY}', system-ui, 'Segoe UI', sans-serif`;

/** For files: whatever font a reader has, in colours of its own. */
export const FILE_DRAWING: Drawing = { palette: LIGHT_PALETTE, measure: safeMeasure, font: FONT };

/** For pictures within a page, in the colours of that page. */
export const PAGE_DRAWING: Drawing = { palette: PAGE_PALETTE, measure: safeMeasure, font: FONT };

/** A lineage to draw from. */
export interface Lineage {
  readonly graph: LineageGraph;
  readonly factsOf: (id: RecordId) => PlateFacts | undefined;
}

/** What is drawn of it, and how it is labelled. */
interface LineagePicture {
  readonly title: string;
  readonly subtitle: string;
  /** Whole plates up to so many, beyond them lines. */
  readonly wholeUpTo: number;
  readonly isShown?: (id: RecordId) => boolean;
}

/** The picture as SVG text. */
export function formatLineagePicture(
  { graph, factsOf }: Lineage,
  { title, subtitle, wholeUpTo, isShown }: LineagePicture,
  { palette, measure, font }: Drawing,
): string {
  const shape = shapeOf(graph, isShown && { node: isShown });
  const [full, , line] = DETAILS;
  return formatMapPicture({
    layout: layoutMap(shape).at(shape.nodes.length > wholeUpTo ? line : full),
    ...{ graph, factsOf, title, subtitle, measure, font },
    colours: palette.colours,
    familyColour: familyColours(graph, palette.family),
  });
}
