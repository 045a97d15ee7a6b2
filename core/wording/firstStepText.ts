/** The first steps in words. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import type { FirstStep, FirstStepName } from '../open/firstSteps.ts';
import { nameOf } from '../lineage/names.ts';
import { listOf } from './valueText.ts';

/** What each step is called, in its place. */
export const FIRST_STEP_TITLES: Readonly<Record<FirstStepName, string>> = {
  read: 'A system',
  place: 'Its base',
  visit: 'Field notes',
  compare: 'Compare',
  report: 'The report',
};

/** What to do in a step, or where what was done is seen: `Say what you see of Rush Light 1`. */
export function wordFirstStep(catalogue: Catalogue, { name, of }: FirstStep): string {
  const names = of.map((id) => nameOf(catalogue, id));
  switch (name) {
    case 'read':
      return 'Read the files of a system';
    case 'place':
      return names.length ? `Find out what ${names[0]} is built on` : 'Find out what it is built on';
    case 'visit':
      return names.length ? `Say what you see of ${names[0]}` : 'Say what you see of it';
    case 'compare':
      if (names.length > 1) return `Compare ${listOf(names)}`;
      return names.length ? `Compare ${names[0]} with another` : 'Compare it with another';
    case 'report':
      return names.length ? `Publish the report on ${names[0]}` : 'Publish the report';
  }
}
