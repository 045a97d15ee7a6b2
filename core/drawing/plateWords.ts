/** A plate in words, for those who do not see it. */
import { labelOfArea } from '../catalogue/areas.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import type { StripBar } from '../layers/strip.ts';
import type { PlateFacts } from '../judging/plateFacts.ts';
import { isOver } from '../lineage/life.ts';
import { formatNumberOf } from '../wording/valueText.ts';

/** `fixed · deb`, `rolling · alpm · ended`. */
export function subtitleOf(facts: PlateFacts): string {
  const over = ['ended', 'merged', 'dormant', 'announced'].includes(facts.standing) ? facts.standing : '';
  return [facts.model, facts.format, over].filter(Boolean).join(' · ') || 'nothing recorded yet';
}

/** What stands in place of the strip where there is no base. */
export function remarkOf(facts: PlateFacts): string {
  if (facts.independent) return 'independent';
  return isOver(facts.standing) ? facts.standing : 'unplaced: base not known';
}

/** A bar of the strip in words: `Kernel: 2 changes in 7 facts`. */
export function wordBar({ area, changed, amount, looked }: StripBar): string {
  const label = labelOfArea(area);
  if (looked === 0) return `${label}: not looked at`;
  const weighed = amount === changed ? '' : `, weighed as ${amount}`;
  return `${label}: ${changed === 0 ? 'nothing changed' : formatNumberOf(changed, 'change')}${weighed} in ${formatNumberOf(looked, 'fact')}`;
}

/** A plate as it is read aloud: name, what it is, and where it stands. */
export function wordPlate(facts: PlateFacts, baseName: string): string {
  const base = facts.link ? `${facts.link.relation} ${baseName}` : remarkOf(facts);
  const support = facts.supportEnd && !facts.supportEnd.includes('/') ? formatWhen(facts.supportEnd) : '';
  return [
    `${facts.name} ${facts.version}`.trim(),
    subtitleOf(facts),
    base,
    support && `supported until ${support}`,
  ]
    .filter(Boolean)
    .join(', ');
}
