/** `aspen dossier` on the sample's catalogue: subjects by id, name, version and sound, editions, days, and what goes wrong. */
import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { builtSample } from '../testing/builtSample.ts';

const ENTRY = fileURLToPath(new URL('aspen.mjs', import.meta.url));
const FILE = `${builtSample()}catalogue.json`;

function dossier(...args: string[]) {
  const { status, stdout, stderr } = spawnSync('node', [ENTRY, 'dossier', ...args], { encoding: 'utf8' });
  return { status, stdout, stderr };
}
interface Report {
  subject: { id: string; name: string; release: string | null; edition: string | null };
  on: string;
  dependsOnEdition:
    { edition: string; bases: { name: string; release: string | null; relation: string }[] }[] | null;
  bases: { name: string; release: string | null; relation: string }[];
  chain: string[];
  facts: {
    key: string;
    state: string;
    value: unknown;
    comparison: string | null;
    setBy: string | null;
    spoiledBy?: string[];
  }[];
  summary: { kind: string; part: string; text: string; sources: string[] }[];
  counts: Record<string, number>;
}
const reportOf = (...args: string[]) => {
  const { status, stdout } = dossier(FILE, ...args, '--json');
  expect(status).toBe(0);
  return JSON.parse(stdout) as Report;
};

describe('aspen dossier', () => {
  it('tells of a release by its id or its name with its version, and asks about what only sounds like it', () => {
    const byId = reportOf('release:tidewater-7.1', '--on', '2026-11-24');
    expect(byId).toMatchObject({
      subject: { id: 'release:tidewater-7.1', name: 'Tidewater', release: '7.1', edition: null },
      on: '2026-11-24',
      dependsOnEdition: null,
      bases: [{ name: 'Fenwick', release: '31', relation: 'installs from' }],
      chain: ['Larkspur 7', 'Fenwick 31', 'Tidewater 7.1'],
    });
    for (const name of ['Tidewater 7.1', 'tide water 7.1'])
      expect(reportOf(name, '--on', '2026-11-24')).toEqual(byId);
    const asked = dossier(FILE, 'Tydewoter 7.1');
    expect([asked.status, asked.stdout]).toEqual([1, '']);
    expect(asked.stderr).toContain('it sounds like Tidewater 7.1');
    expect(byId.facts.find(({ key }) => key === 'defaults.desktop')).toMatchObject({
      ...{ state: 'own', value: 'Lagoon', comparison: 'changed', setBy: 'Tidewater 7.1' },
    });
    expect(byId.counts.changed).toBe(byId.facts.filter(({ comparison }) => comparison === 'changed').length);
    expect(byId.summary[0].part).toBe('what');
  });
  it('tells of a bare name that it depends on the edition, and of each edition its base', () => {
    const bare = reportOf('Tidewater', '--on', '2026-11-24');
    expect(bare).toMatchObject({ bases: [], chain: ['Tidewater'], subject: { release: null } });
    expect(bare.dependsOnEdition).toEqual([
      { edition: 'Ebb', bases: [{ name: 'Larkspur', release: '7', relation: 'installs from' }] },
      { edition: 'Main', bases: [{ name: 'Fenwick', release: '31', relation: 'installs from' }] },
    ]);
    expect(bare.facts.find(({ key }) => key === 'defaults.desktop')).toMatchObject({
      state: 'notLookedAt',
      value: null,
    });
    const ebb = reportOf('Tidewater', '--edition', 'ebb', '--on', '2026-11-24');
    expect(ebb.chain).toEqual(['Larkspur 7', 'Tidewater Ebb 4']);
    // Before Ebb there was one base.
    expect(reportOf('Tidewater', '--on', '2024-06-01')).toMatchObject({
      dependsOnEdition: null,
      chain: ['Larkspur 6', 'Fenwick 28', 'Tidewater 6.3'],
    });
  });
  it('tells what is spoiled with its value and reason', () => {
    const { facts } = reportOf('Isolde', '--on', '2026-11-24');
    expect(facts.find(({ state }) => state === 'spoiled')).toMatchObject({
      spoiledBy: ['live image'],
      comparison: 'not comparable',
    });
  });
  it('prints the first page, or the whole as Markdown', () => {
    const page = dossier(FILE, 'Isolde 4', '--on', '2026-11-24').stdout;
    expect(page).toMatch(/^Isolde 4\nA distribution[^]*\n\nIn short\nIsolde 4 /);
    expect(page).toMatch(/\nSources\n\[1\] /);
    for (const line of page.split('\n')) expect([...line].length).toBeLessThanOrEqual(80);
    const markdown = dossier(FILE, 'Isolde 4', '--on', '2026-11-24', '--markdown').stdout;
    expect(markdown).toMatch(/^# Isolde 4\n\nA distribution.* As known on 24 November 2026\.\n/);
    expect(markdown).toContain('\n## Sources\n');
  });
  it('names the near ones where nothing, or more than one, is meant, and the editions there are', () => {
    const unknown = dossier(FILE, 'Tidewate');
    expect(unknown.status).toBe(1);
    expect(unknown.stderr).toMatch(
      /Nothing is called “Tidewate”; near to it: Tidewater \(distribution:tidewater\)/,
    );
    const edition = dossier(FILE, 'Tidewater', '--edition', 'Flood');
    expect([
      edition.status,
      edition.stderr.includes('Main, Ebb') || edition.stderr.includes('Ebb, Main'),
    ]).toEqual([1, true]);
    expect(dossier('absent.json', 'Isolde').status).toBe(1);
    expect(dossier(FILE, 'Isolde', '--on', 'yesterday').status).toBe(2);
    expect(dossier(FILE, 'Isolde', '--json', '--markdown').status).toBe(2);
    expect(dossier(FILE).status).toBe(2);
  });
});
