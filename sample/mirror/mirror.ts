/**
 * The stand-in mirror: serves the sample's repositories over HTTP as a real mirror does (entity tags, dates,
 * ranges, conditional requests), and misbehaves where the address asks for it.
 *
 *     /larkspur.example/archive/dists/brindle/InRelease          as it is
 *     /~cut/larkspur.example/archive/dists/brindle/InRelease     with a fault (faults.ts)
 *     POST /day/2026-08-19                                       as of that day from now on; /day/now takes it back
 */
import express, { type Express } from 'express';
import { readdirSync } from 'node:fs';
import { FAULTS } from './faults.ts';
import { earlierState } from './states.ts';

/** Creates the mirror over a tree that `build.ts` wrote. */
export function createMirror(root: string): Express {
  const app = express();
  app.disable('x-powered-by');
  app.get('/', (_request, response) => {
    response.type('text').send(describe(root));
  });
  let day = '';
  app.post('/day/:day', (request, response) => {
    const asked = request.params.day;
    if (asked !== 'now' && !/^\d{4}-\d\d-\d\d$/.test(asked)) {
      response.status(400).type('text').send('Give a day such as 2026-08-19, or now.\n');
      return;
    }
    day = asked === 'now' ? '' : asked;
    response.type('text').send(day ? `The mirror is as of ${day}.\n` : 'The mirror is as it is now.\n');
  });
  app.use((request, _response, next) => {
    const path = decodeURIComponent(request.path).replace(/^\/+/, '');
    const earlier = day && earlierState(root, path, (days) => days.findLast((each) => each <= day));
    if (earlier) request.url = `/${earlier}`;
    next();
  });
  for (const { name, misbehave } of FAULTS) {
    app.use(`/~${name}`, async (request, response, next) => {
      const path = decodeURIComponent(request.path).replace(/^\/+/, '');
      if (path.split('/').includes('..')) next();
      else if (!(await misbehave({ root, path }, request, response))) next();
    });
    app.use(`/~${name}`, files(root));
  }
  app.use(files(root));
  app.use((_request, response) => {
    response.status(404).type('text').send('Not found.\n');
  });
  return app;
}

const files = (root: string) =>
  express.static(root, { index: false, redirect: false, dotfiles: 'ignore', etag: true, lastModified: true });

function describe(root: string): string {
  const hosts = readdirSync(root).filter((name) => name.includes('.'));
  return [
    'The stand-in mirror of the sample. All of it is invented.',
    '',
    'Hosts, as the first part of the address:',
    ...hosts.map((host) => `  /${host}`),
    '',
    'Keys: /keys',
    '',
    'As of an earlier day: POST /day/2026-08-19; POST /day/now for now.',
    '',
    'Faults, as a part before the host:',
    ...FAULTS.map(({ name, says }) => `  /~${name.padEnd(10)} ${says}`),
    '',
  ].join('\n');
}
