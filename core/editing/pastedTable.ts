/**
 * A table as people paste it: columns copied from a spreadsheet (tabs), or a list with semicolons or commas; with heads in
 * any order, or without in the usual one. Cells may be quoted as in RFC 4180.
 */
import Papa from 'papaparse';

/** A column: its id, and what people write over it. */
export interface PastedColumn {
  readonly id: string;
  readonly head: RegExp;
}

/** One line of a pasted table, its cells by column. */
export interface PastedRow {
  /** `line 3`. */
  readonly where: string;
  /** Texts by column id, trimmed; empty where a line is short. */
  readonly cells: Readonly<Record<string, string>>;
}

interface PastedTable {
  readonly rows: readonly PastedRow[];
  /** Heads that are no column here: what stands under them is passed over. */
  readonly unknown: readonly string[];
}

/** A line that is not blank, as it stands. */
export interface PastedLine {
  /** `line 3`; blank lines count, and a quoted cell of several lines does not. */
  readonly where: string;
  /** Trimmed. */
  readonly cells: readonly string[];
}

/** The cells of a text; the first line that is not blank tells what parts them. Of more than `most` lines, those. */
export function readCells(text: string, most = Infinity): PastedLine[] {
  const plain = text.replace(/^\uFEFF/, '');
  const first = /^.*\S.*$/m.exec(plain)?.[0] ?? '';
  const lines: PastedLine[] = [];
  let row = 0;
  Papa.parse<string[]>(plain, {
    delimiter: ['\t', ';'].find((sign) => first.includes(sign)) ?? ',',
    step({ data }, parser) {
      row++;
      const cells = data.map((cell) => cell.trim());
      if (cells.some(Boolean)) lines.push({ where: `line ${row}`, cells });
      if (lines.length >= most) parser.abort();
    },
  });
  return lines;
}

/** The rows of a pasted text. The first line holds heads when its first cell is the head of a column. */
export function readPastedTable(text: string, columns: readonly PastedColumn[]): PastedTable {
  const lines = readCells(text);
  const columnOf = (head: string) => columns.find((column) => column.head.test(head));
  const first = lines[0]?.cells ?? [];
  const hasHeads = first.length > 0 && columnOf(first[0]) !== undefined;
  const order = hasHeads ? first.map((head) => columnOf(head)?.id) : columns.map(({ id }) => id);
  const rows = (hasHeads ? lines.slice(1) : lines).map(({ where, cells }) => ({
    where,
    cells: Object.fromEntries(
      columns.map(({ id }) => [id, order.includes(id) ? (cells[order.indexOf(id)] ?? '') : '']),
    ),
  }));
  return { rows, unknown: hasHeads ? first.filter((head) => head && !columnOf(head)) : [] };
}
