/**
 * The analyst's last word on what is told: sentences and headings in other words, own paragraphs, parts left out or moved. A
 * sentence is known by where it leads, so that its words stay with it when others come or go before it; where the program would
 * say something else by now, the words stay and are marked as out of date.
 */
import { recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import { isOfReport, type Editorial, type ReportScope } from '../catalogue/editorial.ts';
import type { LayerTable } from '../layers/layerTable.ts';
import { sentencesIn, type Block, type ReportDocument, type ReportPart, type Sentence } from './document.ts';

/** A report as the analyst words and arranges it: all its parts, those told in their order, and what is out of date. */
export interface WordedDocument extends ReportDocument {
  /** Whose words stand in its title. */
  readonly worded?: Editorial;
  /** The ids of the parts that are told, in their order. */
  readonly chosen: readonly string[];
  readonly outdated: readonly Outdated[];
}

/** Words that no longer fit, with what the program says now; null where it says nothing any more. */
export interface Outdated {
  readonly editorial: Editorial;
  readonly now: string | null;
}

/** The report of the dossier that a table shows: of its top layer, in its edition where one is meant. */
export function dossierScope({ layers }: LayerTable): ReportScope {
  const { id, edition } = layers[layers.length - 1];
  return { report: 'dossier', subjects: [id, ...(edition && edition !== id ? [edition] : [])] };
}

/** The last words on a report: those on every report of its kind first, so that its own ones win. */
export function editorialsOn(catalogue: Catalogue, scope: ReportScope): Editorial[] {
  const all = [...recordsOf(catalogue, 'editorial')].filter(({ report }) => report === scope.report);
  return [
    ...all.filter(({ subjects }) => subjects.length === 0),
    ...(scope.subjects.length > 0 ? all.filter((each) => isOfReport(scope, each)) : []),
  ];
}

/** A report with the analyst's last word on it. */
export function withLastWord(
  catalogue: Catalogue,
  scope: ReportScope,
  document: ReportDocument,
): WordedDocument {
  const { title, parts } = document;
  const all = editorialsOn(catalogue, scope);
  const rewrites = all.filter(({ does }) => does === 'rewrites');
  const outdated: Outdated[] = [];
  const worded = parts.map((part) => {
    const own = rewrites.filter((each) => each.part === part.id);
    return wordedPart(part, own, outdated);
  });
  const heading = rewrites.findLast(({ part, at }) => part === '' && at === '');
  if (heading && isHeadingOutdated(heading, title)) outdated.push({ editorial: heading, now: title });
  const added = all
    .filter(({ does }) => does === 'adds')
    .reduce<readonly ReportPart[]>((told, each) => withParagraph(told, each), worded);
  const arrangement = all.findLast(({ does }) => does === 'arranges');
  return {
    ...document,
    ...(heading && { title: heading.text || title, worded: heading }),
    parts: added,
    chosen: arrangedIds(
      added.map(({ id }) => id),
      arrangement,
    ),
    outdated,
  };
}

/** A heading for all reports of a kind replaces whatever stands there. */
const isHeadingOutdated = ({ subjects, instead }: Editorial, now: string) =>
  subjects.length > 0 && instead !== now;

function wordedPart(part: ReportPart, rewrites: readonly Editorial[], outdated: Outdated[]): ReportPart {
  const heading = rewrites.findLast(({ at }) => at === '');
  if (heading && isHeadingOutdated(heading, part.title))
    outdated.push({ editorial: heading, now: part.title });
  const sentences = rewrites.filter(({ at }) => at !== '');
  const keyed = keyedBlocks(part.blocks);
  const places = placesOf(keyed);
  const meant = new Map<string, Editorial>();
  // Words belong to the sentence that they replaced, wherever it stands; then to what stands in its place.
  for (const each of sentences) {
    const same = [...places].filter(([, { text }]) => text === each.instead).map(([at]) => at);
    const at = same.includes(each.at) ? each.at : (same[0] ?? (places.has(each.at) ? each.at : undefined));
    if (at === undefined) outdated.push({ editorial: each, now: null });
    else meant.set(at, each);
  }
  for (const [at, editorial] of meant) {
    const now = places.get(at)!.text;
    if (now !== editorial.instead) outdated.push({ editorial, now });
  }
  return {
    ...part,
    ...(heading && { title: heading.text || part.title, worded: heading }),
    blocks: keyed.flatMap((block) => wordedBlock(block, meant)),
  };
}

/** Sentences by their keys. */
function placesOf(blocks: readonly Block[]): Map<string, Sentence> {
  const places = new Map<string, Sentence>();
  for (const sentence of blocks.flatMap(sentencesIn)) if (sentence.at) places.set(sentence.at, sentence);
  return places;
}

/** The blocks with a key for each sentence: where it leads, else which one of its sort it is. */
function keyedBlocks(blocks: readonly Block[]): Block[] {
  const used = new Map<string, number>();
  const keyOf = (key: string): string => {
    const times = (used.get(key) ?? 0) + 1;
    used.set(key, times);
    return times === 1 ? key : `${key} ${times}`;
  };
  const keyed = (sentence: Sentence, sort: string): Sentence => ({
    ...sentence,
    at: keyOf(sentence.to ? Object.entries(sentence.to).flat().join(' ') : sort),
  });
  return blocks.map((block): Block => {
    switch (block.type) {
      case 'heading':
        return { ...block, at: keyOf('heading') };
      case 'paragraph':
        return { ...block, sentences: block.sentences.map((each) => keyed(each, 'sentence')) };
      case 'list':
        return { ...block, items: block.items.map((each) => keyed(each, 'item')) };
      case 'table':
        return {
          ...block,
          rows: block.rows.map((row) => {
            const of = keyOf(`row ${row[0]?.text ?? ''}`);
            return row.map((cell, column) => ({ ...cell, at: `${of}, ${column}` }));
          }),
        };
      case 'picture':
        return block;
    }
  });
}

/** A sentence in the analyst's words; nothing where it is left out. */
function wordedSentence(sentence: Sentence, meant: ReadonlyMap<string, Editorial>): Sentence[] {
  const worded = sentence.at === undefined ? undefined : meant.get(sentence.at);
  if (!worded) return [sentence];
  return worded.text ? [{ ...sentence, text: worded.text, worded }] : [];
}

function wordedBlock(block: Block, meant: ReadonlyMap<string, Editorial>): Block[] {
  if (meant.size === 0) return [block];
  const all = (sentences: readonly Sentence[]) => sentences.flatMap((each) => wordedSentence(each, meant));
  switch (block.type) {
    case 'heading': {
      const [heading] = wordedSentence(block, meant);
      return heading ? [{ ...block, ...heading }] : [];
    }
    case 'paragraph': {
      const sentences = all(block.sentences);
      return sentences.length > 0 ? [{ ...block, sentences }] : [];
    }
    case 'list': {
      const items = all(block.items);
      return items.length > 0 ? [{ ...block, items }] : [];
    }
    case 'table': {
      // A row whose head is left out goes; another cell that is left out is empty.
      const rows = block.rows
        .filter(([head]) => !head || all([head]).length > 0)
        .map((row) => row.map((cell) => all([cell])[0] ?? { ...cell, text: '', remark: '', sources: [] }));
      return rows.length > 0 ? [{ ...block, rows }] : [];
    }
    case 'picture':
      return [block];
  }
}

/** The id of the part that an own paragraph with a heading makes. */
const ownPartId = ({ id }: Editorial) => `own-${id.replace(/^editorial:/, '')}`;

/** The parts with an own paragraph: in its part, or as a part of its own behind it; at the end where that part is not told. */
function withParagraph(parts: readonly ReportPart[], editorial: Editorial): readonly ReportPart[] {
  const { part, at, title, text } = editorial;
  const sentence: Sentence = { text, at: `own ${editorial.id}`, worded: editorial };
  const blocks = text
    .split(/\n{2,}/)
    .filter((each) => each.trim())
    .map((each): Block => ({ type: 'paragraph', sentences: [{ ...sentence, text: each.trim() }] }));
  const place = parts.findIndex(({ id }) => id === part);
  if (title || place < 0) {
    const own: ReportPart = {
      id: ownPartId(editorial),
      title: title || 'Remarks',
      blocks,
      worded: editorial,
    };
    const behind = place < 0 ? parts.length : at === 'above' ? place : place + 1;
    return parts.toSpliced(behind, 0, own);
  }
  const meant = parts[place];
  const all = at === 'above' ? [...blocks, ...meant.blocks] : [...meant.blocks, ...blocks];
  return parts.with(place, { ...meant, blocks: all });
}

/** The ids of the parts in the order asked for, without those left out; what the order does not name stays behind what it follows. */
export const arrangedIds = (
  natural: readonly string[],
  arrangement: Pick<Editorial, 'order' | 'without'> | undefined,
): string[] =>
  arrangement
    ? inPlace(
        natural,
        arrangement.order,
        natural.filter((id) => !arrangement.without.includes(id)),
      )
    : [...natural];

/** Some of the ids: those of an order first, in it; each other one behind what it follows by nature. */
export function inPlace(
  natural: readonly string[],
  order: readonly string[],
  some: readonly string[],
): string[] {
  const ids = order.filter((id) => some.includes(id));
  natural.forEach((id, place) => {
    if (ids.includes(id) || !some.includes(id)) return;
    const before = natural.slice(0, place);
    const behind = ids.findLastIndex((each) => before.includes(each));
    ids.splice(behind + 1, 0, id);
  });
  return ids;
}

const MOST_LETTERS = 80;
const cut = (text: string) =>
  text.length > MOST_LETTERS ? `${text.slice(0, MOST_LETTERS).trimEnd()} …` : text;

/** `The records behind “…” have changed: the program now says “…”.` */
export function describeOutdated({ editorial, now }: Outdated): string {
  const own = editorial.text ? `“${cut(editorial.text)}”` : 'a sentence that was left out';
  return now === null
    ? `The sentence that ${own} replaced is no longer part of the report, so that text is left out.`
    : `The records behind ${own} have changed: the program now says “${cut(now)}”.`;
}
