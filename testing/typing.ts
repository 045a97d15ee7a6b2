/** How a person who knows the keys types a line: letters, and Tab where what is shown goes on as it is meant. */
import { completeWord } from '../core/editing/lines/completeWord.ts';
import type { LineContext } from '../core/editing/lines/lineDesk.ts';

/** Words that every object knows: whoever looks them up in a table finds what is not meant. */
export const OBJECT_WORDS = ['constructor', '__proto__', 'toString', 'hasOwnProperty', 'valueOf'];

/** A key: one letter, `Tab`, or `Enter`. */
export type Key = string;

/** The keys for a line, with the end of it; completions are taken where the first one is meant and spares keys. */
export function keysOf(context: LineContext, line: string): Key[] {
  const keys: Key[] = [];
  let text = '';
  while (text.length < line.length) {
    const [first] = completeWord(context, text, 1);
    const spares = first && first.text.length - text.length > 1;
    if (spares && line.startsWith(first.text) && isEndOfWord(line, first.text.length)) {
      keys.push('Tab');
      text = first.text;
    } else {
      const letter = line[text.length];
      keys.push(letter);
      text += letter;
    }
  }
  return [...keys, 'Enter'];
}

const isEndOfWord = (line: string, at: number) => !/\p{L}/u.test(line[at] ?? ' ');
