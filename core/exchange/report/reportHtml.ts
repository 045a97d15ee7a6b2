/**
 * A report as one HTML file: no script, nothing from outside, light and dark by the reader's choice, landmarks and headings for
 * screen readers, page numbers and uncut rows on paper (CSS Paged Media Module Level 3, margin boxes).
 */
import { recordOf, type Catalogue } from '../../catalogue/catalogue.ts';
import type { RecordId } from '../../catalogue/recordId.ts';
import { PAGE_DRAWING } from '../../drawing/lineagePicture.ts';
import { paletteStyle } from '../../drawing/palette.ts';
import { escapeXml } from '../../drawing/xml.ts';
import { describeSource } from '../../telling/sourceNotes.ts';
import { SourceNumbers } from '../sourceNumbers.ts';
import type { Block, Imprint, ReportDocument, ReportPart, Sentence } from '../../telling/document.ts';
import { wordImprint } from './reportMarkdown.ts';

const STYLE = `
:root{color-scheme:light dark;${paletteStyle('light')}}
@media (prefers-color-scheme:dark){:root{${paletteStyle('dark')}}}
*{box-sizing:border-box}
body{margin:0;background:var(--background);color:var(--ink);font:400 15px/1.5 ${PAGE_DRAWING.font}}
.page{max-width:62rem;margin:0 auto;padding:2.2rem 1.6rem 3rem}
header{border-top:6px solid var(--primary);padding-top:1rem;margin-bottom:1.4rem}
h1{font-size:1.75rem;line-height:1.2;letter-spacing:-.015em;margin:0 0 .3rem}
.cover header{background:var(--frame);color:var(--on-frame);border:0;border-radius:8px;padding:2rem 1.8rem 1.5rem;print-color-adjust:exact}
.cover h1{font-size:2.6rem}
.cover header .imprint{color:inherit;opacity:.8;font-size:.9em;margin-top:1.2rem}
.cover section:first-of-type p{font-size:1.12rem;line-height:1.5}
.glance{display:grid;gap:1.1rem;margin:1.6rem 0 .6rem;padding:1.1rem 0 .4rem;border-top:1px solid var(--line);border-bottom:1px solid var(--line)}
.glance figure{margin:0}
h2{font-size:1.2rem;margin:2rem 0 .5rem;padding-bottom:.2rem;border-bottom:1px solid var(--line)}
h3{font-size:1rem;margin:1.2rem 0 .3rem}
p{margin:.4rem 0}
.soft,.remark,.imprint{color:var(--ink-soft)}
.remark{font-size:.86em}
.remark::before{content:' · '}
nav ol{columns:2;margin:.2rem 0;padding-left:1.3rem;font-size:.93em}
a{color:var(--accent-ink)}
ul{padding-left:1.2rem;margin:.4rem 0}
li{margin:.22rem 0}
.scroll{overflow-x:auto}
table{border-collapse:collapse;width:100%;font-size:.9em;margin:.5rem 0 1rem}
caption{text-align:left;color:var(--ink-soft);font-size:.92em;padding-bottom:.2rem}
th,td{text-align:left;vertical-align:top;padding:.32rem .7rem .32rem 0;border-bottom:1px solid var(--line);overflow-wrap:break-word}
tbody th{width:17%}
th{font-weight:600}
thead th{color:var(--ink-soft);font-weight:500}
td,tbody th{min-width:5.5rem}
figure{margin:.6rem 0 1rem}
figure svg{max-width:100%;height:auto;display:block}
.areas{columns:2 22rem;column-gap:2.4rem}
.areas section{break-inside:avoid-column}
.areas section:first-child h2{margin-top:.4rem}
.areas td,.areas tbody th{min-width:4rem}
.areas tbody th{width:30%}
.told,figcaption{position:absolute;width:1px;height:1px;overflow:hidden;clip-path:inset(50%)}
sup{line-height:0;font-size:.72em;white-space:nowrap}
sup a{text-decoration:none;padding:0 .1em}
.none{font-style:italic;color:var(--ink-soft);font-size:.86em}
.sources li:target,li:target{background:var(--accent-soft)}
.sources{font-size:.9em;padding-left:2rem}
a:focus-visible{outline:2px solid var(--accent);outline-offset:2px}
@media print{
:root{${paletteStyle('light')};--background:#fff}
body{font-size:9.5pt;line-height:1.42}
h2{font-size:12pt;margin:5mm 0 1.5mm}
.cover section:first-of-type p{font-size:10.5pt}
.page{max-width:none;padding:0}
.cover header{padding:6mm 7mm 4mm;margin-bottom:0}
.cover header .imprint{margin-top:2mm}
.cover h1{font-size:24pt;margin-bottom:1mm}
.glance{gap:4mm;margin:4mm 0;padding:3mm 0}
nav{display:none}
.scroll{overflow:visible}
thead{display:table-header-group}
tr,figure,li,caption{break-inside:avoid}
h2,h3,caption,thead{break-after:avoid}
tbody tr:nth-child(-n+2){break-before:avoid}
a{color:inherit;text-decoration:none}
table{font-size:8pt;margin:.2rem 0 .6rem}
th,td{padding:.16rem .5rem .16rem 0}
.areas{columns:2;column-gap:8mm}
.areas section{break-inside:auto}
.sources{font-size:8pt;columns:2;column-gap:8mm}
td{min-width:0}
tbody th{min-width:6rem}
}
`;

