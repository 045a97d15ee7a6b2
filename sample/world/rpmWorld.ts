/** The rpm family: Graywether's releases, what is put in front of them, and an office system that compiles them again. */
import { PRESENT, dayOf } from '../day.ts';
import { contentOn, mapStates, type History } from './history.ts';
import { additionOf, type Addition, type Repository, type World } from './repository.ts';
import { frozen, packaged, rebuiltAll } from './rules.ts';

/** A release every thirteen months; each is supported until a month after the next but one. */
export const GRAYWETHER_RELEASES = [
  { version: '19', date: '2023-10-03', ends: '2025-01-05' },
  { version: '20', date: '2024-11-05', ends: '2026-01-08' },
  { version: '21', date: '2025-12-02', ends: '2027-02-02' },
] as const;

type Head = Pick<Repository, 'id' | 'owner' | 'of' | 'place' | 'suite' | 'role'>;

const repository = (head: Head, history: History, days: readonly number[]): Repository => ({
  family: 'rpm',
  components: [''],
  architecture: 'x86_64',
  ...head,
  history,
  days,
});

const ADDITIONS: readonly (Addition & {
  readonly owner: string;
  readonly of: string;
  readonly place: string;
  readonly base: string;
})[] = [
  {
    owner: 'Nettlebed',
    of: 'Nettlebed 21',
    place: 'nettlebed.example/21',
    base: 'graywether-21',
    since: '2025-12-20',
    patched: 0.012,
    ahead: 0.01,
    revision: (n) => `${n}.nb21`,
    patch: (revision, n) => `${revision}.nb${n}`,
    own: {
      kernel: 'linux-arcade linux-lowlatency',
      x11: 'nettlebed-theme nettlebed-wallpapers',
      admin: 'nettlebed-welcome nettlebed-drivers nettlebed-tuning',
      games: 'arcade-shelf controller-setup',
    },
  },
];

/** All rpm repositories, bases before what rests on them. */
export function createRpmRepositories(world: World): Repository[] {
  const development = packaged(world.seed, world.upstreamOf('rpm'), {
    lag: [1, 20],
    revised: 0.3,
    rebuilt: 0.14,
    revision: String,
    rebuild: (n, times) => String(n + times),
  });
  const repositories = GRAYWETHER_RELEASES.flatMap((release) => graywether(development, release));
  const base = repositories.find(({ id }) => id === 'graywether-19')!;
  repositories.push(foxholt(world, base));
  for (const { owner, of, place, base: below, ...addition } of ADDITIONS) {
    const { history } = repositories.find(({ id }) => id === below)!;
    const head = {
      id: of.toLowerCase().replace(' ', '-'),
      owner,
      of,
      place,
      suite: owner.toLowerCase(),
      role: 'own',
    } as const;
    repositories.push(repository(head, additionOf(world, owner, history, 'rpm', addition), [dayOf(PRESENT)]));
  }
  return repositories;
}

/** The state of the development two months before the release; updates follow development for a fifth of it. */
function graywether(
  development: History,
  { version, date, ends }: (typeof GRAYWETHER_RELEASES)[number],
): Repository[] {
  const released = dayOf(date);
  const last = Math.min(dayOf(ends), dayOf(PRESENT));
  const dist = (history: History): History =>
    mapStates(history, (states) =>
      states.map((state) => ({ ...state, revision: `${state.revision}.gw${version}` })),
    );
  const release = dist(frozen(development, released - 60, released));
  const before = contentOn(development, released - 60);
  const updates = dist(
    mapStates(development, (states, name) =>
      isUpdated(name)
        ? states.filter(
            ({ day, upstream }) => day > released && day <= last && upstream !== before.get(name)?.upstream,
          )
        : [],
    ),
  );
  const head = { owner: 'Graywether', of: `Graywether ${version}` };
  const place = `graywether.example/releases/${version}`;
  return [
    repository(
      {
        ...head,
        id: `graywether-${version}`,
        place: `${place}/everything`,
        suite: 'graywether',
        role: 'base',
      },
      release,
      [released],
    ),
    repository(
      {
        ...head,
        id: `graywether-${version}-updates`,
        place: `${place}/updates`,
        suite: 'graywether-updates',
        role: 'updates',
      },
      updates,
      [last],
    ),
  ];
}

/** Every fifth package is brought up to new versions within a release; the kernel always is. */
function isUpdated(name: string): boolean {
  return name === 'linux' || (name.length * 7 + name.charCodeAt(0)) % 5 === 0;
}

/** Compiles the sources of a release again and keeps them for eight years. */
function foxholt(world: World, base: Repository): Repository {
  const history = rebuiltAll(world.seed, 'Foxholt', base.history, [120, 190], (revision) =>
    revision.replace(/\.gw\d+$/, '.fx4'),
  );
  const head = {
    id: 'foxholt-4',
    owner: 'Foxholt',
    of: 'Foxholt 4',
    place: 'foxholt.example/4/base',
    suite: 'foxholt',
  } as const;
  return repository({ ...head, role: 'base' }, history, [dayOf(PRESENT)]);
}
