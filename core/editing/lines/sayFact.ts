/** A line that begins with the name of a fact: one reading, with what stands around it. */
import { parseConditions } from '../../catalogue/saidConditions.ts';
import type { Conditions } from '../../catalogue/conditions.ts';
import { formatTypedValue, parseFactValue, type FactKey } from '../../catalogue/factSheet.ts';
import type { Reading } from '../../catalogue/reading.ts';
import type { RecordId } from '../../catalogue/recordId.ts';
import { firstDayOf } from '../../catalogue/days.ts';
import { belowOf } from '../../layers/changes.ts';
import type { Handed } from '../../layers/cell.ts';
import { layerTable } from '../../layers/layerTable.ts';
import { chainOf } from '../../lineage/chain.ts';
import { elementsOfValue } from '../../catalogue/factValue.ts';
import { keyOfName } from '../../sameness/name.ts';
import { withElements } from '../../sameness/agreement.ts';
import { readingSaid, writeFact, type Saying } from '../facts.ts';
import { isLikelyPartial } from '../partialLists.ts';
import { LineRefused, refused, type LineDesk } from './lineDesk.ts';
import { causeOf, certaintyOf, type MarkedText } from './lineMarks.ts';
import { sayValue } from './sayValue.ts';

/** Conditions said on the line. Leaves the line where a part of them is none: issue `source.part`. */
export function conditionsSaid(around: string): Conditions {
  const { conditions, unread } = parseConditions(around);
  if (unread.length > 0) throw refused('source.part', unread[0]);
  return conditions;
}

/** Writes a reading; gives its id. */
export function sayFact(desk: LineDesk, fact: FactKey, marked: MarkedText): RecordId {
  const said = sayValue(fact, marked.saying, desk.context.today);
  if (!said.ok) throw new LineRefused(said.issues);
  const subject = subjectOfFact(desk, fact);
  const edition = subject === desk.subject ? desk.edition : undefined;
  const conditions = { ...said.value.conditions, ...conditionsSaid(marked.around) };
  // What is seen one by one, and what is begun by a plus, is added to what was said before.
  const adds = said.value.adds || fact.grows;
  const below = fact.type === 'list' ? baseOf(desk, fact, edition) : undefined;
  const saying = withBase(fact, said.value.saying, below);
  const source = desk.source || undefined;
  const same = { subject, fact, source, edition, conditions };
  const known = readingSaid(desk.catalogue, same);
  const isMore = adds && (Array.isArray(known?.value) || typeof known?.value === 'string');
  const whole = isMore ? withMore(fact, known!, saying) : saying;
  const isPartial =
    saying.state === 'set' &&
    fact.type === 'list' &&
    (said.value.adds ? (known?.marks.includes('partial') ?? true) : isPartialHere(fact, saying, below));
  const { remark, place } = marked;
  const cause = causeOf(marked);
  desk.take(
    writeFact(desk.catalogue, {
      ...{ subject, fact, today: desk.context.today, conditions },
      chosen: source ? { id: source } : null,
      saying: {
        ...whole,
        marks: [...(whole.marks ?? []), ...(isPartial ? (['partial'] as const) : [])],
        certainty: certaintyOf(marked),
        ...(cause && { cause }),
        ...(remark && { note: remark }),
      },
      ...(desk.context.turn.day && { date: desk.context.turn.day }),
      ...(edition && { edition }),
      ...(place && { place }),
    }),
  );
  return readingSaid(desk.catalogue, same)!.id;
}

/** What a project is, and what it is built on, is said of the project; all else of what is looked at. */
function subjectOfFact(desk: LineDesk, { ofProject }: FactKey): RecordId {
  return ofProject ? desk.distribution : desk.subject;
}

/** What was said of the list before, with what is added now. */
function withMore(fact: FactKey, known: Reading, saying: Saying): Saying {
  if (saying.state !== 'set' || !saying.text) return saying;
  const more = saying.text;
  const before = formatTypedValue(fact, known.value!);
  return { ...saying, text: fact.type === 'list' ? withoutNamed(fact, before, more) : `${before}; ${more}` };
}

/** A list with more of it; what is named again is as it is said now. */
function withoutNamed(fact: FactKey, before: string, more: string): string {
  const [old, now] = [before, more].map((text) => parseFactValue(fact, text));
  if (!old.ok || !now.ok) return `${before}\n${more}`;
  const slots = elementsOfValue(now.value).flatMap(({ slot }) => (slot ? keyOfName(slot) : []));
  const left = elementsOfValue(old.value).filter(({ slot }) => !slot || !slots.includes(keyOfName(slot)));
  return formatTypedValue(fact, withElements([...left], now.value));
}

/** What the base hands up of a list; undefined where nothing is known there. */
function baseOf(desk: LineDesk, fact: FactKey, edition: RecordId | undefined): Handed | undefined {
  const chain = chainOf(desk.catalogue, desk.subject, firstDayOf(desk.context.today), edition);
  if (!fact.inherited || chain.length < 2) return undefined;
  const below = belowOf(layerTable(desk.catalogue, chain, [fact]).rows[0]);
  return below.value === undefined ? undefined : below;
}

/** `front; base` with the elements of the base in place of that word. */
function withBase(fact: FactKey, saying: Saying, below: Handed | undefined): Saying {
  if (saying.state !== 'set' || !saying.text || !below) return saying;
  const theirs = formatTypedValue(fact, below.value!);
  return {
    ...saying,
    text: saying.text.replace(/(^|[;\n])\s*(?:the )?base(?:'s)?\s*(?=$|[;\n])/gi, `$1${theirs}`),
  };
}

/** True where the list more likely names what the system adds to its base than all that it has. */
function isPartialHere(fact: FactKey, saying: Saying, below: Handed | undefined): boolean {
  return saying.state === 'set' && below !== undefined && isLikelyPartial(fact, saying.text ?? '', below);
}
