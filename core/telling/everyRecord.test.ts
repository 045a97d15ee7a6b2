/** Whatever is recorded of a system is found in its report, over the sample and over tours typed as notes. */
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { builtSample } from '../../testing/builtSample.ts';
import { valueOf } from '../../testing/catalogues.ts';
import { CORVANE } from '../../testing/tours/corvane.ts';
import { GORSEMOOR } from '../../testing/tours/gorsemoor.ts';
import { LANTERNHEAD } from '../../testing/tours/lanternhead.ts';
import { STENNOCK } from '../../testing/tours/stennock.ts';
import { TypedVisit } from '../../testing/tours/typed.ts';
import { recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { elementsOfValue } from '../catalogue/factValue.ts';
import { parseCatalogueFile } from '../exchange/catalogueFile.ts';
import { layerTable } from '../layers/layerTable.ts';
import { chainOfSubject } from '../lineage/chain.ts';
import { recordsAbout } from '../statements/recorded.ts';
import { formatValue } from '../wording/valueText.ts';
import type { Block } from './document.ts';
import { dossierPage } from './dossierPage.ts';
import { planDossier } from './dossierPlan.ts';
import { describeSubject, dossierReference } from './dossierReference.ts';

const DAY = firstDayOf('2026-11-24');
const sample = valueOf(
  parseCatalogueFile(readFileSync(`${builtSample()}catalogue.json`, 'utf8'), 'catalogue.json'),
).catalogue;
const catalogues: Readonly<Record<string, Catalogue>> = {
  sample,
  ...Object.fromEntries(
    Object.entries({ CORVANE, GORSEMOOR, LANTERNHEAD, STENNOCK }).map(([name, tour]) => [
      name,
      TypedVisit.of(tour).catalogue,
    ]),
  ),
};
const cases = Object.entries(catalogues).flatMap(([name, catalogue]) =>
  [...recordsOf(catalogue, 'release')].map(({ id }) => [name, id] as const),
);

const textOf = (block: Block): string => {
  switch (block.type) {
    case 'heading':
      return block.text;
    case 'paragraph':
      return block.sentences.map(({ text, remark = '' }) => `${text} ${remark}`).join(' ');
    case 'list':
      return block.items.map(({ text, remark = '' }) => `${text} ${remark}`).join(' ');
    case 'table':
      return block.rows
        .flat()
        .map(({ text, remark = '' }) => `${text} ${remark}`)
        .join(' ');
    case 'picture':
      return '';
  }
};

/** Letters and digits alone: capitals at the beginning of a clause and stops at its end are the telling’s. */
const bare = (text: string) =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/** Facts that are told in other words than their value: who makes it, whether it goes on, that there is no base. */
const IN_OTHER_WORDS =
  /^identity\.(maker|standing|country|since|audience|notFor)$|^lineage\.independent$|^model\.kind$|^editions\.(imageKind|installerMode)$/;

describe.each(cases)('the report of %s, %s', (name, id) => {
  const catalogue = catalogues[name];
  const table = layerTable(catalogue, chainOfSubject(catalogue, id, DAY));
  const plan = planDossier(catalogue, table, DAY);
  const parts = [...dossierPage(plan), ...dossierReference(plan)];
  const text = bare([describeSubject(plan), ...parts.flatMap(({ blocks }) => blocks.map(textOf))].join(' '));
  const top = table.layers[table.layers.length - 1];

  it('has every value in force', () => {
    for (const { fact, cells } of table.rows) {
      const cell = cells[cells.length - 1];
      const { inForce } = cell;
      if (!inForce || inForce.state !== 'set' || cell.byEdition.length > 0 || IN_OTHER_WORDS.test(fact.key))
        continue;
      const change = plan.changes.find((each) => each.change.fact.key === fact.key);
      const names =
        inForce.said && !Array.isArray(inForce.value)
          ? [inForce.said]
          : Array.isArray(cell.value)
            ? // Of a list that is changed, what is changed.
              (change?.change.elements ?? elementsOfValue(cell.value)).map((each) => each.name)
            : cell.value === undefined
              ? []
              : [cell.value === true ? '' : formatValue(fact, cell.value)];
      for (const each of names) expect(text, fact.key).toContain(bare(each));
    }
  });

  it('has every fault, step, event, plan, claim, question and assessment', () => {
    const said = [
      ...recordsAbout({ catalogue }, top, 'fault').map((each) => each.text),
      ...recordsAbout({ catalogue }, top, 'event').map((each) => each.text),
      ...recordsAbout({ catalogue }, top, 'plan').map((each) => each.text),
      ...recordsAbout({ catalogue }, top, 'claim').map((each) => each.wording),
      ...recordsAbout({ catalogue }, top, 'procedure').flatMap((each) => each.steps.map((step) => step.text)),
      ...recordsAbout({ catalogue }, top, 'assessment')
        .filter((each) => !each.date || firstDayOf(each.date) <= DAY)
        .flatMap((each) => [each.author, ...each.strengths.map((point) => point.text)]),
      ...recordsAbout({ catalogue }, top, 'question')
        .filter((each) => !each.answer)
        .map((each) => each.text),
    ];
    for (const each of said) expect(text).toContain(bare(each));
  });
});
