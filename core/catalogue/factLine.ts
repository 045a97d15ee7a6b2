/** A line of the fact sheet's table, and the words that its columns are written in. */
import type { AreaId } from './areas.ts';
import type { ValueType } from './valueTypes.ts';

/** What a line says beyond its type. */
export interface More {
  readonly unit?: string;
  readonly choices?: string;
  readonly compares?: 'delay';
  readonly settings?: string;
  /** Is the layer's own: a base does not hand it down. */
  readonly own?: true;
}

/** A line of the fact sheet. */
export type Line = readonly [key: string, label: string, type: ValueType, help: string, more?: More];

/** A fact that is never carried up from a base. */
export const OWN = { own: true } as const;
/** A fact that tells of a delay in days. */
export const DELAY: More = { unit: 'days', compares: 'delay' };
/** A list whose elements have settings. */
export const having = (settings: string, own?: true): More => ({ settings, own });
/** A fact that is one of a few words. */
export const choices = (list: string, own?: true): More => ({ choices: list, own });
/** A number with a unit; `true` where the least is the better. */
export const unit = (name: string, own?: true): More => ({ unit: name, own });

/** The lines of some areas. */
export type AreaLines = readonly (readonly [AreaId, readonly Line[]])[];
