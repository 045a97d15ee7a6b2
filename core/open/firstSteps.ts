/**
 * The way from nothing to a finding that can be handed over, in five steps: a system, its base, a visit, a side by side, a report. Told
 * from the records alone; whether a report went out is known outside the catalogue.
 */
import { recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { Side } from '../catalogue/sideBySide.ts';
import { besidesOf } from '../lineage/besides.ts';
import { chainOfSubject, type Layer } from '../lineage/chain.ts';
import { lineageGraph } from '../lineage/lineageGraph.ts';
import { isLineal } from '../lineage/linksInForce.ts';
import { currentRelease, distributionOf } from '../lineage/releases.ts';

/** The steps in their order. */
export const FIRST_STEPS = ['read', 'place', 'visit', 'compare', 'report'] as const;

/** One of the steps. */
export type FirstStepName = (typeof FIRST_STEPS)[number];

/** A step: whether something of it is recorded, and of whom it is: what it was done with, else what to do it with. */
export interface FirstStep {
  readonly name: FirstStepName;
  readonly done: boolean;
  /** Nobody for `read`; two for `compare`, or one where nothing stands beside it yet; else one, or nobody. */
  readonly of: readonly RecordId[];
  /** For a visit that was begun: its source. */
  readonly source?: RecordId;
  /** For a side by side that is kept: its columns. */
  readonly sides?: readonly Side[];
}

/** All five steps on a day, in their order. Reads each link and each source once. */
export function firstSteps(catalogue: Catalogue, day: number, isHandedOver: boolean): FirstStep[] {
  const links = [...recordsOf(catalogue, 'link')].filter(isLineal);
  const link = lastOf(links);
  const visit = lastOf([...recordsOf(catalogue, 'source')].filter(({ of }) => of !== undefined));
  const kept = lastOf([...recordsOf(catalogue, 'sideBySide')]);
  const about = visit?.of ?? link?.derivative ?? lastOf([...recordsOf(catalogue, 'distribution')])?.id;
  const layers = about ? chainOfSubject(catalogue, about, day) : [];
  const of = layers.slice(-1).map(({ id }) => id);
  const unplaced = about && distributionOf(catalogue, about);
  const beside = about && besideOf(catalogue, layers, day);
  return [
    { name: 'read', done: catalogue.records.distribution.size > 0, of: [] },
    {
      name: 'place',
      done: link !== undefined,
      of: link ? [distributionOf(catalogue, link.derivative)] : unplaced ? [unplaced] : [],
    },
    {
      name: 'visit',
      done: visit !== undefined,
      of,
      ...(visit && { source: visit.id }),
    },
    {
      name: 'compare',
      done: kept !== undefined,
      of: kept ? kept.subjects.map(({ id }) => id) : beside ? [...of, beside] : of,
      ...(kept && { sides: kept.subjects }),
    },
    { name: 'report', done: isHandedOver, of },
  ];
}

/** Whoever has more distributions than this has found the way. */
const BEGINNERS = 12;

/** False for a catalogue that has grown, with the steps or without them: nothing needs to be told there. */
export const isBeginning = ({ records }: Catalogue): boolean => records.distribution.size <= BEGINNERS;

/** The step to take next; undefined once all are taken. */
export const nextStep = <S extends FirstStep>(steps: readonly S[]): S | undefined =>
  steps.find(({ done }) => !done);

/** The one that was entered last. */
function lastOf<R extends AnyRecord>(records: readonly R[]): R | undefined {
  let last: R | undefined;
  for (const record of records) if (!last || record.entered >= last.entered) last = record;
  return last;
}

/** What can stand beside a system: another one on the same base, else its base, else any other. */
function besideOf(catalogue: Catalogue, layers: readonly Layer[], day: number): RecordId | undefined {
  const besides = besidesOf(catalogue, lineageGraph(catalogue, day), layers, 1);
  const own = layers.at(-1)!.distribution;
  const found =
    besides.find(({ kind }) => kind === 'rival') ??
    besides.find(({ kind }) => kind === 'base') ??
    [...recordsOf(catalogue, 'distribution')].find(({ id }) => id !== own);
  return found && (currentRelease(catalogue, found.id, day)?.id ?? found.id);
}
