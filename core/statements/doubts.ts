/** What was seen and is not to be relied on, what is claimed, and what is unsettled: the last parts of the first page. */
import { labelOfArea } from '../catalogue/areas.ts';
import type { Claim } from '../catalogue/claim.ts';
import { elementsOfValue } from '../catalogue/factValue.ts';
import { recordsOfSubject } from '../catalogue/pointers.ts';
import { subjectsOfLayer } from '../lineage/chain.ts';
import type { Reading } from '../catalogue/reading.ts';
import { allPointsOf, countByRule, type OpenPoint } from '../open/openPoints.ts';
import type { OpenRule } from '../open/openRules.ts';
import type { Cell } from '../layers/cell.ts';
import { changesOf } from '../layers/changes.ts';
import type { Telling } from './telling.ts';
import { toldOfKeys, toldReading, type ToldReading } from './told.ts';
import { statementMaker, type Statement } from './statement.ts';

/** What is spoiled, what was taken over unchecked, and what differs by what was around it. */
export function whatIsDoubtful({ catalogue, table, subject, told }: Telling): Statement[] {
  const state = statementMaker(subject, 'doubt');
  const all = [...told.values()];
  const taken = all.filter((each) => each.state === 'takenOver');
  return [
    ...table.rows.flatMap(({ fact, cells }) => {
      const each = told.get(fact.key);
      const says = each ? unreliable(cells[cells.length - 1]) : [];
      return says.length > 0
        ? [
            state(
              'spoiled',
              { says: says.map((reading) => toldReading(catalogue, reading)) },
              {
                ...{ told: [each!], sources: says.flatMap(({ source }) => source ?? []) },
                leads: true,
              },
            ),
          ]
        : [];
    }),
    ...all
      .filter(({ others, key }) => others.length > 0 && !TOLD_WITH_FACT.has(key))
      .map((each) => state('differs', {}, { told: [each] })),
    ...(taken.length ? [state('takenOver', { count: taken.length }, { told: taken, leads: true })] : []),
  ];
}

/** What was seen and cannot be relied on, the best first, where nothing else is known. */
function unreliable({ spoiled, readings }: Cell): readonly Reading[] {
  if (!spoiled) return [];
  const replaced = new Set(readings.map(({ replaces }) => replaces));
  const others = readings.filter(
    ({ id, spoiledBy }) => spoiledBy.length > 0 && id !== spoiled.id && !replaced.has(id),
  );
  return [spoiled, ...others];
}

/** Remarks on facts, and reasons of what no computed change tells: each where it has no sentence of its own. */
export function whatIsRemarked({ table, subject, told }: Telling): Statement[] {
  const state = statementMaker(subject, 'practice');
  const changed = new Set(changesOf(table).map(({ fact }) => fact.key));
  const remarked = [...told.values()].filter(
    ({ reading, isSaid }) => isSaid && reading !== undefined && isRemark(reading),
  );
  const whys = table.rows.flatMap(({ fact, cells }) => {
    const notes = cells[cells.length - 1].recorded.filter(
      ({ motive, consequence }) => motive !== '' || consequence !== '',
    );
    return notes.length > 0 && !changed.has(fact.key)
      ? [
          state(
            'why',
            { notes },
            {
              ...{ area: fact.area, told: toldOfKeys(told, fact.key), to: { fact: fact.key } },
              sources: notes.flatMap(({ sources }) => sources),
            },
          ),
        ]
      : [];
  });
  return [...(remarked.length > 0 ? [state('remarks', {}, { told: remarked })] : []), ...whys];
}

/** What somebody noted by hand: not how a program derived a value, nor how it was calculated. */
const isRemark = ({ note, marks }: ToldReading) =>
  note !== '' && !/ = \d/.test(note) && !marks.includes('takenOver');

/** Figures that are told side by side where they stand. */
const TOLD_WITH_FACT: ReadonlySet<string> = new Set(['footprint.memory', 'footprint.memoryUsed']);

/** What the project, or somebody else, claims, with what was found. */
export function whatIsClaimed({ catalogue, table, subject, told }: Telling): Statement[] {
  const state = statementMaker(subject, 'claims');
  const top = table.layers[table.layers.length - 1];
  return subjectsOfLayer(top)
    .flatMap((id) => recordsOfSubject(catalogue, id, 'claim'))
    .map((claim) => {
      const found = countFound(claim, told.get(claim.key)?.value);
      return state(
        'claim',
        { claim, ...(found !== undefined && { found }) },
        {
          told: toldOfKeys(told, claim.key),
          sources: claim.source ? [claim.source] : [],
          to: { part: 'assessment' },
        },
      );
    });
}

/** A number that is claimed for a list is held against how many it has. */
function countFound({ value }: Claim, known: Reading['value']): number | undefined {
  return typeof value === 'number' && Array.isArray(known) ? elementsOfValue(known).length : undefined;
}

/** Rules whose points are told in a sentence of their own, here or in another part. */
const TOLD_RULES: ReadonlySet<OpenRule> = new Set([
  'contradiction',
  'spoiled',
  'notFoundOut',
  'notBorneOut',
  'claimUnchecked',
  'claimRefuted',
  'lineageUnknown',
  'supportGap',
  'supportDiffers',
  'takenOver',
  'question',
  'areaUnseen',
]);

/** Contradictions, what could not be found out, what the base does not bear out, questions; areas that nobody looked at; the rest by its number. */
export function whatIsUnsettled(telling: Telling): Statement[] {
  const { catalogue, table, subject } = telling;
  const state = statementMaker(subject, 'unsettled');
  const all = allPointsOf(catalogue, table);
  const points = all.filter((point) => point.state === 'open');
  const statements = points.flatMap((point) => pointStatement(telling, point) ?? []);
  const unseen = points.flatMap((point) => (point.rule === 'areaUnseen' ? [point.area] : []));
  if (unseen.length)
    statements.push(
      state(
        'unseen',
        { areas: unseen.map(labelOfArea) },
        { to: { fact: table.rows.find(({ fact }) => fact.area === unseen[0])!.fact.key } },
      ),
    );
  const counts = countByRule(points.filter(({ rule }) => !TOLD_RULES.has(rule)));
  const aside = all.length - points.length;
  if (Object.keys(counts).length || aside)
    statements.push(state('alsoOpen', { counts, aside }, { to: { part: 'settle' } }));
  return statements;
}

function pointStatement({ catalogue, subject, told }: Telling, point: OpenPoint): Statement | null {
  const state = statementMaker(subject, 'unsettled');
  switch (point.rule) {
    case 'contradiction': {
      const { row } = point;
      const cell = row.cells[row.cells.length - 1];
      const says = [
        cell.inForce!,
        ...cell.disagreements
          .filter(({ explainedBy }) => explainedBy.length === 0)
          .map(({ reading }) => reading),
      ];
      return state(
        'contradiction',
        { says: says.map((reading) => toldReading(catalogue, reading)) },
        {
          told: toldOfKeys(told, row.fact.key),
          sources: says.flatMap(({ source }) => source ?? []),
          to: { fact: row.fact.key },
          leads: true,
        },
      );
    }
    case 'notBorneOut': {
      const { settled } = point;
      const { sources } = settled.record;
      return state('notBorneOut', { settled }, { sources, to: { fact: settled.fact.key }, leads: true });
    }
    case 'question':
      return state(
        'question',
        { text: point.question.text, tried: point.question.tried },
        { to: { part: 'assessment' } },
      );
    case 'notFoundOut':
      return state('notFoundOut', {}, { told: toldOfKeys(told, point.row.fact.key) });
    default:
      return null;
  }
}
