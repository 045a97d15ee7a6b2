/** Rules that read facts off a system's files, the conditions of a capture, and the review of what they propose. */
import { describe, expect, it } from 'vitest';
import { catalogueOf, distribution, reading, release, source } from '../../testing/catalogues.ts';
import { piecesOf } from '../formats/byteStream.ts';
import { parseUptime } from '../formats/printedState.ts';
import { splitTerminalText } from '../formats/terminalText.ts';
import { wordConditions } from '../wording/conditionsText.ts';
import { parseCaptureManifest } from './captureManifest.ts';
import { conditionsOf, spoilsOf } from './conditions.ts';
import { proposeFacts, type FactProposal } from './proposeFacts.ts';
import { readFiles } from './readFiles.ts';
import { findRelease } from './known.ts';
import { reviewFacts } from './reviewFacts.ts';
import { assembleDrop } from './system.ts';

async function systemOf(files: Readonly<Record<string, string>>) {
  const inputs = Object.entries({ 'etc/os-release': 'ID=a\nNAME=A\n', ...files }).map(([path, text]) => {
    const bytes = new TextEncoder().encode(text);
    return { path, size: bytes.length, open: () => piecesOf(bytes) };
  });
  return assembleDrop(await readFiles(inputs)).systems[0];
}
async function factsOf(files: Readonly<Record<string, string>>) {
  return new Map(proposeFacts(await systemOf(files)).map((fact) => [fact.key, fact]));
}
const entry = (fields: Readonly<Record<string, string>>) =>
  `[Desktop Entry]\nType=Application\n${Object.entries(fields)
    .map(([key, value]) => `${key}=${value}\n`)
    .join('')}`;

describe('roles', () => {
  const one = entry({ Name: 'One', Exec: 'one', Categories: 'Network;WebBrowser;' });
  const two = entry({ Name: 'Two', Exec: 'two', Categories: 'Network;WebBrowser;' });
  it('are those of the defaults list; without one, of the only application of a category', async () => {
    const both = { 'usr/share/applications/one.desktop': one, 'usr/share/applications/two.desktop': two };
    expect((await factsOf(both)).get('defaults.application.browser')).toBeUndefined();
    const list = '[Default Applications]\nx-scheme-handler/https=two.desktop;one.desktop;\n';
    expect(
      (await factsOf({ ...both, 'etc/xdg/mimeapps.list': list })).get('defaults.application.browser')!.value,
    ).toBe('Two');
    const hidden = { ...both, 'usr/share/applications/two.desktop': `${two}NoDisplay=true\n` };
    expect((await factsOf(hidden)).get('defaults.application.browser')!.value).toBe('One');
  });
});

describe('welcome tools', () => {
  const menu = `${entry({ Name: 'Guide', Exec: 'guide', Actions: 'b;a;' })}\n[Desktop Action a]\nName=Updates\n[Desktop Action b]\nName=Drivers\n`;
  const start = (more: Record<string, string> = {}) => ({
    'usr/share/applications/guide.desktop': menu,
    'etc/xdg/autostart/guide.desktop': entry({ Name: 'Guide', Exec: '/usr/bin/guide --first', ...more }),
  });
  it.each([
    [{}, 'each login'],
    [{ AutostartCondition: 'unless-exists guide/done' }, 'first login only'],
    [{ AutostartCondition: 'if-exists live' }, 'live image only'],
    [{ Hidden: 'true' }, 'never'],
  ])('with %j open: %s', async (more, opens) => {
    const facts = await factsOf(start(more as Record<string, string>));
    expect(facts.get('welcome.opens')!.value).toBe(opens);
    expect(facts.get('welcome.guide')!.value).toBe('Guide');
    expect(facts.get('welcome.actions')!.value).toEqual([{ name: 'Drivers' }, { name: 'Updates' }]);
  });
  it('are no helpers that only run along', async () => {
    const helper = {
      'etc/xdg/autostart/tray.desktop': entry({ Name: 'Tray', Exec: 'tray' }),
      'usr/share/applications/tray.desktop': entry({ Name: 'Tray', Exec: 'tray', NoDisplay: 'true' }),
    };
    expect((await factsOf(helper)).has('welcome.guide')).toBe(false);
  });
});

