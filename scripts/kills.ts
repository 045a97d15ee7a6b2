/** npm run kills [COUNT [SEED]]: kills the browser so often (200), and says what was lost of what had been called saved. */
import { startServer } from '../e2e/browser.ts';
import { killBrowser } from '../testing/killedBrowser.ts';

const [count = 200, seed = 1] = process.argv.slice(3).map(Number);
const server = await startServer();
const { kills, during, acknowledged, losses } = await killBrowser(server.address, count, seed);
await server.close();
console.log(
  `${kills} kills (${Object.entries(during)
    .map(([act, n]) => `${n} while ${act}`)
    .join(', ')});`,
);
console.log(`${acknowledged} times called saved; ${losses.length === 0 ? 'nothing of it lost.' : 'LOST:'}`);
for (const loss of losses) console.log(`  ${loss}`);
process.exitCode = losses.length === 0 ? 0 : 1;
