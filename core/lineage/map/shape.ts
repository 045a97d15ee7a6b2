/**
 * What the layout works on: plates and lines, by key, without what they mean. Small enough to be sent to a worker.
 */

/** A plate: its place in the sequence of names, its family and its bases. */
interface ShapeNode {
  readonly id: string;
  /** The root of its family. */
  readonly family: string;
  /** Bases that it stands to the right of, the one that wins first. */
  readonly bases: readonly string[];
}

/** A band between two plates, from base to derivative; its width is a share of the widest, 0 to 1. */
interface ShapeBand {
  readonly key: string;
  readonly from: string;
  readonly to: string;
  readonly width: number;
}

/** A line that does not decide where plates stand: succession, borrowing, edition. */
interface ShapeLine {
  readonly key: string;
  readonly from: string;
  readonly to: string;
}

/** What the map holds, without places. */
export interface MapShape {
  /** By name: what is not decided otherwise stands in this order. */
  readonly nodes: readonly ShapeNode[];
  readonly bands: readonly ShapeBand[];
  readonly lines: readonly ShapeLine[];
}
