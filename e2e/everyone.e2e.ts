/**
 * Every screen, and what opens on one, held against the rules of axe (WCAG 2.2, level AA, and good practice), in light and dark. Nothing
 * may stand; what does is printed. In small windows nothing is lost; what the system asks for is done.
 */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { describe, expect, it } from 'vitest';
import { openApplication } from './application.ts';
import { openBrowser, startServer, type Page } from './browser.ts';
import { lostControls } from './lostControls.ts';
import { SCREENS } from './screens.ts';

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

/** What may stand, in both colour schemes together. */
const STANDING = { critical: 0, serious: 0, moderate: 0, minor: 0 };

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

interface Violation {
  readonly id: string;
  readonly impact: string;
  readonly nodes: readonly { readonly html: string }[];
}

/** In light colours all rules; in dark ones those that ask about colours, the rest being the same page. */
const RULES = {
  light: `{ type: 'tag', values: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'] }`,
  dark: `{ type: 'rule', values: ['color-contrast', 'link-in-text-block'] }`,
};

/** The smallest window that loses nothing, and the usual one at 200 %. */
const SMALL = [
  { width: 320, height: 640 },
  { width: 640, height: 400 },
];
const USUAL = { width: 1280, height: 800 };

const found = new Map<string, number>();
const lines: string[] = [];

describe('everyone', () => {
  const app = openApplication();

  async function look(what: string, colours: keyof typeof RULES): Promise<void> {
    const { page } = app;
    await page.waitForTimeout(300);
    await page.evaluate(axe);
    const violations = (await page.evaluate(
      `axe.run({ runOnly: ${RULES[colours]}, resultTypes: ['violations'], selectors: false }).then(({ violations }) => violations)`,
    )) as Violation[];
    for (const { id, impact, nodes } of violations) {
      found.set(impact, (found.get(impact) ?? 0) + nodes.length);
      lines.push(
        `${colours} ${what}: ${impact} ${id}, ${nodes.length} times, such as ${nodes[0].html.slice(0, 110)}`,
      );
    }
    expect(await page.evaluate('axe.version')).toMatch(/^4\./);
  }
  /** Looks in both colours; what is open stays open. */
  async function lookTwice(what: string): Promise<void> {
    const { page } = app;
    const change = (name: string) =>
      page.locator(`button[aria-label="${name} colours"]`).dispatchEvent('click');
    await look(what, 'light');
    await change('Dark');
    await look(what, 'dark');
    await change('Light');
  }
  async function go(path: string): Promise<void> {
    await app.page.goto(app.address + path);
    await app.page.getByText(/^Saved/).waitFor();
  }

  it.each(SCREENS)('%s', async (path) => {
    const { page } = app;
    await go(path);
    await lookTwice(path);
    for (const size of SMALL) {
      await page.setViewportSize(size);
      await page.waitForTimeout(150);
      expect(await page.evaluate(lostControls), `lost at ${size.width} x ${size.height}`).toEqual([]);
    }
    await page.setViewportSize(USUAL);
  });

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

describe('all screens together', () => {
  it('have no more against them than stood before', () => {
    const counts = [...found].map(([impact, count]) => `${count} ${impact}`).join(', ') || 'nothing';
    console.log(
      `axe on ${SCREENS.length + STATES.length + EMPTY.length} screens in light and dark: ${counts}.\n${lines.join('\n')}`,
    );
    for (const [impact, most] of Object.entries(STANDING))
      expect(found.get(impact) ?? 0, impact).toBeLessThanOrEqual(most);
  });
});
