/**
 * A package list as a bill of materials: CycloneDX 1.6 (ECMA-424) and SPDX 2.3, both as JSON, each package with its package URL
 * (purl-spec, types `deb`, `rpm`, `alpm`). Read back by formats/softwareBill.ts.
 */
import { PackageURL } from 'packageurl-js';
import { keyOfName } from '../../sameness/name.ts';
import { packageRow, type PackageColumns, type PackageRow } from '../../formats/packageColumns.ts';
import type { Family } from '../../formats/family.ts';

/** Of what the list is. */
export interface BillOf {
  /** Whose packages: the distribution by name; empty where that is not known. */
  readonly vendor: string;
  /** What the list is called, and which release it is of, where known. */
  readonly name: string;
  readonly version: string;
  /** Of which day the list is (ISO 8601), where known. */
  readonly date: string;
  /** When the bill is made (ISO 8601 with time), and by which version of the program. */
  readonly made: string;
  readonly program: string;
}

/** The package URL of a row; an epoch of rpm is a qualifier, that of the others a part of the version. */
export function packageUrlOf(family: Family, vendor: string, row: PackageRow): string {
  const [, epoch, rest] = /^(?:(\d+):)?(.*)$/s.exec(row.version)!;
  const version = family === 'rpm' ? rest : row.version;
  const upstream = row.source && row.source !== row.name ? row.source : '';
  const qualifiers: Record<string, string> = {
    ...(row.architecture && { arch: row.architecture }),
    ...(family === 'rpm' && epoch && epoch !== '0' && { epoch }),
    ...(upstream && { upstream: row.sourceVersion ? `${upstream}@${row.sourceVersion}` : upstream }),
  };
  const namespace = keyOfName(vendor) || 'unknown';
  return new PackageURL(family, namespace, row.name, version, qualifiers, undefined).toString();
}

function* rowsOf(list: PackageColumns): IterableIterator<PackageRow> {
  for (let i = 0; i < list.size; i++) if (!list.removed[i]) yield packageRow(list, i);
}

/** Gives each text once: one that came before has a number behind it. */
function onlyOnce(): (text: string) => string {
  const seen = new Map<string, number>();
  return (text) => {
    const count = (seen.get(text) ?? 0) + 1;
    seen.set(text, count);
    return count === 1 ? text : `${text}#${count}`;
  };
}

/** The list as CycloneDX. */
export function formatCycloneDx(list: PackageColumns, of: BillOf): string {
  const refOf = onlyOnce();
  const components = [...rowsOf(list)].map((row) => {
    const purl = packageUrlOf(list.family, of.vendor, row);
    return {
      type: 'library',
      'bom-ref': refOf(purl),
      ...(row.maintainer && { supplier: { name: row.maintainer } }),
      name: row.name,
      version: row.version,
      purl,
    };
  });
  return `${JSON.stringify({
    $schema: 'http://cyclonedx.org/schema/bom-1.6.schema.json',
    bomFormat: 'CycloneDX',
    specVersion: '1.6',
    version: 1,
    metadata: {
      timestamp: of.made,
      tools: { components: [{ type: 'application', name: 'Aspen Ridge', version: of.program }] },
      component: {
        type: 'operating-system',
        'bom-ref': 'list',
        name: of.name,
        ...(of.version && { version: of.version }),
      },
      ...(of.date && { properties: [{ name: 'aspen-ridge:date', value: of.date }] }),
    },
    components,
  })}\n`;
}

/** The list as SPDX. */
export function formatSpdx(list: PackageColumns, of: BillOf): string {
  const unknown = 'NOASSERTION';
  const common = {
    downloadLocation: unknown,
    filesAnalyzed: false,
    licenseConcluded: unknown,
    licenseDeclared: unknown,
    copyrightText: unknown,
  };
  const packages = [...rowsOf(list)].map((row, i) => ({
    SPDXID: `SPDXRef-Package-${i + 1}`,
    name: row.name,
    versionInfo: row.version,
    ...(row.maintainer && { supplier: `Organization: ${row.maintainer}` }),
    ...common,
    externalRefs: [
      {
        referenceCategory: 'PACKAGE-MANAGER',
        referenceType: 'purl',
        referenceLocator: packageUrlOf(list.family, of.vendor, row),
      },
    ],
  }));
  const system = {
    SPDXID: 'SPDXRef-List',
    name: of.name,
    ...(of.version && { versionInfo: of.version }),
    primaryPackagePurpose: 'OPERATING-SYSTEM',
    ...common,
  };
  const created = of.made.replace(/\.\d+/, '');
  return `${JSON.stringify({
    spdxVersion: 'SPDX-2.3',
    dataLicense: 'CC0-1.0',
    SPDXID: 'SPDXRef-DOCUMENT',
    name: of.name,
    documentNamespace: `https://aspen-ridge.invalid/spdx/${encodeURIComponent(of.name)}/${encodeURIComponent(of.date || 'undated')}/${encodeURIComponent(created)}`,
    creationInfo: { created, creators: [`Tool: Aspen Ridge-${of.program}`] },
    packages: [system, ...packages],
    relationships: [
      {
        spdxElementId: 'SPDXRef-DOCUMENT',
        relationshipType: 'DESCRIBES',
        relatedSpdxElement: 'SPDXRef-List',
      },
      ...packages.map(({ SPDXID }) => ({
        spdxElementId: 'SPDXRef-List',
        relationshipType: 'CONTAINS',
        relatedSpdxElement: SPDXID,
      })),
    ],
  })}\n`;
}
