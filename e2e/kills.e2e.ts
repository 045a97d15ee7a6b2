/** Kills of the browser while it edits, imports and accepts: npm run kills does many more of them. */
import { expect, it } from 'vitest';
import { killBrowser } from '../testing/killedBrowser.ts';
import { startServer } from './browser.ts';

it(
  'nothing acknowledged is lost by 20 kills, and the catalogue always opens',
  { timeout: 300_000 },
  async () => {
    const server = await startServer();
    try {
      const { losses, acknowledged, during } = await killBrowser(server.address, 20, 20);
      console.log(`Killed during ${JSON.stringify(during)}; ${acknowledged} acknowledged.`);
      expect(losses).toEqual([]);
      // How many there are depends on how quick the machine is: enough that some lie before most kills.
      expect(acknowledged).toBeGreaterThan(10);
    } finally {
      await server.close();
    }
  },
);
