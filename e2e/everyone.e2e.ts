/**
 * What opens on a screen, and screens with nothing in them, held against axe (the screens themselves: screens.e2e.ts). What the
 * system asks for is done.
 */
import { describe, expect, it } from 'vitest';
import { openApplication } from './application.ts';
import { axeOn } from './axe.ts';
import { openBrowser, startServer, type Page } from './browser.ts';

/** What opens on a screen: where, and how. */
const STATES: readonly (readonly [name: string, path: string, open: (page: Page) => Promise<unknown>])[] = [
  ['the shortcuts', '/lineage', (page) => page.keyboard.press('?')],
  ['the menu of the catalogue', '/lineage', (page) => page.locator('button.catalogue').click()],
  [
    'all catalogues',
    '/lineage',
    async (page) => {
      await page.locator('button.catalogue').click();
      await page.getByText('All catalogues of this browser').click();
    },
  ],
  [
    'title, question and author',
    '/lineage',
    async (page) => {
      await page.locator('button.catalogue').click();
      await page.getByText('Title, question and author').click();
    },
  ],
  [
    'what can be done with the map',
    '/lineage',
    (page) => page.getByRole('button', { name: 'More', exact: true }).click(),
  ],
  ['the day', '/lineage', (page) => page.getByRole('button', { name: /^As of/ }).click()],
  [
    'what is found',
    '/lineage',
    async (page) => {
      await page.keyboard.press('/');
      await page.keyboard.type('tide');
      await page.locator('.results li').first().waitFor();
    },
  ],
  [
    'the editor of a fact',
    '/dossiers/release:tidewater-7.1?fact=kernel.version',
    async (page) => {
      await page.locator('[data-cell^="kernel.version:"]').last().press('Enter');
    },
  ],
  [
    'text in its largest size',
    '/dossiers/release:tidewater-7.1?tab=summary',
    async (page) => {
      await page.getByRole('button', { name: 'Text 100 %' }).click();
      await page.getByRole('button', { name: 'Text 115 %' }).click();
    },
  ],
  ['text as it was', '/lineage', (page) => page.getByRole('button', { name: 'Text 130 %' }).click()],
];

/** Screens of a catalogue with nothing in it. */
const EMPTY = [
  ...['lineage', 'lineage?view=outline', 'dossiers', 'visit', 'sides', 'company', 'intake', 'freshness'],
  ...['support', 'settle', 'choose', 'handover?view=report', 'handover?view=data', 'handover?view=watch'],
];

describe('everyone', () => {
  const app = openApplication();
  const { go, lookTwice, expectNothing } = axeOn(app);

  it.each(STATES)('%s', async (name, path, open) => {
    await go(path);
    await app.page.waitForTimeout(200);
    await open(app.page);
    await lookTwice(name);
  });

  it('every screen with nothing in it', async () => {
    const { page } = app;
    await go('/lineage');
    await page.locator('button.catalogue').click();
    await page.getByText('Begin a new catalogue').click();
    await page.getByText('Nothing is placed yet').waitFor();
    await page.getByText(/^Saved/).waitFor();
    for (const path of EMPTY) {
      await go(`/${path}`);
      await lookTwice(`empty /${path}`);
    }
  });

  it('have no more against them than stood before', () => {
    expectNothing();
  });
});

describe('what the system asks for', () => {
  it('is done: less motion, more contrast, its own colours', async () => {
    const server = await startServer();
    const { page, close } = await openBrowser();
    try {
      await page.emulateMedia({ reducedMotion: 'reduce', forcedColors: 'active' });
      await page.goto(server.address);
      await page.getByText(/^Saved/).waitFor();
      const chosen = page.getByRole('button', { name: 'Map', exact: true });
      const styleOf = (name: string) =>
        chosen.evaluate((element, name) => getComputedStyle(element).getPropertyValue(name), name);
      expect(await styleOf('outline-style')).toBe('solid');
      await page.getByRole('button', { name: 'More', exact: true }).click();
      await page.getByText('Arrange anew').waitFor();
      expect(await page.evaluate(() => document.getAnimations().length)).toBe(0);
      await page.keyboard.press('Escape');
      const ink = () =>
        page.evaluate(() => {
          const theme = getComputedStyle(document.querySelector('.v-application')!);
          return ['ink', 'ink-soft'].map((name) => theme.getPropertyValue(`--v-theme-${name}`).trim());
        });
      const [plain, soft] = await ink();
      expect(soft).not.toBe(plain);
      await page.emulateMedia({ contrast: 'more' });
      const [strong, alike] = await ink();
      expect(alike).toBe(strong);
    } finally {
      await close();
      await server.close();
    }
  });
});
