/**
 * What a layer rests on, source by source: each reading with the part that it plays, and for a capture file by file. The
 * other way round than the layer table, which goes from a fact to its readings.
 */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { FactKey } from '../catalogue/factSheet.ts';
import type { Reading } from '../catalogue/reading.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { Source } from '../catalogue/source.ts';
import { compareWhen } from '../catalogue/when.ts';
import type { LayerTable } from './layerTable.ts';
import type { Cell } from './cell.ts';

/**
 * The part that a reading plays: it decides, agrees with what does, says otherwise (explained by what differs around it, or
 * not), is spoiled, tells only that it could not be found out, was replaced, or there is none that decides.
 */
export type ReadingPart =
  'inForce' | 'agrees' | 'explained' | 'outvoted' | 'spoiled' | 'notFoundOut' | 'replaced' | 'undecided';

/** One reading as a line of its source. */
export interface EvidenceLine {
  readonly fact: FactKey;
  readonly reading: Reading;
  readonly part: ReadingPart;
}

/** A source with all that rests on it in a dossier. */
export interface SourceEvidence {
  /** Undefined for what was recorded without a source. */
  readonly source: Source | undefined;
  /** In the order of the fact sheet. */
  readonly lines: readonly EvidenceLine[];
  /** True if the link to the base rests on it. */
  readonly tellsBase: boolean;
  /** How many recorded changes rest on it. */
  readonly changes: number;
}

/** The sources of the top layer, newest first; what has none stands last. */
export function evidenceBySource(catalogue: Catalogue, table: LayerTable): SourceEvidence[] {
  const lines = new Map<RecordId, EvidenceLine[]>();
  const changes = new Map<RecordId, number>();
  for (const { fact, cells } of table.rows) {
    const cell = cells[cells.length - 1];
    const { readings, recorded } = cell;
    for (const reading of readings) {
      const line = { fact, reading, part: partOfReading(cell, reading) };
      const id = reading.source ?? '';
      lines.set(id, [...(lines.get(id) ?? []), line]);
    }
    for (const id of recorded.flatMap(({ sources }) => sources)) changes.set(id, (changes.get(id) ?? 0) + 1);
  }
  const link = table.layers[table.layers.length - 1].link?.sources ?? [];
  const ids = new Set([...lines.keys(), ...changes.keys(), ...link]);
  return [...ids]
    .map((id) => ({
      source: recordOf(catalogue, 'source', id),
      lines: lines.get(id) ?? [],
      tellsBase: link.includes(id),
      changes: changes.get(id) ?? 0,
    }))
    .sort(
      (a, b) =>
        Number(b.source !== undefined) - Number(a.source !== undefined) ||
        compareWhen(b.source?.date ?? '', a.source?.date ?? '') ||
        b.lines.length - a.lines.length,
    );
}

/** The part that one of the readings of a cell plays. */
export function partOfReading({ inForce, disagreements, readings }: Cell, reading: Reading): ReadingPart {
  if (reading.id === inForce?.id) return 'inForce';
  if (reading.spoiledBy.length > 0) return 'spoiled';
  if (reading.state === 'notFoundOut') return 'notFoundOut';
  const other = disagreements.find((each) => each.reading.id === reading.id);
  if (other) return other.explainedBy.length > 0 ? 'explained' : 'outvoted';
  const isReplaced = readings.some(({ replaces }) => replaces === reading.id);
  if (isReplaced || reading.marks.includes('takenOver')) return 'replaced';
  return inForce ? 'agrees' : 'undecided';
}

interface FileEvidence {
  /** Path within the capture; empty for what names no file. */
  readonly path: string;
  readonly lines: readonly EvidenceLine[];
}

/** A capture file by file: those that gave facts, and the paths of those that gave none. */
export function evidenceByFile({ source, lines }: SourceEvidence): {
  readonly files: readonly FileEvidence[];
  readonly silent: readonly string[];
} {
  const files = new Map<string, EvidenceLine[]>();
  for (const line of lines) {
    const path = fileOf(line.reading.place);
    files.set(path, [...(files.get(path) ?? []), line]);
  }
  const told = [...files.keys()];
  const silent = (source?.files ?? [])
    .map(({ path }) => path)
    .filter((path) => !told.some((each) => each === path || path.startsWith(`${each}/`)));
  return {
    files: [...files].sort(([a], [b]) => (a < b ? -1 : 1)).map(([path, own]) => ({ path, lines: own })),
    silent,
  };
}

/** `etc/os-release, ID_LIKE` and `etc/fstab:3` are in these files; a place with spaces before that is no path. */
function fileOf(place: string): string {
  const path = /^[^\s,:]+/.exec(place)?.[0] ?? '';
  return path.includes('/') ? path : '';
}
