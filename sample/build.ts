/**
 * Builds the sample: the catalogue of the invented scenario with its package lists, as one catalogue file. The
 * comparisons in it are computed from the generated packages, never written by hand.
 */
import { mkdir, writeFile } from 'node:fs/promises';
import { formatCatalogueFile } from '../core/exchange/catalogueFile.ts';
import { createSample } from './createSample.ts';

export const SAMPLE_DATE = '2026-11-24';
const out = new URL('out/', import.meta.url);

await mkdir(out, { recursive: true });
await writeFile(
  new URL('catalogue.json', out),
  formatCatalogueFile(createSample(20261124), `${SAMPLE_DATE}T00:00:00Z`),
);
