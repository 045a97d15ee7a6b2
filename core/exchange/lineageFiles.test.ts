/** Files of the lineage: pictures and graphs are well formed whatever the names, and hold what is shown. */
import { spawnSync } from 'node:child_process';
import fc from 'fast-check';
import { SaxesParser, type SaxesTagPlain } from 'saxes';
import { describe, expect, it } from 'vitest';
import { catalogueOf, distribution, link } from '../../testing/catalogues.ts';
import { describeWith } from '../../testing/tools.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { STRIP_AREAS } from '../catalogue/stripAreas.ts';
import { plateFacts } from '../overview/plateFacts.ts';
import { lineageGraph } from '../lineage/lineageGraph.ts';
import { DETAILS } from '../lineage/map/detail.ts';
import { layoutMap } from '../lineage/map/layoutMap.ts';
import { shapeOf } from '../lineage/map/shapeOf.ts';
import { formatDot, formatGraphMl } from './graphFile.ts';
import { formatMapPicture } from '../drawing/mapPicture.ts';
import { drawPlate } from '../drawing/plateDrawing.ts';
import { fitText, roughMeasure } from '../drawing/fitText.ts';

const TODAY = firstDayOf('2026-11-24');
const subjectOf = (names: readonly string[]) => {
  const records = names.map(
    (name, i) => ({ ...distribution(`n${i}`), name }) as ReturnType<typeof distribution>,
  );
  const links = names.slice(1).map((_, i) => link(`distribution:n${i + 1}`, 'distribution:n0'));
  const catalogue = catalogueOf(...records, ...links);
  const graph = lineageGraph(catalogue, TODAY);
  const factsOf = (id: string) => plateFacts(catalogue, graph.nodes.get(id)!, TODAY);
  return { graph, factsOf, title: names[0], date: '2026-11-24' };
};
function tagsOf(xml: string): SaxesTagPlain[] {
  const tags: SaxesTagPlain[] = [];
  const parser = new SaxesParser();
  parser.on('error', (error) => {
    throw error;
  });
  parser.on('opentag', (tag) => tags.push(tag));
  parser.write(xml).close();
  return tags;
}
const hostile = fc.array(
  fc.oneof(
    fc
      .string({ unit: 'grapheme', minLength: 1, maxLength: 30 })
      .map((text) => text.replace(/[\r\n]/g, ' ') || 'x'),
    fc.constantFrom('<b>&"\'', 'a\\"b', '\u0000\u0007', ']]>', '-->', '${x}'),
  ),
  { minLength: 1, maxLength: 6 },
);

describe('graph files', () => {
  it('as GraphML are well formed for any names', () => {
    fc.assert(
      fc.property(hostile, (names) => {
        const tags = tagsOf(formatGraphMl(subjectOf(names)));
        expect(tags.filter(({ name }) => name === 'node')).toHaveLength(names.length);
        const edges = tags.filter(({ name }) => name === 'edge');
        expect(edges.map(({ attributes }) => attributes.source)).toEqual(
          names.slice(1).map(() => 'distribution:n0'),
        );
      }),
    );
  });
  it('hold only what is shown', () => {
    const subject = { ...subjectOf(['a', 'b', 'c']), shown: new Set(['distribution:n0', 'distribution:n2']) };
    const tags = tagsOf(formatGraphMl(subject)).filter(({ name }) => name === 'node' || name === 'edge');
    expect(tags.map(({ attributes }) => attributes.id)).toEqual(['distribution:n0', 'distribution:n2', 'e0']);
  });
});

describeWith(['dot'], 'graph files in the DOT language', () => {
  it('are read by Graphviz for any names', () => {
    fc.assert(
      fc.property(hostile, (names) => {
        const dot = formatDot(subjectOf(names));
        const read = spawnSync('dot', ['-Tplain'], { input: dot, encoding: 'utf8' });
        expect(read.stderr).not.toContain('syntax error');
        expect(read.stdout.split('\n').filter((line) => line.startsWith('node '))).toHaveLength(names.length);
      }),
      { numRuns: 15 },
    );
  });
});

describe('pictures', () => {
  const inks = [
    'ink',
    'soft',
    'track',
    'trouble',
    'surface',
    'background',
    'line',
    ...STRIP_AREAS.map(({ id }) => id),
  ];
  const colours = Object.fromEntries(inks.map((ink) => [ink, '#123456'])) as never;
  it('are well formed for any names and every detail, and point to nothing outside', () => {
    fc.assert(
      fc.property(hostile, fc.constantFrom(...DETAILS), (names, detail) => {
        const subject = subjectOf(names);
        const svg = formatMapPicture({
          ...subject,
          ...{ layout: layoutMap(shapeOf(subject.graph)).at(detail), subtitle: 'today', colours },
          ...{ familyColour: () => '#654321', measure: roughMeasure, font: 'sans-serif' },
        });
        const tags = tagsOf(svg);
        expect(tags[0].name).toBe('svg');
        expect(svg).not.toContain('undefined');
        expect(svg.replace('http://www.w3.org/2000/svg', '')).not.toMatch(/https?:|href/);
      }),
      { numRuns: 40 },
    );
  });
  it('have room between the title and the map for lines that run above it', () => {
    const subject = subjectOf(['a', 'b']);
    const layout = layoutMap(shapeOf(subject.graph)).at(DETAILS[0]);
    const placesOf = (above: number) => {
      const svg = formatMapPicture({
        ...subject,
        ...{ layout: { ...layout, above }, subtitle: 'today', colours },
        ...{ familyColour: () => '#654321', measure: roughMeasure, font: 'sans-serif' },
      });
      const [, top] = /<g transform="translate\(\d+ (\d+)\)">/.exec(svg)!;
      const [, subtitle] = / y="([\d.]+)"[^>]*>today</.exec(svg)!;
      const [, height] = /<svg [^>]*height="([\d.]+)"/.exec(svg)!;
      return { top: Number(top), subtitle: Number(subtitle), height: Number(height) };
    };
    for (const above of [0, 16, 200]) {
      const { top, subtitle, height } = placesOf(above);
      expect(top - above).toBeGreaterThan(subtitle);
      expect(height - placesOf(0).height).toBe(top - placesOf(0).top);
    }
  });
  it('keep texts within their plates', () => {
    fc.assert(
      fc.property(hostile, fc.constantFrom(...DETAILS), (names, detail) => {
        const { graph, factsOf } = subjectOf(names);
        for (const id of graph.nodes.keys())
          for (const mark of drawPlate(factsOf(id), detail, roughMeasure)) {
            const right =
              mark.x + (mark.type === 'rect' ? mark.width : roughMeasure(mark.text, mark.size, mark.weight));
            expect(right).toBeLessThanOrEqual(detail.width + 0.01);
            expect(mark.y).toBeLessThanOrEqual(detail.height);
          }
      }),
    );
  });
  it('cut texts with an ellipsis, as late as can be', () => {
    expect(fitText('Tidewater', 13, 700, 1000, roughMeasure)).toBe('Tidewater');
    const cut = fitText('Tidewater and Ebb', 13, 700, 60, roughMeasure);
    expect(cut).toBe('Tidewat…');
  });
});
