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

/** The rows of a pasted text. The first line holds heads when its first cell is the head of a column. */
export function readPastedTable(text: string, columns: readonly PastedColumn[]): PastedTable {
  const delimiter = ['\t', ';'].find((sign) => text.includes(sign)) ?? ',';
  const { data } = Papa.parse<string[]>(text, { delimiter, skipEmptyLines: false });
  const lines = data.map((cells, i) => ({ where: `line ${i + 1}`, cells: cells.map((cell) => cell.trim()) }));
  const columnOf = (head: string) => columns.find((column) => column.head.test(head));
  const first = lines[0]?.cells ?? [];
  const hasHeads = first.length > 0 && columnOf(first[0]) !== undefined;
  const order = hasHeads ? first.map((head) => columnOf(head)?.id) : columns.map(({ id }) => id);
  const rows = (hasHeads ? lines.slice(1) : lines)
    .filter(({ cells }) => cells.some(Boolean))
    .map(({ where, cells }) => ({
      where,
      cells: Object.fromEntries(
        columns.map(({ id }) => [id, order.includes(id) ? (cells[order.indexOf(id)] ?? '') : '']),
      ),
    }));
  return { rows, unknown: hasHeads ? first.filter((head) => head && !columnOf(head)) : [] };
}
