/** Lines that are no fact and no link: what goes wrong, what is planned, claimed, asked, done in steps, changed and why. */
import { CHANGE_KINDS } from '../../catalogue/change.ts';
import { createClaim, type Claim } from '../../catalogue/claim.ts';
import { createEvent } from '../../catalogue/event.ts';
import { parseFactValue, type FactKey } from '../../catalogue/factSheet.ts';
import { createFault } from '../../catalogue/fault.ts';
import { parseWhen } from '../../catalogue/parseWhen.ts';
import { createPlan } from '../../catalogue/plan.ts';
import { createProcedure } from '../../catalogue/procedure.ts';
import { createQuestion } from '../../catalogue/question.ts';
import { tokenOf, type RecordId } from '../../catalogue/recordId.ts';
import { basesOf, releaseBefore } from '../../lineage/bases.ts';
import { recordsBelongingTo } from '../../catalogue/pointers.ts';
import { firstDayOf } from '../../catalogue/days.ts';
import { releasesOf } from '../../lineage/releases.ts';
import { writeChange, type ChangeSaying } from '../changes.ts';
import { LineRefused, refused, type LineDesk } from './lineDesk.ts';
import { causeOf, certaintyOf, type MarkedText } from './lineMarks.ts';
import { splitLine } from './lineNames.ts';
import { sayValue } from './sayValue.ts';
import { conditionsSaid } from './sayFact.ts';
import { readTail } from './lineTail.ts';

/** Writes a line about what is looked at; gives the id of its record. */
export type RecordWriter = (desk: LineDesk, marked: MarkedText) => RecordId;

const idFor = (desk: LineDesk, kind: string, words: string) =>
  desk.freshId(kind, `${tokenOf(desk.subject)}-${words.slice(0, 40)}`);

/** What stands behind a saying and has no field of its own. */
const noteOf = ({ because, remark }: MarkedText) => [because, remark].filter(Boolean).join('. ');

/** `guide came up empty while an update ran, 4 of 4`, `hung at a start, 1 of 7, on this machine only, since 3 because …`. */
export const sayFault: RecordWriter = (desk, marked) => {
  const tail = readTail(marked.saying);
  const id = idFor(desk, 'fault', tail.text);
  const around = conditionsSaid(marked.around);
  const conditions = { ...around, ...(desk.edition && { edition: desk.edition }) };
  const since =
    tail.since && releasesOf(desk.catalogue, desk.distribution).find(({ version }) => version === tail.since);
  if (tail.since && !since) throw refused('line.noRelease', tail.since);
  desk.put(
    createFault({
      id,
      subject: desk.subject,
      text: tail.text,
      times: tail.times,
      since: since ? since.id : undefined,
      machine: tail.machine,
      baseHasIt: tail.baseHasIt,
      weight: tail.weight,
      cause: causeOf(marked),
      place: marked.place,
      note: marked.remark,
      certainty: marked.because ? 'sure' : certaintyOf(marked),
      conditions: Object.keys(conditions).length > 0 ? conditions : undefined,
      ...desk.origin,
    }),
  );
  return id;
};

/** `first update: update > restart > guide, else its page for printers fails`. */
export const sayProcedure: RecordWriter = (desk, marked) => {
  const match = /^(?:([^:>]+):\s*)?(.+)$/s.exec(marked.saying);
  const steps = (match?.[2] ?? '')
    .split(/\s*>\s*/)
    .filter(Boolean)
    .map((step) => {
      const [, text, breaks = ''] = /^(.+?)(?:,? else (.+))?$/.exec(step)!;
      const [, plain, needs = ''] = /^(.+?)(?:,? after (.+))?$/.exec(text)!;
      return { text: plain, needs, breaks };
    });
  if (steps.length < 2) throw refused('line.steps', marked.saying);
  const title = match?.[1]?.trim() ?? 'Steps';
  const id = idFor(desk, 'procedure', title);
  desk.put(
    createProcedure({
      id,
      subject: desk.subject,
      title,
      steps,
      place: marked.place,
      note: noteOf(marked),
      certainty: certaintyOf(marked),
      ...desk.origin,
    }),
  );
  return id;
};

