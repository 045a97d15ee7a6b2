/** Several verbs as one undoable step: each works on what the one before has left. */
import { applyDiff } from '../catalogue/applyDiff.ts';
import type { Catalogue } from '../catalogue/catalogue.ts';
import { diffCatalogues } from '../catalogue/diff.ts';
import type { EditLabel } from '../catalogue/edit.ts';
import { failure, success } from '../issue.ts';
import type { Edited, LabelledEdit } from './labelledEdit.ts';

/** Takes verbs one after another; gives one edit with a diff from first to last. */
export class ComposedEdit {
  readonly #before: Catalogue;
  #catalogue: Catalogue;

  constructor(catalogue: Catalogue) {
    this.#before = catalogue;
    this.#catalogue = catalogue;
  }

  /** The catalogue as the verbs so far have left it. */
  get catalogue(): Catalogue {
    return this.#catalogue;
  }

  /** Takes one more; gives what it made, or the issues that forbid it. */
  take<Made>(edited: Edited<Made>): Edited<Made> {
    if (!edited.ok) return edited;
    const after = applyDiff(this.#catalogue, edited.value.diff);
    if (!after.ok) return failure(...after.issues);
    this.#catalogue = after.value;
    return edited;
  }

  /** All of them as one step. */
  finish<Made>(label: EditLabel, made: Made): Edited<Made> {
    const step: LabelledEdit<Made> = { label, made, diff: diffCatalogues(this.#before, this.#catalogue) };
    return success(step);
  }
}
