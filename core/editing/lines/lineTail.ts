/** What stands behind a saying, parted by commas: how often, since when, on which machine, for when, by whom, how much it weighs. */
import { parseWhen } from '../../catalogue/parseWhen.ts';
import type { When } from '../../catalogue/when.ts';
import { lookUp } from '../../lookUp.ts';

/** A saying and what was told behind it. */
export interface LineTail {
  readonly text: string;
  readonly times?: { readonly n: number; readonly of?: number };
  /** As typed: a release, or a date. */
  readonly since?: string;
  readonly machine?: string;
  readonly baseHasIt?: boolean;
  readonly date?: When;
  readonly by?: string;
  readonly again?: When;
  readonly weight?: 1 | 2 | 3;
}

type Part = Omit<LineTail, 'text'>;

const WEIGHTS: Readonly<Record<string, 1 | 2 | 3>> = { 'a detail': 1, detail: 1, matters: 2, decides: 3 };
const TIMES: Readonly<Record<string, number>> = { once: 1, twice: 2, never: 0 };

/** What one part says; null where it belongs to the saying. */
function readPart(part: string): Part | null {
  const times = /^(\d+) of (\d+)( times)?$/.exec(part);
  if (times && Number(times[2]) > 0) return { times: { n: Number(times[1]), of: Number(times[2]) } };
  const counted = /^(\d+) times$/.exec(part);
  if (counted) return { times: { n: Number(counted[1]) } };
  const n = lookUp(TIMES, part.toLowerCase());
  if (n !== undefined) return { times: { n } };
  const since = /^since (.+)$/i.exec(part);
  if (since) return { since: since[1] };
  const machine = /^on (this machine only|.+ only)$/i.exec(part);
  if (machine) return { machine: machine[1] };
  if (/^base too$/i.test(part)) return { baseHasIt: true };
  if (/^(not the base|base not)$/i.test(part)) return { baseHasIt: false };
  const again = /^(?:look )?again (?:in |on )?(.+)$/i.exec(part);
  const lookAgain = again && parseWhen(again[1]);
  if (lookAgain) return { again: lookAgain };
  const date = parseWhen(part.replace(/^(in|on|for|by) /i, ''));
  if (date) return { date };
  const by = /^by (.+)$/i.exec(part);
  if (by) return { by: by[1] };
  const weight = lookUp(WEIGHTS, part.toLowerCase());
  return weight ? { weight } : null;
}

/** Takes the parts behind a saying off it, wherever they stand behind its first comma; the others stay in the text. */
export function readTail(saying: string): LineTail {
  const { text, weight } = weightOf(saying);
  const [first, ...rest] = text.split(/,\s+/);
  let found: Part = weight ? { weight } : {};
  const kept = [first];
  for (const part of rest) {
    const read = readPart(part.trim());
    if (read) found = { ...found, ...read };
    else kept.push(part);
  }
  const ended = /^(.+?) \(?(\d+) of (\d+)( times)?\)?$/.exec(kept.at(-1)!);
  if (ended && !found.times && Number(ended[3]) > 0) {
    kept[kept.length - 1] = ended[1];
    found = { ...found, times: { n: Number(ended[2]), of: Number(ended[3]) } };
  }
  return { ...found, text: kept.join(', ') };
}

/** `wiki is old (matters)`: the text, and how much it weighs. */
export function weightOf(text: string): { readonly text: string; readonly weight?: 1 | 2 | 3 } {
  const match = /^(.+?) \((a detail|detail|matters|decides)\)$/s.exec(text.trim());
  return match ? { text: match[1], weight: WEIGHTS[match[2]] } : { text: text.trim() };
}
