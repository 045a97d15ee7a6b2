/** The alpm family: Copperline and those who copy it, rebuild it, left it, or put a little in front. */
import { PRESENT, dayOf, daysEvery } from '../day.ts';
import { randomFor } from '../random.ts';
import { mapStates, type History } from './history.ts';
import { additionOf, type Addition, type Repository, type World } from './repository.ts';
import { copiedOn, forked, heldBack, packaged, patched, rebuiltAll } from './rules.ts';

const QUARTERS = [...daysEvery(91, '2023-05-24', PRESENT).slice(0, -1), dayOf(PRESENT)];

type Head = Pick<Repository, 'owner' | 'of' | 'place' | 'suite' | 'role'> & {
  readonly architecture?: string;
};

const repository = (head: Head, history: History, days: readonly number[] = QUARTERS): Repository => ({
  id: `${head.owner.toLowerCase()}-${head.suite}`,
  family: 'alpm',
  components: [''],
  architecture: 'x86_64',
  ...head,
  history,
  days,
});

/** Two thirds of the packages are in the first of two repositories. */
const isFirst = (name: string) => randomFor(0, 'part', name).next() < 0.66;
const part = (history: History, first: boolean): History =>
  new Map([...history].filter(([name]) => isFirst(name) === first));

const release = (n: number) => String(n);
const patch = (revision: string, n: number) => `${Number.parseInt(revision, 10)}.${n}`;

const ADDITIONS: readonly (Addition & {
  readonly owner: string;
  readonly place: string;
  readonly suite: string;
  readonly base: string;
})[] = [
  {
    owner: 'Undershaw',
    place: 'undershaw.example/repo',
    suite: 'under',
    base: 'copperline-first',
    since: '2023-07-01',
    patched: 0,
    ahead: 0,
    revision: release,
    patch,
    own: {
      x11: 'undershaw-theme undershaw-wallpapers',
      admin: 'undershaw-hello undershaw-mirrors undershaw-setup',
    },
  },
  {
    owner: 'Millrace',
    place: 'millrace.example/repo',
    suite: 'race',
    base: 'copperline-first',
    since: '2021-03-01',
    until: '2023-06-20',
    patched: 0,
    ahead: 0,
    revision: release,
    patch,
    own: { x11: 'millrace-theme', admin: 'millrace-setup millrace-hello' },
  },
  {
    owner: 'Wickerbox',
    place: 'wickerbox.example/repo',
    suite: 'wm',
    base: 'copperline-further',
    since: '2022-09-01',
    patched: 0.004,
    ahead: 0,
    revision: release,
    patch,
    own: {
      x11: 'wicker-theme wicker-dock wicker-rail wicker-wallpapers',
      admin: 'wicker-welcome wicker-keys wicker-switch',
    },
  },
  {
    owner: 'Swiftlet',
    place: 'swiftlet.example/extra',
    suite: 'studio',
    base: 'copperline-further',
    since: '2023-02-01',
    patched: 0,
    ahead: 0.01,
    revision: release,
    patch,
    own: {
      kernel: 'linux-lowlatency linux-hardened',
      sound: 'swiftlet-mixer swiftlet-patchbay swiftlet-tuner',
      admin: 'swiftlet-hello swiftlet-kernels swiftlet-settings',
      x11: 'swiftlet-theme',
    },
  },
  {
    owner: 'Quickthorn',
    place: 'quickthorn.example/repo',
    suite: 'own',
    base: 'copperline-first',
    since: '2022-01-01',
    patched: 0,
    ahead: 0,
    revision: release,
    patch,
    own: {
      x11: 'thorn-icons thorn-widgets thorn-boot thorn-wallpapers',
      admin: 'quickthorn-gate quickthorn-settings quickthorn-kernels quickthorn-drivers quickthorn-software',
      kernel: 'linux-lowlatency linux-hardened',
    },
  },
];

/** How long Quickthorn really holds a package: most about two weeks, its larger parts about six. */
export const quickthornHold = (name: string): number => {
  const random = randomFor(0, 'hold', name);
  return random.chance(0.8) ? random.between(9, 18) : random.between(36, 46);
};

/** All alpm repositories, bases before what rests on them. */
export function createAlpmRepositories(world: World): Repository[] {
  const development = packaged(world.seed, world.upstreamOf('alpm'), {
    lag: [1, 16],
    revised: 0.18,
    rebuilt: 0.16,
    revision: release,
    rebuild: (n, times) => String(n + times),
  });
  const copperline = heldBack(development, 3);
  const place = 'copperline.example/repo';
  const base = { owner: 'Copperline', of: 'Copperline', place, role: 'base' } as const;
  const repositories = [
    repository({ ...base, suite: 'first' }, part(copperline, true)),
    repository({ ...base, suite: 'further' }, part(copperline, false)),
    ...quickthorn(world, copperline),
    ...swiftlet(world, copperline),
    rowanhall(world, copperline),
  ];
  for (const { owner, place: at, suite, base: below, ...addition } of ADDITIONS) {
    const history = additionOf(
      world,
      owner,
      repositories.find(({ id }) => id === below)!.history,
      'alpm',
      addition,
    );
    repositories.push(
      repository({ owner, of: owner, place: at, suite, role: 'own' }, history, [
        dayOf(addition.until ?? PRESENT),
      ]),
    );
  }
  return repositories;
}

function quickthorn(world: World, copperline: History): Repository[] {
  const held = patched(world.seed, 'Quickthorn', copiedLater(copperline, quickthornHold), {
    patched: 0.03,
    rebuilt: 0.01,
    patchMark: '.',
    rebuildMark: '.',
  });
  const head = {
    owner: 'Quickthorn',
    of: 'Quickthorn',
    place: 'quickthorn.example/repo',
    role: 'base',
  } as const;
  return [
    repository({ ...head, suite: 'tested' }, part(held, true)),
    repository({ ...head, suite: 'more' }, part(held, false)),
  ];
}

function copiedLater(history: History, hold: (name: string) => number): History {
  return mapStates(heldBack(history, hold), (states) =>
    states.map((state) => ({ ...state, cause: 'copied' as const })),
  );
}

/** Compiles Copperline's packages again, for two levels of processors. */
function swiftlet(world: World, copperline: History): Repository[] {
  const mark = (revision: string) => `${revision}.1`;
  return [2, 3].map((level) =>
    repository(
      {
        owner: 'Swiftlet',
        of: 'Swiftlet',
        place: 'swiftlet.example/repo',
        role: 'base',
        suite: `level${level}`,
        architecture: `x86_64_v${level}`,
      },
      rebuiltAll(world.seed, `Swiftlet ${level}`, copperline, [0, 3], mark),
      [dayOf(PRESENT)],
    ),
  );
}

/** Left Copperline in 2022: what it took then, and since then its own choice of new versions. */
function rowanhall(world: World, copperline: History): Repository {
  const left = dayOf('2022-04-18');
  const ownPace = packaged(world.seed + 1, world.upstreamOf('alpm'), {
    lag: [20, 160],
    revised: 0.2,
    rebuilt: 0.1,
    revision: (n) => String(n),
    rebuild: (n, times) => String(n + times),
  });
  const kept = new Map([...ownPace].filter(([name]) => randomFor(world.seed, 'Rowanhall', name).chance(0.7)));
  return repository(
    { owner: 'Rowanhall', of: 'Rowanhall', place: 'rowanhall.example/hall', suite: 'main', role: 'base' },
    forked(copiedOn(copperline, [left]), left, kept),
    [dayOf(PRESENT)],
  );
}
