/** Sentences about who is reached by a change of a base. */
import type { PackageStanding } from '../packages/packageStanding.ts';
import { nameOf } from '../lineage/names.ts';
import type { Catalogue } from '../catalogue/catalogue.ts';
import { countImpacts, type Impact } from '../layers/impactClasses.ts';
import { formatNumberOf } from './valueText.ts';

/** What a change upstream means for one: `inherits it`, `sets its own (Tidewater 7.1)`, `rests on Fenwick 28`, another release. */
export function wordImpact(catalogue: Catalogue, impact: Impact): string {
  const { by, editions } = impact;
  const which = editions.map((id) => nameOf(catalogue, id)).join(', ');
  return [wordClass(impact, by ? nameOf(catalogue, by) : ''), which && `(${which} only)`]
    .filter(Boolean)
    .join(' ');
}

function wordClass({ class: name, by }: Impact, other: string): string {
  switch (name) {
    case 'affected':
      return 'inherits it';
    case 'overridden':
      return `sets its own: ${other}`;
    case 'notYet':
      return `rests on ${other}`;
    case 'cannotTell':
      return by ? `cannot tell: only ${other} is known` : 'cannot tell';
  }
}

const STANDING_WORDS: Readonly<Record<PackageStanding['class'], string>> = {
  same: 'has it as it is',
  rebuilt: 'has it, built again',
  patched: 'has its own revision',
  heldBack: 'still has',
  ahead: 'has a newer one',
  own: 'has another one of that name',
  absent: 'does without it',
};

/** What would follow for one descendant if a package changed: `has its own revision, 2.4-1tide1`. */
export function wordPackageImpact(
  catalogue: Catalogue,
  { class: name, by }: Impact,
  standing: PackageStanding | undefined,
): string {
  if (name === 'cannotTell')
    return by ? `only ${nameOf(catalogue, by)} is known` : 'no package list is at hand';
  if (!standing || (name === 'notYet' && standing.class !== 'heldBack'))
    return by ? `rests on ${nameOf(catalogue, by)}` : '';
  const words = STANDING_WORDS[standing.class];
  if (standing.class === 'absent' || standing.class === 'same') return words;
  return `${words}${standing.class === 'heldBack' ? '' : ','} ${standing.version}`;
}

/** All of them in one sentence: `Of 7 descendants 4 inherit it, 2 set their own, 1 rests on another release.` */
export function wordImpacts(impacts: readonly Impact[]): string {
  const { affected, overridden, notYet, cannotTell } = countImpacts(impacts);
  const parts = [
    `${affected || 'none'} ${affected === 1 ? 'inherits' : 'inherit'} it`,
    overridden && `${overridden} ${overridden === 1 ? 'sets its' : 'set their'} own`,
    notYet && `${notYet} ${notYet === 1 ? 'rests' : 'rest'} on another release`,
    cannotTell && `of ${cannotTell} it cannot be told`,
  ];
  return `Of ${formatNumberOf(impacts.length, 'descendant')} ${parts.filter(Boolean).join(', ')}.`;
}

/** The same of a package: `Of 15 descendants 9 have it as the base has it, 3 have their own or none, …` */
export function wordPackageImpacts(impacts: readonly Impact[]): string {
  const { affected, overridden, notYet, cannotTell } = countImpacts(impacts);
  const have = (count: number) => (count === 1 ? 'has' : 'have');
  const parts = [
    `${affected || 'none'} ${have(affected || 1)} it from there`,
    overridden && `${overridden} ${have(overridden)} another or none`,
    notYet && `${notYet} ${have(notYet)} an older state`,
    cannotTell && `of ${cannotTell} it cannot be told`,
  ];
  return `Of ${formatNumberOf(impacts.length, 'descendant')} ${parts.filter(Boolean).join(', ')}.`;
}
