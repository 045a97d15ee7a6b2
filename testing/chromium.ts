/** Debian's Chromium: where it is, and how it is started without reaching out. */
import { existsSync } from 'node:fs';

/** The path of the browser; undefined when it is not installed. `CHROMIUM` names another one. */
export const CHROMIUM: string | undefined =
  process.env.CHROMIUM ?? ['/usr/bin/chromium', '/usr/bin/chromium-browser'].find(existsSync);

export const CHROMIUM_FLAGS = [
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  // Its sandbox does not run as root.
  ...(process.getuid?.() === 0 ? ['--no-sandbox'] : []),
] as const;

/** What to do when it is not there. */
export const CHROMIUM_MISSING =
  'Chromium is not installed: apt-get install chromium, or name it with CHROMIUM=/path';
