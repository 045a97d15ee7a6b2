import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { conditionsOf } from '../core/capture/conditions.ts';
import { proposeFacts } from '../core/capture/proposeFacts.ts';
import { readFiles } from '../core/capture/readFiles.ts';
import { assembleDrop } from '../core/capture/system.ts';
import { opinionsOf, standingOpinions } from '../core/assessments/standing.ts';
import { scoreOf } from '../core/catalogue/assessment.ts';
import { recordsOf, type Catalogue } from '../core/catalogue/catalogue.ts';
import { RELATIONS } from '../core/catalogue/relations.ts';
import { firstDayOf } from '../core/catalogue/days.ts';
import { formatCatalogueFile, parseCatalogueFile } from '../core/exchange/catalogueFile.ts';
import { layerTable } from '../core/layers/layerTable.ts';
import { basesOf } from '../core/lineage/bases.ts';
import { chainOf } from '../core/lineage/chain.ts';
import { checkLink } from '../core/lineage/checkLink.ts';
import { lineageGraph } from '../core/lineage/lineageGraph.ts';
import { builtSample, inputFile, packageLines, sampleWorld } from '../testing/builtSample.ts';
import { describeWith, run } from '../testing/tools.ts';
import { packCapture, type Capture } from './captures/createCapture.ts';
import { createCaptures, createSample, notesFiles } from './createSample.ts';
import { mirrorFiles } from './repositories/writeMirror.ts';
import { readNotes } from './scenario/readNotes.ts';
import { SAMPLE_DATE } from './seed.ts';
import { createRepositories } from './world/index.ts';
import { packagesOn, servedDay } from './world/repository.ts';

const TODAY = firstDayOf(SAMPLE_DATE);
const out = builtSample();
const { world, repositories } = sampleWorld();
const text = readFileSync(join(out, 'catalogue.json'), 'utf8');
let catalogue: Catalogue;
let captures: Capture[];
const all = <K extends Parameters<typeof recordsOf>[1]>(kind: K) => [...recordsOf(catalogue, kind)];

beforeAll(() => {
  const parsed = parseCatalogueFile(text, 'catalogue.json');
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.issues.slice(0, 3)));
  catalogue = parsed.value.catalogue;
  captures = createCaptures(world, repositories);
}, 60_000);

describe('the generator', () => {
  it('gives the same bytes again for the same seed: catalogue, captures, repositories', async () => {
    expect(formatCatalogueFile(createSample(world, repositories, captures), `${SAMPLE_DATE}T00:00:00Z`)).toBe(
      text,
    );
    for (const capture of captures) {
      const file = readFileSync(join(out, 'captures', `${capture.system.key}.tar.gz`));
      expect(file.equals(await packCapture(capture)), capture.system.key).toBe(true);
    }
    const some = [
      'larkspur-brindle-security',
      'tidewater-kelp',
      'undershaw-under',
      'quickthorn-own',
      'nettlebed-21',
    ];
    for await (const { path, bytes } of mirrorFiles(
      world,
      some.map((id) => repositories.get(id)!),
    ))
      expect(readFileSync(join(out, 'mirror', path)).equals(bytes), path).toBe(true);
  }, 120_000);
  it('gives another world for another seed', () => {
    const states = (made: ReturnType<typeof createRepositories>) =>
      JSON.stringify([...made.repositories.get('larkspur-brindle')!.history].slice(0, 100));
    const other = createRepositories(7);
    expect(states(other)).toBe(states(createRepositories(7)));
    expect(states(other)).not.toBe(states({ world, repositories }));
  }, 60_000);
});

