/** Lists of repositories, formats, mirrors, packages and software looked for, with what is said of each. */
import type { Element } from '../../catalogue/factValue.ts';
import { elementsOfValue } from '../../catalogue/factValue.ts';
import { findFactKey } from '../../catalogue/factSheet.ts';
import { baseValueOf, range, type Clause } from '../clause.ts';
import { numberOf } from '../amounts.ts';
import { FILLERS } from '../lexicon/common.ts';
import { isNegation } from '../line.ts';
import { namesIn } from '../names.ts';
import { itemsIn, type Item } from '../readList.ts';
import { type ElementReader, VERSION, all, capital, stateIn } from './shared.ts';

const FORMAT_STATES = [
  [/^(disabled|off|inactive)$/, 'off'],
  [/^(disclaimed|unsupported|discouraged|disowned)$/, 'disclaimed'],
  [/^(offered|offers|optional|available|installable|offer)$/, 'offered'],
  [/^(on|enabled|active|preinstalled|ready|supported|forced|activated)$/, 'on'],
] as const;
const FORMAT_NOUN =
  /^(bundles?|sandboxed|recipes?|applications?|formats?|containers?|archives?|builds?|images?|debs?|rpms?|portable)$/;

/** `bundles off, recipes on`, `bundles and portable apps are offered in the store`. */
export const readFormats: ElementReader = (clause) => {
  const nouns = clause
    .indexes()
    .filter((at) => FORMAT_NOUN.test(clause.low(at)) && !/^formats?$/.test(clause.low(at)));
  if (nouns.length === 0) return null;
  const elements: Element[] = [];
  const tokens: number[] = [];
  let at = clause.from;
  const groups: { from: number; to: number }[] = [];
  while (at < clause.to) {
    let to = at;
    while (
      to < clause.to &&
      !/^[,;]$/.test(clause.low(to)) &&
      !(clause.low(to) === 'and' && stateIn(clause, at, to, FORMAT_STATES))
    )
      to += 1;
    groups.push({ from: at, to });
    at = to + 1;
  }
  for (const { from, to } of groups) {
    const state = stateIn(clause, from, to, FORMAT_STATES);
    const isNo = range(from, to).some((each) => isNegation(clause.tokens[each]));
    const found = range(from, to).filter((each) => nouns.includes(each));
    if (found.length === 0) continue;
    const first = found[0];
    let start = first;
    while (
      start > from &&
      !FILLERS.has(clause.low(start - 1)) &&
      clause.tokens[start - 1].kind === 'word' &&
      !isNegation(clause.tokens[start - 1])
    )
      start -= 1;
    const last = found.at(-1)!;
    const name = clause.text(start, last + 1).replace(/ and .*/, '');
    // What nobody said of its state is not filled in.
    const said = isNo ? 'off' : state?.state;
    elements.push({ name, ...(said && { settings: { state: said } }) });
    tokens.push(...range(from, to));
  }
  return { elements, tokens, isPart: true };
};

/** `twelve up north, three overseas`: a number and where. */
export const readRegions: ElementReader = (clause) => {
  const elements: Element[] = [];
  const items = itemsIn(clause, (at) => /^(mirrors?|packages?|counts?|region)$/.test(clause.low(at)));
  for (const { from, to } of items) {
    const at = range(from, to).find((each) => numberOf(clause.low(each)) !== null);
    if (at === undefined) continue;
    const place = range(from, to).filter((each) => each !== at && !FILLERS.has(clause.low(each)));
    if (place.length === 0) continue;
    elements.push({ slot: clause.text(place[0], place.at(-1)! + 1), name: String(numberOf(clause.low(at))) });
  }
  return elements.length > 0 ? { elements, tokens: all(items) } : null;
};

/** `no 37 in page views`. */
export const readRanks: ElementReader = (clause) => {
  const at = clause.indexes().find((each) => /^\d+(st|nd|rd|th)?$/.test(clause.low(each)));
  if (at === undefined) return null;
  const kind = clause
    .indexes()
    .filter(
      (each) =>
        each !== at &&
        /^(page|views?|hits?|downloads|votes?|popularity|list|table|chart|directory|ranking)$/.test(
          clause.low(each),
        ),
    );
  const slot = kind.length > 0 ? clause.text(kind[0], kind.at(-1)! + 1) : 'ranking';
  return { elements: [{ slot, name: clause.low(at).replace(/\D/g, '') }], tokens: clause.indexes() };
};

