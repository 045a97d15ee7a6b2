/**
 * A system of two editions on two bases, seen hands on, entered by hand through the editing verbs into an empty catalogue: what must be said of it
 * afterwards is said, and what must not be said is not, on the first page and in the document.
 */
import { beforeAll, describe, expect, it } from 'vitest';
import { Sitting, type Dossier } from '../../../testing/sitting.ts';
import { stripOf } from '../../layers/strip.ts';

describe('Corvane 4, hands on', () => {
  const desk = new Sitting('2026-10-12');
  let main = '';
  let heath = '';
  let corvane4: Dossier;
  beforeAll(() => {
    const [aldermoor, hexley] = ['Aldermoor', 'Hexley'].map((name) => desk.distribution(name));
    const a8 = desk.release(aldermoor, '8', '2023-06-09');
    const a9 = desk.release(aldermoor, '9', '2025-06-14');
    const h24 = desk.release(hexley, '24', '2026-04-21');
    desk.link(h24, 'copies', a9);
    desk.from('page', 'Notes to Hexley 24', '2026-04-21');
    desk.fact(aldermoor, 'identity.packageFormat', 'deb');
    desk.facts(h24, {
      'kernel.version': '6.8.9',
      'defaults.desktop': 'Arbour',
      'themes.desktopVersion': '5',
      'defaults.application.mail': 'Letterbird 102',
      'defaults.application.browser': 'Quay',
      'defaults.application.chat': 'Murmur',
      'defaults.application.office': 'Ledger Suite',
      'welcome.guide': { state: 'none' },
      'repositories.archives': 'main; updates; security',
    });
    // The tour itself.
    const corvane = desk.distribution('Corvane');
    desk.from('page', 'corvane.example', '2026-10-12');
    desk.facts(corvane, {
      'identity.since': '2019',
      'identity.maker': {
        state: 'set',
        text: 'volunteers',
        said: 'three volunteers in Sarrin, one of whom makes the look',
      },
      'identity.country': 'Sarrin',
      'identity.purpose': 'For people who want their second system',
    });
    main = desk.edition(corvane, 'Main');
    heath = desk.edition(corvane, 'Heath');
    const c3 = desk.release(corvane, '3', '2024-02-02');
    const c4 = desk.release(corvane, '4', '2026-09-01', 'Main, Heath');
    desk.link(c3, 'installs from', a8);
    desk.link(main, 'installs from', h24, { since: '2026-09-01' });
    desk.link(heath, 'installs from', a9, { since: '2026-09-01' });
    desk.from('directory', 'Directory page', '2026-10-12', {}, main);
    desk.facts(c4, {
      'editions.imageSize': 'a little over 2.6 GB',
      'editions.imageDate': '2026-10-03',
      'editions.imageKind': 'both',
      'editions.bootEntries': 'try; install; check the medium; safe graphics',
    });
    const machine = {
      medium: 'installed',
      machine: 'virtual',
      memoryMiB: 5120,
      cores: 3,
      indexAgeDays: 0,
    } as const;
    desk.from(
      'handsOn',
      'An installed Corvane 4',
      '2026-10-12',
      { ...machine, chosenAtInstall: 'the small choice of programs' },
      main,
    );
    desk.facts(c4, {
      'editions.installer': 'the usual one',
      'editions.installerPages': 'printers; backup place',
      'editions.installerMode': 'both',
      'editions.duration': '25 to 30 minutes',
      'model.firstPackages': '74',
      'model.firstUpdate': 'about 350 MB',
      'welcome.guide': 'First Light',
      'welcome.opens': 'each login',
      'welcome.reached': 'the menu, where it is called “Welcome home”',
      'welcome.actions': 'language; accounts; colours; printers; backup; update; help',
      'welcome.problems': 'backup comes before update; the page for printers fails before update and restart',
      'welcome.repeats': { state: 'set', text: 'yes', said: 'printers' },
      'welcome.showsDone': 'no',
      'kernel.version': '6.15.4-2-corvane',
      'kernel.offered': 'long-term {version=6.7}; stock {version=6.8}',
      'kernel.scheduler': 'timer at 1000 Hz',
      'themes.desktopVersion': 'unchanged',
      'themes.icons': 'Corvane',
      'themes.widgets': 'Corvane',
      'themes.cursor': 'Corvane',
      'themes.dark': 'yes',
      'themes.wallpaper': '18, three of this edition',
      'defaults.application.mail': 'Letterbird 106',
      'defaults.application.browser': { state: 'unchanged' },
      'defaults.application.chat': { state: 'none', marks: ['onPurpose'], said: 'left out on purpose' },
      'defaults.application.office': { state: 'none', marks: ['onPurpose'], said: 'not chosen at install' },
      'defaults.restorePoints': '3 daily and 4 weekly',
      'defaults.privilege': 'remembers for 15 minutes',
      'repositories.archives':
        'corvane {owner=own | holding=4 | holdingMost=6 | purpose=its builds of the desktop’s parts}; main; updates; security; people (off) {purpose=people’s own builds}; extra-care {purpose=nobody says what it is for}',
      'repositories.formats': 'sandboxed bundles (off); portable applications (on)',
    });
    desk.fact(c4, 'themes.desktopVersion', { state: 'unchanged' });
    desk.why(c4, 'repositories.archives', 'Its desktop needs newer parts');
    const idle = { ...machine, tool: 'the process viewer', moment: 'idle', uptimeMinutes: 4 } as const;
    desk.from('measurement', 'Memory, idle', '2026-10-12', idle, main);
    desk.fact(c4, 'footprint.memory', '737 MB');
    const used = { ...machine, moment: 'after use', openPrograms: 'browser and editor' } as const;
    desk.from('measurement', 'Memory, in use', '2026-10-12', used, main);
    desk.fact(c4, 'footprint.memoryUsed', '1.4 GB');
    desk.from('page', 'wiki.corvane.example', '2026-10-12');
    desk.facts(c4, {
      'help.channels': 'wiki: outdated; forum: works; chat room: dead',
      'help.documents': 'a wiki that works, but is of release 3',
      'help.answer': 'about 3 hours',
    });
    corvane4 = desk.dossier(c4, '2026-10-12', main);
  });

  it('is told to stand on a base by edition and by date', () => {
    const bare = desk.dossier('release:corvane-4', '2026-10-12');
    expect(bare.page('base')).toContain(
      'The base of Corvane 4 depends on the edition: Heath installs from Aldermoor 9 and Main installs from Hexley 24.',
    );
    expect(bare.table.layers).toHaveLength(1);
    expect(bare.page()).not.toContain('6.15.4');
    expect(corvane4.page('base')).toContain(
      'Corvane 4 Main installs from Hexley 24, which copies Aldermoor 9',
    );
    for (const day of ['2024-03-01', '2026-10-12', '2030-01-01']) {
      const before = desk.dossier('release:corvane-3', day).page('base');
      expect(before).toContain('Corvane 3 installs from Aldermoor 8');
      expect(before).not.toContain('Hexley');
    }
  });
  it('is told with its own kernel beside the base’s', () => {
    expect(corvane4.page('kernel')).toBe(
      'Corvane 4 Main boots a kernel of its own, 6.15.4-2-corvane; that of Hexley 24 is 6.8.9.',
    );
    expect(corvane4.page('kernels')).toContain('long-term (6.7) and stock (6.8)');
  });
  it('is told with its guide: its order, what is wrong in it, both its names', () => {
    const guide = ['guide', 'guidePages', 'guideOdd'].map((kind) => corvane4.page(kind)).join(' ');
    expect(guide).toContain('First Light');
    expect(guide).toContain('“Welcome home”');
    expect(guide).toContain('language, accounts, colours, printers, backup, update and help');
    expect(guide).toContain('backup comes before update');
    expect(guide).toContain('does not show what is done');
  });
  it('is told to leave chat out on purpose, and office by the choice at install', () => {
    expect(corvane4.page('leftOut')).toContain(
      'The chat program: left out on purpose (Hexley 24 has Murmur).',
    );
    expect(corvane4.page('leftOut')).toContain(
      'The office suite: not chosen at install (Hexley 24 has Ledger Suite).',
    );
    for (const text of [corvane4.page(), corvane4.markdown]) {
      expect(text).not.toMatch(/has no (chat|office)|(Chat program|Office suite)( \|[^|]*\||:) none/);
      expect(text).not.toMatch(/lacks|is missing: /i);
    }
  });
  it('is told with both figures of memory, not ranked together', () => {
    expect(corvane4.page('memory')).toMatch(
      /737 MB of 5 GiB .*the process viewer.*1\.4 GB of 5 GiB .*browser and editor open/,
    );
    expect(corvane4.page('memory')).toContain('cannot be compared');
  });
  it('is told with its first update, the age of the image, mail four versions newer, old documents', () => {
    expect(corvane4.page('firstUpdate')).toBe(
      'The first update after installing brought 74 packages, about 350 MB; the image was 9 days old then.',
    );
    expect(corvane4.page('applications')).toContain(
      'mail Letterbird 106, four versions newer than in Hexley 24 (Letterbird 102)',
    );
    expect(corvane4.page('help')).toContain('of release 3');
    expect(corvane4.page('image')).toContain('a little over 2.6 GB');
  });
  it('is told as a person would tell it: archives in front, with the reason', () => {
    expect(corvane4.page('changes')).toContain(
      'Corvane 4 Main puts an archive of its own, corvane, in front of Hexley 24’s three',
    );
    expect(corvane4.page('changes')).toContain(', since its desktop needs newer parts.');
  });
  it('says of Heath nothing that nobody has seen', () => {
    const other = desk.dossier('release:corvane-4', '2026-10-12', heath);
    expect(other.page('base')).toContain('Corvane 4 Heath installs from Aldermoor 9');
    for (const bar of stripOf(other.table)) expect([bar.changed, bar.same]).toEqual([0, 0]);
    expect(other.page()).not.toMatch(/unchanged|as in Aldermoor|Letterbird|6\.15/);
    expect(other.markdown).not.toMatch(/unchanged|6\.15/);
  });
  it('does not say that the kernel is held back, nor "since 2019" of nobody, nor one base for all', () => {
    for (const text of [corvane4.page(), corvane4.markdown]) {
      expect(text).not.toContain('held back');
      expect(text).not.toMatch(/(^|\n|\. )Since 2019/);
    }
    expect(corvane4.page('maker')).toContain(
      'The project has been run since 2019 by three volunteers in Sarrin',
    );
    expect(corvane4.page('maker')).toContain('since 2019');
  });
});
