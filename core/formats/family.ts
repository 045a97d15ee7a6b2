/** Package formats, by the names of their tools' families. */

/** The package formats whose version orders the program knows. */
export const FAMILIES = ['deb', 'rpm', 'alpm'] as const;

/** A package format. */
export type Family = (typeof FAMILIES)[number];