describe('what lies beneath', () => {
  it('is none only where the table that would name it was read', async () => {
    expect((await factsOf({})).has('defaults.swap')).toBe(false);
    expect((await factsOf({ 'etc/fstab': 'UUID=- / ext4 defaults 0 1\n' })).get('defaults.swap')!.value).toBe(
      'none',
    );
    const swap = (line: string, more = {}) =>
      factsOf({ 'etc/fstab': `UUID=- / ext4 defaults 0 1\n${line}\n`, ...more });
    expect((await swap('UUID=- none swap sw 0 0')).get('defaults.swap')!.value).toBe('partition');
    expect((await swap('/swapfile none swap sw 0 0')).get('defaults.swap')!.value).toBe('file');
    expect(
      (await swap('', { 'etc/systemd/zram-generator.conf': '[zram0]\nzram-size = ram\n' })).get(
        'defaults.swap',
      )!.value,
    ).toBe('compressed memory');
  });
  it('takes the settings store before the toolkit’s file, and the later override', async () => {
    const facts = await factsOf({
      'etc/gtk-3.0/settings.ini':
        '[Settings]\ngtk-icon-theme-name=Old\ngtk-application-prefer-dark-theme=1\n',
      'usr/share/glib-2.0/schemas/10_a.gschema.override':
        "[org.own.desktop.interface]\nicon-theme='Middle'\n",
      'usr/share/glib-2.0/schemas/90_b.gschema.override':
        "[org.own.desktop.interface:own]\nicon-theme='New'\n",
    });
    expect(facts.get('themes.icons')).toMatchObject({
      value: 'New',
      place: 'usr/share/glib-2.0/schemas/90_b.gschema.override',
    });
    expect(facts.get('themes.dark')!.value).toBe(true);
  });
  it('takes the settings of another toolkit where the first has none', async () => {
    const qt = { 'etc/xdg/kdeglobals': '[Icons]\nTheme=Vellum\n[General]\nfont=Weir Sans,10,-1\n' };
    expect((await factsOf(qt)).get('themes.icons')!.value).toBe('Vellum');
    expect((await factsOf(qt)).get('themes.font')!.value).toBe('Weir Sans');
    const both = { ...qt, 'etc/gtk-3.0/settings.ini': '[Settings]\ngtk-icon-theme-name=Tide\n' };
    expect((await factsOf(both)).get('themes.icons')!.value).toBe('Tide');
  });
  it('holds the styles of two toolkits side by side, and none where only one is set', async () => {
    const qt = { 'etc/xdg/kdeglobals': '[KDE]\nwidgetStyle=Plain\n[General]\nfont=Weir Sans,10,-1\n' };
    const gtk = {
      'etc/gtk-3.0/settings.ini': '[Settings]\ngtk-theme-name=Tide\ngtk-font-name=Fen Sans 11\n',
    };
    expect((await factsOf({ ...qt, ...gtk })).get('themes.styles')!.value).toEqual([
      { slot: 'gtk', name: 'Tide', settings: { font: 'Fen Sans' } },
      { slot: 'qt', name: 'Plain', settings: { font: 'Weir Sans' } },
    ]);
    expect((await factsOf(qt)).has('themes.styles')).toBe(false);
  });
  it('names one desktop only where one session is offered', async () => {
    const session = (name: string) => entry({ Name: name, Exec: name, DesktopNames: name });
    const one = {
      'usr/share/xsessions/a.desktop': session('Stem'),
      'usr/share/wayland-sessions/a.desktop': session('Stem'),
    };
    expect((await factsOf(one)).get('defaults.desktop')!.value).toBe('Stem');
    expect((await factsOf(one)).has('defaults.displayServer')).toBe(false);
    expect(
      (await factsOf({ ...one, 'usr/share/xsessions/b.desktop': session('Sill') })).has('defaults.desktop'),
    ).toBe(false);
  });
});

describe('signs in a manifest', () => {
  const manifest = (...lines: string[]) => ({
    'aspen-capture/manifest.tsv': ['aspen-capture\t1', ...lines, ''].join('\n'),
  });
  it('tell other kernels, tools of other formats, and how administrators are asked', async () => {
    const facts = await factsOf({
      'proc/sys/kernel/osrelease': '6.4.9-1-stock\n',
      ...manifest(
        'seen\tusr/lib/modules/6.4.9-1-stock\t',
        'seen\tusr/lib/modules/6.10.8-2-longterm\t',
        'seen\tusr/lib/modules/extramodules\t',
        'seen\tusr/bin/flatpak\t',
        'seen\tetc/flatpak/remotes.d/own.flatpakrepo\t',
        'seen\tusr/bin/sudo\t',
        'seen\tusr/bin/pkexec\t',
        'link\tetc/systemd/system/multi-user.target.wants/print.service\t/usr/lib/x',
      ),
    });
    expect(facts.get('kernel.offered')!.value).toEqual([{ name: '6.10.8-2-longterm' }]);
    expect(facts.get('repositories.formats')!.value).toEqual([
      { name: 'flatpak', settings: { state: 'on' } },
    ]);
    expect(facts.get('defaults.privilege')!.value).toBe('sudo, pkexec');
    expect(facts.get('defaults.services')!.value).toEqual([{ name: 'print' }]);
  });
});

