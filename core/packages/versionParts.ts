/** The upstream part of a version, and its revision. */
import { parseDebVersion } from './debVersion.ts';

/** Epoch and upstream version, without what follows the last hyphen or, lacking one, the first `+` or `~`. */
export function upstreamOf(version: string): string {
  return partsOf(version).upstream;
}

/** What follows the upstream version. */
export function revisionOf(version: string): string {
  return partsOf(version).revision;
}

interface Parts {
  readonly upstream: string;
  readonly revision: string;
  marks?: readonly string[];
}

/** The same versions are taken apart again with every candidate: the last ones are kept. */
const known = new Map<string, Parts>();

const KEPT = 1 << 16;

/** The upstream part and the revision of a version; remembered, since the same come up again and again. */
export function partsOf(version: string): Parts {
  let parts = known.get(version);
  if (!parts) {
    const { epoch, upstream, revision } = parseDebVersion(version);
    const suffix = revision ? '' : (/(?<=.)[+~].*$/.exec(upstream)?.[0] ?? '');
    parts = {
      upstream: `${epoch}:${suffix ? upstream.slice(0, -suffix.length) : upstream}`,
      revision: revision || suffix,
    };
    if (known.size >= KEPT) known.clear();
    known.set(version, parts);
  }
  return parts;
}
