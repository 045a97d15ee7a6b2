/** The pictures of reports: a part of the map, windows of support, ranges of ranks, the change strip. */
import { formatDay, firstDayOf } from '../../catalogue/days.ts';
import { formatWhen } from '../../catalogue/formatWhen.ts';
import type { RecordId } from '../../catalogue/recordId.ts';
import { labelOfArea } from '../../catalogue/areas.ts';
import type { Catalogue } from '../../catalogue/catalogue.ts';
import { CLASS_COLOURS } from '../../drawing/classColours.ts';
import { fitText } from '../../drawing/fitText.ts';
import type { LayerTable } from '../../layers/layerTable.ts';
import { newestComparison } from '../../lineage/lineageGraph.ts';
import { nameOfLayer } from '../../lineage/names.ts';
import { wordRelation } from '../../wording/lineageText.ts';
import { CLASS_LABELS, formatShare } from '../../wording/valueText.ts';
import { formatBarPicture, type Bar } from '../../drawing/barPicture.ts';
import { formatLineagePicture, type Drawing, type Lineage } from '../../drawing/lineagePicture.ts';
import { escapeXml } from '../../drawing/xml.ts';
import type { Ranking } from '../../purpose/ranking.ts';
import type { SupportRow } from '../../support/supportRows.ts';
import { isApart, type StripBar } from '../../layers/strip.ts';
import { wordScore } from '../../wording/purposeText.ts';
import { SUPPORT_STATES } from '../../wording/supportText.ts';
import type { Block } from '../../telling/document.ts';

/** The width of a picture across the page. */
const WIDE = 720;

/** Beyond so many plates a page would be unreadable. */
const MOST_PLATES = 150;

/** A part of the map; nothing where too little or too much is on it. */
export function mapBlock(
  { graph, factsOf }: Lineage,
  shown: ReadonlySet<RecordId>,
  title: string,
  subtitle: string,
  drawing: Drawing,
): Block[] {
  const isShown = (id: RecordId) => shown.has(id) && graph.nodes.has(id);
  const count = [...shown].filter(isShown).length;
  if (count < 2 || count > MOST_PLATES) return [];
  const svg = formatLineagePicture({ graph, factsOf }, { title, subtitle, wholeUpTo: 40, isShown }, drawing);
  const links = graph.links.filter(({ base, derivative }) => isShown(base) && isShown(derivative));
  const name = (id: RecordId) => graph.nodes.get(id)?.name ?? id;
  const told = links.map(
    ({ base, derivative, link }) =>
      `${name(derivative)} ${link ? wordRelation(link.relation) : 'is an edition of'} ${name(base)}`,
  );
  return [{ type: 'picture', svg: svg.trim(), text: `The map: ${told.slice(0, 60).join('; ')}.` }];
}

/** So many layers stand beside each other; of a longer chain the uppermost. */
const MOST_LAYERS = 5;

/** A system on its bases, the root first, and what has become of the base's packages; nothing where it rests on nothing. */
export function chainBlock(
  catalogue: Catalogue,
  layers: LayerTable['layers'],
  day: number,
  { palette: { colours }, measure, font }: Drawing,
): Block[] {
  const shown = layers.slice(-MOST_LAYERS);
  if (shown.length < 2) return [];
  const gap = 112;
  const width = (WIDE - gap * (shown.length - 1)) / shown.length;
  const names = shown.map((layer) => nameOfLayer(catalogue, layer));
  const text = (x: number, y: number, content: string, size: number, more = '') =>
    `<text x="${x.toFixed(1)}" y="${y}" font-size="${size}" ${more}>${escapeXml(content)}</text>`;
  const boxes = shown.map((layer, i) => {
    const left = i * (width + gap);
    const isTop = i === shown.length - 1;
    const relation = layer.link ? wordRelation(layer.link.relation) : '';
    const middle = left - gap / 2;
    return [
      `<rect x="${left + 0.5}" y="0.5" width="${(width - 1).toFixed(1)}" height="33" rx="6" fill="${isTop ? colours.track : colours.surface}" stroke="${colours.line}"/>`,
      text(
        left + width / 2,
        22,
        fitText(names[i], 13, 700, width - 12, measure),
        13,
        `text-anchor="middle" font-weight="${isTop ? 700 : 500}" fill="${colours.ink}"`,
      ),
      ...(i > 0
        ? [
            `<path d="M${(left - 5).toFixed(1)} 24H${(left - gap + 5).toFixed(1)}m5 -4l-5 4l5 4" fill="none" stroke="${colours.soft}"/>`,
            text(
              middle,
              16,
              fitText(relation, 11, 400, gap - 8, measure),
              11,
              `text-anchor="middle" fill="${colours.soft}"`,
            ),
          ]
        : []),
    ].join('');
  });
  const link = shown[shown.length - 1].link;
  const counts = link && newestComparison(catalogue, link, day)?.counts;
  const classes = counts ? CLASS_LABELS.filter(({ id }) => counts[id] > 0) : [];
  let left = 0;
  let legend = 0;
  const shares = classes.map(({ id, label }) => {
    const wide = Math.max(2, (counts![id] / counts!.installed) * WIDE);
    const colour = colours[CLASS_COLOURS[id]];
    const said = `${label} ${formatShare(counts![id], counts!.installed)}`;
    const svg = [
      `<rect x="${left.toFixed(1)}" y="48" width="${Math.max(wide - 1, 1).toFixed(1)}" height="9" fill="${colour}"/>`,
      `<rect x="${legend.toFixed(1)}" y="66" width="8" height="8" rx="2" fill="${colour}"/>`,
      text(legend + 13, 74, said, 11, `fill="${colours.soft}"`),
    ].join('');
    left += wide;
    legend += 30 + measure(said, 11, 400);
    return { said, svg };
  });
  const chain = shown.slice(1).map(({ link: each }, i) => {
    const relation = each ? wordRelation(each.relation) : 'is an edition of';
    return `${names[i + 1]} ${relation} ${names[i]}`;
  });
  const height = shares.length > 0 ? 80 : 36;
  const drawn = [...boxes, ...shares.map(({ svg }) => svg)].join('');
  const told = [...chain, ...shares.map(({ said }) => said)].join('; ');
  return [
    {
      type: 'picture',
      svg: frameOf('What it is built on', WIDE, height, font, drawn),
      text: `What it is built on: ${told}.`,
    },
  ];
}

