/**
 * Reads the analyst's notes of the scenario (`notes/*.txt`) into records. The notes are lines:
 *
 *     == Tidewater                              a distribution; what follows is about it
 *     also: Tide Water, Tidewatter              other names
 *     edition: Ebb | official
 *     -- 7.1 | kelp | 2026-03-03                a release (version, code name, date, stage, editions)
 *     @ notes | releaseNotes | Title | place | date | conditions
 *                                               a source; what follows is from it. `@ notes` cites it again
 *     model.kind = fixed                        a reading, as typed; `none`, `=` (unchanged), `n/a`
 *     model.kind = fixed [unsure] [spoiled: live image] [date: 2025-03] [note: …]
 *     on: Fenwick 31 | installs from | sure | since=… | until=… | order=1 | edition=Ebb |
 *         parts=a, b | wording=… | reason=…
 *     change: key | does | before | after | weight=2 | motive=… | consequence=…
 *                                               a change recorded directly; without `does` a note on a computed one
 *     claim: wording | key = value | verdict | reason
 *     ? an open question | key
 *     ! author | date | days=21 | bias=…        an assessment, with these lines:
 *     * criterion | weight | score | reason
 *     + strength | facts        - weakness | facts        suits: …        not: …        try: name | why
 */
import { createChange } from '../../core/catalogue/change.ts';
import { createClaim } from '../../core/catalogue/claim.ts';
import { createLink } from '../../core/catalogue/link.ts';
import { createReading } from '../../core/catalogue/reading.ts';
import { createQuestion } from '../../core/catalogue/question.ts';
import { findFactKey, parseFactValue, type FactKey } from '../../core/catalogue/factSheet.ts';
import type { FactValue } from '../../core/catalogue/factValue.ts';
import { createAssessment, type Assessment } from '../../core/catalogue/assessment.ts';
import { createSource } from '../../core/catalogue/source.ts';
import type { SourceKind } from '../../core/catalogue/sourceKinds.ts';
import type { Conditions } from '../../core/catalogue/conditions.ts';
import { createFreshId } from '../../core/catalogue/freshId.ts';
import { createRecordId, tokenOf, type RecordId } from '../../core/catalogue/recordId.ts';
import { RECORD_KINDS, type AnyRecord } from '../../core/catalogue/recordKinds.ts';
import { readEnds, type Ends, type NotesFile } from './ends.ts';

/** Who writes the sample's catalogue, and when it was last worked on. */
const ANALYST = 'M. Ardley';
const READ = '2026-11-20';

/** All records of the notes. Throws with file and line on anything that does not fit. */
export function readNotes(files: readonly NotesFile[]): { records: AnyRecord[]; ends: Ends } {
  const known = readEnds(files);
  const records: AnyRecord[] = [];
  const taken = new Set<RecordId>();
  const reader = new NotesReader(
    known,
    (record) => {
      const checked = RECORD_KINDS[record.kind].schema.safeParse(record);
      if (!checked.success)
        throw new Error(checked.error.issues[0].path.join('.') + ' ' + checked.error.issues[0].message);
      if (taken.has(record.id)) throw new Error(`"${record.id}" is there already`);
      taken.add(record.id);
      records.push(record);
    },
    taken,
  );
  for (const { name, text } of files) {
    text.split('\n').forEach((line, index) => {
      try {
        reader.read(line.trim());
      } catch (error) {
        throw new Error(`sample: ${name}, line ${index + 1}: ${(error as Error).message}: ${line}`, {
          cause: error,
        });
      }
    });
  }
  reader.finish();
  return { records, ends: known };
}

const parts = (text: string) => text.split('|').map((part) => part.trim());
const list = (text: string) =>
  text
    .split(/[,;]/)
    .map((part) => part.trim())
    .filter(Boolean);
const options = (texts: readonly string[]) =>
  Object.fromEntries(
    texts.map((text) => [text.slice(0, text.indexOf('=')), text.slice(text.indexOf('=') + 1)]),
  );

class NotesReader {
  private distribution = '';
  private subject = '';
  private source: { id: RecordId; date: string } | undefined;
  private assessment: (Assessment & { criteria: unknown[] }) | undefined;
  private readonly sources = new Map<RecordId, string>();

  constructor(
    private readonly ends: Ends,
    private readonly put: (record: AnyRecord) => void,
    private readonly taken: ReadonlySet<RecordId>,
  ) {}