/** `the old boot loader goes, 2028, if funds allow, by its board, again 2027 ?`. */
export const sayPlan: RecordWriter = (desk, marked) => {
  const { text, date, by, again } = readTail(marked.saying);
  const id = idFor(desk, 'plan', text);
  desk.put(
    createPlan({
      id,
      subject: desk.subject,
      text,
      by,
      due: date,
      lookAgain: again,
      certainty: certaintyOf(marked),
      place: marked.place,
      note: noteOf(marked),
      ...desk.origin,
    }),
  );
  return id;
};

/** `the chat room is empty, since 2024`. */
export const sayEvent: RecordWriter = (desk, marked) => {
  const { text, date, since } = readTail(marked.saying);
  const id = idFor(desk, 'event', text);
  desk.put(
    createEvent({
      id,
      subject: desk.subject,
      text,
      happened: date ?? (since ? (parseWhen(since) ?? undefined) : undefined),
      place: marked.place,
      note: noteOf(marked),
      certainty: certaintyOf(marked),
      ...desk.origin,
    }),
  );
  return id;
};

const VERDICTS: readonly (readonly [RegExp, Claim['verdict']])[] = [
  [/^(confirmed|that is so)$/i, 'confirmed'],
  [/^(partly|in part)$/i, 'partly'],
  [/^(refuted|not so)$/i, 'refuted'],
  [/^(cannot be checked)$/i, 'cannotBeChecked'],
  [/^(unchecked|not measured|not checked)$/i, 'unchecked'],
];

/** `seven guides in one = actions 7`: the words, and the fact and value that they claim; a verdict behind a comma. */
export const sayClaim: RecordWriter = (desk, marked) => {
  const [, words, claimed] = /^(.+?)(?:\s+=\s+(.+))?$/s.exec(marked.saying)!;
  const named = claimed ? splitLine(claimed) : null;
  if (claimed && !named?.name.fact) throw refused('line.unknown', claimed);
  const parts = words.split(/,\s*/);
  const verdict = parts.length > 1 ? VERDICTS.find(([pattern]) => pattern.test(parts.at(-1)!)) : undefined;
  const wording = (verdict ? parts.slice(0, -1).join(', ') : words).replace(/^["“](.+)["”]$/, '$1');
  const id = idFor(desk, 'claim', wording);
  desk.put(
    createClaim({
      id,
      subject: desk.subject,
      wording,
      ...(named?.name.fact && { key: named.name.fact.key, ...claimedValue(named.name.fact, named.rest) }),
      verdict: verdict?.[1] ?? 'unchecked',
      reason: noteOf(marked),
      ...desk.origin,
    }),
  );
  return id;
};

/** Of a list a number claims how many there are. */
function claimedValue(fact: FactKey, text: string): Pick<Claim, 'value' | 'claimKind'> {
  if (!text) return {};
  if (fact.type === 'list' && /^\d+$/.test(text)) return { value: Number(text), claimKind: 'count' };
  const said = sayValue(fact, text);
  if (!said.ok) throw new LineRefused(said.issues);
  if (said.value.saying.state !== 'set') return {};
  const value = parseFactValue(fact, said.value.saying.text ?? '');
  if (!value.ok) throw new LineRefused(value.issues);
  return { value: value.value, ...(fact.type === 'number' && { claimKind: 'number' }) };
}

/** `does the guide open on an installed system? because the session is live`, `…, until Feb 2027`. */
export const sayQuestion: RecordWriter = (desk, marked) => {
  const [, text, until] = /^(.+?)(?:,\s*(?:until|again) (.+))?$/s.exec(marked.saying)!;
  const day = until ? parseWhen(until) : undefined;
  if (day === null) throw refused('paste.date', 'until', { text: until });
  const named = splitLine(text);
  const isFact =
    named?.name.fact && named.typed.length > 3 && new RegExp(`^${named.name.label}`, 'i').test(text);
  const id = idFor(desk, 'question', text);
  desk.put(
    createQuestion({
      id,
      subject: desk.subject,
      text,
      ...(isFact && { key: named.name.fact!.key }),
      raised: desk.day,
      tried: noteOf(marked),
      until: day,
      source: desk.source || undefined,
    }),
  );
  return id;
};

