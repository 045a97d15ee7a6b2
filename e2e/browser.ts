/** Debian's Chromium under Playwright, and the server under test on a free port of 127.0.0.1. */
import { chromium, type Browser, type BrowserContext, type Locator, type Page } from 'playwright-core';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { CHROMIUM, CHROMIUM_FLAGS, CHROMIUM_MISSING } from '../testing/chromium.ts';
import { createMirror } from '../sample/mirror/mirror.ts';
import { createApp } from '../server/app.ts';
import { listen, type Listening } from '../server/listen.ts';
import { AllowedImages } from '../server/images/allowedImages.ts';
import { createImagesApi } from '../server/images/api.ts';
import { createMirrorApi } from '../server/mirror/api.ts';
import { MirrorCache } from '../server/mirror/cache.ts';
import { Downloader } from '../server/mirror/download.ts';
import { AllowedHosts } from '../server/mirror/hosts.ts';

/** Starts the built application with the stand-in mirror beside it; `close` stops both. */
export async function startServer(
  onPolicyReport: (line: string) => void = console.error,
): Promise<Listening & { readonly mirror: string; readonly images: string }> {
  const path = (relative: string) => fileURLToPath(new URL(relative, import.meta.url));
  const mirror = await listen(createMirror(path('../sample/out/mirror')), 0);
  const cache = await mkdtemp(join(tmpdir(), 'aspen-ridge-cache-'));
  const hosts = new AllowedHosts([new URL(mirror.address).host]);
  const downloader = new Downloader(hosts, new MirrorCache(cache, 100 << 20));
  const mirrors = createMirrorApi(downloader);
  const folder = await mkdtemp(join(tmpdir(), 'aspen-ridge-images-'));
  const images = createImagesApi(new AllowedImages([folder]));
  const app = await listen(
    createApp({ web: path('../dist/web'), sample: path('../sample/out'), mirrors, images, onPolicyReport }),
    0,
  );
  const close = async () => {
    await Promise.all([app.close(), mirror.close(), downloader.close()]);
    for (const made of [cache, folder]) await rm(made, { recursive: true, force: true });
  };
  return { address: app.address, mirror: mirror.address, images: folder, close };
}

export interface Session {
  readonly context: BrowserContext;
  readonly page: Page;
  readonly close: () => Promise<void>;
}

/** Opens a browser with a new profile. Errors of the page are collected in `errors`. */
export async function openBrowser(
  options: { width?: number; height?: number; dark?: boolean; serviceWorkers?: 'allow' } = {},
): Promise<Session & { errors: string[] }> {
  if (!CHROMIUM) throw new Error(CHROMIUM_MISSING);
  const profile = await mkdtemp(join(tmpdir(), 'aspen-ridge-browser-'));
  const context = await chromium.launchPersistentContext(profile, {
    executablePath: CHROMIUM,
    headless: true,
    args: [...CHROMIUM_FLAGS],
    viewport: { width: options.width ?? 1280, height: options.height ?? 800 },
    colorScheme: options.dark ? 'dark' : 'light',
    // Only the tests of working without network keep the program in the browser.
    serviceWorkers: options.serviceWorkers ?? 'block',
    acceptDownloads: true,
  });
  const page = context.pages()[0] ?? (await context.newPage());
  const errors: string[] = [];
  context.setDefaultTimeout(20_000);
  page.on('pageerror', (error) => errors.push(error.message));
  page.on('console', (message) => message.type() === 'error' && errors.push(message.text()));
  const close = async () => {
    await context.close();
    await rm(profile, { recursive: true, force: true });
  };
  return { context, page, close, errors };
}

/** The map's plate of a distribution, whatever its release. */
export function plateOf(page: Page, name: string): Locator {
  const map = page.getByRole('group', { name: 'Lineage map' });
  return map.getByRole('button', { name: new RegExp(`^${name}( \\S*\\d\\S*)?,`) });
}

/** Opens a menu, also one that was closed just now: within 50 ms of that, Vuetify takes no click on its button. */
export async function openMenu(button: Locator): Promise<void> {
  const isOpen = async () => (await button.getAttribute('aria-expanded')) === 'true';
  for (let tries = 0; !(await isOpen()); tries++) {
    if (tries === 5) throw new Error('The menu does not open.');
    if (tries > 0) await button.page().waitForTimeout(60);
    await button.click();
  }
}

export type { Browser, Page };
