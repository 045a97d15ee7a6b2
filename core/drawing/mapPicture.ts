/**
 * The map as a picture of its own (SVG 1.1): what is shown, with a title, the date and a legend. Nothing in it points
 * outside, so it can be opened, printed and handed on anywhere.
 */
import { STRIP_AREAS } from '../catalogue/stripAreas.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { PlateFacts } from '../overview/plateFacts.ts';
import type { GraphLink, LineageGraph } from '../lineage/lineageGraph.ts';
import type { MapLayout } from '../lineage/map/layoutMap.ts';
import { carriedShare } from '../lineage/map/shapeOf.ts';
import type { PictureColours } from './palette.ts';
import { drawPlate, type Ink } from './plateDrawing.ts';
import type { MeasureText } from './fitText.ts';
import { wordBand } from '../wording/lineageText.ts';
import { escapeXml } from './xml.ts';

/** What a picture of the map shows, and how it is labelled. */
export interface MapPictureOptions {
  readonly layout: MapLayout;
  readonly graph: LineageGraph;
  readonly factsOf: (id: RecordId) => PlateFacts | undefined;
  readonly title: string;
  /** The date and filters, in words. */
  readonly subtitle: string;
  /** CSS colours by meaning; `background` and `line` too. */
  readonly colours: PictureColours;
  readonly familyColour: (id: RecordId) => string;
  readonly measure: MeasureText;
  readonly font: string;
  /** A style sheet to put in, for a font that must travel along. */
  readonly style?: string;
}

const MARGIN = 24;
const HEAD = 52;
/** So far lines above the map may run into the space under its head. */
const IN_HEAD = 12;
const LEGEND_ROW = 19;
/** Narrower than this the legend would be cut off. */
const NARROWEST = 760;

/** How a line is broken, by what it means; measured bands are whole. */
export const DASHES = {
  unmeasured: '5 4',
  past: '12 6',
  part: '3 2',
  succession: '9 3 2 3',
  lateral: '1.5 4',
} as const;

/** How the line of a link is broken, or undefined for a whole one. */
export function dashOf(link: GraphLink): string | undefined {
  if (link.kind === 'succession' || link.kind === 'lateral') return DASHES[link.kind];
  if (link.kind === 'edition') return undefined;
  if (link.past) return DASHES.past;
  if (link.edition) return DASHES.part;
  return carriedShare(link) > 0 ? undefined : DASHES.unmeasured;
}

/** The picture as SVG text. */
export function formatMapPicture(options: MapPictureOptions): string {
  const { layout, graph, colours, font, title, subtitle, style } = options;
  const width = Math.max(NARROWEST, layout.width) + 2 * MARGIN;
  const top = MARGIN + HEAD + Math.max(0, layout.above - IN_HEAD);
  const below = legend(MARGIN, top + layout.height + 26, width - 2 * MARGIN, options);
  const height = below.bottom + MARGIN;
  const links = new Map(graph.links.map((link) => [link.key, link]));
  const bands = [...layout.lines, ...layout.bands].flatMap((drawn) => {
    const link = links.get(drawn.key);
    return link ? [bandText(link, drawn.path, drawn.width, options)] : [];
  });
  const lines = [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}" font-family="${escapeXml(font)}">`,
    `<title>${escapeXml(title)}</title>`,
    style ? `<style>${style}</style>` : '',
    `<defs><pattern id="unseen" width="6" height="6" patternUnits="userSpaceOnUse"><rect width="3" height="6" fill="${colours.track}"/></pattern></defs>`,
    `<rect width="${width}" height="${height}" fill="${colours.background}"/>`,
    text(MARGIN, MARGIN + 16, title, 18, 700, colours.ink),
    text(MARGIN, MARGIN + 35, subtitle, 12, 400, colours.soft),
    `<g transform="translate(${MARGIN} ${top})">`,
    ...bands,
    ...layout.plates.map((plate) => plateText(plate, options)),
    '</g>',
    ...below.parts,
    '</svg>',
  ];
  return `${lines.filter(Boolean).join('\n')}\n`;
}