/** The page margins of a report: its title and the page number at the foot. */
function pageRule(title: string): string {
  const text = title.replace(/[\\"]/g, '\\$&').replace(/[^ -~\u00a0-\ud7ff]|[<>&]/g, ' ');
  return `@page{size:A4;margin:16mm 15mm 18mm;@bottom-left{content:"${text}";font:8pt sans-serif;color:#5f6a63}@bottom-right{content:counter(page) " of " counter(pages);font:8pt sans-serif;color:#5f6a63}}`;
}

/** Parts that stand on the first page with the pictures. */
const COVER_PARTS: readonly string[] = ['short', 'verdict'];

/** The file. `fontStyle`: a style sheet that brings the font of the program along (CSS Fonts Module Level 4, `@font-face`). */
export function formatReportHtml(
  catalogue: Catalogue,
  document: ReportDocument,
  imprint: Imprint,
  fontStyle = '',
): string {
  const notes = new Notes();
  const { title, subtitle, parts, cover = [] } = document;
  // The answer stands on the first page, with the pictures; what the analyst moved before it, too.
  const first = cover.length > 0 ? parts.findLastIndex(({ id }) => COVER_PARTS.includes(id)) + 1 : 0;
  const sections = parts.map((part) => sectionOf(part, notes));
  const header = [
    '<header>',
    `<h1>${escapeXml(title)}</h1>`,
    `<p>${escapeXml(subtitle)}</p>`,
    `<p class="imprint">${escapeXml(wordImprint(imprint))}</p>`,
    '</header>',
  ];
  return [
    '<!doctype html>',
    '<html lang="en">',
    '<head>',
    '<meta charset="utf-8">',
    '<meta name="viewport" content="width=device-width, initial-scale=1">',
    `<meta http-equiv="Content-Security-Policy" content="default-src 'none'; style-src 'unsafe-inline'; font-src data:; img-src data:">`,
    `<meta name="date" content="${escapeXml(document.asOf)}">`,
    ...(imprint.author ? [`<meta name="author" content="${escapeXml(imprint.author)}">`] : []),
    `<title>${escapeXml(title)}</title>`,
    `<style>${fontStyle}${STYLE}${pageRule(title)}</style>`,
    '</head>',
    '<body>',
    '<div class="page">',
    ...(cover.length > 0 ? ['<div class="cover">'] : []),
    ...header,
    ...(first === 0 && parts.length > 2 ? contentsOf(parts) : []),
    '<main>',
    ...sections.slice(0, first),
    ...(cover.length > 0
      ? ['<div class="glance">', ...cover.map((block) => blockHtml(block, notes)), '</div>']
      : []),
    ...(first > 0 && parts.length > 2 ? contentsOf(parts) : []),
    ...inColumns(parts.slice(first), sections.slice(first)),
    '</main>',
    ...(cover.length > 0 ? ['</div>'] : []),
    ...notes.section(catalogue),
    '</div>',
    '</body>',
    '</html>',
    '',
  ].join('\n');
}

const anchorOf = (id: string) => `part-${id.replace(/[^A-Za-z0-9_-]+/g, '-')}`;

function contentsOf(parts: readonly ReportPart[]): string[] {
  // The areas are one line: who looks for one finds it from there.
  const areas = parts.filter(({ group }) => group === 'areas');
  const told = parts.filter((part) => part.group !== 'areas' || part === areas[0] || areas.length === 1);
  const lines = told.map((part) => {
    const title = part === areas[0] && areas.length > 1 ? 'Facts by area' : part.title;
    return `<li><a href="#${anchorOf(part.id)}">${escapeXml(title)}</a></li>`;
  });
  return [
    '<nav aria-label="Contents"><ol>',
    ...lines,
    '<li><a href="#sources">Sources</a></li>',
    '</ol></nav>',
  ];
}

/** Sections with those of areas, which are narrow, beside each other. */
function inColumns(parts: readonly ReportPart[], sections: readonly string[]): string[] {
  const isArea = (at: number) => parts[at]?.group === 'areas';
  return sections.flatMap((section, at) => [
    ...(isArea(at) && !isArea(at - 1) ? ['<div class="areas">'] : []),
    section,
    ...(isArea(at) && !isArea(at + 1) ? ['</div>'] : []),
  ]);
}

function sectionOf({ id, title, blocks }: ReportPart, notes: Notes): string {
  const anchor = anchorOf(id);
  return [
    `<section aria-labelledby="${anchor}">`,
    `<h2 id="${anchor}">${escapeXml(title)}</h2>`,
    ...blocks.map((block) => blockHtml(block, notes, title)),
    '</section>',
  ].join('\n');
}

/** `title`: of the part that it stands in; a caption that says the same is for those who cannot see it. */
function blockHtml(block: Block, notes: Notes, title = ''): string {
  switch (block.type) {
    case 'heading':
      return `<h3>${escapeXml(block.text)}</h3>`;
    case 'paragraph':
      return `<p>${block.sentences.map((each) => notes.sentence(each)).join(' ')}</p>`;
    case 'list':
      return `<ul>${block.items.map((item) => `<li>${notes.sentence(item)}</li>`).join('\n')}</ul>`;
    case 'picture':
      return `<figure>${block.svg}<figcaption>${escapeXml(block.text)}</figcaption></figure>`;
    case 'table':
      return [
        '<div class="scroll"><table>',
        `<caption${block.caption === title ? ' class="told"' : ''}>${escapeXml(block.caption)}</caption>`,
        `<thead><tr>${block.head.map((cell) => (cell ? `<th scope="col">${escapeXml(cell)}</th>` : '<td></td>')).join('')}</tr></thead>`,
        '<tbody>',
        ...block.rows.map(
          ([first, ...rest]) =>
            `<tr><th scope="row">${notes.sentence(first)}</th>${rest.map((cell) => `<td>${notes.sentence(cell)}</td>`).join('')}</tr>`,
        ),
        '</tbody></table></div>',
      ].join('\n');
  }
}

/** Sources as numbered marks that lead to their list. */
class Notes {
  readonly #numbers = new SourceNumbers();

  sentence({ text, sources, remark }: Sentence): string {
    const around = remark ? `<span class="remark">${escapeXml(remark.replace(/\.$/, ''))}</span>` : '';
    return `${escapeXml(text)}${around}${sources ? this.#marks(sources) : ''}`;
  }

  #marks(ids: readonly RecordId[]): string {
    if (ids.length === 0) return ' <span class="none">no source</span>';
    return `<sup>${ids.map((id) => this.#mark(id)).join(' ')}</sup>`;
  }

  #mark(id: RecordId): string {
    const number = this.#numbers.of(id);
    return `<a href="#source-${number}" aria-label="Source ${number}">${number}</a>`;
  }

  section(catalogue: Catalogue): string[] {
    const lines = this.#numbers.all.map(([id, number]) => {
      const place = recordOf(catalogue, 'source', id)?.place ?? '';
      return `<li id="source-${number}">${linked(describeSource(catalogue, id), place)}</li>`;
    });
    const body =
      lines.length > 0
        ? [`<ol class="sources">`, ...lines, '</ol>']
        : ['<p class="soft">Nothing here rests on a recorded source.</p>'];
    return ['<footer aria-labelledby="sources">', '<h2 id="sources">Sources</h2>', ...body, '</footer>'];
  }
}

/** A text in which an address of the web leads there. */
function linked(text: string, place: string): string {
  if (!/^https?:\/\//.test(place)) return escapeXml(text);
  const address = escapeXml(place);
  return escapeXml(text).replace(address, () => `<a href="${address}" rel="noreferrer">${address}</a>`);
}

/** A file name without its ending: `tidewater-7.1-2026-11-29`. */
export function reportFileName({ title, asOf }: ReportDocument): string {
  const name = title
    .toLowerCase()
    .replace(/[^a-z0-9.]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 60);
  return `${name || 'report'}-${asOf}`;
}
