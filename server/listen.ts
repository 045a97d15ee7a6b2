/** Listens on 127.0.0.1 and stops cleanly: shared by the server, the stand-in mirror and tests. */
import type { Express } from 'express';
import type { Server } from 'node:http';

export interface Listening {
  /** `http://127.0.0.1:4173` */
  readonly address: string;
  readonly close: () => Promise<void>;
}

/** Starts an application on a port (0 for any free one). Rejects with the system's error, such as EADDRINUSE. */
export function listen(app: Express, port: number): Promise<Listening> {
  return new Promise((resolve, reject) => {
    const server: Server = app.listen(port, '127.0.0.1', (error?: Error) => {
      if (error) return reject(error);
      const { port: taken } = server.address() as { port: number };
      resolve({
        address: `http://127.0.0.1:${taken}`,
        close: () =>
          new Promise((closed) => {
            server.close(() => closed());
            server.closeAllConnections();
          }),
      });
    });
    server.on('error', reject);
  });
}