describe('the world', () => {
  it('has about 3,000 source packages in each family, and histories of more than three years', () => {
    for (const family of ['deb', 'rpm', 'alpm'] as const) {
      expect(world.upstreamOf(family).size).toBeGreaterThan(2800);
      const long = [...repositories.values()].filter(
        (each) => each.family === family && each.days.at(-1)! - each.days[0] > 3 * 365,
      );
      if (family !== 'rpm') expect(long.length).toBeGreaterThan(0);
    }
    const graywether = [...repositories.values()]
      .filter(({ owner }) => owner === 'Graywether')
      .flatMap(({ days }) => days);
    expect(Math.max(...graywether) - Math.min(...graywether)).toBeGreaterThan(3 * 365);
  });
  it('keeps the states of every package in order, and remembers what each was made from', () => {
    for (const { history, id } of repositories.values()) {
      for (const [name, states] of history) {
        states.forEach((state, i) => {
          if (i > 0) expect(state.day, `${id} ${name}`).toBeGreaterThan(states[i - 1].day);
          if (state.cause === 'patched' && state.from)
            expect(
              state.revision.startsWith(state.from.revision.replace(/\+b\d+$/, '')),
              `${id} ${name} ${state.revision}`,
            ).toBe(true);
        });
      }
    }
  });
});

describe('the scenario', () => {
  it('has its whole cast', () => {
    expect(all('distribution').length).toBeGreaterThanOrEqual(28);
    expect(all('release').length).toBeGreaterThanOrEqual(60);
    expect(all('reading').length).toBeGreaterThanOrEqual(900);
    expect(all('source').length).toBeGreaterThanOrEqual(150);
    expect(new Set(all('link').map(({ relation }) => relation))).toEqual(new Set(Object.keys(RELATIONS)));
    expect(all('distribution').every(({ aliases }) => aliases.length > 0)).toBe(true);
    const deepest = Math.max(
      ...[...lineageGraph(catalogue, TODAY).nodes.values()].map(({ generation }) => generation),
    );
    expect(deepest).toBe(4);
    expect(captures.length).toBeGreaterThanOrEqual(10);
    expect(new Set(captures.map(({ system }) => system.medium))).toEqual(new Set(['live', 'installed']));
  });
  it('has links that break no rule, and editions on bases of their own', () => {
    for (const link of all('link')) expect(checkLink(catalogue, link), link.id).toEqual([]);
    const chain = (id: string) => chainOf(catalogue, id, TODAY).map((layer) => layer.distribution.slice(13));
    expect(chain('release:penhallow-5')).toEqual(['larkspur', 'fenwick', 'tidewater', 'penhallow']);
    expect(chain('release:tidewater-ebb-4')).toEqual(['larkspur', 'tidewater']);
    expect(basesOf(catalogue, 'distribution:millrace', TODAY).links).toEqual([]);
    expect(basesOf(catalogue, 'distribution:varnley', firstDayOf('2025-06-01')).links[0].base).toBe(
      'distribution:fenwick',
    );
  });
  it('has contradictions, spoiled and stale readings, claims, questions, and assessments that disagree', () => {
    const table = layerTable(catalogue, chainOf(catalogue, 'release:tidewater-7.1', TODAY));
    const disputed = table.rows.filter(({ cells }) => cells.at(-1)!.disputed).map(({ fact }) => fact.key);
    expect(disputed).toEqual(expect.arrayContaining(['model.supportEnd', 'welcome.opens']));
    // Two tools that count memory differently contradict nothing: the tool explains it.
    const memory = table.rows.find(({ fact }) => fact.key === 'footprint.memory')!.cells.at(-1)!;
    expect(memory.disagreements.map(({ explainedBy }) => explainedBy)).toContainEqual(['tool']);
    expect(all('reading').filter(({ spoiledBy }) => spoiledBy.length > 0).length).toBeGreaterThan(15);
    expect(
      all('reading').filter(({ date }) => date && firstDayOf(date) < TODAY - 3 * 365).length,
    ).toBeGreaterThan(20);
    expect(new Set(all('claim').map(({ verdict }) => verdict))).toEqual(
      new Set(['unchecked', 'confirmed', 'partly', 'refuted']),
    );
    expect(all('question').length).toBeGreaterThan(10);
    const opinions = opinionsOf(catalogue, ['release:tidewater-7.1']);
    expect(opinions).toHaveLength(3);
    const scores = standingOpinions(opinions).map((each) => scoreOf(each)!);
    expect(scores).toHaveLength(2);
    expect(Math.abs(scores[0] - scores[1])).toBeGreaterThan(1);
  });
  it('has support that outlasts the base', () => {
    const end = (id: string) => {
      const value = layerTable(catalogue, chainOf(catalogue, id, TODAY))
        .rows.find(({ fact }) => fact.key === 'model.supportEnd')!
        .cells.at(-1)!.value;
      return firstDayOf(String(value));
    };
    expect(end('release:tidewater-7.1') - end('release:fenwick-31')).toBe(60);
    expect(end('release:penhallow-5')).toBeGreaterThan(end('release:tidewater-7.1'));
  });
  it('cites every source, and says nothing twice from one source', () => {
    const cited = new Set(
      [...all('reading'), ...all('claim'), ...all('fault'), ...all('plan'), ...all('event')].map(
        ({ source }) => source,
      ),
    );
    for (const { sources } of all('link')) sources.forEach((id) => cited.add(id));
    expect(
      all('source')
        .map(({ id }) => id)
        .filter((id) => !cited.has(id)),
    ).toEqual([]);
    const said = all('reading').map(({ subject, key, source, value }) =>
      JSON.stringify([subject, key, source, value]),
    );
    expect(said.filter((each, i) => said.indexOf(each) !== i)).toEqual([]);
  });
  it('measures what its packages say', () => {
    for (const { counts, accounts, id } of all('comparison')) {
      const { installed, ...classes } = counts;
      expect(
        Object.values(classes).reduce((a, b) => a + b),
        id,
      ).toBe(installed);
      expect(
        accounts.reduce((sum, { packages }) => sum + packages, 0),
        id,
      ).toBe(installed);
    }
    const share = (derivative: string) => {
      const { counts } = all('comparison').find((each) => each.derivative === derivative)!;
      return counts.same / counts.installed;
    };
    expect(share('release:fenwick-orchard-31')).toBe(1);
    expect(share('release:tidewater-7.1')).toBeGreaterThan(0.85);
    expect(share('distribution:rowanhall')).toBeLessThan(0.4);
  });
});

