/** The kinds of relation that a lineage link can have. */

/** The kinds of relation. `lineal` ones carry layers; `succession` and `lateral` ones do not. */
export const RELATIONS = {
  'installs from': { kind: 'lineal', means: "pulls from the base's repositories, with its own on top" },
  'flavour of': { kind: 'lineal', means: "the same, endorsed by the base's project" },
  copies: { kind: 'lineal', means: "the base's packages, copied into its own repositories" },
  rebuilds: { kind: 'lineal', means: "compiles the base's sources again" },
  'forked from': { kind: 'lineal', means: 'took a copy at one date and has gone its own way since' },
  continues: { kind: 'succession', means: 'takes over from a project that ended' },
  borrows: { kind: 'lateral', means: 'only parts of it' },
  'draws on': { kind: 'lateral', means: 'ideas or ways of working; no packages and no parts' },
} as const;

/** How a derivative stands to its base. */
export type Relation = keyof typeof RELATIONS;

/** The relations in their order. */
export const RELATION_NAMES = Object.keys(RELATIONS) as [Relation, ...Relation[]];
