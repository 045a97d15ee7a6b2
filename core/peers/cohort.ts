/** Who belongs to a cohort: by its rule, on the day of the company, or by hand. */
import type { Cohort, CohortRule } from '../catalogue/cohort.ts';
import { keyOfName, sameName } from '../sameness/name.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { Company, Member } from './company.ts';

/** The parts of a rule, in the order in which they are shown. */
export const RULE_PARTS: Readonly<
  Record<keyof CohortRule, { readonly label: string; readonly key?: string }>
> = {
  base: { label: 'Base' },
  family: { label: 'Family' },
  desktop: { label: 'Desktop', key: 'defaults.desktop' },
  format: { label: 'Package format', key: 'identity.packageFormat' },
  maker: { label: 'Maker', key: 'identity.maker' },
  model: { label: 'Release model', key: 'model.kind' },
  standing: { label: 'Standing' },
  purpose: { label: 'Purpose' },
};

/** The members, by name. A member of which what is asked for is not known is none. */
export function membersOf(company: Company, { rule, members }: Pick<Cohort, 'rule' | 'members'>): Member[] {
  const all = members.length
    ? members.flatMap((id) => company.members.get(id) ?? [])
    : [...company.members.values()].filter((member) => follows(member, rule));
  return all.sort((a, b) => a.name.localeCompare(b.name, 'en'));
}

function follows(member: Member, rule: CohortRule): boolean {
  const has = (key: string, asked: string) =>
    member.facts.get(key)?.names.some((name) => sameName(name, asked)) ?? false;
  return (
    (!rule.base || member.bases.includes(rule.base)) &&
    (!rule.family || member.ancestors.has(rule.family)) &&
    (!rule.desktop || has('defaults.desktop', rule.desktop) || has('editions.desktops', rule.desktop)) &&
    (!rule.format || has('identity.packageFormat', rule.format)) &&
    (!rule.maker || has('identity.maker', rule.maker)) &&
    (!rule.model || has('model.kind', rule.model)) &&
    (!rule.standing || sameName(member.standing, rule.standing)) &&
    (!rule.purpose || isFor(member, rule.purpose))
  );
}

/** True where what a project is for, as it says or as it was found, has all the words. */
function isFor({ facts }: Member, purpose: string): boolean {
  const said = ['purpose', 'audience', 'category', 'purposeFound']
    .flatMap((name) => facts.get(`identity.${name}`)?.names ?? [])
    .map(keyOfName)
    .join(' ');
  return purpose
    .split(/\s+/)
    .map(keyOfName)
    .every((word) => said.includes(word));
}

/** What a part of a rule can be, with how many have it, the most first. */
export function choicesOfRule(company: Company, part: keyof CohortRule): { value: string; count: number }[] {
  const counts = new Map<string, number>();
  for (const member of company.members.values())
    for (const value of new Set(valuesOfPart(member, part))) counts.set(value, (counts.get(value) ?? 0) + 1);
  return [...counts]
    .map(([value, count]) => ({ value, count }))
    .sort((a, b) => b.count - a.count || (a.value < b.value ? -1 : 1));
}

function valuesOfPart(member: Member, part: keyof CohortRule): readonly RecordId[] {
  const { key } = RULE_PARTS[part];
  if (key) return member.facts.get(key)?.names ?? [];
  if (part === 'base') return member.bases;
  if (part === 'family') return [...member.ancestors];
  return part === 'standing' && member.standing ? [member.standing] : [];
}
