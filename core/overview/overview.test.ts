/** Open points and support are computed once: whoever shows them shows the same. Over every plate of the sample. */
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { builtSample } from '../../testing/builtSample.ts';
import { catalogueOf, distribution, link, reading, release, valueOf } from '../../testing/catalogues.ts';
import { boundsOf } from '../catalogue/when.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { parseCatalogueFile } from '../exchange/catalogueFile.ts';
import { layerTable } from '../layers/layerTable.ts';
import { chainOf } from '../lineage/chain.ts';
import { lineageGraph } from '../lineage/lineageGraph.ts';
import type { Statement } from '../statements/statement.ts';
import { dossierStatements } from '../statements/dossierStatements.ts';
import { headFiguresOf } from '../wording/keyFigures.ts';
import { openPointsOf } from '../open/openPoints.ts';
import { plateFacts } from './plateFacts.ts';
import { supportOf, supportWindows } from '../support/support.ts';
import { timelineOf } from './timeline.ts';

const TODAY = firstDayOf('2026-11-24');
const { catalogue } = valueOf(
  parseCatalogueFile(readFileSync(`${builtSample()}catalogue.json`, 'utf8'), 'catalogue.json'),
);
const graph = lineageGraph(catalogue, TODAY);
const plates = [...graph.nodes.values()].map((node) => plateFacts(catalogue, node, TODAY));

/** How many open points a statement tells. */
function pointsTold({ kind, params, part }: Statement, open: ReadonlySet<string>): number {
  if (kind === 'unseen' && 'areas' in params) return params.areas.length;
  if (kind === 'alsoOpen' && 'counts' in params)
    return Object.values(params.counts).reduce((sum, count) => sum + count, 0);
  if ('claim' in params)
    return ['unchecked', 'refuted', 'partly'].includes(params.claim.verdict) && !params.claim.settled ? 1 : 0;
  if (kind === 'support' && 'gap' in params)
    return (params.gap?.most ?? 0) > 0 && open.has('supportGap') ? 1 : 0;
  if (kind === 'supportRules') return open.has('supportDiffers') ? 1 : 0;
  if (kind === 'takenOver' && 'count' in params) return params.count;
  return part === 'unsettled' || kind === 'spoiled' || kind === 'baseUnknown' ? 1 : 0;
}

describe('open points', () => {
  it('are the same on the plate, of the whole table, and in the summary', () => {
    expect(plates.length).toBeGreaterThan(28);
    for (const { layer, openPoints, name } of plates) {
      const table = layerTable(catalogue, chainOf(catalogue, layer, TODAY));
      const points = openPointsOf(catalogue, table);
      expect(openPoints, name).toBe(points.length);
      const open = new Set<string>(points.map(({ rule }) => rule));
      const statements = dossierStatements(catalogue, table, TODAY);
      const told = statements.reduce((sum, statement) => sum + pointsTold(statement, open), 0);
      expect(told, name).toBe(openPoints);
    }
    expect(plates.filter(({ openPoints }) => openPoints > 0).length).toBeGreaterThan(5);
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
    expect(of('2029-06-30', '2029-05-01').gap).toEqual({ least: 60, most: 60 });
    expect(of('2029-04-30', '2029-05-01').gap).toEqual({ least: -1, most: -1 });
    expect(of('2029-06', '2029-06-30').gap).toEqual({ least: -29, most: 0 });
    expect(of('2029-06', '').gap).toBeUndefined();
    const made = ends('2029-06-30', '2029-05-01');
    const windows = supportWindows(made, layerTable(made, chainOf(made, 'release:b-1', TODAY)));
    expect(windows.map(({ from, to }) => [from, to])).toEqual([
      [boundsOf('2026-01-01')!.first, boundsOf('2029-05-01')!.last],
      [boundsOf('2026-02-01')!.first, boundsOf('2029-06-30')!.last],
    ]);
  });
});
