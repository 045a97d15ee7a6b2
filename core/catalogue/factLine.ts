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
  /** Is of the installed system, and so of a release, though it stands among what is of the project. */
  readonly system?: true;
  /** Of a list: what is seen one by one is added to what was seen before in the same sitting. */
  readonly grows?: true;
  /** Happened once, or was measured on one day: the next release does not take it over. */
  readonly once?: true;
  /** A measurement: held against another only under the same conditions. */
  readonly measured?: true;
  /** Is of its day also of a release that stands: another date explains another value. */
  readonly passes?: true;
  /** Of a list: the order of its elements counts. */
  readonly ordered?: true;
}

/** A line of the fact sheet. */
export type Line = readonly [key: string, label: string, type: ValueType, help: string, more?: More];

/** A fact that is never carried up from a base. */
export const OWN = { own: true } as const;
/** A fact that tells of a delay in days. */
export const DELAY: More = { unit: 'days', compares: 'delay' };
/** A fact of one release alone, that no base hands down. */
export const ONCE: More = { own: true, once: true };
/** A list of what was seen one by one, of one release alone. */
export const GROWING: More = { own: true, once: true, grows: true };
/** A fact that is of its day. */
export const PASSING: More = { own: true, passes: true };
/** A measurement in a unit. */
export const measured = (name: string): More => ({ unit: name, own: true, once: true, measured: true });
/** A number with a unit, of one release alone. */
export const onceIn = (name: string): More => ({ unit: name, own: true, once: true });
/** A list whose elements have settings; the one with an asterisk takes plain words in brackets. */
export const having = (settings: string, own?: true): More => ({ settings, own });
/** A fact that is one of a few words. */
export const choices = (list: string, own?: true): More => ({ choices: list, own });
/** A number with a unit; `true` where the least is the better. */
export const unit = (name: string, own?: true): More => ({ unit: name, own });

/** The lines of some areas. */
export type AreaLines = readonly (readonly [AreaId, readonly Line[]])[];