/** An SVG element of a size, with its title for those who cannot see it. */
const frameOf = (title: string, width: number, height: number, font: string, drawn: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}" role="img" font-family="${escapeXml(font)}"><title>${title}</title>${drawn}</svg>`;

/** Windows of support over those of the bases, with the day asked about; nothing where no end is known. */
export function supportBlock(
  rows: readonly SupportRow[],
  day: number,
  { palette, measure, font }: Drawing,
): Block[] {
  const known = rows.filter(({ own }) => own.ends !== undefined && own.from !== undefined);
  const bars = known.flatMap((row): Bar[] => [
    barOf(row.name, row.own.from!, row.own.ends!, SUPPORT_STATES[row.state]),
    ...row.bases
      .filter(({ ends, from }) => ends !== undefined && from !== undefined)
      .map(({ name, from, ends }) => ({ ...barOf(`on ${name}`, from!, ends!, ''), isLight: true })),
  ]);
  if (bars.length === 0) return [];
  const least = Math.min(...bars.map(({ from }) => from), day);
  const most = Math.max(...bars.map(({ to }) => to), day);
  const years = yearsBetween(least, most);
  const svg = formatBarPicture({
    title: 'Support over that of the bases',
    ...{ bars, least, most, measure, font, colours: palette.colours },
    ticks: years,
    line: { at: day, label: formatDay(day) },
  });
  const told = bars.map(({ label, from, to }) => `${label} from ${formatDay(from)} to ${formatDay(to)}`);
  return svg ? [{ type: 'picture', svg, text: `Windows of support: ${told.join('; ')}.` }] : [];
}

const barOf = (label: string, from: number, to: number, text: string): Bar => ({
  ...{ label, from, to },
  text: [`until ${formatWhen(formatDay(to))}`, text === 'supported' ? '' : text].filter(Boolean).join(', '),
});

function yearsBetween(least: number, most: number): { at: number; label: string }[] {
  const [first, last] = [least, most].map((day) => Number(formatDay(day).slice(0, 4)));
  const step = Math.max(1, Math.ceil((last - first) / 8));
  const years: { at: number; label: string }[] = [];
  for (let year = first + 1; year <= last; year += step)
    years.push({ at: firstDayOf(`${year}`), label: String(year) });
  return years;
}

/** Scores of the candidates with what they may be, best first. */
export function rankBlock({ candidates, purpose }: Ranking, { palette, measure, font }: Drawing): Block[] {
  const scored = candidates.filter(({ isOut, score }) => !isOut && score !== undefined);
  const svg = formatBarPicture({
    title: `Scores for ${purpose.name}`,
    bars: scored.map((each) => ({
      label: each.name,
      from: each.least,
      to: each.most,
      at: each.score,
      text: wordScore(each),
    })),
    ...{ least: 0, most: 10, measure, font, colours: palette.colours },
    ticks: [0, 2, 4, 6, 8, 10].map((at) => ({ at, label: String(at) })),
  });
  const told = scored.map((each) => `${each.name} ${wordScore(each)}`);
  return svg
    ? [{ type: 'picture', svg, text: `Scores from 0 to 10, with what they may be: ${told.join('; ')}.` }]
    : [];
}

/** The six bars of the change strip, each with its name and count. */
export function stripBlock(strip: readonly StripBar[], { palette, font }: Drawing): Block[] {
  if (!strip.some(({ looked }) => looked > 0)) return [];
  const width = 116;
  const word = (bar: StripBar) =>
    bar.looked === 0
      ? 'not examined'
      : isApart(bar)
        ? 'said, not comparable'
        : bar.changed === 0
          ? 'unchanged'
          : `${bar.changed} changed`;
  const { colours } = palette;
  const bars = strip.map((bar, i) => {
    const left = i * width;
    const filled = ((width - 16) * bar.level) / 3;
    return `<rect x="${left}" y="0" width="${width - 16}" height="8" rx="3" fill="${colours.track}"/>${filled > 0 ? `<rect x="${left}" y="0" width="${filled.toFixed(1)}" height="8" rx="3" fill="${colours[bar.area]}"/>` : ''}<text x="${left}" y="24" font-size="11" fill="${colours.ink}">${escapeXml(labelOfArea(bar.area))}</text><text x="${left}" y="38" font-size="11" fill="${colours.soft}">${escapeXml(word(bar))}</text>`;
  });
  const total = strip.length * width;
  const text = strip.map((bar) => `${labelOfArea(bar.area)} ${word(bar)}`).join('; ');
  return [
    {
      type: 'picture',
      svg: frameOf('Changes by area', total, 44, font, bars.join('')),
      text: `What it changes, by area: ${text}.`,
    },
  ];
}
