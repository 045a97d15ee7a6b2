/** What goes wrong within an image: what, and where. Thrown by what reads it, told as an issue by whoever asked. */
import { createLoss, type Issue } from '../issue.ts';

/** What can be wrong with an image. */
export type FaultCode = 'image.cut' | 'image.damaged' | 'image.notRead' | 'image.tooMuch';

/** A part of an image that cannot be read. */
export class ImageFault extends Error {
  constructor(
    readonly code: FaultCode,
    /** What of the image it is: `the table of fragments`, `inode 12`. */
    readonly part: string,
    readonly reason = '',
  ) {
    super(`${part}: ${reason || code}`);
  }
}

/** A part that ends before it should. */
export const cutAt = (part: string, at: number, size: number): ImageFault =>
  new ImageFault('image.cut', part, `${at} of ${size}`);

/** A part that is not as its format or its own sums say. */
export const damaged = (part: string, reason: string): ImageFault =>
  new ImageFault('image.damaged', part, reason);

/** A part of a kind that is known and not read; `instead` says what to do. */
export const notRead = (part: string, instead: string): ImageFault =>
  new ImageFault('image.notRead', part, instead);

/** More than is gone through. */
export const tooMuch = (part: string, reason: string): ImageFault =>
  new ImageFault('image.tooMuch', part, reason);

/** A fault as an issue of the place where it was met. Others than faults are thrown again. */
export function issueOfFault(error: unknown, where: string): Issue {
  if (!(error instanceof ImageFault)) throw error;
  return createLoss(error.code, where, { part: error.part, reason: error.reason });
}
