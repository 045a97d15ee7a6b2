/** What the layout worker is asked and what it answers. */
import type { MapLayout } from '../../core/lineage/map/layoutMap.ts';
import type { MapShape } from '../../core/lineage/map/shape.ts';
import type { Frame } from '../../core/lineage/map/stacks.ts';

/** What is to be laid out. */
export interface LayoutRequest {
  readonly number: number;
  /** A new shape; without one the last is drawn at another detail. */
  readonly shape?: MapShape;
  /** Place in the table of details. */
  readonly detail: number;
  /** What the whole map is to be seen in. */
  readonly frame?: Frame;
  /** Forgets the order of the layout before. */
  readonly anew?: boolean;
}

/** The layout, or why there is none. */
export interface LayoutAnswer {
  readonly number: number;
  readonly layout: MapLayout;
  /** With a new shape: its size at every detail. */
  readonly sizes?: readonly { readonly width: number; readonly height: number }[];
}
