/** What a system changes and why, what it leaves out, what is missing: the parts that hold it against its base. */
import { STRIP_AREAS } from '../catalogue/stripAreas.ts';
import { changesOf, type Change } from '../layers/changes.ts';
import { elementsOf, topOf } from '../layers/areas/cells.ts';
import { lifeOf } from '../lineage/lives.ts';
import { nameOfLayer } from '../lineage/names.ts';
import { toldOfKeys, type Told } from './told.ts';
import { TOPICS } from './topics.ts';
import type { Telling } from './telling.ts';
import { statementMaker, type Statement } from './statement.ts';

/** Of an area this many changes are told first. */
const FIRST = 3;

/** The changes: the areas in which most is changed first, in each the weightiest. */
export function whatItChanges({ catalogue, table, subject, told }: Telling): Statement[] {
  const state = statementMaker(subject, 'changes');
  const below = table.layers.at(-2);
  const base = below ? nameOfLayer(catalogue, below) : '';
  const noBase = !below && lifeOf(catalogue, table.layers[0].distribution).independent;
  // What is left out on purpose is told by itself.
  const changes = changesOf(table).filter(({ fact }) => !isLeftOut(told.get(fact.key)));
  const weight = (list: readonly Change[]) => list.reduce((sum, { amount }) => sum + amount, 0);
  const order: string[] = STRIP_AREAS.map(({ id }) => id);
  const areas = [...new Set(changes.map(({ fact }) => fact.area))].map((area) => ({
    area,
    own: changes.filter(({ fact }) => fact.area === area),
  }));
  areas.sort(
    (a, b) =>
      Number(order.includes(b.area)) - Number(order.includes(a.area)) ||
      weight(b.own) - weight(a.own) ||
      order.indexOf(a.area) - order.indexOf(b.area),
  );
  return areas.flatMap(({ area, own }) => {
    const ordered = own.toSorted((a, b) => b.amount - a.amount);
    const alike = ordered.filter(isPlain);
    const plain = alike.length > 1 ? alike : [];
    const more = (list: readonly Change[]) => ({
      area,
      told: toldOfKeys(told, ...list.map(({ fact }) => fact.key)),
      sources: list.flatMap(({ notes }) => notes.flatMap(({ sources }) => sources)),
      to: { fact: list[0].fact.key },
    });
    const single = ordered.filter((change) => !plain.includes(change));
    return [
      ...single.map((change, i) =>
        state(
          'change',
          { change, base, noBase, isInOrder: isInOrder(told.get(change.fact.key)) },
          { ...more([change]), leads: i < FIRST },
        ),
      ),
      ...(plain.length ? [state('changes', { changes: plain, base }, { ...more(plain), leads: true })] : []),
    ];
  });
}

/** True where all of a list is said: who says what is added, or names some only, gives no order. */
const isInOrder = (each: Told | undefined) => each?.reading !== undefined && !each.isPartial;

/** A single value that is another one, of which nothing more is known: several of them are one sentence. */
function isPlain({ before, after, basis, notes }: Change): boolean {
  return !Array.isArray(before ?? after) && basis === 'computed' && notes.length === 0;
}

/** Facts whose absence is told with their area. */
const TOLD_WHERE_THEY_STAND: ReadonlySet<string> = new Set(
  TOPICS.filter(({ kind }) => kind !== 'applications' && kind !== 'look').flatMap(({ keys }) => keys),
);

/** True for what is not there on purpose, or by a choice at install. */
const isLeftOut = (each: Told | undefined) =>
  each?.state === 'none' && each.reading?.marks.includes('onPurpose') === true;

/** What is not there: left out on purpose or by a choice at install first, then what was looked for and is missing. */
export function whatIsNotThere({ table, subject, told }: Telling): Statement[] {
  const state = statementMaker(subject, 'leftOut');
  const absent = [...told.values()].filter((each) => each.isSaid && each.state === 'none');
  const chosen = told.get('defaults.leftEmpty');
  const roles = elementsOf(topOf(table, 'defaults.leftEmpty')).map(({ name }) => name);
  const isChosen = (key: string) => roles.some((role) => isLabelOf(table, key, role));
  const onPurpose = absent.filter((each) => isLeftOut(each) || isChosen(each.key));
  const missing = absent.filter(
    (each) => !onPurpose.includes(each) && (hasValue(each.base) || !TOLD_WHERE_THEY_STAND.has(each.key)),
  );
  const statements: Statement[] = onPurpose
    .filter(({ key }) => !TOLD_WHERE_THEY_STAND.has(key))
    .map((each) => state('leftOut', { roles: [] }, { told: [each], leads: true }));
  const others = roles.filter((role) => !onPurpose.some(({ key }) => isLabelOf(table, key, role)));
  if (chosen && others.length)
    statements.push(state('leftOut', { roles: others }, { told: [chosen], leads: true }));
  missing.sort((a, b) => Number(hasValue(b.base)) - Number(hasValue(a.base)));
  return [
    ...statements,
    ...missing.map((each) => state('lacks', {}, { told: [each], leads: hasValue(each.base) })),
  ];
}

const hasValue = (base: { readonly value?: unknown } | undefined) => base?.value !== undefined;

const isLabelOf = (table: Telling['table'], key: string, role: string) =>
  table.rows.some(({ fact }) => fact.key === key && fact.label.toLowerCase() === role.toLowerCase());
