/** A table as CSV: RFC 4180, with CR LF. Cells that a spreadsheet would take for a formula begin with an apostrophe. */
import Papa from 'papaparse';

/** A table with its heads; what is not there is an empty cell. */
export interface CsvTable {
  readonly head: readonly string[];
  readonly rows: readonly (readonly (string | number | boolean | null | undefined)[])[];
}

/** What a spreadsheet takes for the beginning of a formula, also in a cell of several lines. */
const FORMULA = /^[=+\-@\t\r]/;

/** The text of a table, its heads first. */
export function formatCsv({ head, rows }: CsvTable): string {
  const cells = rows.map((row) => row.map((cell) => cell ?? ''));
  return `${Papa.unparse([[...head], ...cells], { escapeFormulae: FORMULA, newline: '\r\n' })}\r\n`;
}