describeWith(['apt-cache'], 'the names', () => {
  it('are invented: no real package of this machine’s own index is called like one of the sample', () => {
    const real = new Set(run('apt-cache', ['pkgnames']).split('\n'));
    expect(real.size, 'run apt-get update first').toBeGreaterThan(10_000);
    const names = new Set([...world.projects.keys()].filter((name) => !name.startsWith('linux')));
    for (const repository of repositories.values())
      for (const { name } of packagesOn(world, repository, servedDay(repository))) names.add(name);
    for (const { name } of all('distribution')) names.add(name.toLowerCase().replaceAll(' ', '-'));
    expect(names.size).toBeGreaterThan(6000);
    expect([...names].filter((name) => real.has(name))).toEqual([]);
  });
});

describe('the captures', () => {
  it('are read whole: the package lists and the identification that the generator put in', async () => {
    for (const { system, installed } of captures) {
      const { systems, files } = assembleDrop(
        await readFiles([inputFile(join(out, 'captures', `${system.key}.tar.gz`), 'c.tar.gz')]),
      );
      expect(
        files.flatMap(({ issues }) => issues).filter(({ severity }) => severity !== 'note'),
        system.key,
      ).toEqual([]);
      expect(systems, system.key).toHaveLength(1);
      const [{ packages, identification }] = systems;
      expect(packageLines(packages!), system.key).toBe(
        installed
          .map(({ entry }) => `${entry.name} ${entry.version}`)
          .sort()
          .join('\n'),
      );
      expect(identification).toEqual(system.identification);
    }
  }, 60_000);
  it('give exactly the facts that the generator put in, with what the conditions spoil', async () => {
    for (const { system, facts } of captures) {
      const { systems } = assembleDrop(
        await readFiles([inputFile(join(out, 'captures', `${system.key}.tar.gz`), 'c.tar.gz')]),
      );
      const said = (
        list: readonly { key: string; value: unknown; spoiledBy?: string | readonly string[] }[],
      ) =>
        list
          .map(
            ({ key, value, spoiledBy = [] }) =>
              `${key} = ${JSON.stringify(value)} ${[spoiledBy].flat().join()}`,
          )
          .sort();
      expect(said(proposeFacts(systems[0])), system.key).toEqual(said(facts));
      expect(conditionsOf(systems[0]), system.key).toEqual({
        medium: system.medium,
        machine: system.machine,
        memoryMiB: system.memoryMiB,
        cores: system.cores,
        indexAgeDays: firstDayOf(system.taken) - firstDayOf(system.refreshed),
      });
    }
  }, 60_000);
  it('name in their manifest every file with its size and sum', () => {
    for (const { manifest, files } of captures) {
      const listed = manifest
        .split('\n')
        .filter((line) => line.startsWith('file\t'))
        .map((line) => line.split('\t')[1]);
      expect(listed.sort()).toEqual(Object.keys(files).sort());
    }
  });
  it('show facts that the readings of the catalogue repeat, spoiled where the image was live', () => {
    const capture = captures.find(({ system }) => system.key === 'tidewater-7.1-live')!;
    const readings = all('reading').filter(({ source }) => source === 'source:capture-tidewater-7.1-live');
    expect(readings).toHaveLength(capture.facts.length);
    expect(readings.find(({ key }) => key === 'defaults.fileSystem')!.spoiledBy).toEqual(['live image']);
    expect(readings.find(({ key }) => key === 'defaults.desktop')!.spoiledBy).toEqual([]);
  });
});

