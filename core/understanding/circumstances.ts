/** Conditions as they are said on the way: `on the live image`, `after login, nothing open`, `in a VM with 2 gigs`, `by the task viewer`. */
import type { Conditions } from '../catalogue/conditions.ts';
import { parseMeasure } from '../catalogue/measure.ts';
import { amountAt, type Amount } from './amounts.ts';
import { lengthAt, phrasesOf, type Phrase } from './phrases.ts';
import type { Token } from './tokens.ts';

/** Conditions said at a place of a line. */
export interface Circumstance {
  readonly from: number;
  readonly to: number;
  readonly conditions: Conditions;
}

const FIXED: readonly (readonly [readonly Phrase[], Conditions])[] = (
  [
    [
      'live image|session|system|medium|usb|stick|mode|desktop|cd|dvd|environment, while live, running live, still live, when live, on live, live only',
      { medium: 'live' },
    ],
    [
      'once|when|after installed, after install|installation|installing, installed system',
      { medium: 'installed' },
    ],
    ['vm, virtual machine|box, virtually', { machine: 'virtual' }],
    ['real|bare|actual hardware|metal|machine, on hardware', { machine: 'hardware' }],
    [
      '[with] nothing [*] open|opened|running|started|launched [*] [*], nothing else, at idle, when|while idle, idle, idling, at rest, no programs|applications, doing nothing, empty desktop',
      { moment: 'idle' },
    ],
    [
      'after boot|booting|start-up|startup|reboot|restart|login, fresh|freshly boot|booted|start|started|login, just booted|started, at boot|start-up|login|startup, cold boot, clean boot, logged in, logging in, at start',
      { moment: 'boot' },
    ],
    [
      "after use|work|working|usage, day's|hour's use|work, workday, under load|use, everyday|daily|normal use, heavy|light use",
      { moment: 'after use' },
    ],
  ] as const
).map(([text, conditions]) => [phrasesOf(text), conditions]);

const TOOL =
  /^(viewer|monitor|tool|command|manager|terminal|console|top|task-viewer|counter|meter|utility|graph|sum|free|applet|widget|stopwatch|clock|probe|script)$/;
const OPEN = /^(open|running|playing|opened|loaded|going|started|tabs?)$/;

/** The conditions that are said from a place on; null for none. */
export function circumstanceAt(tokens: readonly Token[], at: number): Circumstance | null {
  let best: Circumstance | null = null;
  for (const [phrases, conditions] of FIXED)
    for (const phrase of phrases) {
      const length = lengthAt(tokens, at, phrase);
      if (length > 0 && at + length > (best?.to ?? 0)) best = { from: at, to: at + length, conditions };
    }
  return best ?? withWords(tokens, at);
}

function withWords(tokens: readonly Token[], at: number): Circumstance | null {
  const low = (i: number) => tokens[i]?.low ?? '';
  const isPreposition = /^(in|on|with|of|has|having|,|under|from|at)$/.test(low(at));
  let start = isPreposition ? at + 1 : at;
  if (isPreposition && /^(a|the|an|only|just|my|all)$/.test(low(start))) start += 1;
  const amount = amountAt(tokens, start);
  if (amount) {
    const unit = low(amount.to);
    if (/^(cores?|threads?)$/.test(unit) && amount.isExact && isPreposition)
      return { from: at, to: amount.to + 1, conditions: { cores: amount.value } };
    const size = memoryOf(amount, tokens);
    if (size && isPreposition && low(at) !== 'of') return { from: at, ...size };
  }
  const uptime = uptimeAt(tokens, at);
  if (uptime) return uptime;
  if (/^(with|while)$/.test(low(at)) && !/^(nothing|no)$/.test(low(at + 1))) {
    // `with a film playing`, `with wayfare and 12 tabs open`
    for (let end = at + 2; end < Math.min(tokens.length, at + 9); end++) {
      if (/^[,;.]$/.test(low(end))) break;
      if (OPEN.test(low(end)))
        return {
          from: at,
          to: end + 1,
          conditions: {
            openPrograms: wordsBetween(
              tokens,
              skipArticle(tokens, at + 1),
              /^tabs?$/.test(low(end)) ? end + 1 : end,
            ),
          },
        };
    }
    const driver = end(tokens, at, /^(driver|graphics|card)s?$/, 5);
    if (driver) return { from: at, to: driver, conditions: { graphics: wordsBetween(tokens, at, driver) } };
  }
  if (
    /^(with|while|under)$/.test(low(at)) &&
    !/^(nothing|no)$/.test(low(at + 1)) &&
    tokens.slice(0, at).some(({ low: each }) => /^(%|mb|gb|mib|gib|megs|gigs)$/.test(each))
  ) {
    let to = at + 1;
    while (to < tokens.length && !/^[,;.]$/.test(low(to)) && to - at < 6) to += 1;
    if (to - at > 1)
      return {
        from: at,
        to,
        conditions: { openPrograms: wordsBetween(tokens, skipArticle(tokens, at + 1), to) },
      };
  }
  if (low(at) === 'without') {
    const driver = end(tokens, at, /^(driver|graphics|card)s?$/, 5);
    if (driver) return { from: at, to: driver, conditions: { graphics: wordsBetween(tokens, at, driver) } };
  }
  if (
    /^(by|per|in|from|with|using|via|the|says|to)$/.test(low(at)) ||
    (low(at) === 'according' && low(at + 1) === 'to')
  ) {
    const first = skipArticle(tokens, low(at) === 'the' ? at : low(at) === 'according' ? at + 2 : at + 1);
    for (let i = first; i < Math.min(tokens.length, first + 3); i++) {
      if (tokens[i].kind !== 'word' || /^(and|or|of)$/.test(low(i))) break;
      if (!TOOL.test(low(i)) && tokens[i + 1] && TOOL.test(low(i + 1)) === false && i > first) continue;
      if (!TOOL.test(low(i))) continue;
      const to = TOOL.test(low(i + 1)) ? i + 2 : i + 1;
      const says = /^(says|shows|reports|reads|gives|claims|show|has|puts)$/.test(low(to)) ? to + 1 : to;
      if (low(at) === 'the' && says === to) return null;
      return { from: at, to: says, conditions: { tool: wordsBetween(tokens, first, to) } };
    }
  }
  return null;
}

