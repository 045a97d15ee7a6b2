/** The deb family: Larkspur, what Fenwick copies from it, and the repositories that others put in front. */
import { PRESENT, dayOf, daysEvery } from '../day.ts';
import { mapStates, stateOn, tidyStates, type History, type PackageState } from './history.ts';
import { additionOf, type Addition, type Repository, type World } from './repository.ts';
import { copiedOn, frozen, heldBack, maintained, packaged, patched } from './rules.ts';

type Head = Pick<Repository, 'owner' | 'of' | 'place' | 'components' | 'suite' | 'role' | 'ended'>;

const repository = (head: Head, history: History, days: readonly number[], alias?: string): Repository => ({
  id: `${head.owner.toLowerCase().replaceAll(' ', '-')}-${head.suite}`,
  family: 'deb',
  architecture: 'amd64',
  ...head,
  history,
  days,
  ...(alias && { alias }),
});

/** Larkspur's releases: frozen three months before they come out, kept for three years. */
export const LARKSPUR_RELEASES = [
  {
    version: '5',
    suite: 'cinnabar',
    freeze: '2021-02-26',
    date: '2021-05-29',
    ends: '2024-06-01',
    alias: 'oldoldstable',
  },
  {
    version: '6',
    suite: 'agate',
    freeze: '2023-02-17',
    date: '2023-05-20',
    ends: '2026-06-01',
    alias: 'oldstable',
  },
  {
    version: '7',
    suite: 'brindle',
    freeze: '2025-03-14',
    date: '2025-06-14',
    ends: '2028-06-10',
    alias: 'stable',
  },
] as const;

/** Fenwick's: copied from what Larkspur tests, three times in two years; every third is kept long. */
export const FENWICK_RELEASES = [
  { version: '25', suite: 'eelgrass', date: '2021-11-04', ends: '2025-04-03' },
  { version: '28', suite: 'glasswort', date: '2023-11-02', ends: '2027-04-01' },
  { version: '29', suite: 'marestail', date: '2024-07-04', ends: '2025-02-06' },
  { version: '30', suite: 'purslane', date: '2025-03-06', ends: '2025-10-02' },
  { version: '31', suite: 'saltmarsh', date: '2025-11-06', ends: '2029-04-02' },
  { version: '32', suite: 'sandwort', date: '2026-07-02', ends: '2027-02-04' },
] as const;

const numbered = (mark: string) => (revision: string, n: number) => `${revision}${mark}${n}`;

