/** A cohort as a grid for one area: facts and the elements of lists down, members across, each known to have it, known not to, or not known. */
import type { AreaId } from '../catalogue/areas.ts';
import type { Catalogue } from '../catalogue/catalogue.ts';
import type { Claim } from '../catalogue/claim.ts';
import { FACT_KEYS } from '../catalogue/factSheet.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { recordsAbout } from '../statements/recorded.ts';
import { NONE, type Company, type Member } from './company.ts';
import { isRare, valuesOf } from './spread.ts';

/** What a member has of a row: `text` says what, for a fact that is no list. */
export interface GridCell {
  readonly state: 'has' | 'has not' | 'not known';
  readonly text: string;
  /** Held by few of the cohort. */
  readonly isRare: boolean;
}

/** A row: a fact, or an element of a list. */
export interface GridRow {
  readonly key: string;
  readonly label: string;
  /** For an element of a list. */
  readonly element?: string;
  readonly k: number;
  readonly n: number;
  readonly cells: readonly GridCell[];
}

/** The grid of an area. */
export interface CompanyGrid {
  readonly members: readonly RecordId[];
  readonly rows: readonly GridRow[];
  /** What members claim of the facts of the area. */
  readonly claims: readonly { readonly member: RecordId; readonly claim: Claim }[];
}

/** The grid; facts of which nothing is known of any member are left out. */
export function gridOf(
  catalogue: Catalogue,
  company: Company,
  members: readonly Member[],
  area: AreaId,
): CompanyGrid {
  const facts = FACT_KEYS.filter((fact) => fact.area === area);
  const rows = facts.flatMap((fact): GridRow[] => {
    const known = members.filter((member) => member.facts.has(fact.key));
    if (known.length === 0) return [];
    const values = valuesOf(company, known, fact);
    if (fact.type === 'list')
      return values
        .filter(({ name }) => name !== NONE)
        .map((value) => ({
          ...{ key: fact.key, label: fact.label, element: value.name, k: value.members.length, n: value.of },
          cells: members.map(({ id, facts: own }): GridCell => {
            const has = value.members.includes(id);
            const ownFact = own.get(fact.key);
            const state = has ? 'has' : !ownFact || ownFact.isPartial ? 'not known' : 'has not';
            return { state, text: '', isRare: has && value.isRare };
          }),
        }));
    const rare = new Set(
      values.filter(({ members: ids, of }) => isRare(of, ids.length)).map(({ name }) => name),
    );
    return [
      {
        ...{
          key: fact.key,
          label: fact.label,
          k: known.filter((one) => !one.facts.get(fact.key)!.absent).length,
        },
        n: known.length,
        cells: members.map(({ facts: own }): GridCell => {
          const held = own.get(fact.key);
          if (!held) return { state: 'not known', text: '', isRare: false };
          const [text = ''] = held.names;
          return {
            state: held.absent ? 'has not' : 'has',
            text: held.absent ? '' : text,
            isRare: rare.has(text),
          };
        }),
      },
    ];
  });
  const keys = new Set(facts.map(({ key }) => key));
  const claims = members.flatMap(({ id, layer }) =>
    recordsAbout({ catalogue }, { id: layer, distribution: id }, 'claim')
      .filter(({ key }) => keys.has(key))
      .map((claim) => ({ member: id, claim })),
  );
  return { members: members.map(({ id }) => id), rows, claims };
}
