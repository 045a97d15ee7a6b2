/** A side by side as data with a stable shape, and as a table for spreadsheets. */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { formatDay } from '../catalogue/days.ts';
import type { Compared } from '../comparing/compareSides.ts';
import type { Outcome } from '../comparing/outcome.ts';
import {
  countPoints,
  labelOfPoints,
  POINT_AREAS,
  type ElementLine,
  type Point,
  type SideValue,
} from '../comparing/point.ts';
import { wordsOn, type PointWord, type SaidOfSides } from '../comparing/words.ts';
import { nameOf } from '../lineage/names.ts';
import { isTold } from '../comparing/verdict.ts';
import {
  sideSentences,
  wordBar,
  wordElementValue,
  wordOnPoint,
  wordOutcome,
  wordSideValue,
  wordVerdict,
} from '../wording/sideText.ts';
import { formatCsv } from './csv.ts';

/** What a document of a side by side is made from. */
export interface SideDocument {
  readonly catalogue: Catalogue;
  readonly compared: Compared;
  readonly said: SaidOfSides;
  readonly outcomes: readonly Outcome[];
  /** Days since 1970-01-01. */
  readonly day: number;
}

/** The side by side as data. */
export function sideReport({ catalogue, compared, said, outcomes, day }: SideDocument) {
  const { sides, names, tables, trunk, points, counts } = compared;
  const results = outcomes.map((outcome) => ({ outcome, text: wordOutcome(compared, outcome) }));
  const cited = new Set(points.flatMap(({ values }) => values.flatMap(({ sources }) => sources)));
  return {
    on: formatDay(day),
    subjects: sides.map(({ id, edition, on, source }, place) => {
      const { layers } = tables[place];
      const top = layers[layers.length - 1];
      return {
        id: top.id,
        name: names[place],
        asked: id,
        edition: recordOf(catalogue, 'edition', edition ?? top.edition ?? '')?.name ?? null,
        on: on ?? null,
        source: source ?? null,
        chain: layers.map((layer) => nameOf(catalogue, layer.id)),
      };
    }),
    trunk: trunk && {
      id: trunk.distribution,
      name: nameOf(catalogue, trunk.distribution),
      releases: compared.trunkNames,
    },
    points: points.map((point) => pointOf(point, said.words)),
    counts,
    areas: Object.fromEntries(
      POINT_AREAS.map(({ id }) => [id, countPoints(points.filter(({ area }) => area === id))]),
    ),
    outcomes: results.map(({ outcome, text }) => ({
      audience: outcome.audience,
      better: outcome.better === undefined ? null : names[outcome.better],
      sums: outcome.sums,
      lead: outcome.lead ?? null,
      decidedBy: outcome.decidedBy,
      turnedByWeight: outcome.turnedByWeight,
      turnedByValue: outcome.turnedByValue,
      text,
    })),
    sentences: [...sideSentences(compared).map(({ text }) => text), ...results.map(({ text }) => text)],
    sources: Object.fromEntries(
      [...cited].flatMap((id) => {
        const source = recordOf(catalogue, 'source', id);
        return source ? [[id, { title: source.title, kind: source.sourceKind, place: source.place }]] : [];
      }),
    ),
  };
}

function pointOf(point: Point, words: readonly PointWord[]) {
  const { key, area, fact, values, trunk, verdict, elements } = point;
  return {
    key,
    area,
    label: fact.label,
    values: values.map((value) => valueOf(point, value)),
    trunk: trunk.map((value) => valueOf(point, value)),
    verdict: verdict.kind,
    ...(verdict.kind === 'unknown' && { knownOf: verdict.knownOf }),
    reason: verdict.kind === 'not comparable' ? wordBar(verdict.reason) : null,
    ...(elements.length > 0 && { elements: elements.map(elementOf) }),
    words: wordsOn(point, words).map(({ said, author }) => ({ said, author })),
  };
}

const valueOf = (point: Point, value: SideValue) => ({
  text: wordSideValue(point, value),
  state: value.state,
  setBy: value.setBy || null,
  sources: value.sources,
});

const elementOf = (line: ElementLine) => ({
  name: line.name,
  verdict: line.verdict,
  values: line.values.map((value) => wordElementValue(line, value)),
});

/**
 * The points of which something is known as a table (RFC 4180): a row each, for each side its value, who set it and the
 * sources by title. Cells that a spreadsheet would take for a formula begin with an apostrophe.
 */
export function formatSideCsv({ catalogue, compared, said }: SideDocument): string {
  const { names, points } = compared;
  const head = [
    'area',
    'point',
    ...names.flatMap((name) => [name, `${name}: set by`, `${name}: sources`]),
    'verdict',
    'word',
  ];
  const rows = points.filter(isTold).map((point) => [
    labelOfPoints(point.area),
    point.fact.label,
    ...point.values.flatMap((value) => [
      wordSideValue(point, value),
      value.setBy,
      value.sources.map((id) => nameOf(catalogue, id)).join('; '),
    ]),
    wordVerdict(compared, point),
    wordsOn(point, said.words)
      .map((word) => wordOnPoint(compared, word))
      .join('; '),
  ]);
  return formatCsv({ head, rows });
}
