/** A clause read as something that goes wrong: how often, on which machine, why, and whether the base has it too. */
import { findFactKey } from '../catalogue/factSheet.ts';
import { KEPT, range, whole, type Clause, type ClauseReader } from './clause.ts';
import { bestCue, cuesOf } from './cues.ts';
import type { Meaning } from './meaning.ts';
import { longestAt, phrasesOf } from './phrases.ts';

const FAULTS = cuesOf(
  `
crash|crashes|crashed|crashing|froze|freeze|freezes|frozen|freezing|hang|hangs|hung|hanging|segfault|segfaults|segfaulted|stall|stalls|stalled|stutters|flicker|flickers|flickering|vanish|vanishes|vanished|disappear|disappears|disappeared|glitch|glitches|corrupt|corrupted|locks_up|locked_up|died|dies|blank|garbled|unresponsive|breaks=|broke=|freaks|tearing|crackles|crackling|disconnects|drops_out|kernel_panic|panics|spins_forever|loops|misaligned|mangled
bug|buggy|bugs !tracker|report|known
nothing happens|happened|appears|appeared|comes|came
drops|dropped|lost|loses|loses connection|sound|wi-fi|signal|picture|network|session|focus|wireless|bluetooth
fails|failed|failing|refuses|refused|broken|complains|forgets|forgot|error|errors|stuck|quits|black_screen|goes_black|comes_up_empty|came_up_empty
gone|mute|silent|missing=|away after|when|whenever|once|resume|suspend|suspending|wake|waking|sleep|login|boot|update
stops|stopped|black|empty|wrong once|twice|times|sometimes|occasionally|often|always|every|working|responding
does_not|did_not|would_not|will_not|could_not|can_not work|start|wake|respond|open|load|print|connect|mount|boot|come|show|save|close|shut|resume|log
`
    .trim()
    .split('\n')
    .join(';'),
);
const NO_FAULT = cuesOf(
  'no|not|never|zero|without crash|crashes|freeze|freezes|hang|hangs|problems|issues|errors',
);

/** `panel vanished twice in five tries`, `wifi drops now and then, lowmarsh does that too`. */
export const readFault: ClauseReader = (clause) => {
  const cue = bestCue(clause.tokens, clause.from, clause.to, FAULTS);
  if (
    !cue ||
    clause.of('unknown').length > 0 ||
    (bestCue(clause.tokens, clause.from, clause.to, NO_FAULT) &&
      clause.negations.length > 0 &&
      !/not/.test(cue.tokens.map((at) => clause.low(at)).join(' ')))
  )
    return null;
  // `videos open in Flicker`: a name says nothing of what goes wrong.
  if (
    cue.tokens.every(
      (at) =>
        at > 0 && /^[A-Z][a-z]/.test(clause.tokens[at].text) && !/^[.!?:]$/.test(clause.tokens[at - 1].low),
    )
  )
    return null;
  const used = whole(clause);
  const counts = clause.line.counts.filter(({ from, to }) => from >= clause.from && to <= clause.to);
  const noun = clause.line.amounts.find(
    ({ from, to: end, unit, isExact }) =>
      !unit &&
      isExact &&
      from >= clause.from &&
      end < clause.to &&
      /^(crash|freez|hang|lock|segfault|error|reset|panic)/.test(clause.low(end)),
  );
  const count: { n: number; of?: number; from: number; to: number } | undefined =
    counts[0] ?? (noun && { n: noun.value, from: clause.from, to: clause.from });
  let to = clause.to;
  const mention = clause.mentions.find(({ role }) => role === 'base');
  const hasToo = clause
    .indexes()
    .find(
      (at) =>
        /^(too|also|same|likewise)$/.test(clause.low(at)) ||
        (clause.low(at) === 'well' && clause.low(at - 1) === 'as'),
    );
  const isBase = mention ?? clause.indexes().find((at) => clause.baseAt(at) > 0);
  const baseHasIt =
    isBase !== undefined && (hasToo !== undefined || clause.negations.length > 0)
      ? hasToo !== undefined
      : undefined;
  if (baseHasIt !== undefined)
    to = Math.min(to, comma(clause, typeof isBase === 'number' ? isBase : mention!.from));
  const machine = machineIn(clause);
  if (machine) to = Math.min(to, comma(clause, machine.from));
  const cause = causeIn(clause);
  if (cause) to = Math.min(to, cause.from);
  if (count && count.from > clause.from)
    to = count.to === to || count.to === clause.to ? Math.min(to, count.from) : to;
  const text = clause.text(clause.from, to) || clause.text();
  const meaning: Meaning = {
    kind: 'fault',
    text,
    ...(count && { times: { n: count.n, ...(count.of && { of: count.of }) } }),
    ...(machine && { machine: machine.text }),
    ...(baseHasIt !== undefined && { baseHasIt }),
    ...(cause && { cause: { text: cause.text, isUnsure: cause.isUnsure } }),
    ...(cause ? {} : clause.around),
  };
  return clause.interpretation([meaning], used, cue.weight + (count ? 0.8 : 0), KEPT);
};

