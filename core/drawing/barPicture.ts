/** Bars over one scale, a row each, with a mark for one value and lines across: ranges of ranks, windows of time. An SVG element. */
import { fitText, type MeasureText } from './fitText.ts';
import type { PictureColours } from './palette.ts';
import { escapeXml } from './xml.ts';

/** One row; ends beyond the scale are cut off at it. */
export interface Bar {
  readonly label: string;
  readonly from: number;
  readonly to: number;
  /** The value itself, where the bar is what it may be. */
  readonly at?: number;
  /** A second row of the same thing stands lighter: a base beneath its derivative. */
  readonly isLight?: boolean;
  readonly text: string;
}

/** What is drawn. */
export interface BarPicture {
  readonly title: string;
  readonly bars: readonly Bar[];
  readonly least: number;
  readonly most: number;
  readonly ticks: readonly { readonly at: number; readonly label: string }[];
  /** A line across all rows. */
  readonly line?: { readonly at: number; readonly label: string };
  readonly colours: PictureColours;
  readonly measure: MeasureText;
  readonly font: string;
}

const WIDTH = 720;
const LABEL = 170;
const NOTE = 150;
const ROW = 22;
const TOP = 22;
const GAP = 12;

/** The picture; empty without bars. */
export function formatBarPicture({
  title,
  bars,
  least,
  most,
  ticks,
  line,
  colours,
  measure,
  font,
}: BarPicture): string {
  if (bars.length === 0 || !(most > least)) return '';
  const height = TOP + bars.length * ROW + 6;
  const room = WIDTH - LABEL - NOTE - 2 * GAP;
  const x = (value: number) =>
    LABEL + GAP + (room * (Math.min(Math.max(value, least), most) - least)) / (most - least);
  const text = (
    left: number,
    top: number,
    content: string,
    anchor = 'start',
    fill = colours.ink,
    size = 12,
  ) =>
    `<text x="${left.toFixed(1)}" y="${top}" font-size="${size}" text-anchor="${anchor}" fill="${fill}">${escapeXml(content)}</text>`;
  const lines = [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${height}" viewBox="0 0 ${WIDTH} ${height}" role="img" font-family="${escapeXml(font)}">`,
    `<title>${escapeXml(title)}</title>`,
    ...ticks.flatMap(({ at, label }) => [
      `<path d="M${x(at).toFixed(1)} ${TOP - 4}V${height - 4}" stroke="${colours.line}"/>`,
      text(x(at), TOP - 9, label, 'middle', colours.soft, 11),
    ]),
    ...bars.flatMap(({ label, from, to, at, isLight, text: note }, row) => {
      const y = TOP + row * ROW;
      const [left, right] = [x(from), x(to)];
      const ink = isLight ? colours.track : colours.defaults;
      return [
        text(
          LABEL,
          y + 14,
          fitText(label, 12, 400, LABEL, measure),
          'end',
          isLight ? colours.soft : colours.ink,
        ),
        `<rect x="${left.toFixed(1)}" y="${y + 4}" width="${Math.max(right - left, 2).toFixed(1)}" height="12" rx="3" fill="${ink}"${at === undefined ? '' : ' opacity="0.35"'}/>`,
        at === undefined
          ? ''
          : `<rect x="${(x(at) - 2).toFixed(1)}" y="${y + 2}" width="4" height="16" rx="2" fill="${colours.defaults}"/>`,
        text(WIDTH - NOTE, y + 14, fitText(note, 11, 400, NOTE, measure), 'start', colours.soft, 11),
      ];
    }),
    line
      ? `<path d="M${x(line.at).toFixed(1)} ${TOP - 4}V${height - 4}" stroke="${colours.trouble}" stroke-width="1.5" stroke-dasharray="4 3"><title>${escapeXml(line.label)}</title></path>`
      : '',
    '</svg>',
  ];
  return lines.filter(Boolean).join('');
}
