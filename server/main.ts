/** Starts the server on 127.0.0.1 and prints its address. Stops on SIGINT and SIGTERM. */
import { fileURLToPath } from 'node:url';
import { createApp } from './app.ts';

const port = Number(process.env.PORT ?? 4173);
const path = (relative: string) => fileURLToPath(new URL(relative, import.meta.url));
const app = createApp({ web: path('../dist/web'), sample: path('../sample/out') });

const server = app.listen(port, '127.0.0.1', () => {
  const address = server.address();
  console.log(
    `Aspen Ridge is at http://127.0.0.1:${typeof address === 'object' && address ? address.port : port}/`,
  );
});
server.on('error', (error: NodeJS.ErrnoException) => {
  const reason =
    error.code === 'EADDRINUSE'
      ? `port ${port} is in use; choose another with PORT=4174 npm start`
      : error.message;
  console.error(`The server could not start: ${reason}`);
  process.exit(1);
});
for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.on(signal, () => {
    server.close(() => process.exit(0));
    server.closeAllConnections();
  });
}
