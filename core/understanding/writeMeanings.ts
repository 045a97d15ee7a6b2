/** What a line means, written into the catalogue: each meaning becomes a record that cites the source of the sitting. */
import { createAssessment, type Assessment } from '../catalogue/assessment.ts';
import { recordOf } from '../catalogue/catalogue.ts';
import { createClaim } from '../catalogue/claim.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { createEvent } from '../catalogue/event.ts';
import { elementsOfValue } from '../catalogue/factValue.ts';
import { createFault } from '../catalogue/fault.ts';
import { createPlan } from '../catalogue/plan.ts';
import { recordsBelongingTo } from '../catalogue/pointers.ts';
import { createProcedure } from '../catalogue/procedure.ts';
import { createQuestion } from '../catalogue/question.ts';
import type { Reading } from '../catalogue/reading.ts';
import { tokenOf, type RecordId } from '../catalogue/recordId.ts';
import { RELATIONS } from '../catalogue/relations.ts';
import { writeChange } from '../editing/changes.ts';
import { readingSaid, removeSaid, writeFact, type Saying } from '../editing/facts.ts';
import { addLink, rivalsOf } from '../editing/links.ts';
import type { LineDesk } from '../editing/lines/lineDesk.ts';
import { basesOf } from '../lineage/bases.ts';
import { distributionOf } from '../lineage/releases.ts';
import { keyOfName } from '../sameness/name.ts';
import { keyOfElement } from '../sameness/value.ts';
import type {
  About,
  AssessmentMeaning,
  ChangeMeaning,
  ClaimMeaning,
  FactMeaning,
  FaultMeaning,
  LinkMeaning,
  Meaning,
  ReleaseMeaning,
  Around,
} from './meaning.ts';

type Said<Of> = Of & Around;

/** Writes one meaning; gives the ids of its records. */
export function writeMeaning(desk: LineDesk, meaning: Meaning): RecordId[] {
  switch (meaning.kind) {
    case 'fact':
      return [writeFactMeaning(desk, meaning)];
    case 'change':
      return [writeChangeMeaning(desk, meaning)];
    case 'link':
      return [writeLink(desk, meaning)];
    case 'fault':
      return [writeFault(desk, meaning)];
    case 'claim':
      return [writeClaim(desk, meaning)];
    case 'assessment':
      return [writeAssessment(desk, meaning)];
    case 'release':
      return [writeRelease(desk, meaning)];
    case 'edition': {
      const id = desk.editionNamed(desk.distribution, capital(meaning.name));
      const edition = recordOf(desk.catalogue, 'edition', id)!;
      if (meaning.standing) desk.put({ ...edition, standing: meaning.standing });
      return [id];
    }
    case 'names': {
      const known = recordOf(desk.catalogue, 'distribution', desk.distribution)!;
      const fresh = meaning.names.filter(
        (name) => ![known.name, ...known.aliases].some((each) => each === name),
      );
      desk.put({ ...known, aliases: [...known.aliases, ...fresh] });
      return [known.id];
    }
    case 'removal': {
      const record = recordOf(desk.catalogue, 'reading', meaning.of);
      if (record) desk.take(removeSaid(desk.catalogue, [record]));
      return [];
    }
    default:
      return [writeTold(desk, meaning)];
  }
}

const capital = (text: string) => (text ? text[0].toUpperCase() + text.slice(1) : text);

/** The record that something is said of; a name that is not known is added. */
function idOf(desk: LineDesk, about: About): RecordId {
  return 'id' in about ? about.id : desk.named(capital(about.name));
}

const certaintyOf = ({ isUnsure }: Around) => (isUnsure ? 'unsure' : 'sure') as 'unsure' | 'sure';
const causeOf = ({ reason }: Around) =>
  reason ? { text: reason, by: '', certainty: 'sure' as const } : undefined;

