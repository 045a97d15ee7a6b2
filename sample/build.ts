/**
 * Builds the sample below `sample/out/`, or below the folder that ASPEN_RIDGE_SAMPLE names. Nothing but the seed goes in.
 *
 *     build.ts mirror      the tree that the stand-in mirror serves, and the truth about its packages
 *     build.ts catalogue   the catalogue of the scenario, and the captures of its systems
 *     build.ts             both
 */
import { spawn } from 'node:child_process';
import { mkdir, rm, writeFile } from 'node:fs/promises';
import { resolve } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { formatCatalogueFile } from '../core/exchange/catalogueFile.ts';
import { packCapture } from './captures/createCapture.ts';
import { createCaptures, createSample } from './createSample.ts';
import { writeMirror } from './repositories/writeMirror.ts';
import { SAMPLE_DATE, SAMPLE_SEED } from './seed.ts';
import { formatTruth } from './truth.ts';
import { createRepositories } from './world/index.ts';

/** The folder that ASPEN_RIDGE_SAMPLE names, else `out/` beside this file. */
const OUT = process.env.ASPEN_RIDGE_SAMPLE
  ? pathToFileURL(`${resolve(process.env.ASPEN_RIDGE_SAMPLE)}/`)
  : new URL('out/', import.meta.url);

/** Read by the server, which shows it (server/sampleMaker.ts). */
const tell = (share: number) => console.log(`catalogue ${Math.round(share * 100)} %`);

/** Captures and catalogue; the catalogue comes last, so that its presence says that the rest is whole. */
async function buildCatalogue(): Promise<void> {
  await clear('catalogue.json', 'captures');
  const { world, repositories } = createRepositories(SAMPLE_SEED);
  tell(0.2);
  const captures = createCaptures(world, repositories);
  tell(0.4);
  await mkdir(new URL('captures', OUT), { recursive: true });
  for (const [done, capture] of captures.entries()) {
    await writeFile(new URL(`captures/${capture.system.key}.tar.gz`, OUT), await packCapture(capture));
    tell(0.4 + (0.4 * (done + 1)) / captures.length);
  }
  const sample = createSample(world, repositories, captures);
  await writeFile(new URL('catalogue.json', OUT), formatCatalogueFile(sample, `${SAMPLE_DATE}T00:00:00Z`));
  tell(1);
}

/** The mirror, half of it in a process of its own: two cores do it in half the time. The mark comes last. */
async function buildMirror(): Promise<void> {
  await clear('mirror.complete', 'mirror', 'truth');
  const deb = inProcessOfItsOwn('mirror-part', 'deb');
  await buildMirrorPart(['alpm', 'rpm']);
  await deb;
  await writeFile(new URL('mirror.complete', OUT), `${SAMPLE_SEED}\n`);
}

async function buildMirrorPart(families: readonly string[]): Promise<void> {
  const { world, repositories } = createRepositories(SAMPLE_SEED);
  const chosen = [...repositories.values()].filter(({ family }) => families.includes(family));
  await mkdir(new URL('truth', OUT), { recursive: true });
  for (const repository of chosen)
    await writeFile(new URL(`truth/${repository.id}.tsv`, OUT), formatTruth(repository));
  await writeMirror(new URL('mirror/', OUT), world, chosen);
}

async function clear(...names: readonly string[]): Promise<void> {
  for (const name of names) await rm(new URL(name, OUT), { recursive: true, force: true });
}

function inProcessOfItsOwn(...args: readonly string[]): Promise<void> {
  const script = fileURLToPath(new URL('../scripts/run.mjs', import.meta.url));
  const child = spawn(process.execPath, [script, fileURLToPath(import.meta.url), ...args], {
    stdio: 'inherit',
  });
  return new Promise((resolve, reject) => {
    child.on('error', reject);
    child.on('exit', (code) =>
      code === 0 ? resolve() : reject(new Error(`sample: ${args.join(' ')} failed`)),
    );
  });
}

const [first, ...families] = process.argv.slice(3);
if (first === 'mirror-part') await buildMirrorPart(families);
else {
  const parts = first ? [first, ...families] : ['mirror', 'catalogue'];
  await Promise.all([
    parts.includes('mirror') && buildMirror(),
    parts.includes('catalogue') && buildCatalogue(),
  ]);
}
