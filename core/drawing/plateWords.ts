/** A plate in words, for those who do not see it. */
import { labelOfArea } from '../catalogue/areas.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import type { StripBar } from '../layers/strip.ts';
import type { PlateFacts } from '../overview/plateFacts.ts';
import { isOver } from '../lineage/life.ts';
import { formatNumberOf } from '../wording/valueText.ts';

/** `fixed · deb`, `rolling · alpm · ended`. */
export function subtitleOf(facts: PlateFacts): string {
  const over = ['ended', 'merged', 'dormant', 'announced'].includes(facts.standing) ? facts.standing : '';
  const known = [facts.model, facts.format, over].filter(Boolean).join(' · ');
  return known || (facts.said > 0 ? formatNumberOf(facts.said, 'fact') : 'nothing recorded yet');
}

/** What stands in place of the strip where there is no base. */
export function remarkOf(facts: PlateFacts): string {
  if (facts.independent) return 'independent';
  if (facts.dependsOnEdition) return 'depends on the edition';
  return isOver(facts.standing) ? facts.standing : 'unplaced: base not known';
}

/** A bar of the strip in words: `Kernel: 2 changes, 5 facts the same, 1 said, of the base unknown`. */
export function wordBar({ area, changed, amount, looked, same, apart }: StripBar): string {
  const label = labelOfArea(area);
  if (looked === 0) return `${label}: not examined`;
  const weighed = changed > 0 && amount !== changed ? ` (weighed as ${amount})` : '';
  const parts = [
    changed > 0 && `${formatNumberOf(changed, 'change')}${weighed}`,
    same > 0 && `${formatNumberOf(same, 'fact')} the same`,
    apart.baseUnknown > 0 && `${apart.baseUnknown} said, unknown in the base`,
    apart.noBase > 0 && `${apart.noBase} said, no base`,
    apart.notComparable > 0 && `${apart.notComparable} said, not comparable`,
    apart.notCheckedAgain > 0 && `${apart.notCheckedAgain} not checked again`,
  ].filter(Boolean);
  return `${label}: ${parts.length ? parts.join(', ') : `${formatNumberOf(looked, 'fact')} of its own`}`;
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
