/** What can happen to a package of a base. */

/** What happens to a package: it gets a new version, or it is taken out. */
export const PACKAGE_EVENTS = ['changes', 'is dropped'] as const;

/** What happens to a package. */
export type PackageEvent = (typeof PACKAGE_EVENTS)[number];
