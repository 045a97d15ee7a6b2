/** What a system is like, area by area: own, carried or independent alike, as far as it can be relied on. */
import { findFactKey, ROLE_KEYS } from '../catalogue/factSheet.ts';
import { boundsOf } from '../catalogue/when.ts';
import { repositoriesOf } from '../layers/areas/repositories.ts';
import { nameOf, nameOfLayer } from '../lineage/names.ts';
import { supportOf } from '../support/support.ts';
import { supportRowOf } from '../support/supportRows.ts';
import type { Telling } from './telling.ts';
import { toldOfKeys, type Told } from './told.ts';
import { statementMaker, type Statement, type StatementKind, type StatementKinds } from './statement.ts';
import { TOLD_AREAS, TOPICS, type Topic } from './topics.ts';

/** The statements of all areas. */
export function whatItIsLike(telling: Telling): Statement[] {
  const state = statementMaker(telling.subject, 'like');
  const ofEditions = telling.table.rows.filter(({ cells }) => cells.at(-1)!.byEdition.length > 0).length;
  const told = TOLD_AREAS.flatMap((area) => {
    const topics = TOPICS.filter((topic) => topic.area === area);
    const statements = topics.flatMap((topic) => topicStatement(telling, topic) ?? []);
    const rest = [...telling.told.values()].filter(
      (each) =>
        findFactKey(each.key)!.area === area &&
        !IN_TOPICS.has(each.key) &&
        isToldPlainly(each) &&
        isOwn(each),
    );
    return [
      ...statements,
      ...(area === 'model' ? supportByRule(telling) : []),
      ...(rest.length > 0 ? [state('facts', {}, { area, told: rest })] : []),
    ];
  });
  return ofEditions > 0
    ? [state('byEdition', { count: ofEditions }, { to: { part: 'editions' }, leads: true }), ...told]
    : told;
}

/** The ends of support that follow from what is stated of the life of a release; none where nothing follows. */
function supportByRule({ catalogue, table, day, subject, told }: Telling): Statement[] {
  const support = supportRowOf(catalogue, table, day);
  const ruled = support.own.rules.filter(({ end }) => end !== undefined);
  if (ruled.length === 0) return [];
  const rests = toldOfKeys(told, ...ruled.map(({ key }) => key));
  return [statementMaker(subject, 'like')('supportRules', { support }, { area: 'model', told: rests })];
}

const IN_TOPICS = new Set(TOPICS.flatMap(({ keys }) => keys));

/** True for what is told with the area it belongs to; the rest has a part of its own: spoiled, not found out, not there. */
const isToldPlainly = ({ state, absent }: Told) => state !== 'spoiled' && state !== 'notLookedAt' && !absent;

const isOwn = ({ isSaid }: Told) => isSaid;

function topicStatement(telling: Telling, topic: Topic): Statement | null {
  const told = toldOfKeys(telling.told, ...topic.keys)
    .filter(isInTopic(topic))
    // Whether a project rolls is its own finding, whatever its base does.
    .filter((each) => topic.carried ?? each.state !== 'carried');
  // What is carried is told beside what is said; alone, where it is the first thing to know.
  if (told.length === 0 || (!told.some(isOwn) && !topic.carried)) return null;
  const more = {
    area: topic.area,
    told,
    ...(topic.leads && { leads: true }),
    ...sourcesOfTopic(telling, topic),
  };
  const state = statementMaker(telling.subject, 'like');
  return state(topic.kind, paramsOf(telling, topic.kind, told), more);
}

/** Of applications what is there; elsewhere also that a thing is not there. */
const isInTopic =
  ({ kind }: Topic) =>
  (each: Told) =>
    isToldPlainly(each) || (each.absent && each.isSaid && kind !== 'applications' && kind !== 'look');

function paramsOf(
  telling: Telling,
  kind: StatementKind,
  told: readonly Told[],
): StatementKinds[StatementKind] {
  const { catalogue, table, day } = telling;
  switch (kind) {
    case 'archives': {
      const top = table.layers[table.layers.length - 1];
      const repositories = repositoriesOf(table).rows.map(({ layer, ...row }) => ({
        ...row,
        by: layer === top.id ? '' : nameOf(catalogue, layer),
      }));
      const { isPartial, reading, state } = told[0];
      // Who says what is added, or names some only, gives no order.
      const isInOrder = !isPartial && (reading !== undefined || state === 'carried');
      return { repositories, isPartial, isInOrder };
    }
    case 'applications':
      return { roles: ROLE_KEYS.filter((key) => told.some((each) => each.key === key)) };
    case 'support': {
      const { base, gap } = supportOf(catalogue, table);
      const layer = base && table.layers.find(({ id }) => id === base.layer);
      return {
        base: layer && base.end ? nameOfLayer(catalogue, layer) : '',
        baseEnd: base?.end ?? '',
        ...(gap && { gap }),
      };
    }
    case 'firstUpdate': {
      const age = imageAge(telling, told, day);
      return age === undefined ? {} : { imageAgeDays: age };
    }
    default:
      return {};
  }
}

/** Days from the build of the image to the first update, where both days are known and nobody has said it. */
function imageAge({ told: all }: Telling, told: readonly Told[], day: number): number | undefined {
  if (all.get('model.imageAge')) return undefined;
  const built = boundsOf(String(all.get('editions.imageDate')?.value ?? ''));
  const updated = told.find(({ key }) => key === 'model.firstUpdate' || key === 'model.firstPackages')
    ?.reading?.day;
  if (!built || built.first !== built.last || updated === undefined || updated > day) return undefined;
  return updated >= built.first ? updated - built.first : undefined;
}

/** The end of support is held against the base's: its source counts too. */
function sourcesOfTopic({ catalogue, table }: Telling, { kind }: Topic) {
  const source = kind === 'support' ? supportOf(catalogue, table).base?.cell?.inForce?.source : undefined;
  return source ? { sources: [source] } : {};
}