describe('a summary of a system', () => {
  const text = [
    '   /\\      ann@desk',
    '  /  \\     OS: Tidewater 7.1 x86_64',
    '            Kernel: 6.4.9-1-stock',
    '            DE: Lagoon 5.2.1',
    '            Theme: Tide [GTK3]',
    '            Icons: Tide dark [GTK3]',
    '            Memory: 1015MiB / 3929MiB',
  ].join('\n');
  it('gives facts of second rank: a file that shows the same comes first', async () => {
    const alone = await factsOf({ 'pasted text 1': text });
    expect(alone.get('kernel.release')).toMatchObject({ value: '6.4.9-1-stock', certainty: 'likely' });
    expect(alone.get('defaults.desktop')!.value).toBe('Lagoon');
    expect(alone.get('themes.desktopVersion')!.value).toBe('5.2.1');
    expect(alone.get('themes.icons')!.value).toBe('Tide dark');
    expect(alone.get('footprint.memory')!.value).toBe(1015);
    const both = await factsOf({
      'pasted text 1': text,
      'etc/gtk-3.0/settings.ini': '[Settings]\ngtk-icon-theme-name=Vellum\n',
    });
    expect(both.get('themes.icons')).toMatchObject({ value: 'Vellum', certainty: 'sure' });
  });
});

describe('text copied from a terminal', () => {
  const read = async (text: string) => {
    const files = splitTerminalText(text).map(({ command, text: answer }, i) => {
      const bytes = new TextEncoder().encode(answer);
      return { path: `pasted text ${i + 1}: ${command}`, size: bytes.length, open: () => piecesOf(bytes) };
    });
    const [system] = assembleDrop(await readFiles(files)).systems;
    const facts = new Map(proposeFacts(system).map((fact) => [fact.key, fact]));
    return { system, facts, conditions: conditionsOf(system) };
  };
  const summary = `ann@desk ~ $ show-system
   ##  OS: Tidewater 7.1 x86_64
  #::# Kernel: 6.4.9-1-stock
   ##  Uptime: 1 hour, 4 mins
       Packages: 1842 (dpkg), 7 (flatpak)
       DE: Lagoon 5.2.1
       WM Theme: Shore
       Theme: Tide [GTK3]
       Terminal: rushlight
       Terminal Font: Quill Mono 11
       Memory: 1015MiB / 3929MiB
`;
  it('has its labels matched whole, and more taken: name, terminal, packages, memory', async () => {
    const { system, facts, conditions } = await read(summary);
    expect(system.identification).toMatchObject({ NAME: 'Tidewater', VERSION_ID: '7.1' });
    expect(facts.get('themes.widgets')!.value).toBe('Tide');
    expect(facts.get('themes.font')).toBeUndefined();
    expect(facts.get('defaults.application.terminal')!.value).toBe('rushlight');
    expect(facts.get('defaults.packages')!.value).toBe(1842);
    expect(facts.get('identity.packageFormat')!.value).toBe('deb');
    expect(conditions).toMatchObject({ memoryMiB: 3929, uptimeMinutes: 64 });
  });
  it('without a Theme of its own has none, though the window manager has one', async () => {
    const { facts } = await read(summary.replace(/^ +Theme:.*\n/m, ''));
    expect(facts.get('themes.widgets')).toBeUndefined();
  });
  it('gives what is printed as used, and the total', async () => {
    const { facts, conditions } = await read(
      '$ free -m\n               total        used        free      shared  buff/cache   available\nMem:            3929         934        2210          31         784        2755\nSwap:              0           0           0\n',
    );
    expect(facts.get('footprint.memory')!.value).toBe(934);
    expect(conditions).toEqual({ memoryMiB: 3929 });
  });
  it('gives the head of a list of processes, the session and the uptime', async () => {
    const { facts, conditions } = await read(
      '$ top -bn1\ntop - 14:02:11 up  2:14,  1 user,  load average: 0.10, 0.05, 0.01\nTasks: 210 total\nMiB Mem :   3929.0 total,   2000.0 free,    934.5 used,    994.5 buff/cache\n$ echo $XDG_SESSION_TYPE\nwayland\n$ printenv XDG_CURRENT_DESKTOP\nx\n$ env\nXDG_CURRENT_DESKTOP=Marsh:Lagoon\n$ uptime\n 14:02:30 up 1 day,  2:14,  1 user,  load average: 0.10\n',
    );
    expect(facts.get('footprint.memory')!.value).toBe(935);
    expect(facts.get('defaults.desktop')!.value).toBe('Lagoon');
    expect(facts.get('defaults.displayServer')!.value).toBe('wayland');
    expect(conditions).toEqual({ memoryMiB: 3929, uptimeMinutes: 1440 + 134 });
  });
  it.each([
    ['up 3 min,  1 user,  load average: 0.10', 3],
    [' 09:00:00 up 10 days, 12 min,  2 users,  load average: 0.00', 14_412],
    ['up 2 hours, 14 minutes', 134],
    ['up and down', null],
    ['start-up 5', null],
  ])('reads “%s” as %s minutes', (text, minutes) => expect(parseUptime(text)).toBe(minutes));
});

