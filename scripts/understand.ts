/**
 * `npm run understand -- [FOLDER] [--fit] [--held PART] [JUDGE FLAGS]`: the lines of a corpus read by the reader of meaning, each by itself in its
 * context, held against what each must become by the judge of the corpus: a table for each file, and the tenths apart. FOLDER has `*.tsv`, `contexts/`
 * and `judge.mjs`. `--fit` fits the weights of the evidence to all lines but one tenth in turn, and prints what comes of the tenth that was kept out.
 */
import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { applyDiff } from '../core/catalogue/applyDiff.ts';
import { findRecord, type Catalogue } from '../core/catalogue/catalogue.ts';
import { FACT_KEYS } from '../core/catalogue/factSheet.ts';
import { readCatalogue } from '../cli/dossier.ts';
import { writeLine } from '../core/editing/lines/writeLine.ts';
import type { VisitTurn } from '../core/editing/lines/lineDesk.ts';
import { baseValueOf } from '../core/understanding/clause.ts';
import { readEntry } from '../core/understanding/entry.ts';
import { sceneOf } from '../core/understanding/scene.ts';
import { notedEntry } from '../core/understanding/notedLine.ts';
import { understand, writeChoice, type Evidence, type OpenTurn } from '../core/understanding/understand.ts';

const [folder = '../shared/lines', ...rest] = process.argv.slice(3);
const flags = rest.filter((each) => each.startsWith('--') && each !== '--fit');
const named = rest.filter((each) => !each.startsWith('--'));
const scratch = mkdtempSync(join(tmpdir(), 'understand-'));
const TODAY = '2026-12-01';

interface Context {
  readonly catalogue: Catalogue;
  readonly turn: OpenTurn;
  readonly base: Record<string, unknown>;
  readonly looked: readonly string[];
}
interface Row {
  readonly id: string;
  readonly context: Context;
  readonly line: string;
  readonly row: string;
}

const contexts = new Map<string, Context>();
for (const row of readFileSync(join(folder, 'contexts/contexts.tsv'), 'utf8').split('\n').slice(1)) {
  const [name, file, subject, source, day, , id] = row.split('\t');
  if (file)
    contexts.set(
      name,
      await contextOf(join(folder, 'contexts', file), { subject, source, day, id: id?.trim() ?? '' }),
    );
}

async function contextOf(
  path: string,
  { subject, source, day, id }: { subject: string; source: string; day: string; id: string },
): Promise<Context> {
  let catalogue = await readCatalogue(path);
  let turn: VisitTurn = { subject: null, source: null };
  const say = (line: string) => {
    const edited = writeLine({ catalogue, turn, today: day, author: 'the analyst' }, line);
    if (!edited.ok) throw new Error(`${path}: ${line}: ${edited.issues[0].code}`);
    const after = applyDiff(catalogue, edited.value.diff);
    if (!after.ok) throw new Error(after.issues[0].code);
    catalogue = after.value;
    turn = edited.value.made.turn;
  };
  say(`about: ${subject}`);
  if (id && findRecord(catalogue, id)) turn = { ...turn, source: id };
  else say(`from: ${source}`);
  const open = turn as OpenTurn;
  const scene = sceneOf(catalogue, open, day);
  const base = Object.fromEntries(
    FACT_KEYS.map((fact) => [fact.key, baseValueOf(scene, fact)]).filter(([, value]) => value !== undefined),
  );
  const record = findRecord(catalogue, open.subject);
  const project = record && 'distribution' in record ? [record.distribution] : [];
  return {
    catalogue,
    turn: open,
    base,
    looked: [open.subject, ...(open.edition ? [open.edition] : []), ...project],
  };
}

const files =
  named.length > 0
    ? named
    : readdirSync(folder)
        .filter((each) => each.endsWith('.tsv'))
        .map((each) => join(folder, each));
const rowsOf = (file: string): Row[] =>
  readFileSync(file, 'utf8')
    .split('\n')
    .filter((row) => row && !row.startsWith('#') && !row.startsWith('id\t'))
    .map((row) => {
      const [id, , name, line] = row.split('\t');
      return { id, context: contexts.get(name)!, line, row };
    });

const contextFor = ({ context }: Row) => ({
  catalogue: context.catalogue,
  turn: context.turn,
  today: TODAY,
  author: 'the analyst',
});
const resultOf = (row: Row, noted: object) =>
  JSON.stringify({ id: row.id, ...noted, looked: row.context.looked, base: row.context.base });

/** What the judge says of rows and their results. */
function judge(rows: readonly Row[], results: readonly string[], more: readonly string[]): string {
  const [lines, out] = ['lines.tsv', 'results.jsonl'].map((name) => join(scratch, name));
  writeFileSync(lines, rows.map(({ row }) => row).join('\n'));
  writeFileSync(out, results.join('\n'));
  const judged = spawnSync('node', [join(folder, 'judge.mjs'), lines, out, ...more], {
    encoding: 'utf8',
    maxBuffer: 1e8,
  });
  return judged.stdout + judged.stderr;
}

