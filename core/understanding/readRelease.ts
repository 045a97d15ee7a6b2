/** A clause read as a release: its version, its day, its stage, its code name. */
import { recordOf } from '../catalogue/catalogue.ts';
import { range, rangeOf, type Clause, type ClauseReader } from './clause.ts';
import { bestCue, cuesOf } from './cues.ts';
import type { Meaning, Part } from './meaning.ts';

const OUT = cuesOf(
  'out|published|released|release|appeared|came_out|launched|shipped|available|unveiled|landed|arrived|final|issued|dated|went_live; point_release; final',
);
const STAGE = [
  ['candidate', cuesOf('release_candidate|rc|candidate|rc1|rc2')],
  ['test', cuesOf('beta|alpha|test_release|preview|testing_release|nightly')],
  ['final', cuesOf('final|stable_release|finished')],
] as const;

/** `24.1 out 18 april, code name bittern`, `40 "fieldfare", 6 may`, `still only a release candidate`. */
export const readRelease: ClauseReader = (clause) => {
  const used = new Map<number, Part>();
  const own = clause.mentions.find(
    ({ kind, role }) => kind === 'release' && (role === 'self' || role === 'own'),
  );
  const cue = bestCue(clause.tokens, clause.from, clause.to, OUT);
  const date = clause.line.dates.find(
    ({ from, to, isPlain }) =>
      from >= clause.from &&
      to <= clause.to &&
      (isPlain || /^the$/.test(clause.low(from - 1)) || clause.low(from) === 'the'),
  );
  const stage = STAGE.map(([name, cues]) => ({
    name,
    match: bestCue(clause.tokens, clause.from, clause.to, cues),
  })).find(({ match }) => match !== null);
  const current = currentVersion(clause);
  const code = codeName(clause);
  const fresh = own
    ? undefined
    : clause
        .indexes()
        .find(
          (at) =>
            clause.tokens[at].kind === 'number' &&
            /^v?\d+(\.\d+)*$/.test(clause.low(at)) &&
            !clause.line.amounts.some(({ unit, from, to }) => unit && at >= from && at < to) &&
            !(date && at >= date.from && at < date.to),
        );
  const isStart =
    fresh !== undefined &&
    clause
      .indexes()
      .filter((at) => at < fresh)
      .every(
        (at) =>
          clause.weightOf(at) === 0 ||
          /^(release|version|last|latest|release|point|newest|current)$/.test(clause.low(at)),
      );
  const version = own
    ? clause.text(own.from, own.to).replace(/^.* /, '')
    : isStart && (date || code || (stage && stage.name !== 'final'))
      ? clause.tokens[fresh].text
      : stage || code
        ? current
        : undefined;
  if (!version || (!date && !stage && !code)) return null;
  if (
    date &&
    clause.indexes().some((at) => /^(due|planned|expected|scheduled|next|will)$/.test(clause.low(at)))
  )
    return null;
  if (!cue && !code && !stage && clause.to - clause.from > 8) return null;
  for (const at of own ? rangeOf(own) : fresh !== undefined && isStart ? [fresh] : [])
    used.set(at, 'subject');
  if (date) for (const at of rangeOf(date)) used.set(at, 'value');
  for (const at of [...(cue?.tokens ?? []), ...(stage?.match?.tokens ?? [])]) used.set(at, 'kind');
  if (code) for (const at of code.tokens) used.set(at, 'value');
  for (const at of clause.indexes())
    if (
      /^(release|point|last|latest|newest|version|published|current|stage|came|still|was)$/.test(
        clause.low(at),
      )
    )
      used.set(at, 'kind');
  const meaning: Meaning = {
    kind: 'release',
    version,
    ...(date && { date: date.past }),
    ...(stage && { stage: stage.name }),
    ...(code && { codeName: code.name }),
    ...clause.around,
  };
  return clause.interpretation(
    [meaning],
    used,
    (cue ? 0.5 : 0) + (date ? 0.4 : 0) + (code ? 0.8 : 0) + (stage ? 0.8 : 0),
  );
};

function currentVersion({ scene }: Clause): string | undefined {
  return recordOf(scene.catalogue, 'release', scene.looked.subject)?.version;
}

function codeName(clause: Clause): { readonly name: string; readonly tokens: readonly number[] } | null {
  for (const at of clause.indexes()) {
    const isCode = /^(code-?name[d]?|codenamed)$/.test(clause.low(at))
      ? 1
      : clause.low(at) === 'code' && /^named?$/.test(clause.low(at + 1))
        ? 2
        : 0;
    if (isCode > 0) {
      let from = at + isCode;
      while (
        from < clause.to &&
        (/^(is|was|:|,|of|for|it|this)$/.test(clause.low(from)) ||
          clause.tokens[from].kind === 'sign' ||
          clause.mentions.some((each) => each.role !== 'other' && from >= each.from && from < each.to))
      )
        from += 1;
      let to = from;
      while (to < clause.to && clause.tokens[to].kind === 'word' && to - from < 3) to += 1;
      const name = clause.text(from, to).replace(/["“”]/g, '');
      return name ? { name: name[0].toUpperCase() + name.slice(1), tokens: range(at, to) } : null;
    }
  }
  const quoted = clause
    .indexes()
    .filter((at) => clause.tokens[at].quote > 0 && clause.tokens[at].kind !== 'sign');
  const own = clause.mentions.find(
    ({ kind, role }) => kind === 'release' && (role === 'self' || role === 'own'),
  );
  if (quoted.length === 0 || quoted.length > 3 || !own || quoted[0] - own.to > 2) return null;
  const name = clause.text(quoted[0], quoted.at(-1)! + 1);
  return { name: name[0].toUpperCase() + name.slice(1), tokens: range(quoted[0] - 1, quoted.at(-1)! + 2) };
}
