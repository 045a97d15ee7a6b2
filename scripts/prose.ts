/**
 * npm run prose [-- CATALOGUE …]: how what is told reads, over the catalogues that are named; without any over the sample, the
 * typed tours and 200 random catalogues, each by itself.
 */
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { fileURLToPath } from 'node:url';
import { recordsOf, type Catalogue } from '../core/catalogue/catalogue.ts';
import { firstDayOf } from '../core/catalogue/days.ts';
import { parseCatalogueFile } from '../core/exchange/catalogueFile.ts';
import { formatReportMarkdown } from '../core/exchange/report/reportMarkdown.ts';
import { dossierDocument } from '../core/exchange/report/dossierDocument.ts';
import { layerTable } from '../core/layers/layerTable.ts';
import { countsOf } from '../core/layers/counts.ts';
import { chainOfSubject } from '../core/lineage/chain.ts';
import { nameOf } from '../core/lineage/names.ts';
import { countWords } from '../core/telling/countWords.ts';
import { proseOf, runningText } from '../testing/prose.ts';
import { lintProse } from '../testing/proseLint.ts';
import { editedBy, randomEdits, sharedCatalogue } from '../testing/randomEdits.ts';
import { CORVANE } from '../testing/tours/corvane.ts';
import { GORSEMOOR } from '../testing/tours/gorsemoor.ts';
import { LANTERNHEAD } from '../testing/tours/lanternhead.ts';
import { STENNOCK } from '../testing/tours/stennock.ts';
import { TypedVisit } from '../testing/tours/typed.ts';

const DAY = firstDayOf('2026-12-01');
const files = process.argv.slice(3);
const sample = fileURLToPath(new URL('../sample/out/catalogue.json', import.meta.url));
const RULES = ['long', 'twice', 'labels', 'raw', 'stops', 'retired', 'lint'];

const read = (file: string): Catalogue => {
  const parsed = parseCatalogueFile(readFileSync(file, 'utf8'), file);
  if (!parsed.ok) throw new Error(`${file}: not a catalogue`);
  return parsed.value.catalogue;
};
const RUNS = 200;
const random = () =>
  fc.sample(randomEdits(30), { numRuns: RUNS, seed: 33 }).map((edits) => editedBy(sharedCatalogue(), edits));
const groups: Readonly<Record<string, () => readonly Catalogue[]>> =
  files.length > 0
    ? { [`${files.length} files`]: () => files.map(read) }
    : {
        'the sample': () => [read(sample)],
        'the tours': () =>
          [CORVANE, GORSEMOOR, LANTERNHEAD, STENNOCK].map((tour) => TypedVisit.of(tour).catalogue),
        [`${RUNS} random catalogues`]: random,
      };

for (const [name, catalogues] of Object.entries(groups)) {
  const totals = { pages: 0, sentences: 0, words: 0 };
  const rules = new Map<string, string[]>();
  const most = { words: 0, longest: '', perFact: 0, densest: '' };
  for (const catalogue of catalogues()) measure(catalogue, totals, rules, most);
  const { pages, sentences, words } = totals;
  console.log(
    `${name}: ${pages} reports, ${sentences} sentences, ${(words / sentences).toFixed(1)} words on average`,
  );
  console.log(
    `longest report: ${most.longest}, ${most.words} words; most words a fact: ${most.densest}, ${most.perFact.toFixed(1)}`,
  );
  for (const rule of RULES) {
    const found = rules.get(rule) ?? [];
    console.log(`${rule.padEnd(8)} ${found.length}`);
    for (const text of [...new Set(found)].slice(0, 6)) console.log(`         ${text.slice(0, 200)}`);
  }
  console.log('');
}

function measure(
  catalogue: Catalogue,
  totals: Record<'pages' | 'sentences' | 'words', number>,
  rules: Map<string, string[]>,
  most: { words: number; longest: string; perFact: number; densest: string },
): void {
  const projects = [...recordsOf(catalogue, 'distribution')].map(({ name }) => name);
  const names = [...projects, ...[...recordsOf(catalogue, 'release')].map(({ id }) => nameOf(catalogue, id))];
  for (const { id } of recordsOf(catalogue, 'release')) {
    const table = layerTable(catalogue, chainOfSubject(catalogue, id, DAY));
    const document = dossierDocument(catalogue, table, DAY);
    const text = runningText(document.parts);
    const { sentences, words, faults } = proseOf(text, names);
    totals.pages++;
    totals.sentences += sentences;
    totals.words += words;
    const found = [...faults, ...lintProse(text).map((said) => ({ rule: 'lint', text: said }))];
    for (const { rule, text: said } of found)
      rules.set(rule, [...(rules.get(rule) ?? []), `${nameOf(catalogue, id)}: ${said}`]);
    const all = countWords(formatReportMarkdown(catalogue, document));
    const { recorded } = countsOf(table.rows);
    if (all > most.words) Object.assign(most, { words: all, longest: nameOf(catalogue, id) });
    if (recorded >= 20 && all / recorded > most.perFact)
      Object.assign(most, { perFact: all / recorded, densest: nameOf(catalogue, id) });
  }
}
