/** The visit that is going on: what is looked at, from which source, what is being typed. Kept with every letter, for each catalogue. */
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import { findRecord } from '../../core/catalogue/catalogue.ts';
import type { RecordId } from '../../core/catalogue/recordId.ts';
import type { LineContext, VisitTurn, WrittenLine } from '../../core/editing/lines/lineDesk.ts';
import {
  correctLine,
  moveLines,
  removeLine,
  visitLog,
  type LogLine,
} from '../../core/editing/lines/visitLog.ts';
import { textOfLine } from '../../core/editing/lines/formatLine.ts';
import {
  keepNote,
  readEntry,
  readOtherwise,
  takeEntry,
  withChoice,
  type Entry,
  type EntryChoice,
} from '../../core/understanding/entry.ts';
import { success, type Result } from '../../core/issue.ts';
import { wordChoice } from '../../core/wording/lineText.ts';
import { useCatalogueStore } from './catalogueStore.ts';
import { today } from './clock.ts';
import { useDrafts } from './drafts.ts';

const NOTHING: VisitTurn = { subject: null, source: null };

interface VisitDraft {
  readonly turn: VisitTurn;
  readonly text: string;
  /** The line that is being corrected, and what was being typed before. */
  readonly correcting: Pick<LogLine, 'record' | 'part' | 'name'> | null;
  readonly before: string;
  /** Text that was pasted and is not taken yet. */
  readonly pasted: string | null;
}

const EMPTY: VisitDraft = { turn: NOTHING, text: '', correcting: null, before: '', pasted: null };

/** The visit that is going on. */
export const useVisitStore = defineStore('visit', () => {
  const store = useCatalogueStore();
  const drafts = useDrafts();
  const turn = shallowRef<VisitTurn>(NOTHING);
  const text = ref('');
  const correcting = shallowRef<VisitDraft['correcting']>(null);
  const before = ref('');
  const pasted = ref<string | null>(null);

  function load(): void {
    const draft = { ...EMPTY, ...drafts.read<Partial<VisitDraft>>('visit') };
    turn.value = draft.turn;
    text.value = draft.text;
    correcting.value = draft.correcting;
    before.value = draft.before;
    pasted.value = draft.pasted;
  }
  watch(() => store.id, load, { immediate: true });
  watch(
    [turn, text, correcting, before, pasted],
    () =>
      drafts.write('visit', {
        turn: turn.value,
        text: text.value,
        correcting: correcting.value,
        before: before.value,
        pasted: pasted.value,
      } satisfies VisitDraft),
    { flush: 'sync' },
  );

  const isThere = (id: RecordId | null | undefined) => Boolean(id && findRecord(store.catalogue, id));
  /** What is looked at now, as far as it is still there. */
  const subject = computed(() => (isThere(turn.value.subject) ? turn.value.subject! : null));
  const edition = computed(() => (isThere(turn.value.edition) ? turn.value.edition : undefined));
  const source = computed(() => (isThere(turn.value.source) ? turn.value.source! : null));
  const log = computed(() => (source.value ? visitLog(store.catalogue, source.value) : []));
  /** What a line is written in now: the day may have changed since the last one. */
  const context = (): LineContext => ({
    catalogue: store.catalogue,
    turn: turn.value,
    today: today(),
    author: store.about?.author || 'the analyst',
  });

  /** A note that is being sorted. */
  const sorting = computed(() => {
    const note = correcting.value && findRecord(store.catalogue, correcting.value.record);
    return note?.kind === 'note' ? note : null;
  });

  /** The line as it is understood. A line of the log is corrected according to the project. */
  function read(): Entry {
    const line = correcting.value;
    if (!line || sorting.value) return readEntry(context(), text.value);
    const corrected = correctLine(context(), line, text.value);
    return corrected.ok
      ? { outcome: 'recorded', choices: [{ edit: corrected.value, words: [] }], issues: [] }
      : { outcome: 'refused', choices: [], issues: corrected.issues };
  }

  /** What the line may mean besides. */
  const readElse = (): Entry => readOtherwise(context(), text.value);

  /** Records the line by one of its readings, or keeps it as a note to be sorted. What cannot be kept stays in the field. */
  function record(entry: Entry, choice: EntryChoice | null): Result<WrittenLine> {
    const isCorrection = correcting.value !== null && !sorting.value;
    const done = store.commit(
      isCorrection && choice
        ? success(choice.edit)
        : takeEntry(context(), text.value, entry, choice, { sorts: sorting.value?.id }),
    );
    if (!done.ok) return done;
    // A correction leaves the visit where it is.
    if (!correcting.value) turn.value = done.value.turn;
    text.value = before.value;
    before.value = '';
    correcting.value = null;
    return done;
  }

  /**
   * Takes a sentence of a pasted text by the reading that was shown; none keeps it as a note to be sorted. Where it reads otherwise by now,
   * nothing is taken, and null comes back.
   */
  function takeSentence(sentence: string, shown: string | null): Result<WrittenLine> | null {
    const entry = readEntry(context(), sentence);
    const choice =
      shown === null
        ? null
        : entry.choices.find((each) => wordChoice(withChoice(context(), each), each.edit).text === shown);
    if (choice === undefined) return null;
    const done = store.commit(takeEntry(context(), sentence, entry, choice, { isQuoted: true }));
    if (done.ok) turn.value = done.value.turn;
    return done;
  }

  /** Puts a line of the log into the field; what was being typed comes back afterwards. */
  function correct(line: LogLine): void {
    if (!correcting.value) before.value = text.value;
    const { record: id, part, name } = line;
    correcting.value = { record: id, name, ...(part && { part }) };
    const note = findRecord(store.catalogue, id);
    text.value = note?.kind === 'note' ? note.text : textOfLine(line);
  }

  /** Leaves the line as it was. */
  function leave(): void {
    correcting.value = null;
    text.value = before.value;
    before.value = '';
  }

  return {
    turn,
    text,
    correcting,
    pasted,
    subject,
    edition,
    source,
    log,
    context,
    sorting,
    read,
    readElse,
    record,
    takeSentence,
    /** The note means nothing that is recorded elsewhere. */
    keepAsRemark: (id: RecordId) => store.commit(keepNote(context(), id)),
    correct,
    leave,
    remove: (line: LogLine) => store.commit(removeLine(store.catalogue, line)),
    move: (line: LogLine, to: RecordId) =>
      store.commit(moveLines(store.catalogue, [line.record], source.value!, to)),
    /** Goes on with a source that is there, or with what is looked at. */
    goOn(next: Partial<VisitTurn>): void {
      turn.value = { ...turn.value, ...next };
    },
    begin(): void {
      turn.value = NOTHING;
    },
  };
});
