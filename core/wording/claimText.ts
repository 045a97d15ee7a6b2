/** What was found of a claim, in words: the finding, and why. */
import { findFactKey } from '../catalogue/factSheet.ts';
import type { Claim } from '../catalogue/claim.ts';
import type { FactValue } from '../catalogue/factValue.ts';
import type { ClaimFinding } from '../claims/finding.ts';
import type { ModelReason } from '../claims/inferModel.ts';
import { formatCount, formatNumberOf, formatValue, listOf } from './valueText.ts';

/** The verdicts in words. */
export const CLAIM_VERDICTS: Readonly<Record<Claim['verdict'], string>> = {
  confirmed: 'confirmed',
  partly: 'partly',
  refuted: 'refuted',
  cannotBeChecked: 'cannot be checked',
  unchecked: 'unchecked',
};

/** The kinds of claims in words. */
export const CLAIM_KINDS: Readonly<Record<NonNullable<Claim['claimKind']>, string>> = {
  count: 'a count',
  number: 'a number or date',
  superlative: 'a superlative',
  quality: 'a quality',
  comparison: 'a comparison',
  basedOn: 'what it is based on',
};

const labelOf = (key: string) => findFactKey(key)?.label.toLowerCase() ?? key;
const valueText = (key: string, value: FactValue) => formatValue(findFactKey(key) ?? { type: 'text' }, value);
const amount = (key: string, value: number) => {
  const fact = findFactKey(key);
  return fact?.type === 'number' ? formatValue(fact, value) : formatCount(value);
};
const percent = (share: number) => `${Math.round(share * 100)} %`;

/** `the sources name a moving release`. */
export function wordModelReason({ code, count }: ModelReason): string {
  switch (code) {
    case 'pinned':
      return 'the configuration names one release';
    case 'moving':
      return 'the configuration names a moving release';
    case 'releases':
      return `releases came ${formatNumberOf(count!, 'day')} apart`;
    case 'images':
      return `images came ${formatNumberOf(count!, 'day')} apart`;
    case 'held':
      return `packages are held for ${formatNumberOf(count!, 'day')}`;
    case 'lives':
      return `a release is looked after for ${formatNumberOf(count!, 'month')}`;
    case 'ends':
      return 'an end of support is stated';
  }
}

/** The finding, in one sentence. */
export function wordFinding(finding: ClaimFinding): string {
  switch (finding.code) {
    case 'notKnown':
      return finding.key ? `nothing is known of ${labelOf(finding.key)} yet` : 'nothing is known of it yet';
    case 'claimedOnly':
      return `of ${labelOf(finding.key)} there are claims only; nobody has seen or measured it`;
    case 'wordsOnly':
      return `${labelOf(finding.key)} was said in words that nothing can be held against`;
    case 'nothingToHold':
      return finding.key
        ? `what is said of ${labelOf(finding.key)} cannot be held against a value`
        : 'it names no fact that it could be held against';
    case 'count': {
      const { claimed, found, withNone, isPartial } = finding;
      const none = withNone ? `, “none” among them; ${formatCount(found - 1)} without it` : '';
      const part = isPartial ? ', and the list is known in part only' : '';
      return `${formatCount(claimed)} claimed, ${formatCount(found)} found${none}${part}`;
    }
    case 'value': {
      const { key, claimed, found } = finding;
      const texts = [...new Set(found.map((value) => valueText(key, value)))];
      return `${valueText(key, claimed)} claimed, ${texts.length ? listOf(texts) : 'none'} found`;
    }
    case 'superlative': {
      const { before, known, all, own, key } = finding;
      const of = `known of ${formatCount(known)} of ${formatNumberOf(all, 'other')}`;
      if (own === undefined) return `its own ${labelOf(key)} is not known`;
      if (before.length === 0) return `with ${amount(key, own)} nobody is before it; ${of}`;
      const first = before.slice(0, 3).map(({ name, value }) => `${name} (${amount(key, value)})`);
      const more = before.length > 3 ? [`${formatCount(before.length - 3)} more`] : [];
      return `${listOf([...first, ...more])} ${before.length > 1 ? 'are' : 'is'} before its ${amount(key, own)}; ${of}`;
    }
    case 'comparison': {
      const { key, other, own, theirs, share, claimedShare } = finding;
      const said = claimedShare === undefined ? '' : `; ${percent(claimedShare)} was claimed`;
      return `${amount(key, own)} beside ${amount(key, theirs)} of ${other}: ${percent(share)} of it${said}`;
    }
    case 'otherConditions':
      return `the two were not measured under equal conditions (${finding.other})`;
    case 'model':
      return `${finding.inferred} by what shows: ${listOf(finding.reasons.map(wordModelReason))}`;
    case 'base': {
      const { bases, borrowed } = finding;
      const parts = [
        bases.length ? `it rests on ${listOf(bases)}` : 'it rests on nothing that is recorded',
        borrowed.length && `parts are borrowed from ${listOf(borrowed)}`,
      ];
      return parts.filter(Boolean).join('; ');
    }
    case 'audience':
      return `${labelOf(finding.key)}: ${finding.says}`;
  }
}
