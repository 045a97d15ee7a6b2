/** A tour typed into a catalogue without any screen: what a browser test types along with, and what unit tests hold against the records. */
import { applyDiff } from '../../core/catalogue/applyDiff.ts';
import type { Catalogue } from '../../core/catalogue/catalogue.ts';
import { createCatalogue } from '../../core/catalogue/createCatalogue.ts';
import type { RecordId } from '../../core/catalogue/recordId.ts';
import type { LineContext, VisitTurn } from '../../core/editing/lines/lineDesk.ts';
import { writeLine } from '../../core/editing/lines/writeLine.ts';
import { wordIssue } from '../../core/wording/issueText.ts';
import { keysOf, type Key } from '../typing.ts';
import type { Tour } from './tour.ts';

const NOBODY: VisitTurn = { subject: null, source: null };

/** A visit that is typed, with its keys counted. */
export class TypedVisit {
  catalogue: Catalogue = createCatalogue();
  turn = NOBODY;
  today = '';
  keys = 0;

  /** With what is known before a tour. */
  static before(tour: Tour): TypedVisit {
    const visit = new TypedVisit();
    visit.today = tour.today;
    for (const line of tour.known) visit.write(line);
    visit.turn = NOBODY;
    return visit;
  }

  /** A whole tour. */
  static of(tour: Tour): TypedVisit {
    const visit = TypedVisit.before(tour);
    for (const { line, today } of tour.lines) {
      visit.today = today ?? visit.today;
      visit.keys += visit.keysOf(line).length;
      visit.write(line);
    }
    return visit;
  }

  get context(): LineContext {
    return { catalogue: this.catalogue, turn: this.turn, today: this.today, author: 'the analyst' };
  }

  keysOf(line: string): Key[] {
    return keysOf(this.context, line);
  }

  /** Takes a line; gives the ids of what it wrote. */
  write(line: string): readonly RecordId[] {
    const edited = writeLine(this.context, line);
    if (!edited.ok) throw new Error(`${line}: ${edited.issues.map(wordIssue).join(' ')}`);
    const after = applyDiff(this.catalogue, edited.value.diff);
    if (!after.ok) throw new Error(`${line}: the edit does not fit`);
    this.catalogue = after.value;
    this.turn = edited.value.made.turn;
    return edited.value.made.records;
  }
}