/** Kinds of kernels: what one is called where it has no name. */
const KERNEL_KIND = /^(realtime|rt|hardened|low-latency|long-term|lts|mainline|generic|newer|older)$/;

/** `long-term 6.6 and a realtime one`: a name, with its version. */
export const readKernels: ElementReader = (clause, isUsed) => {
  const isOther = (at: number) => isUsed(at) && !KERNEL_KIND.test(clause.low(at));
  const items = itemsIn(clause, isOther).filter(
    ({ from, to }) =>
      !range(from, to).every(
        (at) =>
          numberOf(clause.low(at)) !== null ||
          FILLERS.has(clause.low(at)) ||
          /^(more|other|kernels?|choose|choice|besides)$/.test(clause.low(at)),
      ),
  );
  const elements = items.map(({ from, to, text }): Element => {
    const at = range(from, to).find((each) => VERSION.test(clause.low(each)));
    if (at === undefined) return { name: text.replace(/ (one|kernel)$/, '') };
    const rest = range(from, to).filter((each) => each !== at && !FILLERS.has(clause.low(each)));
    const name = rest.length > 0 ? clause.text(rest[0], rest.at(-1)! + 1) : clause.tokens[at].text;
    return rest.length > 0 ? { name, settings: { version: clause.tokens[at].text } } : { name };
  });
  return elements.length > 0 ? { elements, tokens: clause.indexes() } : undefined;
};

const PROBE_WORD =
  /^(repository|repositories|archive|archives|in|from|available|found|has|have|had|offers|carries|contains|gets|got|get|hits?|matches|trace|sign|luck|joy|of|missing|upstream|elsewhere|there|here|newest|latest|only|just|day|through|via|as|looked|searched|for|search|find|install|installs|only|can|could|not|no|yes|anywhere|nowhere|to|be|0|zero|results?|software|installable|avail|them|either|whatsoever)$/;

