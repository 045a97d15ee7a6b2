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
