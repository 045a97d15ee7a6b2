/** Addresses of repositories as people copy them. */
import type { MirrorRequest } from './mirrorMessages.ts';

/**
 * The request for an address as people copy it: of a suite (`…/dists/trixle`, or a file within it), of a database (`….db`), or of
 * the folder that `repodata/` stands in. Null for what is no address of the web.
 */
export function requestOfAddress(address: string): MirrorRequest | null {
  const trimmed = address.trim();
  if (!URL.canParse(trimmed) || !/^https?:$/.test(new URL(trimmed).protocol)) return null;
  const suite = /^(.+?)\/dists\/([^?#]+)$/.exec(trimmed);
  if (suite) {
    const name = suite[2]
      .replace(/\/+(In)?Release(\.gpg)?$/, '')
      .replace(/\/[^/]+\/(binary|source)-?.*$/, '')
      .replace(/\/+$/, '');
    return { family: 'deb', url: suite[1], key: '', suite: name, components: [], architecture: 'amd64' };
  }
  const database = /^(.+)\/([^/]+)\.db$/.exec(trimmed);
  if (database) return { family: 'alpm', url: database[1], key: '', repository: database[2] };
  return { family: 'rpm', url: trimmed.replace(/\/repodata(\/.*)?$/, '').replace(/\/+$/, ''), key: '' };
}

/** A repository in one line. */
export function nameOfRequest(request: MirrorRequest): string {
  const { host, pathname } = new URL(request.url);
  const name = request.family === 'deb' ? request.suite : request.family === 'alpm' ? request.repository : '';
  return [`${host}${pathname.replace(/\/+$/, '')}`, name].filter(Boolean).join(' ');
}
