/**
 * The server's answers about mirrors:
 *
 *     GET  /api/mirror        what may be asked (MirrorLimits)
 *     POST /api/mirror        a MirrorRequest; answers with MirrorEvents, a JSON value a line
 *     POST /api/mirror/look   a MirrorRequest; answers with what its release file says now (Looked), or with `failed`
 *
 * Closing the connection stops the fetch. Only pages of this server are answered.
 */
import express, { type Request, type Response, type Router } from 'express';
import {
  mirrorRequestSchema,
  type MirrorEvent,
  type MirrorLimits,
  type MirrorRequest,
} from '../../core/exchange/mirrorMessages.ts';
import { createIssue, type Issue } from '../../core/issue.ts';
import { bodyAs, onlyOwnPages, refuse, refuseBody } from '../requests.ts';
import type { Downloader } from './download.ts';
import { lookAt } from './lookAt.ts';
import { readRepository } from './readRepository.ts';

/** Least time between two lines about the same download, in milliseconds. */
const TELL_EVERY = 100;

export function createMirrorApi(downloader: Downloader, clock: () => number = Date.now): Router {
  const router = express.Router();
  let running = 0;
  router.use(onlyOwnPages);
  router.get('/', (_request, response) => {
    const limits: MirrorLimits = { hosts: downloader.hosts.list, fileBytes: downloader.limits.fileBytes };
    response.set('Cache-Control', 'no-store').json(limits);
  });
  const json = express.json({ limit: '400kb', type: 'application/json' });
  /** What is asked for, where it may run now: then it counts as running. Else the request is refused, and null. */
  const begin = (request: Request, response: Response): MirrorRequest | null => {
    const asked = bodyAs(mirrorRequestSchema, request, response);
    if (!asked) return null;
    if (running >= downloader.limits.concurrent) {
      refuse(response, 429, createIssue('error', 'mirror.busy', 'request', { count: running }));
      return null;
    }
    running++;
    return asked;
  };
  router.post('/look', json, async (request, response) => {
    const asked = begin(request, response);
    if (!asked) return;
    try {
      const signal = AbortSignal.timeout(downloader.limits.totalMs);
      const looked = await lookAt(downloader, asked, { signal, now: clock() });
      if (looked.ok) response.set('Cache-Control', 'no-store').json(looked.value);
      else refuse(response, 502, ...looked.issues);
    } catch (error) {
      refuse(response, 502, unreachable(asked, error));
    } finally {
      running--;
    }
  });
  router.post('/', json, async (request, response) => {
    const asked = begin(request, response);
    if (!asked) return;
    const stop = new AbortController();
    response.on('close', () => stop.abort());
    const signal = AbortSignal.any([stop.signal, AbortSignal.timeout(downloader.limits.totalMs)]);
    response.status(200).set({
      'Content-Type': 'application/x-ndjson',
      'Cache-Control': 'no-store',
      'X-Accel-Buffering': 'no',
    });
    const tell = (event: MirrorEvent) => {
      if (!response.destroyed) response.write(`${JSON.stringify(event)}\n`);
    };
    let told = 0;
    try {
      const result = await readRepository(downloader, asked, {
        signal,
        now: clock(),
        onProgress: (file, done, total) => {
          const now = performance.now();
          if (now - told < TELL_EVERY && done < total) return;
          told = now;
          tell({ type: 'progress', file, done, total });
          (response as Response & { flush?: () => void }).flush?.();
        },
        onIssue: (issue) => tell({ type: 'issue', issue }),
        onList: (list) => tell({ type: 'list', list }),
      });
      tell(result.ok ? { type: 'done' } : { type: 'failed', issues: result.issues });
    } catch (error) {
      tell({ type: 'failed', issues: [unreachable(asked, error)] });
    } finally {
      running--;
      response.end();
    }
  });
  router.use(refuseBody);
  return router;
}

function unreachable({ url }: MirrorRequest, error: unknown): Issue {
  const reason = error instanceof Error ? error.message : String(error);
  return createIssue('error', 'mirror.unreachable', url, { reason });
}
