/** Who there is: the invented distributions of the sample, their releases and what they rest on. */
import type { Relation } from '../../core/catalogue/link.ts';

export interface Project {
  readonly name: string;
  readonly aliases?: readonly string[];
  readonly releases: readonly {
    readonly version: string;
    readonly date: string;
    readonly codeName?: string;
  }[];
}

export const PROJECTS: readonly Project[] = [
  {
    name: 'Larkspur',
    aliases: ['Lark Spur'],
    releases: [
      { version: '7', date: '2025-06-14', codeName: 'brindle' },
      { version: '6', date: '2023-05-20', codeName: 'agate' },
    ],
  },
  {
    name: 'Fenwick',
    aliases: ['Fennick'],
    releases: [{ version: '31', date: '2025-11-06', codeName: 'saltmarsh' }],
  },
  { name: 'Fenwick Orchard', releases: [{ version: '31', date: '2025-11-06' }] },
  {
    name: 'Tidewater',
    aliases: ['Tide Water', 'Tidewatter'],
    releases: [
      { version: '7.1', date: '2026-03-03', codeName: 'kelp' },
      { version: '7.0', date: '2025-12-12' },
    ],
  },
  { name: 'Penhallow', aliases: ['Penhallow Schools'], releases: [{ version: '5', date: '2026-07-20' }] },
  {
    name: 'Varnley',
    releases: [
      { version: '6', date: '2026-01-28' },
      { version: '5', date: '2023-09-04' },
    ],
  },
  { name: 'Copperline', releases: [{ version: '2026.11', date: '2026-11-01' }] },
  { name: 'Quickthorn', releases: [{ version: '26.10', date: '2026-10-18' }] },
  { name: 'Isolde', releases: [{ version: '4', date: '2026-05-02' }] },
];

/** Links between releases, or between whole distributions. `source` is a key of SOURCES. */
export interface ProjectLink {
  readonly derivative: string;
  readonly base: string;
  readonly relation: Relation;
  readonly certainty: 'sure' | 'likely' | 'claimed';
  readonly source: string;
  readonly since?: string;
  readonly until?: string;
  readonly wording?: string;
  readonly parts?: readonly string[];
}

export const LINKS: readonly ProjectLink[] = [
  {
    derivative: 'Fenwick 31',
    base: 'Larkspur 7',
    relation: 'copies',
    certainty: 'sure',
    source: 'fenwick-capture',
    wording: 'Fenwick imports Larkspur three times in two years.',
  },
  {
    derivative: 'Fenwick Orchard 31',
    base: 'Fenwick 31',
    relation: 'flavour of',
    certainty: 'sure',
    source: 'fenwick-flavours',
  },
  {
    derivative: 'Tidewater 7.1',
    base: 'Fenwick 31',
    relation: 'installs from',
    certainty: 'sure',
    source: 'tidewater-capture',
    wording: 'Built on Fenwick long-term.',
  },
  {
    derivative: 'Tidewater 7.0',
    base: 'Fenwick 31',
    relation: 'installs from',
    certainty: 'likely',
    source: 'tidewater-notes',
  },
  {
    derivative: 'Penhallow 5',
    base: 'Tidewater 7.1',
    relation: 'installs from',
    certainty: 'sure',
    source: 'penhallow-capture',
  },
  {
    derivative: 'Varnley 5',
    base: 'Fenwick',
    relation: 'installs from',
    certainty: 'likely',
    source: 'varnley-site',
    until: '2025-12-31',
  },
  {
    derivative: 'Varnley 6',
    base: 'Larkspur 7',
    relation: 'installs from',
    certainty: 'sure',
    source: 'varnley-capture',
  },
  {
    derivative: 'Quickthorn 26.10',
    base: 'Copperline',
    relation: 'copies',
    certainty: 'claimed',
    source: 'quickthorn-site',
    wording: 'Held for a few days until tested.',
  },
  {
    derivative: 'Isolde',
    base: 'Copperline',
    relation: 'borrows',
    certainty: 'likely',
    source: 'isolde-review',
    parts: ['package tool'],
  },
];