/** `archives: its desktop needs newer parts`, `archives > front: …` of one element: why a fact is changed. */
export const sayWhy: RecordWriter = (desk, marked) => {
  const { fact, rest } = factOf(marked.saying);
  const [, element = '', motive] = /^(?:>\s*([^:]+):\s*)?(.+)$/s.exec(rest || '?')!;
  if (!rest) throw refused('line.saying', fact.label);
  const saying = {
    before: '',
    after: '',
    element,
    motive: [motive, marked.because].filter(Boolean).join(', because '),
    consequence: marked.remark,
  };
  return writtenChange(desk, fact, saying);
};

/** `services: replaces old clock > new clock, against Season 10 because it drifted`. */
export const sayChange: RecordWriter = (desk, marked) => {
  const { fact, rest } = factOf(marked.saying);
  const begun = /^[a-z]{3,}/i.exec(rest)?.[0].toLowerCase() ?? '?';
  const does = CHANGE_KINDS.find((kind) => kind.startsWith(begun) || rest.toLowerCase().startsWith(kind));
  if (!does) throw refused('line.does', fact.label, { kinds: CHANGE_KINDS.join(', ') });
  const [, body, against] = /^(.*?)(?:,\s*against (.+))?$/s.exec(
    rest.slice(rest.toLowerCase().startsWith(does) ? does.length : begun.length).trim(),
  )!;
  const [first = '', second] = body.split(/\s*>\s*/);
  const isAfter = does !== 'drops' && does !== 'keeps';
  const before = second !== undefined ? first : isAfter ? '' : first;
  const after = second ?? (isAfter ? first : '');
  const other = against ? desk.named(ownVersion(desk, against)) : releaseToChange(desk);
  const saying = {
    does,
    before: list(fact, before),
    after: list(fact, after),
    element: '',
    motive: marked.because,
    consequence: marked.remark,
  };
  return writtenChange(desk, fact, saying, other);
};

/** A value as a fact's own parser reads it: commas part a list here. */
function list(fact: FactKey, text: string): string {
  if (!text || fact.type !== 'list') return text;
  const said = sayValue(fact, text);
  return said.ok && said.value.saying.state === 'set' ? (said.value.saying.text ?? text) : text;
}

/** `Season 10` of the very project, or another thing by its name. */
function ownVersion(desk: LineDesk, text: string): string {
  const own = releasesOf(desk.catalogue, desk.distribution).find(({ version }) => version === text.trim());
  return own ? own.id : text;
}

/** The release of the same project that came out before the one that is looked at, where that has no base to change. */
function releaseToChange(desk: LineDesk): RecordId | undefined {
  const hasBase = basesOf(desk.catalogue, desk.subject, firstDayOf(desk.context.today)).links.length > 0;
  return hasBase ? undefined : releaseBefore(desk.catalogue, desk.subject)?.id;
}

function writtenChange(desk: LineDesk, fact: FactKey, saying: ChangeSaying, against?: RecordId): RecordId {
  const { subject, source } = desk;
  const chosen = source ? { id: source } : null;
  desk.take(writeChange(desk.catalogue, { subject, fact, saying, today: desk.day, chosen, against }));
  return recordsBelongingTo(desk.catalogue, subject, 'change').reduce((last, each) =>
    each.entered > last.entered ? each : last,
  ).id;
}

/** The fact that a text begins with. */
function factOf(text: string): { readonly fact: FactKey; readonly rest: string } {
  const named = splitLine(text);
  if (!named?.name.fact) throw refused('line.unknown', text);
  return { fact: named.name.fact, rest: named.rest };
}