/** `blether yes, prattler no`, `snipreel's in the repos, 4.2`, `couldn't get reelbarn anywhere`. */
export const readProbes: ElementReader = (clause, _isUsed) => {
  const isOther = (at: number) =>
    (PROBE_WORD.test(clause.low(at)) && clause.tokens[at].isOrdinary) ||
    clause.mentions.some(({ from, to, role }) => role !== 'self' && at >= from && at < to);
  const found = namesIn(clause, isOther).filter(
    ({ from, to }) =>
      to - from <= 3 &&
      range(from, to).some((at) => !clause.tokens[at].isOrdinary && clause.tokens[at].kind === 'word'),
  );
  const isPlace = (at: number) => /^(repository|archive|from)$/.test(clause.low(at));
  const place = found.find(({ from }) => isPlace(from - 1) && found.length > 1);
  const names = found.filter((name) => name !== place).sort((a, b) => a.from - b.from);
  if (names.length === 0) return null;
  const isWholeNo = clause.indexes().some((at) => isNegation(clause.tokens[at]));
  const elements = names.flatMap(({ to, text }, i): Element[] => {
    const next = names[i + 1]?.from ?? clause.to;
    const [, name = text, inName = ''] = /^(.+?)(?:'s)?(?: v?(\d[\w.:+~-]*))?$/.exec(text)!;
    const tail = range(to, next);
    const own = tail.find((at) => /^(yes|no|unknown)$/.test(clause.low(at)));
    const behind = tail.filter((at) => clause.tokens[at].kind === 'number' && VERSION.test(clause.low(at)));
    const version = inName || (behind.length > 0 ? clause.tokens[behind[0]].text : '');
    const ofBase = behind.find(
      (at) =>
        at > clause.from && [at - 1, at - 2, at - 3].some((each) => each > to - 1 && clause.baseAt(each) > 0),
    );
    const reference = tail.find(
      (at) =>
        at > (behind[0] ?? 0) &&
        at !== ofBase &&
        clause.tokens[at].kind === 'number' &&
        clause.tokens[at].text !== version &&
        VERSION.test(clause.low(at)),
    );
    const format = tail.find((at) => /^(recipes?|bundles?|portable)$/.test(clause.low(at)));
    const isNo =
      own !== undefined
        ? clause.low(own) === 'no'
        : names.length === 1
          ? clause.negations.length > 0 || clause.indexes().some((at) => /^(0|missing)$/.test(clause.low(at)))
          : tail.some((at) => isNegation(clause.tokens[at])) ||
            (isWholeNo && i === 0 && !tail.some((at) => clause.low(at) === 'yes'));
    const isUnknown = tail.some((at) => clause.taken('unchecked').has(at));
    const settings = {
      ...(format !== undefined && { format: clause.tokens[format].text }),
      ...(version && { version }),
      ...(place && { repository: place.text }),
      ...(ofBase !== undefined &&
        clause.tokens[ofBase].text !== version && { base: clause.tokens[ofBase].text }),
      ...(reference !== undefined && { reference: clause.tokens[reference].text }),
    };
    return [
      {
        slot: capital(name),
        name: isUnknown ? 'unknown' : isNo ? 'no' : 'yes',
        ...(Object.keys(settings).length > 0 && { settings }),
      },
    ];
  });
  const isAllNo =
    names.length > 1 && clause.indexes().some((at) => /^(missing|nowhere)$/.test(clause.low(at)));
  return {
    elements: isAllNo ? elements.map((each) => ({ ...each, name: 'no' })) : elements,
    tokens: clause.indexes(),
    isPart: true,
  };
};

const ARCHIVE =
  /^(main|core|extra|extras|updates?|security|community|stable|testing|universe|contrib|backports|own|free|nonfree|non-free|base|apps|proposed|multilib|restricted|optional|local)$/;

const SUITE = /^(suite|component|priority|branch|tier|owner)$/;

/** `repo mere: suite harrow7, 410 packages, off`: one archive, and what is said of it behind a colon. */
function archiveWithSettings(clause: Clause, isUsed: (at: number) => boolean): Element | null {
  const colon = clause.indexes().find((at) => clause.low(at) === ':');
  if (colon === undefined) return null;
  const names = range(clause.from, colon).filter((at) => !isUsed(at) && clause.weightOf(at) > 0);
  if (names.length !== 1 || clause.tokens[names[0]].isOrdinary) return null;
  const settings: Record<string, string> = {};
  for (const at of range(colon + 1, clause.to)) {
    if (SUITE.test(clause.low(at)) && clause.token(at + 1))
      settings[clause.low(at)] = clause.text(at + 1, at + 2);
    if (/^packages?$/.test(clause.low(at)) && numberOf(clause.low(at - 1)) !== null)
      settings.packages = String(numberOf(clause.low(at - 1)));
    if (/^(disabled|off|inactive)$/.test(clause.low(at))) settings.state = 'off';
  }
  return Object.keys(settings).length > 0 ? { name: clause.text(names[0], names[0] + 1), settings } : null;
}

/** The archives, the own one first; the base's by name where the base's are known. */
export const readArchives: ElementReader = (clause, isUsed) => {
  const one = archiveWithSettings(clause, isUsed);
  if (one) return { elements: [one], tokens: clause.indexes(), isPart: true };
  const base = elementsOfValue(baseValueOf(clause.scene, findFactKey('repositories.archives')!) ?? []);
  const isAll = clause.indexes().some((at) => clause.baseAt(at) > 0) && base.length > 0;
  const items = itemsIn(
    clause,
    (at) =>
      isUsed(at) ||
      clause.baseAt(at) > 0 ||
      /^(first|order|from|front|behind|before|ahead|then|three|two|four|last|repository|called|own|named|their|its)$/.test(
        clause.low(at),
      ),
  );
  const isNamed = ({ from, to }: Item) =>
    range(from, to).some(
      (at) =>
        clause.tokens[at].quote > 0 ||
        (clause.tokens[at].kind === 'word' &&
          (!clause.tokens[at].isOrdinary ||
            ARCHIVE.test(clause.low(at)) ||
            /^[A-Z]/.test(clause.tokens[at].text))),
    );
  const isList = items.filter(isNamed).length > 1;
  const named = items.filter(
    (item) =>
      isNamed(item) ||
      (isList &&
        item.to - item.from === 1 &&
        numberOf(clause.low(item.from)) === null &&
        !FILLERS.has(clause.low(item.from)) &&
        !/^(sequence|order|configuration|total)$/.test(clause.low(item.from))),
  );
  const isOwn = clause.indexes().some((at) => /^(own|their|its)$/.test(clause.low(at)));
  if (clause.negations.length > 0 && !clause.same) return null;
  if (named.length === 0) {
    const counted =
      items[0] ??
      clause
        .indexes()
        .filter((at) => numberOf(clause.low(at)) !== null)
        .map((at) => ({ from: at, to: at + 1, text: clause.text(at, at + 1) }))[0];
    return counted ? { elements: [], tokens: clause.indexes(), said: counted.text } : null;
  }
  if (
    named.some(
      ({ from, to }) =>
        /^(pin|pinned|point|points|name|names|track|held|carries|only|say)$/.test(clause.low(from)) ||
        to - from > 4 ||
        range(from, to).some(
          (at) => /\d\.\d/.test(clause.low(at)) || (clause.tokens[at].isPast && !clause.tokens[at].isNoun),
        ),
    )
  )
    return null;
  const elements: Element[] = named.map(({ text }, i) => ({
    name: text,
    ...(isOwn && i === 0 && { settings: { owner: 'own' } }),
  }));
  const off = clause.indexes().some((at) => /^(disabled|off|inactive)$/.test(clause.low(at)));
  if (off)
    for (const element of elements)
      Object.assign(element, { settings: { ...element.settings, state: 'off' } });
  return {
    elements: isAll
      ? [...elements, ...base.filter(({ name }) => !elements.some((each) => each.name === name))]
      : elements,
    tokens: clause.indexes(),
    isPart: elements.length === 1 && !isAll,
  };
};

/** `peerover: recipe only, runs`: software in one format, and whether it ran. */
export const readOneFormat: ElementReader = (clause) => {
  const [name] = namesIn(
    clause,
    (at) =>
      /^(only|bundle|bundles|recipe|recipes|portable|application|applications|sandboxed|archive|runs|ran|starts|start|works|dead|ok)$/.test(
        clause.low(at),
      ) || /-only$/.test(clause.low(at)),
  );
  const at = clause
    .indexes()
    .find(
      (each) =>
        /^(bundles?|recipes?|portable|archive)$/.test(clause.low(each)) ||
        /^(bundle|recipe)-only$/.test(clause.low(each)),
    );
  if (!name || at === undefined || name.likeness < 1) return null;
  const format =
    clause.low(at) === 'portable' ? clause.text(at, at + 2) : clause.text(at, at + 1).replace(/-only$/, '');
  const ran = clause
    .indexes()
    .find(
      (each) =>
        each > at &&
        /^(runs?|ran|starts?|works?|dead|crashes|crashed|fails|failed|does|did|will|not|would)$/.test(
          clause.low(each),
        ),
    );
  return {
    elements: [
      {
        slot: capital(name.text),
        name: format,
        ...(ran !== undefined && { settings: { ran: clause.text(ran) } }),
      },
    ],
    tokens: clause.indexes(),
    isPart: true,
  };
};

/** `gantrel covers deb, bundles`: a tool with the formats it covers; else names. */
export const readPackageTools: ElementReader = (clause, isUsed) => {
  const at = clause
    .indexes()
    .find((each) => /^(covers|does|handles|manages|knows|speaks|installs|also)$/.test(clause.low(each)));
  if (at === undefined) return undefined;
  const [name] = namesIn(clause, (each) => each >= at || (isUsed(each) && clause.tokens[each].isOrdinary));
  return name && name.likeness >= 0.5
    ? {
        elements: [{ name: name.text, settings: { formats: clause.text(at + 1) } }],
        tokens: clause.indexes(),
        isPart: true,
      }
    : null;
};

/** `with realtime patches on top`, `patchset: wakelag, rt`: what stands before the word, or behind a colon. */
export const readPatches: ElementReader = (clause) => {
  const at = clause.indexes().find((each) => /^patch(es|set|ed)?$/.test(clause.low(each)));
  if (at === undefined || clause.indexes().some((each) => clause.low(each) === ':')) return undefined;
  const items = itemsIn(clause, (each) => each >= at);
  return items.length > 0 &&
    items.every(
      ({ from, to }) => to - from <= 3 && range(from, to).some((each) => numberOf(clause.low(each)) === null),
    )
    ? { elements: items.map(({ text }) => ({ name: text })), tokens: clause.indexes() }
    : undefined;
};