describe('conditions', () => {
  it.each([
    [{ 'proc/cmdline': 'BOOT_IMAGE=/x boot=live quiet\n' }, 'live'],
    [{ 'proc/cmdline': 'BOOT_IMAGE=/x quiet\n' }, 'installed'],
    [{ 'etc/fstab': 'overlay / overlay rw 0 0\n' }, 'live'],
    [{ 'aspen-capture/manifest.tsv': 'aspen-capture\t1\nseen\trun/live/medium\t\n' }, 'live'],
    [{}, undefined],
  ])('with %j the medium is %s', async (files, medium) => {
    expect(conditionsOf(await systemOf(files as Record<string, string>)).medium).toBe(medium);
  });
  it('spoil what they spoil, and nothing else', () => {
    expect(spoilsOf('defaults.fileSystem', { medium: 'live' })).toEqual(['live image']);
    expect(spoilsOf('defaults.fileSystem', { medium: 'installed' })).toEqual([]);
    expect(spoilsOf('kernel.version', { medium: 'live', memoryMiB: 512, indexAgeDays: 400 })).toEqual([]);
    expect(spoilsOf('tools.probes', { indexAgeDays: 15 })).toEqual(['index not refreshed']);
    expect(spoilsOf('tools.probes', { indexAgeDays: 3 })).toEqual([]);
    expect(spoilsOf('footprint.memory', { memoryMiB: 512, alteredByAnalyst: true })).toEqual([
      'too little memory',
      'changed by the analyst',
    ]);
  });
  it('are said in a sentence', () => {
    expect(
      wordConditions({ medium: 'live', machine: 'virtual', memoryMiB: 2048, cores: 1, indexAgeDays: 37 }),
    ).toBe('Live image in a virtual machine with 2 GiB and 1 core; package index 37 days old.');
    expect(wordConditions({ indexAgeDays: 0 })).toBe('Package index refreshed the same day.');
    expect(wordConditions({})).toBe('');
  });
  it('come with a manifest of a version that is known', () => {
    expect(parseCaptureManifest('aspen-capture\t2\n', 'm')).toMatchObject({
      ok: false,
      issues: [{ code: 'manifest.newer' }],
    });
    expect(parseCaptureManifest('', 'm').ok).toBe(false);
    const read = parseCaptureManifest(
      'aspen-capture\t1\ntaken\t2026-11-19T10:00:00Z\nfile\ta\t3\tff\t\nlink\tb\tc\nlater\tx\n',
      'm',
    );
    expect(read.ok && [read.value.files.length, read.value.links.get('b')]).toEqual([1, 'c']);
  });
});

describe('the review', () => {
  const catalogue = catalogueOf(
    distribution('tidewater'),
    release('tidewater', '7.1'),
    source('notes', 'page', '2026-03-03'),
    reading('release:tidewater-7.1', 'themes.icons', { value: 'Tide' }, { source: 'source:notes' }),
    reading('release:tidewater-7.1', 'kernel.version', { value: '6.4.9' }, { source: 'source:notes' }),
    reading('release:tidewater-7.1', 'defaults.init', 'unchanged', { source: 'source:notes' }),
    {
      ...reading('release:tidewater-7.1', 'defaults.swap', 'none', { source: 'source:notes' }),
      spoiledBy: ['live image'],
    } as never,
  );
  const propose = (key: string, value: string, spoiledBy: string[] = []): FactProposal => ({
    key,
    value,
    place: 'f',
    certainty: 'sure',
    spoiledBy,
  });
  const proposals = [
    propose('themes.icons', 'Tide dark'),
    propose('kernel.version', '6.4.9'),
    propose('defaults.init', 'ladder'),
    propose('defaults.swap', 'file'),
    propose('themes.wallpaper', 'x', ['live image']),
  ];
  it('tells new, known, contradicting and spoiled facts apart', () => {
    const id = findRelease(catalogue, ' TIDEWATER', '7.1');
    expect(id).toBe('release:tidewater-7.1');
    const states = reviewFacts(catalogue, id, proposals).map(
      ({ state, known }) => `${state} ${known.length}`,
    );
    expect(states).toEqual(['contradicts 1', 'known 1', 'new 1', 'new 0', 'spoiled 0']);
  });
  it('has everything new for a release that is not there', () => {
    expect(findRelease(catalogue, 'Tidewater', '8')).toBeNull();
    expect(reviewFacts(catalogue, null, proposals).map(({ state }) => state)).toEqual([
      'new',
      'new',
      'new',
      'new',
      'spoiled',
    ]);
  });
});
