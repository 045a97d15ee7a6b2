/**
 * What the map, the outline and the lists of dossiers show of one distribution (or edition) on one day: name, standing,
 * change strip, how it rests on its base and how well that is known.
 */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { Element, FactValue } from '../catalogue/factValue.ts';
import type { Link } from '../catalogue/link.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { editionsOfRelease } from '../lineage/bases.ts';
import { chainOf, chainOfProject, chainsOfEditions, type Layer } from '../lineage/chain.ts';
import { newestComparison, type GraphNode } from '../lineage/lineageGraph.ts';
import { changesOf, type Change } from '../layers/changes.ts';
import { stripOf, type StripBar } from '../layers/strip.ts';
import { countByRule, openPointsOf } from '../open/openPoints.ts';
import type { OpenRule } from '../open/openRules.ts';
import { supportOf } from '../support/support.ts';
import { layerTable, type LayerTable } from '../layers/layerTable.ts';

/** How surely a link is known: packages were counted, a source tells of it, or somebody only says so. */
export type LinkEvidence = 'measured' | 'documented' | 'claimed';

/** What is shown of one distribution or edition on one day. */
export interface PlateFacts {
  readonly id: RecordId;
  readonly name: string;
  /** The release that is current on the day, or the distribution or edition itself where none is recorded. */
  readonly layer: RecordId;
  readonly version: string;
  /** How many editions it has that can be shown apart. */
  readonly editions: number;
  readonly layers: readonly Layer[];
  /** The ids of all whose records it is computed from. */
  readonly restsOn: readonly RecordId[];
  /** True where its editions rest on different bases, so that it has no one base. */
  readonly dependsOnEdition: boolean;
  /** The link that it rests by first, if any. */
  readonly link?: Link;
  /** Share of its packages that equal its base's, 0 to 1; undefined where nobody counted. */
  readonly carried?: number;
  /** True where the lists behind the share were not read whole. */
  readonly isPartial: boolean;
  /** Share of its packages that are not behind its base's. */
  readonly current?: number;
  readonly evidence?: LinkEvidence;
  readonly strip: readonly StripBar[];
  readonly changes: readonly Change[];
  readonly purpose: string;
  readonly model: string;
  readonly format: string;
  readonly maker: string;
  readonly country: string;
  readonly desktop: string;
  readonly supportEnd: string;
  readonly standing: string;
  readonly independent: boolean;
  /** How many facts are said of it, whatever they are. */
  readonly said: number;
  /** How many points are unsettled (open/openPoints.ts), by rule and in all: those that the dossier of the release tells. */
  readonly open: Partial<Record<OpenRule, number>>;
  readonly openPoints: number;
}

/** Everything that is shown of a node of the graph on a day. */
export function plateFacts(catalogue: Catalogue, node: GraphNode, day: number): PlateFacts {
  return factsOf(catalogue, node, layersOf(catalogue, node, day), day);
}

function layersOf(catalogue: Catalogue, node: GraphNode, day: number): Layer[] {
  const edition = node.id === node.distribution ? undefined : node.id;
  return chainOfProject(catalogue, node.distribution, day, edition);
}

/** The layers with their editions; where the base depends on the edition, those beneath each. */
function restsOn(catalogue: Catalogue, layers: readonly Layer[]): RecordId[] {
  const beneath = chainsOfEditions(catalogue, layers[layers.length - 1]).flatMap((each) => each.layers);
  const ids = [...layers, ...beneath].flatMap(({ id, distribution }) => {
    const release = recordOf(catalogue, 'release', id);
    return [id, distribution, ...(release ? editionsOfRelease(catalogue, release) : [])];
  });
  return [...new Set(ids)];
}

function factsOf(catalogue: Catalogue, node: GraphNode, layers: readonly Layer[], day: number): PlateFacts {
  const layer = layers[layers.length - 1];
  const table = layerTable(catalogue, layers);
  const values = new Map(table.rows.map(({ fact, cells }) => [fact.key, cells.at(-1)!]));
  const changes = changesOf(table);
  const points = openPointsOf(catalogue, tableOfDossier(catalogue, table));
  const textOf = (key: string) => textOfValue(values.get(key)?.value);
  const comparison = layer.link && newestComparison(catalogue, layer.link, day);
  const counts = comparison?.counts;
  const measured = counts && counts.installed > 0 ? counts : undefined;
  return {
    id: node.id,
    name: node.name,
    layer: layer.id,
    version: versionOf(catalogue, node, layer.id),
    editions: node.editions,
    layers,
    restsOn: restsOn(catalogue, layers),
    dependsOnEdition: layer.dependsOnEdition !== undefined,
    link: layer.link,
    carried: measured && measured.same / measured.installed,
    isPartial: measured !== undefined && comparison!.losses.length > 0,
    current: measured && 1 - measured.heldBack / measured.installed,
    evidence: layer.link && evidenceOf(layer.link, measured !== undefined),
    strip: stripOf(table, layers.length - 1, changes),
    changes,
    purpose: textOf('identity.purpose'),
    // What its base is does not make it one.
    model: values.get('model.kind')?.state === 'carried' ? '' : textOf('model.kind'),
    format: textOf('identity.packageFormat'),
    maker: textOf('identity.maker'),
    country: textOf('identity.country'),
    desktop: textOf('defaults.desktop') || textOf('editions.desktops'),
    supportEnd: supportOf(catalogue, table).own.end,
    standing: node.standing,
    independent: node.placing === 'independent',
    said: [...values.values()].filter(({ readings, recorded }) => readings.length + recorded.length > 0)
      .length,
    open: countByRule(points),
    openPoints: points.length,
  };
}

/** The table that the dossier of the release shows: it rests on what it rested on when it came out, whatever the project rests on now. */
function tableOfDossier(catalogue: Catalogue, table: LayerTable): LayerTable {
  const top = table.layers[table.layers.length - 1];
  if (!recordOf(catalogue, 'release', top.id)) return table;
  const layers = chainOf(catalogue, top.id, top.asOf, top.edition);
  const isSame =
    layers.length === table.layers.length &&
    layers.every(({ id, link }, i) => id === table.layers[i].id && link === table.layers[i].link);
  return isSame ? table : layerTable(catalogue, layers);
}

/** The version; of an edition without the edition's name, which stands before it already. */
function versionOf(catalogue: Catalogue, node: GraphNode, layer: RecordId): string {
  const version = recordOf(catalogue, 'release', layer)?.version ?? '';
  const edition = recordOf(catalogue, 'edition', node.id)?.name;
  return edition && version.startsWith(`${edition} `) ? version.slice(edition.length + 1) : version;
}

function textOfValue(value: FactValue | undefined): string {
  if (Array.isArray(value)) return (value as Element[]).map(({ name }) => name).join(', ');
  return String(value ?? '');
}

function evidenceOf(link: Link, measured: boolean): LinkEvidence {
  if (measured) return 'measured';
  return link.certainty !== 'claimed' && link.sources.length > 0 ? 'documented' : 'claimed';
}