/** What others put in front of a base: their own programs and some packages changed. */
const ADDITIONS: readonly (Addition & {
  readonly owner: string;
  readonly of: string;
  readonly place: string;
  readonly suite: string;
  readonly component: string;
  readonly base: string;
})[] = [
  {
    owner: 'Tidewater',
    of: 'Tidewater 7.1',
    place: 'tidewater.example/front',
    suite: 'kelp',
    component: 'front',
    base: 'fenwick-saltmarsh',
    since: '2025-12-12',
    patched: 0.045,
    ahead: 0.012,
    always: ['lagoon-desktop', 'fathomline', 'driftbox'],
    revision: (n) => `${n}tide1`,
    patch: numbered('tide'),
    own: {
      x11: 'tide-icons tide-widgets tide-cursors tide-boot tide-login',
      graphics: 'tide-wallpapers',
      admin: 'tide-start tide-drivers tide-updates tide-kernels tide-restore tide-settings tide-languages',
      kernel: 'linux-longterm linux-lowlatency linux-hardened',
      utils: 'tide-notes tide-sync tide-scan tide-meter',
    },
  },
  {
    owner: 'Tidewater',
    of: 'Tidewater Ebb 4',
    place: 'tidewater.example/ebb',
    suite: 'ebb-four',
    component: 'ebb',
    base: 'larkspur-brindle',
    since: '2025-10-20',
    patched: 0.012,
    ahead: 0.002,
    revision: (n) => `${n}ebb1`,
    patch: numbered('ebb'),
    own: {
      x11: 'tide-icons tide-widgets tide-cursors tide-boot',
      graphics: 'tide-wallpapers',
      admin: 'ebb-start ebb-updates ebb-settings',
    },
  },
  {
    owner: 'Penhallow',
    of: 'Penhallow 5',
    place: 'penhallow.example/class',
    suite: 'five',
    component: 'class',
    base: 'tidewater-kelp',
    since: '2026-07-20',
    patched: 0.02,
    ahead: 0,
    revision: (n) => `${n}pen1`,
    patch: numbered('pen'),
    own: {
      x11: 'penhallow-wallpapers',
      editors: 'chalkboard-lessons',
      admin: 'class-start class-roster class-lock class-screens class-settings',
      games: 'times-tables spelling-bee capital-cities',
    },
  },
  {
    owner: 'Varnley',
    of: 'Varnley 6',
    place: 'varnley.example/packages',
    suite: 'six',
    component: 'set',
    base: 'larkspur-brindle',
    since: '2026-01-28',
    patched: 0.02,
    ahead: 0.018,
    always: ['package-hall'],
    revision: (n) => `${n}var1`,
    patch: numbered('var'),
    own: {
      x11: 'vellum-icons vellum-widgets vellum-cursors varnley-boot',
      graphics: 'varnley-wallpapers',
      admin: 'signpost varnley-layouts varnley-kernels varnley-formats varnley-points varnley-settings',
      kernel: 'linux-longterm linux-lowlatency',
    },
  },
  {
    owner: 'Kestrel Bench',
    of: 'Kestrel Bench 9',
    place: 'kestrelbench.example/deb',
    suite: 'nine',
    component: 'bench',
    base: 'fenwick-saltmarsh',
    since: '2026-02-14',
    patched: 0.008,
    ahead: 0.004,
    revision: (n) => `${n}kb1`,
    patch: numbered('kb'),
    own: { x11: 'kestrel-icons kestrel-widgets', admin: 'bench-mate bench-drivers bench-settings' },
  },
  {
    owner: 'Brackenlight',
    of: 'Brackenlight 2',
    place: 'brackenlight.example/repo',
    suite: 'two',
    component: 'light',
    base: 'larkspur-brindle',
    since: '2026-04-05',
    patched: 0,
    ahead: 0.002,
    revision: (n) => `${n}bl1`,
    patch: numbered('bl'),
    own: {
      x11: 'bracken-icons bracken-widgets',
      admin: 'bracken-welcome bracken-store',
      graphics: 'bracken-wallpapers',
    },
  },
  {
    owner: 'Highmoor Desk',
    of: 'Highmoor Desk 3',
    place: 'desk.highmoor.example/deb',
    suite: 'three',
    component: 'desk',
    base: 'fenwick-glasswort',
    since: '2024-01-15',
    until: '2025-09-30',
    patched: 0.01,
    ahead: 0,
    revision: (n) => `${n}hm1`,
    patch: numbered('hm'),
    own: { x11: 'highmoor-wallpapers', admin: 'reading-room-lock reading-room-reset highmoor-settings' },
  },
  {
    owner: 'Marram',
    of: 'Marram 2',
    place: 'marram.example/dunes',
    suite: 'two',
    component: 'dunes',
    base: 'fenwick-saltmarsh',
    since: '2026-05-11',
    patched: 0.03,
    ahead: 0.006,
    always: ['skiff'],
    revision: (n) => `${n}mar1`,
    patch: numbered('mar'),
    own: { x11: 'marram-icons marram-widgets', admin: 'marram-welcome marram-settings marram-updates' },
  },
];

/** All deb repositories, bases before what rests on them. */
export function createDebRepositories(world: World): Repository[] {
  const development = packaged(world.seed, world.upstreamOf('deb'), {
    lag: [2, 30],
    revised: 0.35,
    rebuilt: 0.12,
    revision: String,
    rebuild: (n, times) => `${n}+b${times}`,
  });
  const tested = heldBack(development, 10);
  const repositories = [
    ...LARKSPUR_RELEASES.flatMap((release) => larkspurRelease(world, tested, release)),
    next(tested),
    ...FENWICK_RELEASES.flatMap((release) => fenwickRelease(world, tested, release)),
  ];
  repositories.push(sarrin(repositories.find(({ id }) => id === 'larkspur-agate')!));
  for (const { owner, of, place, suite, component, base, ...addition } of ADDITIONS) {
    const below = repositories.find(({ id }) => id === base)!;
    const history = additionOf(world, owner, below.history, 'deb', addition);
    const head = { owner, of, place, suite, components: [component], role: 'own' } as const;
    repositories.push(repository(head, history, [dayOf(addition.until ?? PRESENT)]));
  }
  return repositories;
}

/** What Larkspur tests: kept each quarter, and on the days on which Fenwick copies it. */
function next(tested: History): Repository {
  const copies = FENWICK_RELEASES.map(({ date }) => copyDay(date)).filter((day) => day > dayOf('2023-05-24'));
  const days = [...daysEvery(91, '2023-05-24', '2026-11-01'), ...copies, dayOf(PRESENT)];
  const head = {
    owner: 'Larkspur',
    of: 'Larkspur',
    place: 'larkspur.example/archive',
    components: ['stock'],
  };
  return repository(
    { ...head, suite: 'next', role: 'base' },
    tested,
    [...new Set(days)].sort((a, b) => a - b),
  );
}

