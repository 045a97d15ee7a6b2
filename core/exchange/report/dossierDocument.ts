/** The report of a dossier: its first page, then what stands behind it, with pictures of lineage, support and changes. */
import type { Catalogue } from '../../catalogue/catalogue.ts';
import { formatDay } from '../../catalogue/days.ts';
import { formatWhen } from '../../catalogue/formatWhen.ts';
import type { Drawing, Lineage } from '../../drawing/lineagePicture.ts';
import { stripOf } from '../../layers/strip.ts';
import type { LayerTable } from '../../layers/layerTable.ts';
import { nameOfLayer } from '../../lineage/names.ts';
import { ancestorsOf, derivativesOf } from '../../lineage/relatives.ts';
import { supportRowOf } from '../../support/supportRows.ts';
import { dossierPage } from '../../telling/dossierPage.ts';
import { planDossier } from '../../telling/dossierPlan.ts';
import { describeSubject, dossierReference } from '../../telling/dossierReference.ts';
import type { Block, ReportDocument, ReportPart } from '../../telling/document.ts';
import { mapBlock, stripBlock, supportBlock } from './pictures.ts';

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
  const parts = [...dossierPage(plan), ...dossierReference(plan)];
  return {
    title: plan.subject,
    subtitle: describeSubject(plan),
    asOf: formatDay(day),
    parts: illustration ? illustrated(catalogue, table, day, parts, illustration) : parts,
  };
}

/** The parts with their pictures: the change strip, the lineage, the windows of support; a part may consist of its picture. */
function illustrated(
  catalogue: Catalogue,
  table: LayerTable,
  day: number,
  parts: readonly ReportPart[],
  { drawing, lineage }: Illustration,
): ReportPart[] {
  const top = table.layers[table.layers.length - 1];
  const shown = new Set([
    top.distribution,
    ...ancestorsOf(lineage.graph, top.distribution).keys(),
    ...(derivativesOf(lineage.graph).get(top.distribution) ?? []),
  ]);
  const title = `${nameOfLayer(catalogue, { id: top.distribution })} and what it rests on`;
  const asOf = `As of ${formatWhen(formatDay(day))}`;
  const pictures: Readonly<Record<string, readonly Block[]>> = {
    changes: stripBlock(stripOf(table), drawing),
    lineage: mapBlock(lineage, shown, title, asOf, drawing),
    support: supportBlock([supportRowOf(catalogue, table, day)], day, drawing),
  };
  const first = parts.filter(({ group }) => group === 'first');
  const rest = parts.filter(({ group }) => group !== 'first');
  const drawn: ReportPart[] = (['lineage', 'support'] as const).flatMap((id) => {
    const known = rest.find((part) => part.id === id);
    const blocks = [...pictures[id], ...(known?.blocks ?? [])];
    return blocks.length > 0 ? [{ id, title: id === 'lineage' ? 'Lineage' : 'Support', blocks }] : [];
  });
  const about = rest.filter(({ id }) => id === 'about');
  const others = rest.filter(({ id }) => !['about', 'lineage', 'support'].includes(id));
  return [
    ...first.map((part) =>
      part.id === 'changes' ? { ...part, blocks: [...pictures.changes, ...part.blocks] } : part,
    ),
    ...about,
    ...drawn,
    ...others,
  ];
}
