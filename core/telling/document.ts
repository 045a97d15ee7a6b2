/**
 * What is told, as data: parts with sentences, tables and pictures, each sentence with the sources that it rests on. Screens,
 * reports and the command line show the same; how it is written (HTML, Markdown, a terminal) is decided elsewhere.
 */
import type { RecordId } from '../catalogue/recordId.ts';
import type { Editorial } from '../catalogue/editorial.ts';
import { ABOUT_ID } from '../catalogue/about.ts';
import type { StatementTarget } from '../statements/statement.ts';
import { lookUp } from '../lookUp.ts';
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';

/** A sentence, or what stands in a cell. */
export interface Sentence {
  readonly text: string;
  /** Absent where nothing is cited (headings, computed numbers); empty where a source should be and is none. */
  readonly sources?: readonly RecordId[];
  /** What is unusual for its source: `live image`. It stands behind the text, in brackets. */
  readonly remark?: string;
  /** Where it leads on a screen. */
  readonly to?: StatementTarget;
  /** Why it stands where it does, for who asks. */
  readonly because?: string;
  /** Its key within its part, by which the analyst's words stay with it. */
  readonly at?: string;
  /** Whose words it is in, where the analyst has rewritten it. */
  readonly worded?: Editorial;
}

/** What stands in a part. */
export type Block =
  | ({ readonly type: 'heading' } & Pick<Sentence, 'text' | 'at' | 'worded'>)
  | { readonly type: 'paragraph'; readonly sentences: readonly Sentence[] }
  | { readonly type: 'list'; readonly items: readonly Sentence[] }
  | {
      readonly type: 'table';
      /** What it shows, for who cannot see it. */
      readonly caption: string;
      /** The first column heads its rows. */
      readonly head: readonly string[];
      readonly rows: readonly (readonly Sentence[])[];
    }
  | {
      readonly type: 'picture';
      /** An SVG element, in colours of the page or its own. */
      readonly svg: string;
      /** What is to be seen on it, in words. */
      readonly text: string;
    };

/** One part, which can be left out or moved. */
export interface ReportPart {
  readonly id: string;
  readonly title: string;
  readonly blocks: readonly Block[];
  /** Parts that are chosen together by this name as well. */
  readonly group?: string;
  /** Who worded its heading, or wrote it altogether, where the analyst did. */
  readonly worded?: Editorial;
}

/** A report. */
export interface ReportDocument {
  readonly title: string;
  /** What kind of report it is, and of when: `Dossier, as of 29 Nov 2026`. */
  readonly subtitle: string;
  /** The day that is asked about (ISO date). */
  readonly asOf: string;
  /** Pictures of its first page: what it is built on, what it changes, how long it is supported. */
  readonly cover?: readonly Block[];
  readonly parts: readonly ReportPart[];
}

/** What stands on every report: of which catalogue, by whom, made when (ISO date). */
export interface Imprint {
  readonly catalogue: string;
  readonly author: string;
  readonly made: string;
}

/** The imprint of a catalogue's reports. */
export function imprintOf(catalogue: Catalogue, made: string): Imprint {
  const about = recordOf(catalogue, 'about', ABOUT_ID);
  return { catalogue: about?.title ?? '', author: about?.author ?? '', made };
}

/** Names by which parts were asked for once, with what they lead to. */
export const EARLIER_NAMES: Readonly<Record<string, string>> = {
  what: 'about',
  base: 'short',
  like: 'areas',
  leftOut: 'changes',
  practice: 'use',
  doubt: 'watch',
  ahead: 'use',
  unsettled: 'open',
  strip: 'changes',
  map: 'lineage',
};

/**
 * The report with some of its parts, by their ids or groups, in the order in which they are asked for; those that it does not
 * have are passed over.
 */
export function chooseParts(document: ReportDocument, ids: readonly string[]): ReportDocument {
  const has = (id: string) => document.parts.some((part) => part.id === id || part.group === id);
  const asked = ids
    .map((id) => (has(id) ? id : (lookUp(EARLIER_NAMES, id) ?? id)))
    .flatMap((id) => document.parts.filter((part) => part.id === id || part.group === id));
  return { ...document, parts: [...new Set(asked)] };
}

/** A sentence with what is unusual for its source in brackets behind it. */
export const wholeTextOf = ({ text, remark }: Sentence): string =>
  remark ? `${text} (${remark.replace(/\.$/, '')})` : text;

/** A paragraph of sentences, or nothing. */
export function paragraphBlock(sentences: readonly Sentence[]): Block[] {
  return sentences.length > 0 ? [{ type: 'paragraph', sentences }] : [];
}

/** A list of sentences, or nothing. */
export function listBlock(items: readonly Sentence[]): Block[] {
  return items.length > 0 ? [{ type: 'list', items }] : [];
}

/** The sentences of a block, cells and headings too. */
export function sentencesIn(block: Block): readonly Sentence[] {
  switch (block.type) {
    case 'paragraph':
      return block.sentences;
    case 'list':
      return block.items;
    case 'table':
      return block.rows.flat();
    case 'heading':
      return [block];
    case 'picture':
      return [];
  }
}

/** The sources that some blocks cite, in the order in which they do, with repetitions. */
export const sourcesIn = (blocks: readonly Block[]): RecordId[] =>
  blocks.flatMap(sentencesIn).flatMap(({ sources = [] }) => sources);

/** The number of each source that some parts cite, in the order in which they do. */
export function numberSources(parts: readonly ReportPart[]): Map<RecordId, number> {
  const cited = new Set(parts.flatMap(({ blocks }) => sourcesIn(blocks)));
  return new Map([...cited].map((id, i) => [id, i + 1]));
}

/** A part, or nothing where nothing stands in it. */
export function partOf(id: string, title: string, blocks: readonly Block[], group?: string): ReportPart[] {
  return blocks.length > 0 ? [{ id, title, blocks, ...(group && { group }) }] : [];
}