function bandText(link: GraphLink, path: string, width: number, options: MapPictureOptions): string {
  const colour = options.familyColour(link.base);
  const dash = dashOf(link);
  const halo =
    link.kind === 'lineal' && carriedShare(link) > 0
      ? `<path d="${path}" stroke="${colour}" stroke-width="${options.layout.detail.band.widest}" opacity="0.16"/>`
      : '';
  return `<g fill="none"><title>${escapeXml(wordBand(link, options.graph))}</title>${halo}<path d="${path}" stroke="${colour}" stroke-width="${width.toFixed(1)}" opacity="0.8"${dash ? ` stroke-dasharray="${dash}"` : ''}/></g>`;
}

function plateText(
  { id, x, y }: { readonly id: RecordId; readonly x: number; readonly y: number },
  { layout, factsOf, colours, familyColour, measure }: MapPictureOptions,
): string {
  const facts = factsOf(id);
  if (!facts) return '';
  const { width, height } = layout.detail;
  const colourOf = (ink: Ink) => (ink === 'family' ? familyColour(id) : colours[ink]);
  const marks = drawPlate(facts, layout.detail, measure).map((mark) =>
    mark.type === 'rect'
      ? `<rect x="${mark.x.toFixed(1)}" y="${mark.y}" width="${mark.width.toFixed(1)}" height="${mark.height}" rx="${mark.radius}" fill="${mark.hatched ? 'url(#unseen)' : colourOf(mark.ink)}"/>`
      : text(mark.x, mark.y, mark.text, mark.size, mark.weight, colourOf(mark.ink)),
  );
  return `<g transform="translate(${x} ${y})"><rect width="${width}" height="${height}" rx="4" fill="${colours.surface}" stroke="${colours.line}"/>${marks.join('')}</g>`;
}

/** What lines and strips mean, in rows within a width; the last row's lower end is given with it. */
function legend(
  x: number,
  top: number,
  room: number,
  { colours, measure }: MapPictureOptions,
): { readonly parts: readonly string[]; readonly bottom: number } {
  const lines: readonly (readonly [label: string, width: number, dash?: string])[] = [
    ['nearly all packages unmodified', 12],
    ['few unmodified', 3],
    ['not measured', 1.6, DASHES.unmeasured],
    ['one edition only', 1.6, DASHES.part],
    ['its last base', 1.6, DASHES.past],
    ['continues', 2, DASHES.succession],
    ['borrows parts', 1.6, DASHES.lateral],
  ];
  const items = [
    ...lines.map(([label, width, dash]) => ({
      label,
      mark: 26,
      draw: (left: number, y: number) =>
        `<path d="M${left} ${y - 4}h26" fill="none" stroke="${colours.soft}" stroke-width="${width}"${dash ? ` stroke-dasharray="${dash}"` : ''}/>`,
    })),
    ...STRIP_AREAS.map(({ id, label }) => ({
      label,
      mark: 16,
      draw: (left: number, y: number) =>
        `<rect x="${left}" y="${y - 6}" width="16" height="5" rx="2" fill="${colours[id]}"/>`,
    })),
    ...[
      'Change strip: a third full for one change, whole for four or more;',
      'empty: unchanged; a thin line: said, not comparable; hatched: not examined.',
    ].map((label) => ({ label, mark: -6, draw: () => '' })),
  ];
  const parts: string[] = [];
  let left = x;
  let y = top;
  for (const { label, mark, draw } of items) {
    const width = mark + 6 + measure(label, 11, 400);
    if (left > x && left + width > x + room) {
      left = x;
      y += LEGEND_ROW;
    }
    parts.push(draw(left, y), text(left + mark + 6, y, label, 11, 400, colours.soft));
    left += width + 16;
  }
  return { parts, bottom: y + 8 };
}

function text(x: number, y: number, content: string, size: number, weight: number, fill: string): string {
  return `<text x="${x.toFixed(1)}" y="${y}" font-size="${size}" font-weight="${weight}" fill="${fill}">${escapeXml(content)}</text>`;
}
