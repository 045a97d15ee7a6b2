/**
 * The server's answers about images on its side:
 *
 *     GET  /api/images    the folders that may be read, and the images in them (ServerImages)
 *     POST /api/images    an image by its path; answers with an archive of captures of its systems, or with `failed`
 *
 * An image is read in a process of its own. Closing the connection stops it.
 */
import express, { type Router } from 'express';
import { imageRequestSchema } from '../../core/exchange/imageMessages.ts';
import { createIssue } from '../../core/issue.ts';
import { partsOf, readApart, type ReadingLimits } from '../reading/readApart.ts';
import { bodyAs, onlyOwnPages, refuse, refuseBody } from '../requests.ts';
import type { AllowedImages } from './allowedImages.ts';
import type { ReadImageHead } from './imageReader.ts';

const IMAGE_READER = new URL('imageReader.ts', import.meta.url);
const LIMITS: ReadingLimits = { time: 180_000, memory: 1 << 30 };
/** So many are read at a time. */
const MOST = 2;

export function createImagesApi(allowed: AllowedImages, limits = LIMITS): Router {
  const router = express.Router();
  let running = 0;
  router.use(onlyOwnPages);
  router.get('/', async (_request, response) => {
    response.set('Cache-Control', 'no-store').json(await allowed.list());
  });
  router.post('/', express.json({ limit: '8kb' }), async (request, response) => {
    const asked = bodyAs(imageRequestSchema, request, response);
    if (!asked) return;
    const { path } = asked;
    const say = (status: number, code: string, params = {}) =>
      refuse(response, status, createIssue('error', code, path, params));
    const real = await allowed.resolve(path);
    if (real === null) return say(403, 'serverImage.notAllowed');
    if (running >= MOST) return say(429, 'serverImage.busy', { count: running });
    running++;
    const stop = new AbortController();
    response.on('close', () => stop.abort());
    try {
      const { signal } = stop;
      const read = await readApart({ program: IMAGE_READER, args: [real], where: path, limits, signal });
      if (response.destroyed) return;
      if (!read.ok) return refuse(response, 502, ...read.issues);
      const { head, rest } = partsOf<ReadImageHead>(read.value);
      if (!head.isImage) return say(422, 'serverImage.none');
      if (head.systems === 0) return refuse(response, 422, ...head.issues);
      response.set({ 'Content-Type': 'application/gzip', 'Cache-Control': 'no-store' }).end(rest);
    } finally {
      running--;
    }
  });
  router.use(refuseBody);
  return router;
}
