/** Software that was looked for, in words: whether it is there, and how many versions and days it is behind a reference. */
import type { Element } from '../catalogue/factValue.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import { boundsOf } from '../catalogue/when.ts';
import { wordElementWhole } from './sayingText.ts';
import { numberWord } from './statements/phrases.ts';
import { formatNumberOf } from './valueText.ts';

/** `four versions newer`, for two names that differ in one whole number only. */
export function versionsBetween(before: string, after: string): string {
  const [from, to] = [before, after].map((text) => /^(.*?)\s*(\d+)$/.exec(text));
  if (!from || !to || from[1] !== to[1]) return '';
  const count = Number(to[2]) - Number(from[2]);
  if (count === 0) return '';
  return `${numberWord(Math.abs(count))} ${Math.abs(count) === 1 ? 'version' : 'versions'} ${count > 0 ? 'newer' : 'older'}`;
}

/** One program: `video editor: yes (Slate 4, two versions older than Slate 6 in Hexley 24)`. */
export function wordProbe(element: Element): string {
  const { version = '', reference = '', date = '', referenceDate = '', ...rest } = element.settings ?? {};
  const [, theirs = reference, where = ''] = /^(.+?) in (.+)$/.exec(reference) ?? [];
  const apart = reference && versionsBetween(theirs, version);
  const [here, there] = [date, referenceDate].map((each) => boundsOf(each));
  const days =
    here && there && here.first === here.last && there.first === there.last ? here.first - there.first : 0;
  const more = [
    version && `${version}${date ? `, ${formatWhen(date)}` : ''}`,
    apart
      ? `${apart} than ${theirs}${where ? ` in ${where}` : ''}`
      : reference && theirs === version
        ? `the same${where ? ` in ${where}` : ' at the reference'}`
        : reference && `${theirs}${where ? ` in ${where}` : ' at the reference'}`,
    days > 0 && `${formatNumberOf(days, 'day')} after it was there`,
  ].filter(Boolean);
  const plain = wordElementWhole({ ...element, settings: rest });
  return more.length ? `${plain} (${more.join('; ')})` : plain;
}
