/** Open points and support are computed once: whoever shows them shows the same. Over every plate of the sample. */
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { builtSample } from '../../testing/builtSample.ts';
import {
  catalogueOf,
  distribution,
  link,
  reading,
  release,
  source,
  valueOf,
} from '../../testing/catalogues.ts';
import { createClaim } from '../catalogue/claim.ts';
import { createQuestion } from '../catalogue/question.ts';
import { withRecords } from '../catalogue/applyDiff.ts';
import { boundsOf } from '../catalogue/when.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { parseCatalogueFile } from '../exchange/catalogueFile.ts';
import { layerTable } from '../layers/layerTable.ts';
import { chainOf } from '../lineage/chain.ts';
import { lineageGraph } from '../lineage/lineageGraph.ts';
import { dossierStatements } from './statements/dossierStatements.ts';
import { headFiguresOf } from '../wording/keyFigures.ts';
import { openPointsOf } from './openPoints.ts';
import { plateFacts } from './plateFacts.ts';
import { supportOf, supportWindows } from './support/support.ts';
import { timelineOf } from './timeline.ts';

const TODAY = firstDayOf('2026-11-24');
const { catalogue } = valueOf(
  parseCatalogueFile(readFileSync(`${builtSample()}catalogue.json`, 'utf8'), 'catalogue.json'),
);
const graph = lineageGraph(catalogue, TODAY);
const plates = [...graph.nodes.values()].map((node) => plateFacts(catalogue, node, TODAY));

describe('open points', () => {
  it('are the same on the plate, of the whole table, and in the summary', () => {
    expect(plates.length).toBeGreaterThan(28);
    for (const { layer, openPoints, name } of plates) {
      const table = layerTable(catalogue, chainOf(catalogue, layer, TODAY));
      expect(openPoints, name).toBe(openPointsOf(catalogue, table).length);
      const statements = dossierStatements(catalogue, table, TODAY);
      const told = statements.filter(
        ({ kind, part, params }) =>
          (part === 'unsettled' && kind !== 'unseen') ||
          kind === 'spoiled' ||
          ('claim' in params && ['refuted', 'partly'].includes(params.claim.verdict)),
      );
      expect(told.length, name).toBe(openPoints);
    }
    expect(plates.filter(({ openPoints }) => openPoints > 0).length).toBeGreaterThan(5);
  });
  it('come with their cause and go with it, each by its own rule', () => {
    const base = catalogueOf(
      distribution('a'),
      release('a', '1', '2026-01-01'),
      source('one', 'page', '2026-01-02'),
      source('two', 'page', '2026-01-03'),
      reading('release:a-1', 'themes.icons', { value: 'Plain' }, { source: 'source:one' }),
    );
    const rulesOf = (of: typeof base) =>
      openPointsOf(of, layerTable(of, chainOf(of, 'release:a-1', TODAY))).map(({ rule }) => rule);
    expect(rulesOf(base)).toEqual([]);
    const other = reading('release:a-1', 'themes.icons', { value: 'Sedge' }, { source: 'source:two' });
    expect(rulesOf(withRecords(base, [other]))).toEqual(['contradiction']);
    expect(
      rulesOf(withRecords(base, [{ ...other, replaces: 'reading:release-a-1-themes.icons-one' }])),
    ).toEqual([]);
    const spoiled = reading('release:a-1', 'themes.cursor', { value: 'x' }, { spoiledBy: ['live image'] });
    expect(rulesOf(withRecords(base, [spoiled]))).toEqual(['spoiled']);
    const claim = createClaim({ id: 'claim:c', subject: 'release:a-1', wording: 'nine layouts' });
    expect(rulesOf(withRecords(base, [claim]))).toEqual([]);
    expect(rulesOf(withRecords(base, [{ ...claim, verdict: 'partly' }]))).toEqual(['claim']);
    expect(rulesOf(withRecords(base, [{ ...claim, verdict: 'confirmed' }]))).toEqual([]);
    const question = createQuestion({ id: 'question:q', subject: 'distribution:a', text: 'Who pays?' });
    expect(rulesOf(withRecords(base, [question]))).toEqual(['question']);
    expect(rulesOf(withRecords(base, [{ ...question, answer: 'Nobody.' }]))).toEqual([]);
  });
});

describe('support', () => {
  it('ends on one and the same day on the plate, in the head, the summary and the time line', () => {
    for (const { layer, supportEnd, name } of plates) {
      const table = layerTable(catalogue, chainOf(catalogue, layer, TODAY));
      const { own } = supportOf(catalogue, table);
      expect(supportEnd, name).toBe(own.end);
      const figure = headFiguresOf(catalogue, table, TODAY).find(({ label }) => label === 'end of support');
      expect(figure?.value ?? '', name).toBe(own.end && formatWhen(own.end));
      const drawn = timelineOf(catalogue, table.layers.at(-1)!.distribution, TODAY).releases.find(
        (each) => each.release.id === layer,
      );
      if (drawn) expect(drawn.supportEnd, name).toBe(own.end);
    }
    expect(plates.filter(({ supportEnd }) => supportEnd).length).toBeGreaterThan(5);
  });
  it('outlasts that of the base by as many days as lie between the two ends', () => {
    const ends = (own: string, base: string) =>
      catalogueOf(
        distribution('a'),
        distribution('b'),
        release('a', '1', '2026-01-01'),
        release('b', '1', '2026-02-01'),
        link('release:b-1', 'release:a-1'),
        ...(base ? [reading('release:a-1', 'model.supportEnd', { value: base })] : []),
        reading('release:b-1', 'model.supportEnd', { value: own }),
      );
    const of = (own: string, base: string) => {
      const made = ends(own, base);
      return supportOf(made, layerTable(made, chainOf(made, 'release:b-1', TODAY)));
    };
    expect(of('2029-06-30', '2029-05-01').gapDays).toBe(60);
    expect(of('2029-04-30', '2029-05-01').gapDays).toBe(-1);
    expect(of('2029-06', '2029-06-30').gapDays).toBe(0);
    expect(of('2029-06', '').gapDays).toBeUndefined();
    const made = ends('2029-06-30', '2029-05-01');
    const windows = supportWindows(made, layerTable(made, chainOf(made, 'release:b-1', TODAY)));
    expect(windows.map(({ from, to }) => [from, to])).toEqual([
      [boundsOf('2026-01-01')!.first, boundsOf('2029-05-01')!.last],
      [boundsOf('2026-02-01')!.first, boundsOf('2029-06-30')!.last],
    ]);
  });
});
