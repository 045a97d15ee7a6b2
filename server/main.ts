/** Starts the server and the sample's stand-in mirror on 127.0.0.1. Both stop on SIGINT and SIGTERM. */
import { fileURLToPath } from 'node:url';
import { createMirror } from '../sample/mirror/mirror.ts';
import { createApp } from './app.ts';
import { listen, type Listening } from './listen.ts';

const port = Number(process.env.PORT ?? 4173);
const mirrorPort = Number(process.env.MIRROR_PORT ?? (port === 0 ? 0 : port + 1));
const path = (relative: string) => fileURLToPath(new URL(relative, import.meta.url));
const running: Listening[] = [];

for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => void Promise.all(running.map(({ close }) => close())).then(() => process.exit(0)));

try {
  const server = await listen(createApp({ web: path('../dist/web'), sample: path('../sample/out') }), port);
  running.push(server);
  console.log(`Aspen Ridge is at ${server.address}/`);
} catch (error) {
  console.error(`The server could not start: ${reasonOf(error, port, 'PORT=4180 npm start')}`);
  process.exit(1);
}

try {
  const mirror = await listen(createMirror(path('../sample/out/mirror')), mirrorPort);
  running.push(mirror);
  console.log(`The sample's stand-in mirror is at ${mirror.address}/`);
} catch (error) {
  const reason = reasonOf(error, mirrorPort, 'MIRROR_PORT=4190 npm start');
  console.error(`The stand-in mirror is not there (${reason}); everything else works.`);
}

function reasonOf(error: unknown, taken: number, instead: string): string {
  const { code, message } = error as NodeJS.ErrnoException;
  return code === 'EADDRINUSE' ? `port ${taken} is in use; choose another: ${instead}` : message;
}
