/** How a package can stand to the base. */

/** The classes, in the order in which they are tried. */
export const PACKAGE_CLASSES = ['same', 'rebuilt', 'patched', 'heldBack', 'ahead', 'own'] as const;

/** How a package stands to the base. */
export type PackageClass = (typeof PACKAGE_CLASSES)[number];
