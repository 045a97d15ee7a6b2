/** Two images of two releases, accepted as they are read: they compare like captures of the same two. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, expect, it } from 'vitest';
import { inputFile } from '../../../testing/builtSample.ts';
import { createSampleImage } from '../../../testing/imageTrees.ts';
import { describeWith } from '../../../testing/tools.ts';
import { systemsIn } from '../../../server/reading/pathFiles.ts';
import { applyDiff } from '../../catalogue/applyDiff.ts';
import type { Catalogue } from '../../catalogue/catalogue.ts';
import { createCatalogue } from '../../catalogue/createCatalogue.ts';
import { diffOfRecords } from '../../catalogue/diff.ts';
import { compareSides } from '../../comparing/compareSides.ts';
import { piecesOf } from '../../formats/byteStream.ts';
import { acceptPlacement } from '../acceptPlacement.ts';
import { conditionsOf } from '../conditions.ts';
import { proposeFacts } from '../proposeFacts.ts';
import { readFiles } from '../readFiles.ts';
import { assembleDrop, type ReadSystem } from '../system.ts';
import { manifestOf } from '../systemFiles.ts';
import { captureArchive } from './captureArchive.ts';

const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-two-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

function accepted(catalogue: Catalogue, system: ReadSystem): Catalogue {
  const { records } = acceptPlacement(catalogue, {
    system,
    distribution: 'Fenwick',
    version: system.identification!.VERSION_ID!,
    facts: proposeFacts(system),
    conditions: conditionsOf(system),
    isImage: manifestOf(system).image !== undefined,
    taken: manifestOf(system).taken.slice(0, 10),
    today: '2026-11-24',
    by: '',
    bases: [],
  });
  const next = applyDiff(catalogue, diffOfRecords(catalogue, records));
  if (!next.ok) throw new Error(JSON.stringify(next.issues));
  return next.value;
}

function differencesOf(systems: readonly ReadSystem[]) {
  const catalogue = systems.reduce(accepted, createCatalogue());
  const sides = systems.map(({ identification }) => ({
    id: `release:fenwick-${identification!.VERSION_ID}`,
  }));
  return compareSides(catalogue, sides, 20_800).points.map(({ key, verdict, values }) => ({
    key,
    verdict,
    values,
  }));
}

const onlySystem = async (...files: Parameters<typeof readFiles>[0]): Promise<ReadSystem> => {
  const { systems } = assembleDrop(await readFiles(files));
  expect(systems).toHaveLength(1);
  return systems[0];
};

describeWith(['mksquashfs', 'xorriso'], 'images of two releases', () => {
  it('compare like captures of the same two', async () => {
    const images = ['fenwick-31', 'fenwick-32'].map((name) => createSampleImage(name, folder));
    const read = await Promise.all(images.map((path) => onlySystem(inputFile(path, path))));
    const captured = await Promise.all(
      images.map(async (path) => {
        const bytes = await captureArchive((await systemsIn(path))!.captures);
        return onlySystem({ path: 'capture.tar', size: bytes.length, open: () => piecesOf(bytes) });
      }),
    );
    const points = differencesOf(read);
    const differ = points.filter(({ verdict }) => verdict.kind === 'different').map(({ key }) => key);
    expect(differ).toEqual(expect.arrayContaining(['kernel.version', 'repositories.archives']));
    expect(JSON.stringify(differencesOf(captured))).toBe(JSON.stringify(points));
  });
});
