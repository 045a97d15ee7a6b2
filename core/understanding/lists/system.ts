/** Lists of a system: file systems, partitions, services, tools, parts and actions. */
import type { Element } from '../../catalogue/factValue.ts';
import { range } from '../clause.ts';
import { numberOf } from '../amounts.ts';
import { FILLERS } from '../lexicon/common.ts';
import { isNegation } from '../line.ts';
import { namesIn } from '../names.ts';
import { isSentence, itemsIn } from '../readList.ts';
import { type ElementReader, capital } from './shared.ts';

/** `own tool mere care: cleans up, sets mirrors`: one tool with what it does; else names. */
export const readTools: ElementReader = (clause, isUsed) => {
  const colon = clause
    .indexes()
    .find((at) =>
      /^(:|for|that|which|does|fetches|locks|makes|takes|sets|cleans|lets|handles|checks|mends|repairs|manages)$/.test(
        clause.low(at),
      ),
    );
  if (colon === undefined) return undefined;
  const isBefore = (at: number) => (isUsed(at) && clause.tokens[at].isOrdinary) || at >= colon;
  const items = itemsIn(clause, isBefore)
    .filter(({ text }) => !/^(own|tools?|their|its|programs?|making|project|makes?)$/i.test(text))
    .filter(
      ({ from, to }, _i, every) =>
        every.length === 1 || range(from, to).some((at) => !clause.tokens[at].isOrdinary),
    );
  if (items.length !== 1) return clause.low(colon) === ':' ? undefined : null;
  // `seven tools that come from …`: counted, not named.
  const count = range(items[0].from, items[0].to).find((at) => numberOf(clause.low(at)) !== null);
  if (
    count !== undefined &&
    range(items[0].from, items[0].to).every((at) => clause.tokens[at].isOrdinary || at === count)
  )
    return { elements: [], tokens: clause.indexes(), said: clause.text(count, count + 1) };
  const [name] =
    items[0].to - items[0].from > 2
      ? namesIn(clause, (at) => isUsed(at) || at >= items[0].to).filter(({ likeness }) => likeness >= 1)
      : [];
  const isSign = /^(:|for|that|which)$/.test(clause.low(colon));
  const functions = clause.text(isSign ? colon + 1 : colon);
  return {
    elements: [{ name: name?.text ?? items[0].text, ...(functions && { settings: { functions } }) }],
    tokens: clause.indexes(),
    isPart: true,
  };
};

const PART =
  /^(icons?|widgets?|cursors?|pointer|fonts?|wallpapers?|artwork|sounds?|shell|frames?|theme|style|controls)$/;