  read(line: string): void {
    if (!line || line.startsWith('#')) return;
    const [, mark, rest] = /^(==|--|@|\?|!|\*|\+|-|[a-z]+:)\s+(.*)$/.exec(line) ?? [];
    const reading = /^([a-z]+\.[A-Za-z.]+) = (.*)$/.exec(line);
    if (reading) return this.reading(reading[1], reading[2]);
    switch (mark) {
      case '==':
        return this.beginDistribution(rest);
      case 'also:':
      case 'edition:':
        return; // read with the ends
      case '--':
        return this.beginRelease(parts(rest)[0]);
      case '@':
        return this.beginSource(parts(rest));
      case 'on:':
        return this.link(parts(rest));
      case 'change:':
        return this.change(parts(rest));
      case 'claim:':
        return this.claim(parts(rest));
      case '?':
        return this.question(parts(rest));
      case '!':
        return this.beginAssessment(parts(rest));
      default:
        if (mark && this.assessment) return this.assess(mark, rest);
        throw new Error('is no line of the notes');
    }
  }

  finish(): void {
    if (this.assessment) this.put(this.assessment);
    this.assessment = undefined;
  }

  private beginDistribution(name: string): void {
    this.finish();
    this.distribution = this.subject = name;
    this.source = undefined;
    this.put(this.ends.recordOf(name));
    for (const edition of this.ends.editionsOf(name)) this.put(this.ends.recordOf(edition));
  }

  private beginRelease(version: string): void {
    this.finish();
    this.subject = `${this.distribution} ${version}`;
    this.put(this.ends.recordOf(this.subject));
  }

  private beginSource([key, kind, title, place = '', date = '', conditions = '']: string[]): void {
    this.finish();
    const id = createRecordId('source', key.includes('/') ? key : `${this.distribution}/${key}`);
    if (kind) {
      this.sources.set(id, date);
      this.put(
        createSource({
          id,
          sourceKind: kind as SourceKind,
          title,
          place,
          ...(date && { date }),
          read: READ,
          ...readConditions(conditions),
          files: [],
          note: '',
        }),
      );
    } else if (!this.sources.has(id)) throw new Error('cites a source that was not given');
    this.source = { id, date: this.sources.get(id)! };
  }