/** Fenwick copies two months before a release. */
const copyDay = (release: string) => dayOf(release) - 60;

const hasEnded = (ends: string) => dayOf(ends) < dayOf(PRESENT);

function larkspurRelease(
  world: World,
  tested: History,
  { version, suite, freeze, date, ends, alias }: (typeof LARKSPUR_RELEASES)[number],
): Repository[] {
  const last = Math.min(dayOf(ends), dayOf(PRESENT));
  const points = Array.from({ length: 15 }, (_, i) => dayOf(date) + 65 * (i + 1)).filter((day) => day < last);
  const { main, security } = maintained(world.seed, suite, frozen(tested, dayOf(freeze), dayOf(date)), {
    points,
    pointShare: 0.02,
    securityShare: 0.004,
    ends: dayOf(ends),
    fix: (revision, n) => `${revision}+lk${version}u${n}`,
  });
  const head = { owner: 'Larkspur', of: `Larkspur ${version}`, components: ['stock'], ended: hasEnded(ends) };
  const days = [dayOf(date), ...points.filter((_, i) => i % 3 === 2), last];
  return [
    repository({ ...head, place: 'larkspur.example/archive', suite, role: 'base' }, main, days, alias),
    repository(
      { ...head, place: 'security.larkspur.example/archive', suite: `${suite}-security`, role: 'security' },
      security,
      [last],
    ),
  ];
}

function fenwickRelease(
  world: World,
  tested: History,
  { version, suite, date, ends }: (typeof FENWICK_RELEASES)[number],
): Repository[] {
  const released = dayOf(date);
  const last = Math.min(dayOf(ends), dayOf(PRESENT));
  const sources = mapStates(copiedOn(tested, [copyDay(date)]), (states) =>
    states.map((state) => ({ ...state, revision: state.revision.replace(/\+b\d+$/, '') })),
  );
  const copied = patched(world.seed, 'Fenwick', sources, {
    patched: 0.13,
    rebuilt: 0.05,
    patchMark: 'fen',
    rebuildMark: 'build',
  });
  const release = ownKernel(frozen(copied, released - 1, released), tested, released);
  const months = Array.from({ length: 60 }, (_, i) => released + 30 * (i + 1)).filter((day) => day < last);
  const { main, security } = maintained(world.seed, suite, release, {
    points: months,
    pointShare: 0.006,
    securityShare: 0.006,
    ends: dayOf(ends),
    fix: (revision, n) => (revision.includes('fen') ? `${revision}.${n}` : `${revision}fen0.${n}`),
  });
  const updates = mapStates(main, (states) => states.slice(1));
  const head = {
    owner: 'Fenwick',
    of: `Fenwick ${version}`,
    components: ['base', 'shelf'],
    ended: hasEnded(ends),
  };
  const place = 'fenwick.example/archive';
  return [
    repository(
      { ...head, place, suite, role: 'base' },
      mapStates(main, (states) => states.slice(0, 1)),
      [released],
    ),
    repository({ ...head, place, suite: `${suite}-updates`, role: 'updates' }, updates, [last]),
    repository({ ...head, place, suite: `${suite}-security`, role: 'security' }, security, [last]),
  ];
}

/** Fenwick takes the newest kernel of the day, not that of the copy. */
function ownKernel(release: History, tested: History, released: number): History {
  return mapStates(release, (states, name) => {
    const newest = name === 'linux' ? stateOn(tested.get(name)!, released - 14) : undefined;
    const kernel: PackageState[] = newest
      ? [{ ...newest, day: released, revision: `${newest.revision}fen1`, cause: 'patched', from: newest }]
      : [...states];
    return kernel;
  });
}

/** Copies Larkspur's previous release once a quarter, until its last copy sixteen months ago. */
function sarrin(agate: Repository): Repository {
  const copies = daysEvery(91, '2023-10-16', '2025-07-15');
  const history = mapStates(copiedOn(agate.history, copies), (states, name) =>
    tidyStates(states.map((state) => (name.startsWith('amber-') ? sealed(state) : state))),
  );
  const head = {
    owner: 'Sarrin Desktop',
    of: 'Sarrin Desktop 3',
    components: ['court'],
    role: 'base',
  } as const;
  return repository({ ...head, place: 'sarrin.example/mirror', suite: 'third' }, history, [copies.at(-1)!]);
}

/** Some programs carry the ministry's seal. */
function sealed(state: PackageState): PackageState {
  return { ...state, revision: `${state.revision}court1`, cause: 'patched', from: state.from };
}