/** The tenth that a line belongs to, whatever is done to the corpus. */
const tenthOf = ({ id }: Row) => createHash('sha1').update(id).digest()[0] % 10;

/** The names of the weights, and how strongly they are drawn to nothing. */
let names: readonly string[] = [];
const DECAY = 0.002;

const begun = performance.now();
let slowest = 0;
const all: { row: Row; result: string }[] = [];
for (const file of files) {
  const rows = rowsOf(file);
  const results = rows.map((row) => {
    const at = performance.now();
    const context = contextFor(row);
    const result = resultOf(row, notedEntry(context, row.line, readEntry(context, row.line)));
    slowest = Math.max(slowest, performance.now() - at);
    all.push({ row, result });
    return result;
  });
  console.log(`${file}\n${judge(rows, results, flags)}`);
}
for (let tenth = 0; tenth < 10; tenth++) {
  const own = all.filter(({ row }) => tenthOf(row) === tenth);
  const said = judge(
    own.map(({ row }) => row),
    own.map(({ result }) => result),
    [],
  )
    .trim()
    .split('\n')
    .at(-1);
  if (own.length > 0) console.log(`tenth ${tenth}: ${said}`);
}
console.log(
  `${all.length} lines in ${((performance.now() - begun) / 1000).toFixed(1)} s, the slowest ${slowest.toFixed(0)} ms`,
);
if (rest.includes('--fit')) fit();
rmSync(scratch, { recursive: true });

/** Fits the weights by which a reading is held to be sure, tenth by tenth, and prints them with what they would record. */
function fit(): void {
  const samples = all.flatMap(({ row }) => {
    const context = contextFor(row);
    const { choices, evidence } = understand(context, row.line, { note: -Infinity, sure: -Infinity });
    const edit = choices[0] && writeChoice(context, choices[0]);
    if (!evidence || !edit?.ok) return [];
    const entry = { outcome: 'recorded' as const, choices: [{ edit: edit.value, words: [] }], issues: [] };
    names = ['bias', ...Object.keys(evidence)];
    return [{ row, x: featuresOf(evidence), result: resultOf(row, notedEntry(context, row.line, entry)) }];
  });
  const said = judge(
    samples.map(({ row }) => row),
    samples.map(({ result }) => result),
    ['--right'],
  );
  const right = new Set(
    said
      .split('\n')
      .filter((line) => line.startsWith('right\t'))
      .map((line) => line.split('\t')[1]),
  );
  const isRight = ({ row }: { row: Row }) => right.has(row.id);
  const odds: { sure: number; isRight: boolean; tenth: number }[] = [];
  for (let tenth = 0; tenth < 10; tenth++) {
    const weights = regression(
      samples.filter(({ row }) => tenthOf(row) !== tenth).map((each) => [each.x, isRight(each)]),
    );
    for (const each of samples.filter(({ row }) => tenthOf(row) === tenth))
      odds.push({ sure: dot(weights, each.x), isRight: isRight(each), tenth });
  }
  console.log(`the likeliest reading is right for ${samples.filter(isRight).length} of ${all.length}`);
  for (const level of [0, 0.4, 0.8, 1.2, 1.6, 2, 2.4]) {
    const taken = odds.filter(({ sure }) => sure >= level);
    const good = taken.filter((each) => each.isRight).length;
    console.log(
      `sure from ${level}: ${taken.length} recorded, ${good} right, ${taken.length - good} wrong, of tenths that were kept out`,
    );
  }
  console.log(
    regression(samples.map((each) => [each.x, isRight(each)]))
      .map((weight) => weight.toFixed(2))
      .join(', '),
    `: ${names.join(', ')}`,
  );
}

/** In the order of the evidence, the bias first. */
function featuresOf(evidence: Evidence): number[] {
  return [1, ...Object.values(evidence)];
}
function dot(a: readonly number[], b: readonly number[]): number {
  return a.reduce((sum, value, i) => sum + value * b[i], 0);
}

/** Logistic regression by gradient descent, with a little weight decay. */
function regression(samples: readonly (readonly [readonly number[], boolean])[]): number[] {
  const weights = samples[0][0].map(() => 0);
  for (let step = 0; step < 4000; step++) {
    const slope = weights.map(() => 0);
    for (const [x, isGood] of samples) {
      const error = 1 / (1 + Math.exp(-dot(weights, x))) - (isGood ? 1 : 0);
      x.forEach((value, i) => (slope[i] += error * value));
    }
    weights.forEach(
      (weight, i) => (weights[i] -= 0.3 * (slope[i] / samples.length + (i > 0 ? DECAY * weight : 0))),
    );
  }
  return weights;
}