/** `icons come from wexcombe`, `widget theme is a recoloured stock one`. */
export const readOrigins: ElementReader = (clause) => {
  const part = clause.indexes().find((at) => PART.test(clause.low(at)));
  if (part === undefined) return null;
  const from = clause
    .indexes()
    .find((at) => at > part && /^(from|of|variant|own|theirs|stock|borrowed)$/.test(clause.low(at)));
  if (from === undefined) return null;
  const mention = clause.mentions.find((each) => each.from > part);
  const origin = mention
    ? clause.text(mention.from, mention.to)
    : /^(own|theirs)$/.test(clause.low(from))
      ? 'own'
      : clause.text(clause.low(from) === 'from' ? from + 1 : from);
  if (!origin) return null;
  return {
    elements: [
      {
        slot: clause.text(part, part + 1),
        name: capital(origin.replace(/^(the|a) /, '').replace(/'s$/, '')),
      },
    ],
    tokens: clause.indexes(),
    isPart: true,
  };
};

/** Programs that the analyst put there: names. */
export const readAdded: ElementReader = (clause, isUsed) => {
  const [name] = namesIn(clause, (at) => isUsed(at) && clause.tokens[at].isOrdinary);
  return name &&
    name.likeness >= 0.5 &&
    clause.indexes().some((at) => /^(i|me|my|myself)$/.test(clause.low(at)))
    ? { elements: [{ name: name.text }], tokens: clause.indexes(), isPart: true }
    : null;
};

/** `guide shows update, apps, drivers`; of one action how it acts: `update (a terminal)`. */
export const readActions: ElementReader = (clause) => {
  const button = clause.indexes().find((at) => /^(button|entry|page|tile|item|link)$/.test(clause.low(at)));
  const acts = clause
    .indexes()
    .find(
      (at) =>
        button !== undefined &&
        at > button &&
        /^(opens|runs|starts|launches|just|leads|goes|does|calls)$/.test(clause.low(at)),
    );
  if (button === undefined || acts === undefined) return undefined;
  const name = clause.text(clause.from, button).replace(/^(its|the|their|an?) /i, '');
  return name
    ? {
        elements: [
          {
            name,
            settings: {
              acts: clause
                .text(acts)
                .replace(/^(just )?(opens|runs|starts|launches|leads to|goes to|calls) (an? |the )?/, ''),
            },
          },
        ],
        tokens: clause.indexes(),
        isPart: true,
      }
    : null;
};

const DOES =
  /^(opens?|switch(es)?|finds?|shows?|brings?|searches|search|toggles?|starts?|moves?|tiles?|snaps?|maximi[sz]es?|minimi[sz]es?|scrolls?|closes?|hides?|calls?|jumps?|cycles?|lists?|launches|pastes?|zooms?|spreads?|reveals?|does|is|are|sits?|lies?)$/;

/** `super key opens the search`: a way of handling, and what it does. */
export const readHandling: ElementReader = (clause) => {
  const at = clause.indexes().find((each) => each > clause.from && DOES.test(clause.low(each)));
  if (at === undefined) return undefined;
  const slot = clause.text(clause.from, at).replace(/^(the|an?|its|and|but) /i, '');
  const name = clause.text(at);
  return slot && name && slot.split(' ').length <= 7 && !/[,;:]/.test(slot)
    ? { elements: [{ slot, name }], tokens: clause.indexes(), isPart: true }
    : undefined;
};

/** `Tunewell really belongs to the other desktop`, `music in tunewell, a trellis program`: a program, and whose it is. */
export const readBelongs: ElementReader = (clause) => {
  const at = clause.indexes().find((each) => /^(belongs?|from|of|is|are)$/.test(clause.low(each)));
  if (at === undefined || at === clause.from) return undefined;
  const slot = clause
    .text(clause.from, at)
    .replace(/^(the|an?|its|which|that) /i, '')
    .replace(/ (really|actually|rather)$/i, '');
  const name = clause
    .text(at + 1)
    .replace(/^(to|really|actually|in fact|an?|the|from|of|part of)( (the|an?|of))? /i, '')
    .replace(/ (desktop|application|app|program|one)$/i, '');
  return slot && name && slot.split(' ').length <= 3 && name.split(' ').length <= 3
    ? { elements: [{ slot, name }], tokens: clause.indexes(), isPart: true }
    : undefined;
};

const PROGRAM =
  /^(browser|mail|office|editor|terminal|player|programs?|applications?|suite|client|centre|center|manager|messenger|viewer|greeter)$/;

/** `the browser's been themed too`: programs by their names, or by what they are for. */
export const readStyled: ElementReader = (clause) => {
  const names = namesIn(clause, () => false).filter(({ likeness }) => likeness >= 1);
  const roles = clause.indexes().filter((at) => PROGRAM.test(clause.low(at).replace(/'s$/, '')));
  const elements = [
    ...roles.map((at) => ({ name: clause.text(at, at + 1).replace(/['’]s$/, '') })),
    ...names.map(({ text }) => ({ name: text })),
  ];
  return elements.length > 0 ? { elements, tokens: clause.indexes(), isPart: true } : null;
};

/** Formats of file systems, by the names that they have in kernels. */
export const FILE_SYSTEM = /^(ext[234]|btrfs|xfs|zfs|f2fs|jfs|bcachefs|reiserfs|ntfs|fat32|vfat|exfat)$/;

/** What the installer can format. */
export const readFileSystems: ElementReader = (clause) => {
  const found = clause.indexes().filter((at) => FILE_SYSTEM.test(clause.low(at)));
  return found.length > 0
    ? { elements: found.map((at) => ({ name: clause.tokens[at].text })), tokens: clause.indexes() }
    : undefined;
};

/** The whole of what is said as one element. */
export const readWhole: ElementReader = (clause) => ({
  elements: [{ name: clause.text() }],
  tokens: clause.indexes(),
  isPart: true,
});

/** `a server edition and one for kindergartens`: what stands before the word, what `one for` is for, or a plain list. */
export const readEditions: ElementReader = (clause) => {
  const elements: Element[] = [];
  const tokens: number[] = [];
  for (const at of clause.indexes()) {
    const isNoun = /^(edition|flavour|flavor|spin|variant)$/.test(clause.low(at));
    if (
      isNoun &&
      at > clause.from &&
      !FILLERS.has(clause.low(at - 1)) &&
      clause.tokens[at - 1].kind === 'word'
    ) {
      elements.push({ name: clause.text(at - 1, at) });
      tokens.push(at - 1, at);
    }
    if (clause.low(at) === 'one' && clause.low(at + 1) === 'for' && elements.length > 0) {
      let to = at + 2;
      while (to < clause.to && !/^(,|and|too|also)$/.test(clause.low(to))) to += 1;
      elements.push({ name: clause.text(at + 2, to) });
      tokens.push(...range(at, to));
    }
  }
  if (elements.length > 0) return { elements, tokens, isPart: true };
  // Names of editions are short: more is a sentence that speaks of them.
  return clause.indexes().some((at) => /^(differ|differs|between|depends?|varies|vary)$/.test(clause.low(at)))
    ? null
    : undefined;
};

/** `no slides`, `without the database`: the part, of the program that the line names. */
export const readPartsLeftOut: ElementReader = (clause) => {
  const no = clause.negations[0];
  if (no === undefined) return null;
  const items = itemsIn(clause, (at) => at <= no);
  const [whole] = namesIn(clause.whole, () => false).filter(({ likeness }) => likeness >= 1);
  return items.length > 0 && items.every(({ from, to }) => to - from <= 3)
    ? {
        elements: items.map(({ text }) => ({ slot: whole ? whole.text : 'office', name: text })),
        tokens: clause.indexes(),
        isPart: true,
      }
    : null;
};

/** `comes with a diary, never seen that preinstalled`: the program, and that it is rare. */
export const readUnusual: ElementReader = (clause) => {
  const items = itemsIn(clause, (at) =>
    /^(never|seen|see|that|anywhere|elsewhere|rarely|rare|unusual|surprising|surprisingly|nowhere|preinstalled|seldom|hardly|comes|ships|with|odd|unexpected|found)$/.test(
      clause.low(at),
    ),
  );
  return items.length > 0 && items.length <= 2
    ? { elements: [{ slot: items[0].text, name: 'rare' }], tokens: clause.indexes(), isPart: true }
    : null;
};

const PARTITION = /^(efi|esp|root|home|swap|boot|var|data|recovery|tmp|\/[\w/]*)$/;

/** `efi 300 mb, root rest`, `separate partition for home`: partitions by their usual names. */
export const readPartitions: ElementReader = (clause) => {
  const found = clause.indexes().filter((at) => PARTITION.test(clause.low(at)));
  return found.length > 0
    ? {
        elements: found.map((at) => ({ name: clause.tokens[at].text })),
        tokens: clause
          .indexes()
          .filter((at) => clause.tokens[at].kind === 'number' || !clause.tokens[at].isNoun),
        isPart: found.length === 1,
      }
    : null;
};

/** Names of services, also where the words that speak of services are their names. */
export const readServices: ElementReader = (clause) => {
  const isOut = (at: number) =>
    /^(services?|daemons?|on|running|enabled|started|start|starts|from|active|runs|by-default|boot|off|disabled|default)$/.test(
      clause.low(at),
    );
  const items = itemsIn(clause, isOut).filter(({ from, to }) =>
    range(from, to).some(
      (at) =>
        !FILLERS.has(clause.low(at)) && !isNegation(clause.tokens[at]) && numberOf(clause.low(at)) === null,
    ),
  );
  const end = items.findIndex((item) => isSentence(clause, item) || item.to - item.from > 3);
  const plain = end < 0 ? items : items.slice(0, end);
  if (plain.length === 0 || clause.negations.length > 0) return null;
  return {
    elements: plain.map(({ text }) => ({ name: text.replace(/['’]s$/, '') })),
    tokens: clause.indexes(),
    isPart: plain.length === 1,
  };
};
