/** A line with the part that each stretch of it plays, for showing how it is understood. */
import type { Part } from './meaning.ts';
import type { MarkedWord } from './understand.ts';

/** Words in a row that play one part; none for what nothing uses. */
export interface Stretch {
  readonly text: string;
  readonly part?: Part;
}

/** What each part is called. */
export const PART_NAMES: Readonly<Record<Part, string>> = {
  fact: 'fact',
  kind: 'kind',
  value: 'value',
  state: 'state',
  subject: 'about',
  conditions: 'conditions',
  doubt: 'doubt',
  reason: 'reason',
  remark: 'remark',
};

/** The stretches of a line, in its order; together they are the line. Words that nothing uses beside used ones are its remark. */
export function stretchesOf(line: string, words: readonly MarkedWord[]): Stretch[] {
  const stretches: { text: string; part?: Part }[] = [];
  let at = 0;
  const add = (text: string, part?: Part) => {
    const last = stretches.at(-1);
    if (last && (last.part === part || !text.trim())) last.text += text;
    else if (text) stretches.push({ text, ...(part && { part }) });
  };
  for (const { start, end, part } of words) {
    if (start < at) continue;
    add(line.slice(at, start));
    add(line.slice(start, end), part);
    at = end;
  }
  add(line.slice(at));
  return stretches;
}
