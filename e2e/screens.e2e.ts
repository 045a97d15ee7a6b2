/** Every screen, held against axe; in small windows nothing is lost. */
import { describe, expect, it } from 'vitest';
import { openApplication } from './application.ts';
import { axeOn } from './axe.ts';
import { lostControls } from './lostControls.ts';
import { SCREENS } from './screens.ts';

/** The smallest window that loses nothing, and the usual one at 200 %. */
const SMALL = [
  { width: 320, height: 640 },
  { width: 640, height: 400 },
];
const USUAL = { width: 1280, height: 800 };

describe('every screen', () => {
  const app = openApplication();
  const { go, lookTwice, expectNothing } = axeOn(app);

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

  it('has no more against it than stood before', () => {
    expectNothing();
  });
});

describe('on a phone', () => {
  const app = openApplication();
  const { go } = axeOn(app);

  it('the groups lead to all screens, and what is seldom needed is folded away', async () => {
    const { page } = app;
    await go('/lineage');
    await page.setViewportSize({ width: 390, height: 844 });
    const rail = page.getByRole('navigation', { name: 'Screens' });
    for (const [group, screens] of [
      ['Record', ['Import', 'Field notes']],
      ['Analyse', ['Compare', 'Peers', 'Freshness', 'Support']],
      ['Conclude', ['Open points', 'Recommend', 'Publish']],
      ['Systems', ['Map', 'Dossiers']],
    ] as const) {
      await rail.getByRole('link', { name: group, exact: true }).click();
      const shown = rail.getByRole('group', { name: group }).getByRole('link');
      await expect.poll(() => shown.allInnerTexts()).toEqual([group, ...screens]);
      for (const screen of screens) {
        await rail.getByRole('link', { name: screen, exact: true }).click();
        await expect
          .poll(() => rail.getByRole('link', { name: screen, exact: true }).getAttribute('aria-current'))
          .toBe('page');
        const { top, bottom } = await page.evaluate(() => {
          const box = document.getElementById('work')!.getBoundingClientRect();
          return { top: box.top, bottom: box.bottom };
        });
        expect(bottom - top, `${screen} has most of the window`).toBeGreaterThan(844 * 0.7);
      }
    }
    expect(await page.getByRole('button', { name: /^As of/ }).count()).toBe(0);
    await page.getByRole('button', { name: 'More controls' }).click();
    await page.getByRole('button', { name: /^As of/ }).waitFor();
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390);
    expect(app.errors).toEqual([]);
  });
});
