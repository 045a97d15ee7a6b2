/**
 * Accounts for every package of a system: which repository explains it, and by which rule. Each package goes to one
 * repository only, greedily: first the base's lists, the one that explains most before the others, then those of
 * other candidates, then the project's own. Equal versions are given out before rebuilt ones.
 */
import { CLASS_RULES, type ClassRule } from './classify.ts';
import { countSources } from './countClasses.ts';
import type { Held } from './holdAgainst.ts';
import type { InstalledSet } from './installedSet.ts';
import type { Account, Accounts } from './account.ts';

/** The name of the account of packages that nothing explains. */
export const UNEXPLAINED = 'unexplained';

/** The name of the account of packages that bear the derivative's mark, and are in no list at hand. */
export const OWN_MARK = 'own revisions';

interface Explainer {
  readonly name: string;
  readonly part: Account['part'];
  /** The rule that ties a package to it, if one does. */
  readonly tie: (row: number) => ClassRule | undefined;
}

/** Makes the accounts. `base` is the base found, else the best candidate; undefined without candidates. */
export function accountPackages(
  system: InstalledSet,
  held: readonly Held[],
  base: Held | undefined,
): Accounts {
  const others = held.filter((each) => each !== base);
  const ranks = [
    base ? explainersOf(base) : [],
    others.filter(({ candidate }) => !candidate.own).flatMap((each) => explainersOf(each, 'second')),
    others.filter(({ candidate }) => candidate.own).flatMap((each) => explainersOf(each, 'own')),
    [ownRevisions(base)],
    [{ name: UNEXPLAINED, part: 'unexplained', tie: () => undefined } satisfies Explainer],
  ];
  const owners = new Array<Explainer | undefined>(system.packages.length).fill(undefined);
  for (const exact of [true, false]) for (const rank of ranks) takeGreedily(rank, owners, exact);
  const unexplained = ranks.at(-1)![0];
  const accounts: Account[] = [];
  const places = new Map<Explainer, number>();
  for (const explainer of ranks.flat()) {
    const packages = owners.reduce((sum, owner) => sum + ((owner ?? unexplained) === explainer ? 1 : 0), 0);
    if (packages === 0) continue;
    places.set(explainer, accounts.push({ name: explainer.name, part: explainer.part, packages }) - 1);
  }
  return {
    accounts,
    sources: base ? countSources(system, base.classified) : null,
    packages: owners.map((owner, row) => ({
      rule: base?.classified[row].rule ?? 'unknownName',
      baseVersion: base?.classified[row].offer?.version ?? '',
      account: places.get(owner ?? unexplained)!,
      by: owner?.tie(row) ?? 'none',
    })),
  };
}

/** The lists of a candidate's best state. A patched package is in none of them, though it is built on one. */
function explainersOf(held: Held, part?: 'second' | 'own'): Explainer[] {
  const lists = held.candidate.states[held.state]?.lists ?? [];
  return lists.map((list, place) => ({
    name: list.name,
    part: part ?? list.part,
    tie: (row) => {
      const { rule, derived, offer } = held.classified[row];
      return derived && CLASS_RULES[rule] !== 'patched' && offer!.lists.includes(place) ? rule : undefined;
    },
  }));
}

function ownRevisions(base: Held | undefined): Explainer {
  const tie = (row: number) => {
    const rule = base?.classified[row].rule;
    return rule && CLASS_RULES[rule] === 'patched' ? rule : undefined;
  };
  return { name: OWN_MARK, part: 'own', tie };
}

/** Lets each explainer take what it explains and nobody has yet, the one that explains most first. */
function takeGreedily(rank: readonly Explainer[], owners: (Explainer | undefined)[], exact: boolean): void {
  const left = new Set(rank);
  while (left.size > 0) {
    let winner: Explainer | undefined;
    let rows: number[] = [];
    for (const explainer of left) {
      const explained: number[] = [];
      owners.forEach((owner, row) => {
        const tie = owner ? undefined : explainer.tie(row);
        if (tie && (tie === 'equalVersion') === exact) explained.push(row);
      });
      if (!winner || explained.length > rows.length) [winner, rows] = [explainer, explained];
    }
    left.delete(winner!);
    for (const row of rows) owners[row] = winner;
  }
}
