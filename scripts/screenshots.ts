/** npm run screenshots: one current picture of each main view, made from the sample, into docs/screenshots/. */
import { mkdir } from 'node:fs/promises';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Page } from 'playwright-core';
import { openBrowser, startServer } from '../e2e/browser.ts';
import { createSampleImage } from '../testing/imageTrees.ts';
import { build } from './build.mjs';

const made = mkdtempSync(join(tmpdir(), 'aspen-ridge-shots-'));

interface Shot {
  readonly name: string;
  readonly address: string;
  readonly dark?: boolean;
  readonly act?: (page: Page) => Promise<void>;
}

/** Waits until every subject of the freshness screen is measured. */
async function measured(page: Page): Promise<void> {
  await page.locator('.sentence').waitFor({ timeout: 60_000 });
  await page.locator('.list-head [role=status]').waitFor({ state: 'detached', timeout: 120_000 });
}

const SHOTS: readonly Shot[] = [
  { name: 'lineage', address: '/lineage?at=distribution:tidewater' },
  { name: 'lineage-dark', address: '/lineage?at=distribution:nettlebed&changed=kernel', dark: true },
  { name: 'dossier-timeline', address: '/dossiers/release:varnley-6?tab=timeline' },
  {
    name: 'visit',
    address: '/visit?of=release:bramblecote-3&source=source:live-session-bramblecote-3',
    act: async (page) => {
      await page.locator('#visit-line').pressSequentially('i think the kernel is 6.12.4, panel at the top');
      await page.waitForTimeout(400);
    },
  },
  { name: 'dossier-summary', address: '/dossiers/release:tidewater-7.1?tab=summary' },
  { name: 'dossier-welcome', address: '/dossiers/release:tidewater-7.1?area=welcome' },
  { name: 'dossier-changes', address: '/dossiers/release:penhallow-5?tab=changes' },
  {
    name: 'dossier-evidence',
    address: '/dossiers/release:tidewater-7.1?tab=evidence&by=capture&source=source:capture-tidewater-7.1',
  },
  { name: 'dossier-layers', address: '/dossiers/release:tidewater-7.1?fact=model.supportEnd' },
  {
    name: 'dossier-packages',
    address: '/dossiers/release:tidewater-7.1?tab=packages',
    act: async (page) => page.locator('.packages tr.line').first().waitFor({ timeout: 30_000 }),
  },
  { name: 'dossier-assessment', address: '/dossiers/release:tidewater-7.1?tab=assessment' },
  { name: 'sides', address: '/sides?of=release:tidewater-7.1;release:varnley-6' },
  {
    name: 'company',
    address: '/company?about=distribution:tidewater&company=cohort:larkspur-s-family',
    act: async (page) => page.getByRole('list', { name: 'What sets Tidewater apart' }).waitFor(),
  },
  { name: 'choose', address: '/choose' },
  { name: 'support', address: '/support' },
  {
    name: 'report',
    address: '/handover?view=report&of=release:tidewater-7.1',
    act: async (page) => page.frameLocator('iframe').getByRole('heading', { level: 1 }).waitFor(),
  },
  { name: 'settle', address: '/settle?of=release:tidewater-7.1' },
  {
    name: 'intake',
    address: '/intake',
    act: async (page) => {
      await page.getByLabel('Files to read').setInputFiles(createSampleImage('marram-2', made));
      await page.getByText('Facts found').waitFor({ timeout: 30_000 });
    },
  },
  {
    name: 'freshness',
    address: `/freshness?of=${encodeURIComponent('repository distribution:quickthorn')}`,
    act: measured,
  },
];

const folder = fileURLToPath(new URL('../docs/screenshots/', import.meta.url));
await build();
await mkdir(folder, { recursive: true });
const server = await startServer();
try {
  for (const dark of [false, true]) {
    const browser = await openBrowser({ dark });
    try {
      await browser.page.goto(server.address);
      await browser.page.getByText('This is the sample').waitFor();
      await browser.page.getByText(/^Saved/).waitFor();
      for (const { name, address, act } of SHOTS.filter((shot) => Boolean(shot.dark) === dark)) {
        await browser.page.goto(server.address + address);
        await browser.page.locator('.work').first().waitFor();
        await act?.(browser.page);
        await browser.page.waitForTimeout(900);
        await browser.page.screenshot({ path: `${folder}${name}.png` });
        console.log(`docs/screenshots/${name}.png`);
      }
      if (browser.errors.length > 0) throw new Error(`The page raised errors: ${browser.errors[0]}`);
    } finally {
      await browser.close();
    }
  }
} finally {
  await server.close();
  rmSync(made, { recursive: true });
}
