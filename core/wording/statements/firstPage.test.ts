/** The first page over every release of the sample: all that is recorded is told, and nothing that leads nowhere. */
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { builtSample } from '../../../testing/builtSample.ts';
import { valueOf } from '../../../testing/catalogues.ts';
import { findRecord, recordsOf } from '../../catalogue/catalogue.ts';
import { firstDayOf } from '../../catalogue/days.ts';
import { findFactKey } from '../../catalogue/factSheet.ts';
import { parseCatalogueFile } from '../../exchange/catalogueFile.ts';
import { dossierReport } from '../../exchange/dossierReport.ts';
import { dossierStatements } from '../../statements/dossierStatements.ts';
import { STATEMENT_PARTS } from '../../statements/statement.ts';
import { VALUE_STATES } from '../../layers/cell.ts';
import { changesOf } from '../../layers/changes.ts';
import { countsOf } from '../../layers/counts.ts';
import { layerTable } from '../../layers/layerTable.ts';
import { chainOf } from '../../lineage/chain.ts';
import { headFiguresOf } from '../keyFigures.ts';
import { wordStatement } from './wordStatement.ts';

const TODAY = firstDayOf('2026-11-24');
const { catalogue } = valueOf(
  parseCatalogueFile(readFileSync(`${builtSample()}catalogue.json`, 'utf8'), 'catalogue.json'),
);
const subjects = [...recordsOf(catalogue, 'release'), ...recordsOf(catalogue, 'distribution')].map(
  ({ id }) => id,
);
const tableOf = (id: string) => layerTable(catalogue, chainOf(catalogue, id, TODAY));
const statementsOf = (id: string) => dossierStatements(catalogue, tableOf(id), TODAY);

describe('the first page', () => {
  it.each(subjects)(
    'of %s is made of sentences that lead to facts, links and sources that are there',
    (id) => {
      const statements = statementsOf(id);
      for (const statement of statements) {
        const text = wordStatement(statement);
        expect(text, statement.kind).toMatch(/^[^a-z].*[.?!”)]$/s);
        expect(text).not.toMatch(/undefined|null|NaN|\[object|\.\.$| {2}|\(\)| ,/);
        const { to, sources } = statement;
        if ('fact' in to) expect(findFactKey(to.fact), to.fact).toBeDefined();
        if ('link' in to) expect(findRecord(catalogue, to.link)).toBeDefined();
        for (const source of sources) expect(findRecord(catalogue, source), source).toBeDefined();
      }
      const parts = statements.map(({ part }) => STATEMENT_PARTS.indexOf(part));
      expect(parts).toEqual(parts.toSorted((a, b) => a - b));
    },
  );
  it.each(subjects)('of %s tells every fact of which something is recorded, and every change', (id) => {
    const table = tableOf(id);
    const statements = statementsOf(id);
    const told = new Set(statements.flatMap(({ params }) => Object.keys(params.told)));
    for (const { fact, cells } of table.rows) {
      const { readings, byEdition } = cells[cells.length - 1];
      // Found independent is told by the statement itself; what was left out of a count is told of the count.
      if (
        readings.length > 0 &&
        byEdition.length === 0 &&
        fact.key !== 'lineage.independent' &&
        fact.key !== 'defaults.leftEmpty'
      )
        expect([...told], fact.key).toContain(fact.key);
    }
    const changes = statements.flatMap((each) =>
      each.kind === 'change' ? [each.params.change] : each.kind === 'changes' ? each.params.changes : [],
    );
    const leftOut = statements.filter(({ kind }) => kind === 'leftOut').length;
    expect(changes.length).toBeGreaterThanOrEqual(changesOf(table).length - leftOut);
  });
  it('has reasons within its sentences, with the sources of both', () => {
    const archives = statementsOf('release:tidewater-7.1').find(
      (each) => each.kind === 'change' && each.params.change.fact.key === 'repositories.archives',
    )!;
    expect(wordStatement(archives)).toMatch(
      /^Tidewater 7.1 adds an archive, .*, behind Fenwick 31’s three, since its own desktop and tools need/,
    );
    expect(archives.sources.length).toBeGreaterThan(1);
  });
  it('tells a recorded change that the base does not bear out', () => {
    const unsettled = statementsOf('release:penhallow-5').filter(({ part }) => part === 'unsettled');
    expect(unsettled.map(wordStatement).join('\n')).toContain('Recorded as “adds class roster');
  });
  it('counts as the head counts, and as its report', () => {
    for (const id of subjects) {
      const table = tableOf(id);
      const { changed, recorded } = countsOf(table.rows);
      expect(changed).toBe(changesOf(table).length);
      const figures = headFiguresOf(catalogue, table, TODAY);
      expect(figures.find(({ label }) => label === 'facts recorded')!.value).toBe(String(recorded));
      const shown = figures.find(({ label }) => label === 'changed');
      if (shown) expect(shown.value).toBe(String(changed));
    }
  });
});

describe('the report', () => {
  it.each(subjects)('of %s has every fact in one of the states, with text for what is known', (id) => {
    const report = dossierReport(catalogue, tableOf(id), TODAY);
    for (const fact of report.facts) {
      expect(VALUE_STATES).toContain(fact.state);
      expect([
        null,
        'same',
        'changed',
        'base unknown',
        'no base',
        'not comparable',
        'not checked again',
      ]).toContain(fact.comparison);
      if (['own', 'none', 'spoiled', 'takenOver', 'carried', 'doesNotApply'].includes(fact.state))
        expect(fact.text, fact.key).not.toBe('');
      for (const source of fact.sources) expect(report.sources).toHaveProperty([source]);
    }
    expect(report.chain.at(-1)).toContain(report.subject.name);
    expect(report.dependsOnEdition === null || report.bases.length === 0).toBe(true);
    expect(JSON.parse(JSON.stringify(report))).toEqual(report);
  });
});
