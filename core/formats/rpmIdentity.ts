/** How rpm writes a package's version, and what the name of a source package says (rpm-version(7)). */

/** `epoch:version-release`, with an epoch of 0 or none left out, as `rpm -q` shows it. */
export function formatRpmVersion(epoch: string | undefined, version: string, release: string): string {
  const full = version && release ? `${version}-${release}` : '';
  return full && epoch && epoch !== '0' && epoch !== '(none)' ? `${epoch}:${full}` : full;
}

/** Name and version of `name-version-release.src.rpm`; null for a text of another form. */
export function sourceVersionOf(sourceRpm: string): { name: string; version: string } | null {
  const match = /^(.+)-([^-]+-[^-]+)\.(?:no)?src\.rpm$/.exec(sourceRpm);
  return match && { name: match[1], version: match[2] };
}
