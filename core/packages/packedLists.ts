/** Packed package lists by snapshot id, opened when they are asked for; those that rest on others share their texts. */
import type { PackageColumns } from '../formats/packageColumns.ts';
import { PackageSeries, referenceOf, unpackSeries } from './packSeries.ts';

/** A list in a series: which state of it. */
interface Place {
  readonly series: PackageSeries | null;
  readonly state: number;
}

/** The ids on which a packed list rests, oldest first, itself last; null when one is not at hand. */
export function chainOfList(packed: ReadonlyMap<string, Uint8Array>, id: string): string[] | null {
  const chain: string[] = [];
  for (let at: string | null = id; at !== null;) {
    const bytes = packed.get(at);
    if (!bytes || chain.includes(at)) return null;
    chain.unshift(at);
    at = referenceOf(bytes);
  }
  return chain;
}

/** Opens packed lists. A list is null when it, or one that it rests on, is missing or damaged. */
export class PackedLists {
  private readonly places = new Map<string, Place>();

  constructor(private readonly packed: ReadonlyMap<string, Uint8Array>) {
    const rested = new Set([...packed.values()].map(referenceOf));
    // A series is read once, from its newest state: the others are states of it.
    for (const id of packed.keys()) if (!rested.has(id)) this.open(id);
  }

  /** The package list of a snapshot. */
  list(id: string): PackageColumns | null {
    if (!this.places.has(id)) this.open(id);
    const place = this.places.get(id);
    return place?.series?.at(place.state) ?? null;
  }

  /** The series that a snapshot stands in and its place there, for packing the next one after it. */
  place(id: string): { readonly series: PackageSeries; readonly state: number } | null {
    if (!this.places.has(id)) this.open(id);
    const place = this.places.get(id);
    return place?.series ? { series: place.series, state: place.state } : null;
  }

  private open(id: string): void {
    const chain = chainOfList(this.packed, id);
    const read =
      chain &&
      unpackSeries(
        chain.map((each) => this.packed.get(each)!),
        id,
      );
    const series = read?.ok ? read.value : null;
    (chain ?? [id]).forEach((each, state) => {
      if (!this.places.get(each)?.series) this.places.set(each, { series, state });
    });
  }
}