function subjectOf(
  desk: LineDesk,
  { about, edition }: Around,
  ofProject: boolean,
): { readonly subject: RecordId; readonly edition?: RecordId } {
  if (about) {
    const id = idOf(desk, about);
    const named = recordOf(desk.catalogue, 'edition', id);
    if (named) return { subject: named.distribution, edition: id };
    return { subject: ofProject ? distributionOf(desk.catalogue, id) : id };
  }
  if (ofProject) return { subject: desk.distribution };
  const of = edition ?? desk.edition;
  return { subject: desk.subject, ...(of && { edition: of }) };
}

function writeFactMeaning(desk: LineDesk, meaning: Said<FactMeaning>): RecordId {
  const { fact } = meaning;
  // What the analyst had changed is the very thing that is said.
  const isAltered = meaning.conditions?.alteredByAnalyst && !meaning.conditions.alteredWith;
  const conditions = { ...meaning.conditions, ...(isAltered && { alteredWith: fact.label }) };
  const { subject, edition } = subjectOf(desk, meaning, fact.ofProject);
  const source = desk.source || undefined;
  const { edition: ofSource, ...around } = { ...conditions };
  void ofSource;
  const at = { subject, fact, source, edition, conditions: around };
  const known =
    readingSaid(desk.catalogue, at) ??
    (meaning.isCorrection ? saidBefore(desk, subject, fact.key, source) : undefined);
  const cause = causeOf(meaning);
  const saying: Saying = {
    ...stated(meaning, known),
    certainty: certaintyOf(meaning),
    ...(cause && { cause }),
    ...(meaning.remark && { note: meaning.remark }),
    ...(meaning.tried && meaning.state === 'notFoundOut' && { tried: meaning.tried }),
  };
  const day = desk.context.turn.day;
  desk.take(
    writeFact(desk.catalogue, {
      ...{ subject, fact, saying, today: desk.context.today },
      conditions: known && meaning.isCorrection ? undefined : around,
      chosen: source ? { id: source } : null,
      ...(day && { date: day }),
      ...(edition && { edition }),
    }),
  );
  return (readingSaid(desk.catalogue, at) ?? saidBefore(desk, subject, fact.key, source)!).id;
}

const saidBefore = (
  desk: LineDesk,
  subject: RecordId,
  key: string,
  source: RecordId | undefined,
): Reading | undefined =>
  recordsBelongingTo(desk.catalogue, subject, 'reading').find(
    (each) => each.key === key && each.source === source,
  );

/** The state and value; what is added to a list stands behind what is there. */
function stated(meaning: FactMeaning, known: Reading | undefined): Saying {
  const { state, text, value, said, marks = [], fact } = meaning;
  if (state !== 'set') return { state, marks: [...marks] };
  const isMore = (meaning.adds || fact.grows) && Array.isArray(known?.value) && Array.isArray(value);
  const before = isMore ? elementsOfValue(known!.value!) : [];
  const fresh = isMore ? elementsOfValue(value!) : [];
  const keys = new Set(fresh.map((each) => (each.slot ? keyOfName(each.slot) : keyOfElement(each))));
  const whole = isMore
    ? [...before.filter((each) => !keys.has(each.slot ? keyOfName(each.slot) : keyOfElement(each))), ...fresh]
    : value;
  const kept =
    isMore && known!.marks.includes('partial')
      ? marks
      : isMore
        ? marks.filter((mark) => mark !== 'partial')
        : marks;
  return {
    state,
    marks: [...kept],
    ...(whole !== undefined ? { value: whole } : text !== undefined && { text }),
    ...(said && { said }),
  };
}

function writeChangeMeaning(desk: LineDesk, meaning: Said<ChangeMeaning>): RecordId {
  const { subject } = subjectOf(desk, meaning, meaning.fact.ofProject);
  const { before = '', after = '', does, against } = meaning;
  const text = (value: string) => (meaning.fact.type === 'list' ? value.replaceAll(',', ';') : value);
  desk.take(
    writeChange(desk.catalogue, {
      subject,
      fact: meaning.fact,
      saying: {
        does,
        before: text(before),
        after: text(after),
        element: '',
        motive: meaning.reason ?? '',
        consequence: meaning.consequence ?? meaning.remark ?? '',
      },
      today: desk.day,
      chosen: desk.source ? { id: desk.source } : null,
      ...(against && { against: idOf(desk, against) }),
    }),
  );
  return recordsBelongingTo(desk.catalogue, subject, 'change').reduce((last, each) =>
    each.entered > last.entered ? each : last,
  ).id;
}

