/** What is recorded beside facts: how things are done, what goes wrong, what happened, what is new against others, judged, planned. */
import { recordOf } from '../catalogue/catalogue.ts';
import type { Fault } from '../catalogue/fault.ts';
import { findFactKey } from '../catalogue/factSheet.ts';
import { recordsOfSubject } from '../catalogue/pointers.ts';
import type { KindName, RecordTypes } from '../catalogue/recordKinds.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { boundsOf, compareWhen } from '../catalogue/when.ts';
import { subjectsOfLayer, type Layer } from '../lineage/chain.ts';
import { nameOf, nameOfLayer } from '../lineage/names.ts';
import { standingOpinions } from '../assessments/standing.ts';
import type { Telling } from './telling.ts';
import { statementMaker, type Statement } from './statement.ts';

/** Records of a kind about one layer: the release, the edition that is meant, the project; in the order of entering. */
export function recordsAbout<K extends KindName>(
  { catalogue }: Pick<Telling, 'catalogue'>,
  layer: Pick<Layer, 'id' | 'edition' | 'distribution'>,
  kind: K,
): RecordTypes[K][] {
  return subjectsOfLayer(layer)
    .flatMap((subject) => recordsOfSubject(catalogue, subject, kind))
    .sort((a, b) => a.entered - b.entered || (a.id < b.id ? -1 : 1));
}

const topOf = ({ table }: Telling): Layer => table.layers[table.layers.length - 1];

/** True for what was said by the day that is asked about, and of the edition that is meant. */
const isToldOn =
  (day: number, edition?: RecordId) =>
  (record: { readonly date?: string; readonly conditions?: { readonly edition?: RecordId } }) => {
    const seen = record.conditions?.edition;
    const said = record.date ? (boundsOf(record.date)?.first ?? -Infinity) : -Infinity;
    return said <= day && (!seen || !edition || seen === edition);
  };

/** Steps in order; faults, of this system and of those beneath it that nobody has mended. */
export function howItIsUsed(telling: Telling): Statement[] {
  const { catalogue, subject, day } = telling;
  const state = statementMaker(subject, 'practice');
  const top = topOf(telling);
  const sourced = ({ source }: { readonly source?: RecordId }) => (source ? [source] : []);
  const procedures = recordsAbout(telling, top, 'procedure').map((procedure) =>
    state('procedure', { procedure }, { sources: sourced(procedure), to: { part: 'evidence' } }),
  );
  const faults = faultsOf(telling).map(({ fault, layer }) =>
    state(
      'fault',
      {
        fault,
        since: fault.since ? (recordOf(catalogue, 'release', fault.since)?.version ?? '') : '',
        mendedBy: fault.mendedBy ? nameOf(catalogue, fault.mendedBy) : '',
        of: layer === top ? '' : nameOfLayer(catalogue, layer),
      },
      { sources: sourced(fault), to: { part: 'evidence' }, leads: layer === top && fault.weight !== 1 },
    ),
  );
  const events = recordsAbout(telling, top, 'event')
    .filter(isToldOn(day))
    .sort((a, b) => compareWhen(b.happened ?? '', a.happened ?? ''))
    .map((event) => state('event', { event }, { sources: sourced(event), to: { part: 'evidence' } }));
  return [...procedures, ...faults, ...events];
}

/** A fault that reaches a system, and the layer that it is of. */
interface ReachingFault {
  readonly fault: Fault;
  readonly layer: Layer;
}

/** The faults of the top layer of a table, and those of the layers beneath it that nobody has mended on the way. */
export function faultsOf(telling: Pick<Telling, 'catalogue' | 'table' | 'day'>): ReachingFault[] {
  const { catalogue, table, day } = telling;
  const top = table.layers[table.layers.length - 1];
  return table.layers.toReversed().flatMap((layer) =>
    recordsAbout({ catalogue }, layer, 'fault')
      .filter(isToldOn(day, layer === top ? top.edition : undefined))
      .filter(({ mendedBy }) => layer === top || !mendedBy || !isReached(telling, mendedBy))
      .map((fault) => ({ fault, layer })),
  );
}

/** True where the release that mends something is one of the layers, or older than one of the same project. */
function isReached({ catalogue, table }: Pick<Telling, 'catalogue' | 'table'>, mendedBy: RecordId): boolean {
  const mends = recordOf(catalogue, 'release', mendedBy);
  return table.layers.some(({ id, distribution }) => {
    if (id === mendedBy) return true;
    const release = recordOf(catalogue, 'release', id);
    return (
      mends !== undefined &&
      distribution === mends.distribution &&
      compareWhen(release?.date ?? '', mends.date ?? '') >= 0
    );
  });
}

/** What is changed against others than the base: the release before, a sibling. */
export function whatIsNewAgainst(telling: Telling): Statement[] {
  const { catalogue, subject } = telling;
  const state = statementMaker(subject, 'changes');
  return recordsAbout(telling, topOf(telling), 'change').flatMap((change) =>
    change.against && findFactKey(change.key)
      ? [
          state(
            'against',
            { change, against: nameOf(catalogue, change.against) },
            {
              area: findFactKey(change.key)!.area,
              sources: change.sources,
              to: { fact: change.key },
              leads: true,
            },
          ),
        ]
      : [],
  );
}

/** What each author makes of it. */
export function howItIsJudged(telling: Telling): Statement[] {
  const { subject, day } = telling;
  const state = statementMaker(subject, 'verdict');
  const said = recordsAbout(telling, topOf(telling), 'assessment').filter(
    isToldOn(day, topOf(telling).edition),
  );
  return standingOpinions(said)
    .toReversed()
    .map((assessment) =>
      state(
        'verdict',
        { assessment },
        {
          sources: assessment.source ? [assessment.source] : [],
          to: { part: 'assessment' },
          leads: true,
        },
      ),
    );
}

/** What is announced or foreseen, the nearest first. */
export function whatIsPlanned(telling: Telling): Statement[] {
  const { subject, day } = telling;
  const state = statementMaker(subject, 'ahead');
  return recordsAbout(telling, topOf(telling), 'plan')
    .filter(isToldOn(day))
    .sort((a, b) => compareWhen(a.due ?? '9999', b.due ?? '9999'))
    .map((plan) =>
      state(
        'plan',
        { plan },
        { sources: plan.source ? [plan.source] : [], to: { part: 'evidence' }, leads: true },
      ),
    );
}
