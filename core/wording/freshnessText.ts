/** Freshness as sentences: how far behind, on what it rests, and what becomes of a stated delay. */
import { formatWhen } from '../catalogue/formatWhen.ts';
import { formatDay } from '../catalogue/days.ts';
import type { DelayEstimate } from '../packages/delay.ts';
import type { DelayJudgement, DelayVerdict } from '../packages/judgeDelay.ts';
import type { Freshness, FreshnessSummary, Standing } from '../packages/freshnessFigures.ts';
import { formatCount, formatNumberOf, formatShare } from './valueText.ts';

/** How a package stands to the base. */
export const STANDING_WORDS: Readonly<Record<Standing, string>> = {
  current: 'current',
  behind: 'behind',
  ahead: 'ahead',
  own: 'its own',
};

const days = (count: number) => formatNumberOf(count, 'day');
const onDay = (day: number) => formatWhen(formatDay(day));

/** `Of 1,309 packages that Copperline has, 98.5 % are current. 15 are behind: …` */
export function wordFreshness(base: string, { whole, security, day }: Freshness): string {
  if (whole.known === 0) return `${base} has none of these packages by name.`;
  const head = `On ${onDay(day)}, ${formatShare(whole.current + whole.ahead, whole.known)} of the ${formatCount(whole.known)} packages that ${base} has are current${whole.ahead ? ` (${formatCount(whole.ahead)} of them ahead)` : ''}`;
  const behind = whole.behind
    ? `${formatNumberOf(whole.behind, 'package')} ${whole.behind === 1 ? 'is' : 'are'} behind: ${wordDays(whole)}`
    : 'none is behind';
  return `${head}; ${behind}.${security ? ` ${wordSecurity(security)}` : ''}`;
}

function wordDays({ median, ninetieth, worst, worstIsOpen, behind }: FreshnessSummary): string {
  const most = `${days(worst)}${worstIsOpen ? ' or more' : ''}`;
  if (behind === 1) return `by ${most}`;
  return `half of them by at most ${days(median)}, nine in ten by ${days(ninetieth)}, the worst by ${most}`;
}

function wordSecurity({ known, behind, worst }: FreshnessSummary): string {
  if (known === 0) return 'The security archive has none of its packages.';
  return behind === 0
    ? `All ${formatNumberOf(known, 'package')} that the security archive has are fixed.`
    : `${formatCount(behind)} of ${formatNumberOf(known, 'package')} that the security archive has lack a fix, the oldest for ${days(worst)}.`;
}

/** On which states it rests: `67 states of Copperline from 18 Feb 2026 to 20 Nov 2026, of late 1 day apart`. */
export function wordStates(base: string, states: readonly number[], gap: number): string {
  if (states.length === 1)
    return `Rests on one state of ${base}, of ${onDay(states[0])}: what is older than it cannot be dated.`;
  const apart = Number.isFinite(gap) ? `, of late at most ${days(gap)} apart` : '';
  return `Rests on ${formatCount(states.length)} states of ${base} from ${onDay(states[0])} to ${onDay(states.at(-1)!)}${apart}; days are exact to that.`;
}

/** `Half of 1,983 changes arrive within 16 days, nine in ten within 57.` */
export function wordDelay({ median, ninetieth, changes }: DelayEstimate): string {
  const all = formatNumberOf(changes, 'change');
  if (median === null) return `More than half of ${all} of the base have not arrived.`;
  const most = ninetieth === null ? 'a tenth is missing still' : `nine in ten within ${days(ninetieth)}`;
  return `Half of ${all} of the base arrive within ${days(median)}, ${most}.`;
}

const VERDICT_WORDS: Readonly<Record<DelayVerdict, string>> = {
  confirmed: 'confirmed',
  partly: 'partly true',
  refuted: 'refuted',
  unclear: 'cannot be told',
};

/** What becomes of a stated delay, in a word and a sentence. */
export function wordJudgement({ verdict, within, shorter, longer }: DelayJudgement): {
  verdict: string;
  because: string;
} {
  const share = (part: number) => formatShare(Math.round(part * 1000), 1000);
  return {
    verdict: VERDICT_WORDS[verdict],
    because:
      verdict === 'unclear'
        ? 'too few changes, or states of the base too far apart, to tell'
        : `${share(within)} of the changes take about that long, ${share(shorter)} less, ${share(longer)} more`,
  };
}
