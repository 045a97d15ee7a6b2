/** What a column of a side by side stands for: its layers, its name, and how it is written in an address. */
import { findRecord, recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import type { Side } from '../catalogue/sideBySide.ts';
import { boundsOf } from '../catalogue/when.ts';
import { chainOfSubject, type Layer } from '../lineage/chain.ts';
import { nameOfLayer } from '../lineage/names.ts';

/** The layers of a side, root first; its own day, where it has one, goes before the one that is asked about. */
export function layersOfSide(catalogue: Catalogue, { id, edition, on, source }: Side, day: number): Layer[] {
  const layers = chainOfSubject(catalogue, id, on ? firstDayOf(on) : day, edition);
  return source ? layers.map((layer, i) => (i === layers.length - 1 ? { ...layer, source } : layer)) : layers;
}

/** `Tidewater 7.1`, `Quickthorn on 2 Aug 2026`, `Tidewater 7.1 by “Capture of a desk”`. */
export function nameOfSide(catalogue: Catalogue, { on, source }: Side, layers: readonly Layer[]): string {
  const title = source && recordOf(catalogue, 'source', source)?.title;
  return [
    nameOfLayer(catalogue, layers[layers.length - 1]),
    ...(on ? [`on ${formatWhen(on)}`] : []),
    ...(title ? [`by “${title}”`] : []),
  ].join(' ');
}

/** A side as it stands in an address: `release:tidewater-7.1,edition:tidewater-ebb,2026-08-02,source:desk`. */
export function formatSide({ id, edition, on, source }: Side): string {
  return [id, edition, on, source].filter(Boolean).join(',');
}

/** Reads what `formatSide` writes; null for what names nothing of the catalogue. */
export function parseSide(catalogue: Catalogue, text: string): Side | null {
  const [id, ...more] = text.split(',');
  const isThere = (of: string) => findRecord(catalogue, of) !== undefined;
  if (!/^(distribution|edition|release):/.test(id) || !isThere(id)) return null;
  const named = (kind: string) => more.find((part) => part.startsWith(`${kind}:`) && isThere(part));
  const [edition, source] = [named('edition'), named('source')];
  const on = more.find((part) => /^\d{4}-\d\d-\d\d$/.test(part) && boundsOf(part) !== null);
  return { id, ...(edition && { edition }), ...(on && { on }), ...(source && { source }) };
}

/** True if two sides are the same. */
export const equalSides = (a: Side, b: Side): boolean => formatSide(a) === formatSide(b);
