/** What the scenario’s analyst has kept of comparing: two companies, and the two that are nearest to the county’s wish side by side. */
import { applyDiff } from '../../core/catalogue/applyDiff.ts';
import type { Catalogue } from '../../core/catalogue/catalogue.ts';
import { firstDayOf } from '../../core/catalogue/days.ts';
import { writeCohort } from '../../core/editing/cohorts.ts';
import type { Edited } from '../../core/editing/labelledEdit.ts';
import { sayWord, writeMustHave, writeOwnPoint } from '../../core/editing/sides.ts';
import { compareSides, type Compared } from '../../core/comparing/compareSides.ts';
import { keptSideOf } from '../../core/comparing/keptSince.ts';

const DATE = '2026-11-21';
const SAYING = { author: 'M. Ardley', date: DATE };
const SIDES = [{ id: 'release:tidewater-7.1' }, { id: 'release:varnley-6' }];

const WORDS: readonly (readonly [point: string, said: string])[] = [
  ['welcome.opens', 'Tidewater, for newcomers, because nobody in a reading room looks for a menu'],
  ['welcome.actions', 'even'],
  ['identity.languages', 'Varnley narrowly'],
  [
    'support.past',
    'Varnley clearly, for the county, because a gap of two months is one summer without fixes',
  ],
  ['defaults.desktop', 'a matter of taste'],
  ['footprint.memory', 'Tidewater narrowly, for small machines'],
  ['own/upkeep', 'Tidewater, for the county, decides'],
];

/** The catalogue with them in it. Throws where something is refused: the scenario contradicts itself then. */
export function withCompany(catalogue: Catalogue): Catalogue {
  const candidates = ['tidewater', 'varnley', 'foxholt', 'fenwick', 'larkspur'].map(
    (name) => `distribution:${name}`,
  );
  const steps: readonly ((at: Catalogue, compared: Compared) => Edited<unknown>)[] = [
    (at) => writeCohort(at, { name: 'Candidates', rule: {}, members: candidates }),
    (at) =>
      writeCohort(at, { name: 'Larkspur’s family', rule: { family: 'distribution:larkspur' }, members: [] }),
    (at, compared) =>
      writeOwnPoint(at, compared, 'Upkeep', ['a day a release', 'two days a release'], SAYING),
    (at, compared) =>
      writeMustHave(
        at,
        compared,
        '',
        { text: 'support until 2029', for: ['the county'], met: ['yes', 'yes'] },
        SAYING,
      ),
    ...WORDS.map(
      ([point, said]) =>
        (at: Catalogue, compared: Compared) =>
          sayWord(at, compared, point, said, SAYING),
    ),
  ];
  return steps.reduce((at, step) => {
    const compared = compareSides(at, SIDES, firstDayOf(DATE), keptSideOf(at, SIDES)?.own);
    const edited = step(at, compared);
    const after = edited.ok ? applyDiff(at, edited.value.diff) : edited;
    if (!after.ok) throw new Error(`sample: ${after.issues.map(({ code }) => code).join(', ')}`);
    return after.value;
  }, catalogue);
}
