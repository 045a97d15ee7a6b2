/** The report of a dossier: its first page, then what stands behind it, with pictures of lineage, support and changes. */
import type { Catalogue } from '../../catalogue/catalogue.ts';
import { formatDay } from '../../catalogue/days.ts';
import { formatWhen } from '../../catalogue/formatWhen.ts';
import type { Drawing, Lineage } from '../../drawing/lineagePicture.ts';
import { stripOf } from '../../layers/strip.ts';
import type { LayerTable } from '../../layers/layerTable.ts';
import { nameOfLayer } from '../../lineage/names.ts';
import { ancestorsOf, derivativesOf } from '../../lineage/relatives.ts';
import { planDossier, type DossierPlan } from '../../telling/dossierPlan.ts';
import { tellDossier } from '../../telling/dossierReference.ts';
import type { Block, ReportDocument } from '../../telling/document.ts';
import { chainBlock, mapBlock, stripBlock, supportBlock } from './pictures.ts';

/** What a report may draw on beside the records; without it there are no pictures. */
export interface Illustration {
  readonly drawing: Drawing;
  readonly lineage: Lineage;
}

/** The report of the top layer of a table, as of a day (days since 1970-01-01). */
export function dossierDocument(
  catalogue: Catalogue,
  table: LayerTable,
  day: number,
  illustration?: Illustration,
): ReportDocument {
  const plan = planDossier(catalogue, table, day);
  if (!illustration) return tellDossier(plan);
  return {
    ...tellDossier(plan, mapOf(plan, illustration)),
    cover: coverOf(plan, illustration.drawing),
  };
}

/** What it is built on, what it changes, how long it is supported, at a glance. */
function coverOf({ catalogue, table, day, support }: DossierPlan, drawing: Drawing): Block[] {
  return [
    ...chainBlock(catalogue, table.layers, day, drawing),
    ...stripBlock(stripOf(table), drawing),
    ...supportBlock([support], day, drawing),
  ];
}

function mapOf({ catalogue, table, day }: DossierPlan, { drawing, lineage }: Illustration): Block[] {
  const { distribution } = table.layers[table.layers.length - 1];
  const shown = new Set([
    distribution,
    ...ancestorsOf(lineage.graph, distribution).keys(),
    ...(derivativesOf(lineage.graph).get(distribution) ?? []),
  ]);
  const title = `${nameOfLayer(catalogue, { id: distribution })} and what it rests on`;
  return mapBlock(lineage, shown, title, `As of ${formatWhen(formatDay(day))}`, drawing);
}
