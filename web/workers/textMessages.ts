/** What is said to the worker that reads whole texts, and what it answers. */
import type { AnyRecord } from '../../core/catalogue/recordKinds.ts';
import type { VisitTurn } from '../../core/editing/lines/lineDesk.ts';

/** A text to be read, sentence by sentence, with all that it is read with. */
export interface TextAsk {
  readonly number: number;
  readonly records: readonly AnyRecord[];
  readonly turn: VisitTurn;
  readonly today: string;
  readonly author: string;
  readonly sentences: readonly string[];
}

/** How a sentence may be read; what each reading would be told as, the likeliest first. */
export interface ReadSentence {
  readonly outcome: 'recorded' | 'ask' | 'note';
  readonly told: readonly string[];
}

/** Some more sentences, in their order. */
export interface TextReply {
  readonly number: number;
  readonly read: readonly ReadSentence[];
}