function writeLink(desk: LineDesk, meaning: Said<LinkMeaning>): RecordId {
  const { relation, since = '', until, parts = [] } = meaning;
  const isLineal = RELATIONS[relation].kind === 'lineal';
  const named = idOf(desk, meaning.base);
  const base = isLineal && relation !== 'forked from' ? named : distributionOf(desk.catalogue, named);
  const derivative = meaning.ofEdition
    ? desk.editionNamed(desk.distribution, capital(meaning.ofEdition))
    : isLineal && relation !== 'forked from' && desk.subject.startsWith('release:')
      ? desk.subject
      : desk.distribution;
  const day = firstDayOf(since.length === 10 ? since : desk.context.today);
  // What is said again of the same base is one link: how it rests on it may be said more exactly.
  const same = rivalsOf(desk.catalogue, derivative, day)
    .concat(linksAbove(desk, derivative, day))
    .find(
      (each) => distributionOf(desk.catalogue, each.base) === distributionOf(desk.catalogue, base) && !until,
    );
  if (same && isLineal && relation !== 'forked from') {
    const sources =
      desk.source && !same.sources.includes(desk.source) ? [...same.sources, desk.source] : same.sources;
    desk.put({ ...same, sources, relation: relation === 'installs from' ? same.relation : relation });
    return same.id;
  }
  const isAlone = !isLineal || Boolean(until) || rivalsOf(desk.catalogue, derivative, day).length === 0;
  const link = desk.take(
    addLink(
      desk.catalogue,
      {
        ...{ derivative, base, relation, since },
        certainty: meaning.isUnsure ? 'likely' : 'sure',
        beside: isAlone ? 'alone' : 'instead',
        more: {
          ...(until && { until }),
          ...(parts.length > 0 && { parts: [...parts] }),
          ...(meaning.reason && { reason: meaning.reason }),
          ...((meaning.wording || meaning.remark) && { wording: meaning.wording ?? meaning.remark }),
          ...(desk.source && { sources: [desk.source] }),
        },
      },
      day,
    ),
  );
  return link.id;
}

/** The links that a release has from its edition or its project. */
const linksAbove = (desk: LineDesk, derivative: RecordId, day: number) =>
  derivative === desk.subject ? basesOf(desk.catalogue, derivative, day, desk.edition).links : [];

const idFor = (desk: LineDesk, kind: string, words: string) =>
  desk.freshId(kind, `${tokenOf(desk.subject)}-${words.slice(0, 40)}`);

function writeFault(desk: LineDesk, meaning: Said<FaultMeaning>): RecordId {
  const { text, times, machine, baseHasIt, since, cause, reason, remark = '' } = meaning;
  const { subject, edition } = subjectOf(desk, meaning, false);
  const conditions = { ...meaning.conditions, ...(edition && { edition }) };
  const id = idFor(desk, 'fault', text);
  desk.put(
    createFault({
      ...{ id, subject, text, times, machine, baseHasIt, since, note: remark },
      cause: cause
        ? { text: cause.text, by: '', certainty: cause.isUnsure ? 'unsure' : 'sure' }
        : reason
          ? { text: reason, by: '', certainty: 'sure' }
          : undefined,
      certainty: certaintyOf(meaning),
      conditions: Object.keys(conditions).length > 0 ? conditions : undefined,
      ...desk.origin,
    }),
  );
  return id;
}

