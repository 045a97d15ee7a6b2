/**
 * The manifest of a capture: what the collector took, and signs that it saw without taking them
 * (docs/capture-file.md). The sums are for whoever wants to check an archive by hand.
 */
import { createIssue, createLoss, failure, success, type Issue, type Result } from '../issue.ts';

/** What a capture says of itself (docs/capture-file.md). */
export interface CaptureManifest {
  /** When it was taken, ISO 8601 (UTC); empty when not stated. */
  readonly taken: string;
  readonly files: readonly {
    readonly path: string;
    readonly bytes: number;
    readonly sha256: string;
    readonly time: string;
  }[];
  /** Targets of symbolic links by path. */
  readonly links: ReadonlyMap<string, string>;
  /** Times of things that are there, by path. */
  readonly seen: ReadonlyMap<string, string>;
  /** For a system that was read from its image and never started: the image, what it is made of, and where in it the system lies. */
  readonly image?: { readonly name: string; readonly formats: string; readonly place: string };
  /** The kernel that an image boots, and where that stands. */
  readonly boots?: { readonly release: string; readonly place: string };
  /** What of an image could not be read, and whether its package list lacks it. */
  readonly lost: readonly { readonly issue: Issue; readonly ofList: boolean }[];
  /** Packages that the installer takes away, with the place that says so. */
  readonly removed: ReadonlyMap<string, string>;
}

/** The version of the format that this program writes and reads. */
const MANIFEST_VERSION = 1;

/** Reads a manifest. Issue `manifest.newer` for one of a later version; lines of an unknown kind are left out. */
export function parseCaptureManifest(text: string, where: string): Result<CaptureManifest> {
  const rows = text.split('\n').map((line) => line.split('\t'));
  const version = Number(rows[0]?.[1]);
  if (rows[0]?.[0] !== 'aspen-capture' || !(version <= MANIFEST_VERSION))
    return failure(createIssue('damage', 'manifest.newer', where, { version: rows[0]?.[1] ?? '' }));
  const of = (kind: string) => rows.filter(([name]) => name === kind);
  const [image] = of('image');
  const [boots] = of('boots');
  return success({
    ...(image && { image: { name: image[1], formats: image[2] ?? '', place: image[3] ?? '' } }),
    ...(boots && { boots: { release: boots[1], place: boots[2] ?? '' } }),
    lost: of('lost').flatMap(lostOf),
    removed: new Map(of('removed').map(([, name, place = '']) => [name, place])),
    taken: of('taken')[0]?.[1] ?? '',
    files: of('file').map(([, path, bytes, sha256, time]) => ({
      path,
      bytes: Number(bytes),
      sha256,
      time: time ?? '',
    })),
    links: new Map(of('link').map(([, path, target = '']) => [path, target])),
    seen: new Map(of('seen').map(([, path, time = '']) => [path, time])),
  });
}

/** A loss as a line of a manifest. */
export const lostLine = ({ code, where, params }: Issue, ofList: boolean): string =>
  ['lost', code, where.replace(/[\t\n]/g, ' '), JSON.stringify(params), ofList ? 'list' : ''].join('\t');

function lostOf([, code, where = '', params = '{}', part]: readonly string[]): CaptureManifest['lost'] {
  let read: unknown;
  try {
    read = JSON.parse(params);
  } catch {
    read = {};
  }
  const entries = Object.entries(read && typeof read === 'object' ? read : {});
  const plain = entries.filter(([, value]) => typeof value === 'string' || typeof value === 'number');
  return code
    ? [
        {
          issue: createLoss(code, where, Object.fromEntries(plain) as Issue['params']),
          ofList: part === 'list',
        },
      ]
    : [];
}
