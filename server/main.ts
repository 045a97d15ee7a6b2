/** Starts the server and the sample's stand-in mirror on 127.0.0.1. Both stop on SIGINT and SIGTERM. */
import { join } from 'node:path';
import { createMirror } from '../sample/mirror/mirror.ts';
import { createApp } from './app.ts';
import { foldersOf, ROOT } from './folders.ts';
import { AllowedImages } from './images/allowedImages.ts';
import { createImagesApi } from './images/api.ts';
import { missingParts, SampleMaker } from './sampleMaker.ts';
import { MirrorCache } from './mirror/cache.ts';
import { createMirrorApi } from './mirror/api.ts';
import { readConfig, type ServerConfig } from './config.ts';
import { DEFAULT_LIMITS, Downloader } from './mirror/download.ts';
import { AllowedHosts } from './mirror/hosts.ts';
import { listen, type Listening } from './listen.ts';

const USUAL_PORT = 4173;
const port = Number(process.env.PORT ?? USUAL_PORT);
const mirrorPort = Number(process.env.MIRROR_PORT ?? (port === 0 ? 0 : port + 1));
const folders = foldersOf(ROOT, process.env);
const sample = new SampleMaker(folders.sample);
const running: Listening[] = [];

for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    sample.stop();
    void Promise.all(running.map(({ close }) => close())).then(() => process.exit(0));
  });

const config = configured();
const mirror = await startMirror();

try {
  const app = createApp({
    web: join(ROOT, 'dist/web'),
    sample: folders.sample,
    sampleState: () => sample.state,
    mirrors: createMirrorApi(createDownloader(mirror ? [new URL(mirror.address).host] : [])),
    images: createImagesApi(new AllowedImages(config.imageFolders)),
  });
  const server = await listen(app, port);
  running.push(server);
  console.log(`Aspen Ridge is at ${server.address}/`);
  if (port !== USUAL_PORT)
    console.log('A browser keeps catalogues by address: those made under another port are not shown here.');
  if (mirror) console.log(`The sample's stand-in mirror is at ${mirror.address}/`);
  await makeSample();
} catch (error) {
  console.error(`The server could not start: ${reasonOf(error, port, startedAs('PORT', 4180))}`);
  process.exit(1);
}

/** Makes what is missing of the sample, or what the start found to be older than its sources. */
async function makeSample(): Promise<void> {
  const asked = process.env.ASPEN_RIDGE_SAMPLE_PARTS?.split(' ').filter(Boolean);
  const parts = asked ?? missingParts(folders.sample);
  if (parts.length === 0) return;
  console.log('The sample is being made; the page is there already.');
  await sample.make(parts);
  const { state } = sample;
  if (state.state === 'failed') console.error(`The sample could not be made: ${state.reason}`);
  else console.log('The sample is ready.');
}

async function startMirror(): Promise<Listening | null> {
  try {
    const started = await listen(createMirror(join(folders.sample, 'mirror')), mirrorPort);
    running.push(started);
    return started;
  } catch (error) {
    const reason = reasonOf(error, mirrorPort, startedAs('MIRROR_PORT', 4190));
    console.error(`The stand-in mirror is not there (${reason}); everything else works.`);
    return null;
  }
}

function createDownloader(more: readonly string[]): Downloader {
  const megabyte = 1_000_000;
  return new Downloader(
    new AllowedHosts([...config.mirrors, ...more]),
    new MirrorCache(config.cacheFolder ?? folders.mirrors, config.cacheMegabytes * megabyte),
    {
      ...DEFAULT_LIMITS,
      fileBytes: config.fileMegabytes * megabyte,
      expandedBytes: config.expandedMegabytes * megabyte,
      idleMs: config.idleSeconds * 1000,
    },
  );
}

/** A configuration that is not valid stops the start: it says what is allowed. */
function configured(): ServerConfig {
  try {
    return readConfig(process.env.ASPEN_RIDGE_CONFIG ?? 'aspen-ridge.json');
  } catch (error) {
    console.error(`The server could not start: ${error instanceof Error ? error.message : String(error)}`);
    process.exit(1);
  }
}

/** The command that starts this with another port, as it was started. */
function startedAs(name: 'PORT' | 'MIRROR_PORT', value: number): string {
  return `${name}=${value} ${process.env.ASPEN_RIDGE_STARTED_AS ?? 'npm start'}`;
}

function reasonOf(error: unknown, taken: number, instead: string): string {
  const { code, message } = error as NodeJS.ErrnoException;
  return code === 'EADDRINUSE' ? `port ${taken} is in use; choose another: ${instead}` : message;
}