describe('the notes', () => {
  const reads = (...lines: string[]) => readNotes([{ name: 'n.txt', text: lines.join('\n') }]).records;
  it('are read by their lines', () => {
    const records = reads(
      '== A',
      'also: Ay, Eh',
      '-- 1 | one | 2020',
      '== B',
      '-- 2',
      '@ p | page | Page | https://b.example | 2021-03',
      'on: A 1 | copies | sure | since=2021',
      'model.kind = fixed [unsure] [spoiled: live image]',
      'kernel.version = =',
    );
    expect(records.find(({ kind }) => kind === 'link')).toMatchObject({
      derivative: 'release:b-2',
      base: 'release:a-1',
      since: '2021',
      sources: ['source:b-p'],
    });
    expect(records.filter(({ kind }) => kind === 'reading')).toMatchObject([
      { key: 'model.kind', value: 'fixed', certainty: 'unsure', spoiledBy: ['live image'], date: '2021-03' },
      { key: 'kernel.version', state: 'unchanged' },
    ]);
  });
  it.each([
    ['an unknown line', ['== A', 'nonsense'], /n\.txt, line 2: is no line/],
    ['an unknown key', ['== A', '@ p | page | P', 'model.nothing = 1'], /line 3: is no key/],
    [
      'a value of another type',
      ['== A', '@ p | page | P', 'repositories.holding = a while'],
      /line 3: does not fit number/,
    ],
    [
      'a base that is not there',
      ['== A', '@ p | page | P', 'on: B 1 | copies | sure'],
      /line 3: no distribution.*"B 1"/,
    ],
    ['a source that was not given', ['== A', '@ p'], /line 2: cites a source/],
  ])('are refused with file and line: %s', (_title, lines, message) => {
    expect(() => reads(...lines)).toThrow(message);
  });
  it('fit the fact sheet, all of them', () =>
    expect(readNotes(notesFiles()).records.length).toBeGreaterThan(800));
});
