/**
 * What stands around the saying of a line, behind it and in any order:
 *
 *     line   = saying *( " @ " conditions / " because " reason / " # " remark / " [" place "]" ) [ "?" ]
 *
 * A question mark at the end means that it is not sure.
 */

/** A line taken apart. */
export interface MarkedText {
  readonly saying: string;
  /** Conditions as typed; empty for those of the source. */
  readonly around: string;
  readonly because: string;
  readonly remark: string;
  /** Where in the source. */
  readonly place: string;
  readonly isUnsure: boolean;
}

const MARKS = /( @ | because | # | \[)/;

/** Takes a line apart. `asks` keeps the question mark of a question. */
export function readMarks(text: string, asks = false): MarkedText {
  // A question mark that stands by itself at the end belongs to all of it.
  const doubts = !asks && /\s\?$/.test(text.trim());
  const whole = doubts ? text.trim().replace(/\s*\?$/, '') : text.trim();
  const [first, ...rest] = ` ${whole} `.replace(/^ (@|#|because) /, '  $1 ').split(MARKS);
  const found = { around: '', because: '', remark: '', place: '' };
  let saying = first.trim();
  for (let i = 0; i < rest.length; i += 2) {
    const [mark, words = ''] = [rest[i], rest[i + 1]];
    if (mark === ' @ ') found.around = words.trim();
    else if (mark === ' because ') found.because = words.trim();
    else if (mark === ' # ') found.remark = words.trim();
    else {
      const closed = /^([^\]]*)\]\s*(.*)$/s.exec(words);
      if (closed) found.place = closed[1].trim();
      saying = `${saying}${closed ? '' : ` [${words.trimEnd()}`} ${closed?.[2] ?? ''}`.trim();
    }
  }
  const isUnsure = doubts || (!asks && (/\w\?$/.test(saying) || /\?$/.test(found.because)));
  return {
    saying: asks ? saying : saying.replace(/\s*\?$/, ''),
    ...found,
    because: found.because.replace(/\s*\?$/, ''),
    isUnsure,
  };
}

/** How sure a line is. */
export const certaintyOf = ({ isUnsure }: Pick<MarkedText, 'isUnsure'>): 'sure' | 'unsure' =>
  isUnsure ? 'unsure' : 'sure';

/** The cause that a line names; a doubt at its end is about that. */
export const causeOf = (marked: Pick<MarkedText, 'because' | 'isUnsure'>) =>
  marked.because ? { text: marked.because, by: '', certainty: certaintyOf(marked) } : undefined;

/** The marks of a line as text, to be put behind what it says. */
export function formatMarks({
  around,
  because,
  remark,
  place,
  isUnsure,
}: Omit<MarkedText, 'saying'>): string {
  return [
    because && `because ${because}`,
    around && `@ ${around}`,
    remark && `# ${remark}`,
    place && `[${place}]`,
    isUnsure && '?',
  ]
    .filter(Boolean)
    .map((part) => ` ${part as string}`)
    .join('');
}
