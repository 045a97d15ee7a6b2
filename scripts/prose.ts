/** npm run prose [-- CATALOGUE …]: how what is told reads, over the sample and the catalogues that are named. */
import { readFileSync } from 'node:fs';
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

const DAY = firstDayOf('2026-12-01');
const files = process.argv.slice(3);
const sample = fileURLToPath(new URL('../sample/out/catalogue.json', import.meta.url));
const totals = { pages: 0, sentences: 0, words: 0 };
const rules = new Map<string, string[]>();
let [longest, mostPerFact] = ['', ''];
let [longestWords, perFact] = [0, 0];
for (const file of files.length > 0 ? files : [sample]) {
  const read = parseCatalogueFile(readFileSync(file, 'utf8'), file);
  if (!read.ok) throw new Error(`${file}: not a catalogue`);
  measure(read.value.catalogue);
}

function measure(catalogue: Catalogue): void {
  const projects = [...recordsOf(catalogue, 'distribution')].map(({ name }) => name);
  const names = [...projects, ...[...recordsOf(catalogue, 'release')].map(({ id }) => nameOf(catalogue, id))];
  for (const { id } of recordsOf(catalogue, 'release')) {
    const table = layerTable(catalogue, chainOfSubject(catalogue, id, DAY));
    const document = dossierDocument(catalogue, table, DAY);
    const { sentences, words, faults } = proseOf(runningText(document.parts), names);
    totals.pages++;
    totals.sentences += sentences;
    totals.words += words;
    for (const { rule, text } of faults)
      rules.set(rule, [...(rules.get(rule) ?? []), `${nameOf(catalogue, id)}: ${text}`]);
    const all = countWords(formatReportMarkdown(catalogue, document));
    const { recorded } = countsOf(table.rows);
    if (all > longestWords) [longestWords, longest] = [all, nameOf(catalogue, id)];
    if (recorded >= 20 && all / recorded > perFact)
      [perFact, mostPerFact] = [all / recorded, nameOf(catalogue, id)];
  }
}

const { pages, sentences, words } = totals;
console.log(`${pages} reports, ${sentences} sentences, ${(words / sentences).toFixed(1)} words on average`);
console.log(
  `longest report: ${longest}, ${longestWords} words; most words a fact: ${mostPerFact}, ${perFact.toFixed(1)}`,
);
for (const rule of ['long', 'twice', 'labels', 'raw', 'stops', 'retired']) {
  const found = rules.get(rule) ?? [];
  console.log(`${rule.padEnd(8)} ${found.length}`);
  for (const text of found.slice(0, 6)) console.log(`         ${text.slice(0, 200)}`);
}