  private reading(key: string, text: string): void {
    const flags = new Map(
      [...text.matchAll(/ \[(\w+)(?:: ([^\]]*))?\]/g)].map(([, name, value = '']) => [name, value]),
    );
    const said = text.replace(/ \[[^\]]*\]/g, '');
    const fact = findFactKey(key);
    if (!fact) throw new Error('is no key of the fact sheet');
    if (!this.source) throw new Error('has no source');
    const subject = this.ends.idOf(this.subject);
    const states = { none: 'none', '=': 'unchanged', 'n/a': 'doesNotApply' } as const;
    const state = states[said as keyof typeof states];
    const value = state ? undefined : parseFactValue(fact, said);
    if (value && !value.ok) throw new Error(`does not fit ${fact.type}`);
    const date = flags.get('date') ?? this.source.date;
    const certainty = flags.has('unsure') ? 'unsure' : flags.has('likely') ? 'likely' : 'sure';
    this.put(
      createReading({
        id: this.fresh('reading', `${tokenOf(subject)}-${key}`),
        subject,
        key,
        ...(value?.ok ? { state: 'set', value: value.value } : { state: state ?? 'none' }),
        source: this.source.id,
        ...(date && { date }),
        place: flags.get('place') ?? '',
        spoiledBy: flags.has('spoiled') ? [flags.get('spoiled')!] : [],
        certainty,
        accepted: flags.has('accepted'),
        note: flags.get('note') ?? '',
      }),
    );
  }

  private link([base, relation, certainty, ...more]: string[]): void {
    const { since, until, order = '0', parts: borrowed = '', edition, ...words } = options(more);
    const derivative = this.ends.idOf(edition ? `${this.distribution}: ${edition}` : this.subject);
    this.put(
      createLink({
        id: this.fresh('link', `${tokenOf(derivative)}-on-${base}`),
        derivative,
        base: this.ends.idOf(base),
        relation: relation as never,
        order: Number(order),
        ...(since && { since }),
        ...(until && { until }),
        certainty: certainty as never,
        parts: list(borrowed),
        reason: words.reason ?? '',
        wording: words.wording ?? '',
        sources: this.source ? [this.source.id] : [],
      }),
    );
  }

  private change([key, does = '', before = '', after = '', ...more]: string[]): void {
    const fact = findFactKey(key);
    if (!fact) throw new Error('is no key of the fact sheet');
    const { weight, motive = '', consequence = '', element = '' } = options(more);
    this.put(
      createChange({
        id: this.fresh('change', `${this.subject}-${key}`),
        subject: this.ends.idOf(this.subject),
        key,
        element,
        ...(does && { does: does as never }),
        ...(before && { before: valueOf(fact, before) }),
        ...(after && { after: valueOf(fact, after) }),
        ...(weight && { weight: Number(weight) as 1 | 2 | 3 }),
        motive,
        consequence,
        sources: this.source ? [this.source.id] : [],
        by: ANALYST,
      }),
    );
  }

  private claim([wording, about = '', verdict = 'unchecked', reason = '']: string[]): void {
    const [, key = '', text = ''] = /^(\S+)(?: = (.*))?$/.exec(about) ?? [];
    const fact = key ? findFactKey(key) : undefined;
    if (key && !fact) throw new Error('is no key of the fact sheet');
    const value = fact && text ? claimedValue(fact, text) : undefined;
    this.put(
      createClaim({
        id: this.fresh('claim', `${this.subject}-${key || 'claim'}`),
        subject: this.ends.idOf(this.subject),
        wording,
        key,
        ...(value !== undefined && { value }),
        ...(this.source && { source: this.source.id }),
        verdict: verdict as never,
        reason,
      }),
    );
  }

  private question([text, key = '']: string[]): void {
    this.put(
      createQuestion({
        id: this.fresh('question', text),
        ...(this.subject && { subject: this.ends.idOf(this.subject) }),
        key,
        text,
        raised: READ,
        by: ANALYST,
        answer: '',
      }),
    );
  }

  private beginAssessment([author, date, ...more]: string[]): void {
    this.finish();
    const { days, bias = '' } = options(more);
    this.assessment = createAssessment({
      id: this.fresh('assessment', `${this.subject}-${author}`),
      subject: this.ends.idOf(this.subject),
      author,
      date,
      criteria: [],
      strengths: [],
      weaknesses: [],
      suits: [],
      doesNotSuit: [],
      alternatives: [],
      ...(days && { daysOfUse: Number(days) }),
      bias,
    });
  }

  private assess(mark: string, rest: string): void {
    const assessment = this.assessment!;
    const [first, second = '', third = '', fourth = ''] = parts(rest);
    switch (mark) {
      case '*':
        assessment.criteria.push({
          name: first,
          weight: Number(second),
          score: Number(third),
          reason: fourth,
        });
        return;
      case '+':
        assessment.strengths.push({ text: first, facts: list(second), reason: '' });
        return;
      case '-':
        assessment.weaknesses.push({ text: first, facts: list(second), reason: '' });
        return;
      case 'suits:':
        assessment.suits.push(...named(rest));
        return;
      case 'not:':
        assessment.doesNotSuit.push(...named(rest));
        return;
      case 'try:':
        assessment.alternatives.push({ name: first, why: second });
        return;
      default:
        throw new Error('is no line of an assessment');
    }
  }

  private fresh(kind: string, text: string): RecordId {
    return createFreshId(kind, text, (id) => this.taken.has(id));
  }
}

/** A number for a list claims how many there are; anything else is typed as a reading is. */
function claimedValue(fact: FactKey, text: string): FactValue {
  if (fact.type === 'list' && /^\d+$/.test(text)) return Number(text);
  return valueOf(fact, text);
}

function valueOf(fact: FactKey, text: string): FactValue {
  const value = parseFactValue(fact, text);
  if (!value.ok) throw new Error(`does not fit ${fact.type}`);
  return value.value;
}

/** `live virtual 2048MiB 1cores index:40 tool:task-list idle by:K. Brand` */
function readConditions(text: string): { conditions: Conditions; by: string } {
  const number = (pattern: RegExp) => {
    const found = pattern.exec(text)?.[1];
    return found === undefined ? undefined : Number(found);
  };
  const word = <T extends string>(words: readonly T[]) => words.find((each) => text.includes(each));
  const conditions: Record<string, unknown> = {
    medium: word(['live', 'installed']),
    machine: word(['virtual', 'hardware']),
    memoryMiB: number(/(\d+)MiB/),
    cores: number(/(\d+)cores/),
    indexAgeDays: number(/index:(\d+)/),
    tool: /tool:(\S+)/.exec(text)?.[1].replaceAll('-', ' '),
    moment: /\bidle\b/.test(text) ? 'idle' : undefined,
    alteredByAnalyst: /\baltered\b/.test(text) || undefined,
  };
  const stated = Object.fromEntries(Object.entries(conditions).filter(([, value]) => value !== undefined));
  return { conditions: stated, by: /by:(.*)$/.exec(text)?.[1].trim() ?? ANALYST };
}

/** Groups of people, separated by semicolons. */
const named = (text: string) => text.split(';').map((name) => ({ name: name.trim(), why: '' }));
