/**
 * A browser that is killed at random moments of editing, importing and accepting, and opened again on the same profile: what
 * it had called saved must be there, and the catalogue must open. The interface is used as a person uses it.
 */
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Browser, type Page } from 'playwright-core';
import { CHROMIUM, CHROMIUM_FLAGS, CHROMIUM_MISSING } from './chromium.ts';
import { createRandom } from './samples.ts';

const FLAGS = [...CHROMIUM_FLAGS, '--headless', '--remote-debugging-port=0', '--window-size=1280,800'];

/** What the page had called saved when it was last seen, by the title of the catalogue. */
type Acknowledged = Map<string, number>;

export interface Kills {
  readonly kills: number;
  /** How often each thing was under way. */
  readonly during: Readonly<Record<string, number>>;
  /** Edits, imports and acceptances that were called saved. */
  readonly acknowledged: number;
  /** What was missing, or how a start failed; empty when all is well. */
  readonly losses: readonly string[];
}

class KillableBrowser {
  #process: ChildProcess | null = null;
  #browser: Browser | null = null;

  constructor(private readonly profile: string) {}

  async open(): Promise<Page> {
    if (!CHROMIUM) throw new Error(CHROMIUM_MISSING);
    const portFile = join(this.profile, 'DevToolsActivePort');
    await rm(portFile, { force: true });
    this.#process = spawn(CHROMIUM, [...FLAGS, `--user-data-dir=${this.profile}`, 'about:blank'], {
      stdio: 'ignore',
      detached: true,
    });
    // The file is there before its first line is, and the port before it is listened on.
    this.#browser = await waitFor(async () => {
      const [port] = (await readFile(portFile, 'utf8')).split('\n');
      if (!/^\d+$/.test(port)) throw new Error('Chromium has not told its port yet');
      return chromium.connectOverCDP(`http://127.0.0.1:${port}`);
    });
    const context = this.#browser.contexts()[0];
    context.setDefaultTimeout(15_000);
    return context.pages()[0] ?? (await context.newPage());
  }

  /** Ends all of its processes at once, as a power cut or the system's memory guard would. */
  async kill(): Promise<void> {
    const ended = new Promise((resolve) => this.#process!.once('exit', resolve));
    process.kill(-this.#process!.pid!, 'SIGKILL');
    await ended;
    await this.#browser?.close().catch(() => undefined);
  }
}

async function waitFor<T>(ask: () => Promise<T>): Promise<T> {
  for (let tries = 0; ; tries++) {
    try {
      return await ask();
    } catch (error) {
      if (tries === 200) throw error;
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
  }
}

/** Lets the page tell whenever it shows "Saved": the title, and how many distributions and sources it counts then. */
async function watchSaved(page: Page, onSaved: (title: string, records: number) => void): Promise<void> {
  await page.exposeFunction('toldSaved', onSaved);
  await page.evaluate(TELLS_SAVED);
}

/** In the page: after each change of the status line that leads to "Saved", its counts. */
const TELLS_SAVED = `new MutationObserver(() => {
  const saved = document.querySelector('footer .saved')?.textContent.trim() ?? '';
  if (!/^Saved \\d\\d:\\d\\d$/.test(saved)) return;
  const text = [...document.querySelectorAll('footer span')].map((each) => each.textContent).join(' ');
  const count = (noun) => Number(new RegExp('([\\\\d,]+) ' + noun).exec(text)?.[1].replace(',', '') ?? 0);
  const title = document.querySelector('header .title')?.textContent.trim() ?? '';
  toldSaved(title, count('distribution') + count('release') + count('source'));
}).observe(document.querySelector('footer'), { subtree: true, childList: true, characterData: true })`;

/** What the page shows after a start. */
async function shown(page: Page, address: string): Promise<{ title: string; records: number } | string> {
  await page.goto(address);
  const footer = page.locator('footer');
  const trouble = page.locator('[role=alert]');
  await footer
    .getByText(/^Saved/)
    .or(trouble)
    .first()
    .waitFor();
  if (await trouble.count()) return (await trouble.first().textContent()) ?? 'trouble';
  const text = (await footer.textContent()) ?? '';
  const count = (noun: string) =>
    Number(text.match(new RegExp(`([\\d,]+) ${noun}`))?.[1].replace(',', '') ?? 0);
  const title = (await page.locator('header .title').textContent())?.trim() ?? '';
  return { title, records: count('distribution') + count('release') + count('source') };
}

const ACTS: Readonly<Record<string, (page: Page, n: number) => Promise<void>>> = {
  async editing(page, n) {
    const empty = page.getByRole('button', { name: 'Add a distribution by hand' });
    for (let each = 0; ; each++) {
      if (await empty.isVisible()) await empty.click();
      else {
        await page.getByRole('button', { name: 'More', exact: true }).click();
        await page.getByText('Add a distribution …').click();
      }
      await page.getByLabel('Name', { exact: true }).fill(`Made ${n} ${each}`);
      await page.keyboard.press('Enter');
    }
  },
  async importing(page) {
    await page.getByLabel('Catalogue file to read').setInputFiles('sample/out/catalogue.json');
    await page.getByRole('button', { name: 'Open it beside' }).click();
    await page.getByText(/^Opened “/).waitFor();
  },
  async accepting(page, n) {
    await page.getByRole('link', { name: 'Intake' }).click();
    await page.getByLabel('Files to read').setInputFiles('sample/out/captures/wickerbox-live.tar.gz');
    await page.getByLabel('Distribution').fill(`Taken ${n}`);
    await page.getByLabel('Release').fill('1');
    await page.getByRole('button', { name: /^Accept/ }).click();
    await page.getByText(/^Recorded/).waitFor();
  },
};

/** Kills a browser so often; `seed` decides what is under way and when it is killed. */
export async function killBrowser(address: string, count: number, seed: number): Promise<Kills> {
  const random = createRandom(seed);
  const profile = await mkdtemp(join(tmpdir(), 'aspen-ridge-kills-'));
  const browser = new KillableBrowser(profile);
  const known: Acknowledged = new Map();
  const during: Record<string, number> = {};
  const losses: string[] = [];
  let acknowledged = 0;
  try {
    for (let n = 0; n < count; n++) {
      const page = await browser.open();
      const found = await shown(page, address);
      if (typeof found === 'string') losses.push(`start ${n}: ${found}`);
      else if ((known.get(found.title) ?? 0) > found.records)
        losses.push(`start ${n}: “${found.title}” has ${found.records} of ${known.get(found.title)} records`);
      if (n === 0) await page.getByRole('button', { name: 'Start my own catalogue' }).click();
      await watchSaved(page, (title, records) => {
        acknowledged++;
        known.set(title, Math.max(records, known.get(title) ?? 0));
      });
      const act = Object.keys(ACTS)[Math.floor(random.next() ** 1.5 * 3)];
      during[act] = (during[act] ?? 0) + 1;
      const working = ACTS[act](page, n).catch(() => undefined); // it ends with the kill
      const moment = { editing: 2500, importing: 2500, accepting: 4000 }[act]!;
      await Promise.race([
        new Promise((resolve) => setTimeout(resolve, 150 + random.next() * moment)),
        act === 'editing' ? new Promise(() => undefined) : working,
      ]);
      await browser.kill();
      await working;
    }
    losses.push(...(await missingAtTheEnd(browser, address, known)));
  } finally {
    await browser.kill().catch(() => undefined);
    await rm(profile, { recursive: true, force: true, maxRetries: 5 });
  }
  return { kills: count, during, acknowledged, losses };
}

/** Opens every catalogue that was called saved, and says what it lacks. */
async function missingAtTheEnd(
  browser: KillableBrowser,
  address: string,
  known: Acknowledged,
): Promise<string[]> {
  const page = await browser.open();
  const missing: string[] = [];
  await shown(page, address);
  for (const [title, records] of known) {
    const present = (await page.locator('header .title').textContent())?.trim();
    if (present !== title) {
      await page.locator('header .catalogue').click();
      await page.getByText('All catalogues of this browser').click();
      await page.getByRole('dialog').getByRole('button', { name: title, exact: true }).click();
      await page.locator('header .title').getByText(title, { exact: true }).waitFor();
    }
    const found = await shown(page, address);
    if (typeof found === 'string') missing.push(`at the end: “${title}”: ${found}`);
    else if (found.title !== title || found.records < records)
      missing.push(`at the end: “${found.title}” has ${found.records}, “${title}” had ${records}`);
  }
  return missing;
}
