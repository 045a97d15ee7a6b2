/** The version order of each package format. */
import type { Family } from '../formats/packageColumns.ts';
import { compareAlpmVersions } from './alpmVersion.ts';
import { compareDebVersions } from './debVersion.ts';
import { compareRpmVersions } from './rpmVersion.ts';

export type VersionOrder = (a: string, b: string) => -1 | 0 | 1;

export const VERSION_ORDERS: Readonly<Record<Family, VersionOrder>> = {
  deb: compareDebVersions,
  rpm: compareRpmVersions,
  alpm: compareAlpmVersions,
};
