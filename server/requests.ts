/** What all answers under `/api` share: only pages of this server are answered, and what is refused says why. */
import type { NextFunction, Request, Response } from 'express';
import type { z } from 'zod';
import type { MirrorEvent } from '../core/exchange/mirrorMessages.ts';
import { createIssue, type Issue } from '../core/issue.ts';
import { isLocalName } from './localName.ts';

/** Refuses with issues, as the last event of an answer. */
export function refuse(response: Response, status: number, ...issues: readonly Issue[]): void {
  response.status(status).json({ type: 'failed', issues } satisfies MirrorEvent);
}

/** Lets pages of this server through, and tools that send no origin. */
export function onlyOwnPages(request: Request, response: Response, next: NextFunction): void {
  if (isFromHere(request)) next();
  else refuse(response, 403, createIssue('error', 'request.foreign', 'request'));
}

/** What was sent, where it is as its schema says; else the request is refused, and null. */
export function bodyAs<Schema extends z.ZodType>(
  schema: Schema,
  request: Request,
  response: Response,
): z.infer<Schema> | null {
  const parsed = schema.safeParse(request.body);
  if (parsed.success) return parsed.data;
  const [issue] = parsed.error.issues;
  const params = { field: issue.path.join('.') || 'request', reason: issue.message };
  refuse(response, 400, createIssue('error', 'request.notValid', 'request', params));
  return null;
}

/** Refuses a body that is no JSON, or too long; anything else is a fault of ours. */
export function refuseBody(
  error: { status?: number; message?: string },
  _request: Request,
  response: Response,
  next: NextFunction,
): void {
  if (!error.status || error.status >= 500) return next(error);
  const params = { field: 'body', reason: error.message ?? 'not JSON' };
  refuse(response, error.status, createIssue('error', 'request.notValid', 'request', params));
}

/**
 * Other pages in the browser cannot make the server fetch or read, and a name that was pointed at this machine is not its
 * own name.
 */
function isFromHere(request: Request): boolean {
  const { origin, host = '' } = request.headers;
  const site = request.headers['sec-fetch-site'];
  return (
    isLocalName(host) &&
    (site === undefined || site === 'same-origin' || site === 'none') &&
    (origin === undefined || (URL.canParse(origin) && new URL(origin).host === host))
  );
}