function writeTold(
  desk: LineDesk,
  meaning: Extract<Meaning, { kind: 'plan' | 'event' | 'question' | 'procedure' }>,
): RecordId {
  const { subject } = subjectOf(desk, meaning, false);
  const note = [meaning.reason, meaning.remark].filter(Boolean).join('. ');
  const shared = { subject, note, certainty: certaintyOf(meaning), ...desk.origin };
  if (meaning.kind === 'plan') {
    const id = idFor(desk, 'plan', meaning.text);
    desk.put(createPlan({ id, text: meaning.text, by: meaning.by, due: meaning.due, ...shared }));
    return id;
  }
  if (meaning.kind === 'event') {
    const id = idFor(desk, 'event', meaning.text);
    desk.put(createEvent({ id, text: meaning.text, happened: meaning.happened, ...shared }));
    return id;
  }
  if (meaning.kind === 'procedure') {
    const id = idFor(desk, 'procedure', meaning.title);
    const steps = meaning.steps.map(({ text, needs = '', breaks = '' }) => ({ text, needs, breaks }));
    desk.put(createProcedure({ id, title: meaning.title, steps, ...shared }));
    return id;
  }
  const id = idFor(desk, 'question', meaning.text);
  desk.put(
    createQuestion({
      ...{ id, subject, text: meaning.text.slice(0, 300), tried: note },
      raised: desk.day,
      ...(meaning.fact && { key: meaning.fact.key }),
      source: desk.source || undefined,
    }),
  );
  return id;
}

function writeClaim(desk: LineDesk, meaning: Said<ClaimMeaning>): RecordId {
  const { subject } = subjectOf(desk, meaning, false);
  const { wording, fact, value, verdict, by, against = [] } = meaning;
  const id = idFor(desk, 'claim', wording);
  desk.put(
    createClaim({
      ...{ id, subject, wording, verdict, by, against: [...against] },
      ...(fact && { key: fact.key, ...(value !== undefined && { value }) }),
      reason: [meaning.reason, meaning.remark].filter(Boolean).join('. '),
      ...desk.origin,
    }),
  );
  return id;
}

/** One judgement of each author and day: what is said goes into it. */
function writeAssessment(desk: LineDesk, meaning: Said<AssessmentMeaning>): RecordId {
  const { subject } = subjectOf(desk, meaning, false);
  const source = recordOf(desk.catalogue, 'source', desk.source);
  const author = source?.by || desk.context.author || 'the analyst';
  const date = desk.day;
  const known = recordsBelongingTo(desk.catalogue, subject, 'assessment').find(
    (each) => each.author === author && (each.date ?? date) === date,
  );
  const before =
    known ??
    createAssessment({
      id: desk.freshId('assessment', `${tokenOf(subject)}-${author}`),
      subject,
      author,
      date,
      source: desk.source || undefined,
    });
  desk.put(withPoints(before, meaning));
  return before.id;
}

function withPoints(before: Assessment, { points, reason }: Said<AssessmentMeaning>): Assessment {
  const after: Record<string, unknown> = { ...before };
  for (const [field, value] of Object.entries(points)) {
    if (Array.isArray(value)) {
      const made: readonly Record<string, unknown>[] = /^(strengths|weaknesses|neutral)$/.test(field)
        ? value.map((point: Record<string, unknown>) => ({ facts: [], reason: reason ?? '', ...point }))
        : /^(suits|doesNotSuit|alternatives)$/.test(field)
          ? value.map((point: Record<string, unknown>) => ({ ...point, why: point.why || (reason ?? '') }))
          : value;
      after[field] = [...(before[field as 'suits'] as readonly unknown[]), ...made];
    } else after[field] = field === 'bias' && before.bias ? `${before.bias}; ${value as string}` : value;
  }
  return after as Assessment;
}

function writeRelease(desk: LineDesk, meaning: Said<ReleaseMeaning>): RecordId {
  const { version, date, codeName, stage } = meaning;
  const id = desk.release(desk.distribution, version);
  const known = recordOf(desk.catalogue, 'release', id)!;
  desk.put({ ...known, ...(date && { date }), ...(codeName && { codeName }), ...(stage && { stage }) });
  desk.cite(id);
  return id;
}