/** `known issue: installer can't see large disks`: of the installer, or of the system. */
export const readKnownIssue: ClauseReader = (clause) => {
  const length = longestAt(
    clause.tokens,
    clause.from,
    phrasesOf('known issue|issues|bug|bugs|problem|problems|errata, known :, errata, known'),
  );
  let from = clause.from + length;
  while (from < clause.to && /^(:|is|are|that|,|-)$/.test(clause.low(from))) from += 1;
  const text = clause.text(from);
  if (length === 0 || !text) return null;
  const isInstaller = range(from, clause.to).some((at) =>
    /^(installer|setup|install|installing|installation)$/.test(clause.low(at)),
  );
  const meaning: Meaning = isInstaller
    ? {
        kind: 'fact',
        fact: findFactKey('editions.failures')!,
        state: 'set',
        value: [{ name: text }],
        marks: ['partial'],
        adds: true,
        ...clause.around,
      }
    : { kind: 'fault', text, ...clause.around };
  return clause.interpretation([meaning], whole(clause), 1.6, KEPT);
};

/** The comma, or the word, before which something else is said. */
function comma(clause: Clause, at: number): number {
  for (let i = at; i > clause.from; i--)
    if (/^[,;]$/.test(clause.low(i)) || /^(but|and)$/.test(clause.low(i))) return i;
  return at;
}

function machineIn(clause: Clause): { readonly text: string; readonly from: number } | null {
  for (const at of clause.indexes()) {
    if (
      !/^(laptop|notebook|netbook|desktop|tower|machine|computer|box|tablet|pc|workstation)$/.test(
        clause.low(at),
      )
    )
      continue;
    let from = at;
    while (
      from > clause.from &&
      /^(my|the|old|new|this|that|other|own|a|one|second|two|laptop|work|test)$/.test(clause.low(from - 1))
    )
      from -= 1;
    if (/^(on|with)$/.test(clause.low(from - 1)))
      return {
        text: clause.text(from, at + 1).replace(/^(the|a) /, ''),
        from: /^only$/.test(clause.low(from - 2)) ? from - 2 : from - 1,
      };
  }
  return null;
}

function causeIn(
  clause: Clause,
): { readonly text: string; readonly from: number; readonly isUnsure: boolean } | null {
  const doubt = clause.of('doubt').find(({ from }) => from > clause.from + 1);
  if (!doubt || !/^[,;(–-]$/.test(clause.low(doubt.from - 1))) return null;
  const text = clause
    .text(doubt.to)
    .replace(/^(is|it is|it's|due to|because of|caused by|to be|the) /i, '')
    .replace(/^the /, '');
  return text ? { text, from: doubt.from - 1, isUnsure: true } : null;
}
