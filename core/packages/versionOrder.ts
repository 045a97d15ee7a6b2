/** The version order of each package format. */
import type { Family } from '../formats/family.ts';
import { compareAlpmVersions } from './alpmVersion.ts';
import { compareDebVersions } from './debVersion.ts';
import { compareRpmVersions } from './rpmVersion.ts';

/** Less than zero, zero or more for the first before, equal to or after the second. */
export type VersionOrder = (a: string, b: string) => -1 | 0 | 1;

/** The order of each package format. */
export const VERSION_ORDERS: Readonly<Record<Family, VersionOrder>> = {
  deb: compareDebVersions,
  rpm: compareRpmVersions,
  alpm: compareAlpmVersions,
};
