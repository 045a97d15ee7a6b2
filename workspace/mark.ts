/** The mark of a store. */

/** The layout of the store; a store of a higher one is refused. */
export const STORE_FORMAT = 1;

/** Which store it is, and who writes it. */
export interface Mark {
  readonly format: number;
  /** A chance id: another one stands in a store that was emptied and begun anew. */
  readonly store: string;
  /** Rises by one with every writer. */
  readonly term: number;
}
