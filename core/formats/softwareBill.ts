/**
 * Package lists in bills of materials: SPDX 2.3 and CycloneDX 1.6, both as JSON. Packages of the operating system are
 * told by their package URL (purl-spec, types `deb`, `rpm`, `alpm`); everything else is left out.
 */
import type { Family } from './family.ts';
import { PackageListBuilder, type PackageList } from './packageList.ts';
import { createLoss } from '../issue.ts';

/** A package URL of a system package: `pkg:deb/open/name@1.0-1?arch=amd64&upstream=source`. */
interface PackageUrl {
  readonly family: Family;
  readonly name: string;
  readonly version: string;
  readonly qualifiers: Readonly<Record<string, string>>;
}

/** Reads a package URL; null for one of another type, or without version. */
export function parsePackageUrl(text: string): PackageUrl | null {
  const match = /^pkg:(deb|rpm|alpm)\/(?:[^?#@]*\/)?([^/?#@]+)@([^?#]+)(?:\?([^#]*))?/i.exec(text);
  if (!match) return null;
  const decode = (part: string) => {
    try {
      return decodeURIComponent(part);
    } catch {
      return part; // a stray per cent sign: taken as it stands
    }
  };
  const qualifiers = Object.fromEntries(
    (match[4] ?? '')
      .split('&')
      .filter(Boolean)
      .map((pair) => [pair.split('=')[0], decode(pair.split('=').slice(1).join('='))]),
  );
  return {
    family: match[1].toLowerCase() as Family,
    name: decode(match[2]),
    version: decode(match[3]),
    qualifiers,
  };
}

/** True if a text begins as one of the two does. */
export function isSoftwareBill(text: string): boolean {
  return (
    /^\s*\{/.test(text) &&
    (/"spdxVersion"\s*:\s*"SPDX-2/.test(text) || /"bomFormat"\s*:\s*"CycloneDX"/.test(text))
  );
}

interface Entry {
  readonly purl?: string;
  readonly supplier?: string;
}

/** Reads a bill. Damage is the issue `json.damaged`; the family is that of most packages. Never throws. */
export function parseSoftwareBill(text: string, where: string): PackageList {
  const empty = (reason: string) => {
    const builder = new PackageListBuilder('deb', where);
    builder.report(createLoss('json.damaged', where, { reason }));
    return builder.finish('status');
  };
  let bill: unknown;
  try {
    bill = JSON.parse(text);
  } catch (error) {
    return empty(error instanceof Error ? error.message : String(error));
  }
  const urls = entriesOf(bill).flatMap(({ purl, supplier }) => {
    const url = purl ? parsePackageUrl(purl) : null;
    return url ? [{ url, supplier }] : [];
  });
  const families = urls.map(({ url }) => url.family);
  const count = (family: Family) => families.filter((each) => each === family).length;
  const [family] = (['deb', 'rpm', 'alpm'] as const).toSorted((a, b) => count(b) - count(a));
  const builder = new PackageListBuilder(family, where);
  for (const { url, supplier } of urls) {
    if (url.family !== family) continue;
    const { arch = '', upstream = '', epoch = '' } = url.qualifiers;
    const version =
      epoch && epoch !== '0' && !/^\d+:/.test(url.version) ? `${epoch}:${url.version}` : url.version;
    const [source, sourceVersion] = upstream.replace(/\.src\.rpm$/, '').split('@');
    builder.add(
      { name: url.name, version, architecture: arch, source, sourceVersion, maintainer: supplier },
      url.name,
    );
  }
  return builder.finish('status');
}

/** More than components have components. */
const DEPTH_LIMIT = 20;

/** The packages of either kind, as far as they have the expected form. */
function entriesOf(bill: unknown): Entry[] {
  const list = (value: unknown): Record<string, unknown>[] =>
    Array.isArray(value) ? value.filter((each) => typeof each === 'object' && each !== null) : [];
  const root = (typeof bill === 'object' && bill !== null ? bill : {}) as Record<string, unknown>;
  const text = (value: unknown) => (typeof value === 'string' ? value : undefined);
  const spdx = list(root.packages).map((each) => ({
    purl: text(
      list(each.externalRefs).find(({ referenceType }) => referenceType === 'purl')?.referenceLocator,
    ),
    supplier: text(each.supplier)?.replace(/^(Person|Organization): /, ''),
  }));
  const components = (values: unknown, depth: number): Entry[] =>
    list(values).flatMap((each) => [
      { purl: text(each.purl), supplier: text((each.supplier as { name?: unknown } | undefined)?.name) },
      ...(depth < DEPTH_LIMIT ? components(each.components, depth + 1) : []),
    ]);
  return [...spdx, ...components(root.components, 0)];
}