const skipArticle = (tokens: readonly Token[], at: number) =>
  /^(the|a|an|its|my)$/.test(tokens[at]?.low ?? '') ? at + 1 : at;

function end(tokens: readonly Token[], at: number, pattern: RegExp, most: number): number {
  for (let i = at + 1; i < Math.min(tokens.length, at + most); i++)
    if (pattern.test(tokens[i].low)) return i + 1;
  return 0;
}

const wordsBetween = (tokens: readonly Token[], from: number, to: number) =>
  tokens
    .slice(from, to)
    .filter((token, i, all) => i === 0 || token.start !== all[i - 1].start)
    .map(({ text }) => text)
    .join(' ');

/** `2 gigs of ram`, `4 gb memory`: what a machine has is built in powers of two, however it is written. */
function memoryOf(amount: Amount, tokens: readonly Token[]): { to: number; conditions: Conditions } | null {
  if (!amount.isExact || !amount.unit || !/^[MG]i?B$/.test(amount.unit)) return null;
  const next = tokens[amount.to]?.low === 'of' ? amount.to + 1 : amount.to;
  const isNamed = tokens[next]?.low === 'memory';
  const mib = parseMeasure(`${amount.value} ${amount.unit.replace(/^([MG])B$/, '$1iB')}`, 'MiB')?.value;
  return isNamed && mib ? { to: next + 1, conditions: { memoryMiB: mib } } : null;
}

/** `after ten minutes idle`, `30 min up`. */
function uptimeAt(tokens: readonly Token[], at: number): Circumstance | null {
  const low = (i: number) => tokens[i]?.low ?? '';
  // `a quarter of an hour after the start`
  const ago = amountAt(tokens, at);
  if (ago?.unit && /^(min|h|s)$/.test(ago.unit) && ago.isExact && low(ago.to) === 'after') {
    const to = [ago.to + 1, ago.to + 2].find((i) =>
      /^(start|starting|boot|booting|login|start-up|power-on|switching)$/.test(low(i)),
    );
    if (to !== undefined)
      return {
        from: at,
        to: to + 1,
        conditions: {
          uptimeMinutes: ago.unit === 'h' ? ago.value * 60 : ago.unit === 's' ? ago.value / 60 : ago.value,
        },
      };
  }
  const isAfter = /^(after|past)$/.test(low(at));
  const amount = amountAt(tokens, isAfter ? at + 1 : at);
  if (!amount?.unit || !/^(min|h)$/.test(amount.unit) || !amount.isExact) return null;
  const tail = /^(up|uptime|idle|idling|running|in)$/.test(low(amount.to));
  if (!isAfter && !/^(up|uptime)$/.test(low(amount.to))) return null;
  const isIdle = /^(idle|idling)$/.test(low(amount.to));
  const minutes = amount.unit === 'h' ? amount.value * 60 : amount.value;
  const of = low(amount.to) === 'of' ? { to: amount.to + 2, isIdle: /^idl/.test(low(amount.to + 1)) } : null;
  if (!isAfter && !tail) return null;
  return {
    from: at,
    to: of?.to ?? (tail ? amount.to + 1 : amount.to),
    conditions: { uptimeMinutes: minutes, ...((isIdle || of?.isIdle) && { moment: 'idle' as const }) },
  };
}

/** `780 MB of 4 GB`: what the machine has, behind an amount of memory. */
export function totalBehind(tokens: readonly Token[], amount: Amount): Circumstance | null {
  if (!/^(of|out|from)$/.test(tokens[amount.to]?.low ?? '')) return null;
  const total = amountAt(tokens, amount.to + (tokens[amount.to].low === 'out' ? 2 : 1));
  if (!total?.unit || !total.isExact || !/^[MG]i?B$/.test(total.unit)) return null;
  const mib = parseMeasure(`${total.value} ${total.unit.replace(/^([MG])B$/, '$1iB')}`, 'MiB')?.value;
  return mib ? { from: amount.to, to: total.to, conditions: { memoryMiB: mib } } : null;
}
