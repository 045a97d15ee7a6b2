/**
 * How the stand-in mirror misbehaves when it is told to: each fault is a prefix of the address, so that any
 * client can be pointed at it (`/~cut/larkspur.example/archive`). Release files and the signatures on them are
 * left alone by the faults that concern indexes, and the other way round.
 */
import { createReadStream, existsSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { Request, Response } from 'express';
import { earlierState } from './states.ts';
import { createSigningKey, type SigningKey } from '../repositories/signing.ts';

/** What is known of the file that was asked for. */
export interface AskedFile {
  /** The mirror's root folder. */
  readonly root: string;
  /** The path below the root, without a leading slash; it may not exist. */
  readonly path: string;
}

/** Answers in the place of the mirror; gives false to let the mirror answer as usual. */
type Misbehave = (asked: AskedFile, request: Request, response: Response) => boolean | Promise<boolean>;

export interface Fault {
  readonly name: string;
  readonly says: string;
  readonly misbehave: Misbehave;
}

/** Files that vouch for others: everything else is an index. */
const isHead = (path: string) =>
  /\/(InRelease|Release|Release\.gpg|repomd\.xml|repomd\.xml\.sig|[^/]+\.sig)$/.test(path);
const isHere = ({ root, path }: AskedFile) => {
  const file = join(root, path);
  return existsSync(file) && statSync(file).isFile();
};
/** Applies to existing indexes only; anything else is answered as usual. */
const onIndexes =
  (misbehave: Misbehave): Misbehave =>
  (asked, request, response) =>
    !isHead(asked.path) && isHere(asked) ? misbehave(asked, request, response) : false;

const PIECE = 16 * 1024;
/** An endless file ends all the same after this much, so that a client without limits does not fill a disk. */
const ENDLESS_LIMIT = 1 << 30;

const send = (response: Response, bytes: Uint8Array) => {
  response.type('application/octet-stream').send(Buffer.from(bytes));
  return true;
};

/** All faults, by the name that stands in the address after `~`. */
export const FAULTS: readonly Fault[] = [
  {
    name: 'slow',
    says: 'sends every file in pieces of 16 KiB, five a second',
    misbehave: (asked, _request, response) => {
      if (!isHere(asked)) return false;
      void sendSlowly(join(asked.root, asked.path), response);
      return true;
    },
  },
  {
    name: 'cut',
    says: 'breaks off in the middle of every index',
    misbehave: onIndexes(({ root, path }, _request, response) => {
      const bytes = readFileSync(join(root, path));
      response.set('Content-Length', String(bytes.length));
      response.write(bytes.subarray(0, bytes.length >> 1), () => response.destroy());
      return true;
    }),
  },
  {
    name: 'checksum',
    says: 'changes one byte of every index',
    misbehave: onIndexes(({ root, path }, _request, response) => {
      const bytes = readFileSync(join(root, path));
      bytes[bytes.length >> 1] ^= 1;
      return send(response, bytes);
    }),
  },
  {
    name: 'stale',
    says: 'serves the oldest state that was kept, rightly signed',
    misbehave: ({ root, path }, _request, response) => {
      const old = earlierState(root, path, ([oldest]) => oldest);
      return old ? send(response, readFileSync(join(root, old))) : false;
    },
  },
  {
    name: 'other-key',
    says: 'signs every release file by another key',
    misbehave: async ({ root, path }, _request, response) => {
      const file = join(root, path);
      if (/\/InRelease$/.test(path)) {
        const release = readFileSync(file.replace(/InRelease$/, 'Release'), 'utf8');
        return send(
          response,
          new TextEncoder().encode(await (await impostor()).signClear(release, new Date())),
        );
      }
      const signed = signedBy(file);
      if (!signed) return false;
      return send(response, await (await impostor()).signDetached(readFileSync(signed), new Date()));
    },
  },
  {
    name: 'unsigned',
    says: 'has no signatures',
    misbehave: ({ path }, _request, response) => /\/InRelease$|\.gpg$|\.sig$/.test(path) && missing(response),
  },
  {
    name: 'missing',
    says: 'has release files, but answers 404 for every index',
    misbehave: onIndexes((_asked, _request, response) => missing(response)),
  },
  {
    name: 'error',
    says: 'answers 503 to everything',
    misbehave: (_asked, _request, response) => {
      response.status(503).type('text').send('Service unavailable.\n');
      return true;
    },
  },
  {
    name: 'endless',
    says: 'never stops sending an index',
    misbehave: onIndexes((_asked, _request, response) => {
      sendEndlessly(response);
      return true;
    }),
  },
  {
    name: 'redirect',
    says: 'sends to another host',
    misbehave: ({ path }, _request, response) => {
      response.redirect(302, `http://elsewhere.invalid/${path}`);
      return true;
    },
  },
];

function missing(response: Response): true {
  response.status(404).type('text').send('Not found.\n');
  return true;
}

async function sendSlowly(file: string, response: Response): Promise<void> {
  response.set('Content-Length', String(statSync(file).size));
  for await (const piece of createReadStream(file, { highWaterMark: PIECE })) {
    if (response.destroyed) return;
    response.write(piece);
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  response.end();
}

function sendEndlessly(response: Response): void {
  const piece = Buffer.alloc(PIECE, 'Package: again\n');
  let sent = 0;
  const more = () => {
    while (!response.destroyed && sent < ENDLESS_LIMIT) {
      sent += piece.length;
      if (!response.write(piece)) {
        response.once('drain', more);
        return;
      }
    }
    response.end();
  };
  more();
}

/** The file that a detached signature is for. */
function signedBy(file: string): string | null {
  if (!/\.gpg$|\.sig$/.test(file)) return null;
  const signed = file.replace(/\.(gpg|sig)$/, '');
  return existsSync(signed) ? signed : null;
}

let key: Promise<SigningKey> | undefined;
const impostor = () => (key ??= createSigningKey(0, 'Impostor'));
