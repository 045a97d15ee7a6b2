/** A system of two editions on two bases, hands on. */
import { reads, says, turns, type Tour } from './tour.ts';

const MAIN = { edition: 'edition:corvane-main' };
const named = (...names: readonly string[]) => names.map((name) => ({ name }));

export const CORVANE: Tour = {
  name: 'Corvane 4, hands on',
  today: '2026-10-12',
  target: 1600,
  known: [
    'Aldermoor 9',
    'page aldermoor.example, 14 Jun 2025',
    'release 8, 9 Jun 2023',
    'release 9, 14 Jun 2025',
    'about new Hexley',
    'from release notes Hexley 24, 21 Apr 2026',
    'release 24, 21 Apr 2026',
    'about Hexley 24',
    'copies Aldermoor 9',
    'package format deb',
    'kernel 6.8.9',
    'desktop Arbour',
    'desktop version 5',
    'mail Letterbird 102',
    'browser Quay',
    'chat Murmur',
    'office Ledger Suite',
    'guide none',
    'archives main, updates, security',
  ],
  lines: [
    turns('Corvane 4'),
    says(0, 'site corvane.example', 'source', {
      sourceKind: 'page',
      place: 'corvane.example',
      of: 'release:corvane-4',
    }),
    says(1, 'also core vane; Corvain; CorVane', 'distribution', {
      aliases: ['core vane', 'Corvain', 'CorVane'],
    }),
    reads(2, 'since 2019', 'identity.since', { value: '2019' }),
    reads(2, 'maker 3 volunteers in Sarrin, 1 for the look', 'identity.maker', {
      value: 'volunteers',
      said: '3 volunteers in Sarrin, 1 for the look',
    }),
    reads(2, 'aud a second system', 'identity.audience', { value: 'a second system' }),
    says(3, 'rel 3, 2 feb 2024, on ald 8', 'release', { version: '3', date: '2024-02-02' }),
    says(3, 'rel 4, 1 sep', 'release', { version: '4', date: '2026-09-01' }),
    says(3, 'edi Main on hex 24', 'link', {
      derivative: 'edition:corvane-main',
      base: 'release:hexley-24',
      since: '2026-09-01',
    }),
    says(3, 'edi Heath on ald 9', 'link', {
      derivative: 'edition:corvane-heath',
      base: 'release:aldermoor-9',
    }),
    turns('ab cor 4, main'),
    reads(4, 'size a little over 2.6 GB', 'editions.imageSize', {
      said: 'a little over 2.6 GB',
      interval: { least: 2480, most: 2728 },
      unit: 'GB',
      conditions: MAIN,
    }),
    reads(4, 'built 3 oct', 'editions.imageDate', { value: '2026-10-03' }),
    reads(4, 'kind both', 'editions.imageKind', { value: 'both' }),
    reads(4, 'ent try, install, check the medium, safe graphics', 'editions.bootEntries', {
      value: named('try', 'install', 'check the medium', 'safe graphics'),
    }),
    reads(4, 'che y', 'editions.checksum', { value: true }),
    reads(4, 'dow easy to find, slow', 'editions.download', { value: 'easy to find, slow' }),
    says(0, 'from installed, vm, 5 GiB, 3 cores, cpu of 2017, chose small, fresh', 'source', {
      sourceKind: 'handsOn',
      date: '2026-10-12',
      conditions: {
        ...{ medium: 'installed', machine: 'virtual', memoryMiB: 5120, cores: 3, processor: 'of 2017' },
        ...{ chosenAtInstall: 'small', indexAgeDays: 0, ...MAIN },
      },
    }),
    reads(5, 'installer the usual one', 'editions.installer', { value: 'the usual one' }),
    reads(5, 'pages printers, backup place', 'editions.installerPages', {
      value: named('printers', 'backup place'),
    }),
    reads(5, 'mode both', 'editions.installerMode', { value: 'both' }),
    reads(5, 'took 25 to 30 min', 'editions.duration', { interval: { least: 25, most: 30 } }),
    reads(5, 'inst odd time zone asked twice', 'editions.installerOdd', {
      value: named('time zone asked twice'),
    }),
    reads(6, 'fet about 350 MB', 'model.firstUpdate', { said: 'about 350 MB', marks: ['approximate'] }),
    reads(6, 'fet pac 74', 'model.firstPackages', { value: 74 }),
    says(6, 'steps update > restart > guide, else its printers fail', 'procedure', {
      steps: [
        { text: 'update', needs: '', breaks: '' },
        { text: 'restart', needs: '', breaks: '' },
        { text: 'guide', needs: '', breaks: 'its printers fail' },
      ],
    }),
    reads(7, 'gui First Light', 'welcome.guide', { value: 'First Light' }),
    reads(7, 'opens each', 'welcome.opens', { value: 'each login' }),
    reads(7, 'reached menu, as “Welcome home”', 'welcome.reached', { value: 'menu, as “Welcome home”' }),
    reads(
      7,
      'act language, accounts, colours, printers, backup, update (terminal), help',
      'welcome.actions',
      {
        value: [
          ...named('language', 'accounts', 'colours', 'printers', 'backup'),
          { name: 'update', settings: { acts: 'terminal' } },
          { name: 'help' },
        ],
      },
    ),
    reads(7, 'wrong backup before update', 'welcome.problems', { value: named('backup before update') }),
    reads(7, 'repeats y, printers', 'welcome.repeats', { value: true, said: 'printers' }),
    reads(7, 'shows n', 'welcome.showsDone', { value: false }),
    reads(
      8,
      'own too Corvane Care (clean-up, mirrors by region, backup, from Ottery); Sound Desk (inputs, profiles)',
      'defaults.ownTools',
      {
        value: [
          {
            name: 'Corvane Care',
            settings: { from: 'Ottery', functions: 'clean-up, mirrors by region, backup' },
          },
          { name: 'Sound Desk', settings: { functions: 'inputs, profiles' } },
        ],
      },
    ),
    turns('built fro Sound Desk: borrowed ?'),
    reads(9, 'ker 6.15.4-2-corvane', 'kernel.version', { value: '6.15.4-2-corvane' }),
    reads(9, 'kernels long-term (6.7), stock (6.8)', 'kernel.offered', {
      value: [
        { name: 'long-term', settings: { version: '6.7' } },
        { name: 'stock', settings: { version: '6.8' } },
      ],
    }),
    reads(9, 'tim 1000 Hz', 'kernel.scheduler', { value: '1000 Hz' }),
    reads(10, 'des same', 'defaults.desktop', { state: 'unchanged' }),
    reads(10, 'ico own', 'themes.icons', { value: 'own' }),
    reads(10, 'wid own', 'themes.widgets', { value: 'own' }),
    reads(10, 'cur own', 'themes.cursor', { value: 'own' }),
    reads(10, 'fra same', 'themes.frames', { state: 'unchanged' }),
    reads(10, "gree variant of the base's", 'themes.login', { value: "variant of the base's" }),
    reads(10, 'dark y', 'themes.dark', { value: true }),
    reads(10, 'wallpapers 18, 3 of this edition', 'themes.wallpapers', { value: '18, 3 of this edition' }),
    reads(10, 'more the five for widgets', 'themes.installed', { value: named('five for widgets') }),
    reads(10, 'clock left, opens a calendar', 'defaults.clock', { value: 'left, opens a calendar' }),
    reads(11, 'mail Letterbird 106', 'defaults.application.mail', {
      value: 'Letterbird 106',
      conditions: MAIN,
    }),
    reads(11, 'browser same', 'defaults.application.browser', { state: 'unchanged' }),
    reads(11, 'chat on purpose', 'defaults.application.chat', { state: 'none', marks: ['onPurpose'] }),
    reads(11, 'off not chosen', 'defaults.application.office', {
      state: 'none',
      said: 'not chosen at install',
    }),
    reads(11, 'more music: two; bar codes; disks; notes; dice', 'defaults.moreApplications', {
      value: [{ slot: 'music', name: 'two' }, ...named('bar codes', 'disks', 'notes', 'dice')],
    }),
    reads(11, 'paint none', 'defaults.application.drawing', { state: 'none' }),
    reads(12, 'rare bar codes: never seen', 'defaults.unusual', {
      value: [{ slot: 'bar codes', name: 'never seen' }],
    }),
    reads(
      13,
      "archives corvane (own, 4-6, desktop's parts); base; people (off); extra-care (nobody says)",
      'repositories.archives',
      {
        value: [
          {
            name: 'corvane',
            settings: { owner: 'own', holding: '4', holdingMost: '6', purpose: "desktop's parts" },
          },
          ...named('main', 'updates', 'security'),
          { name: 'people', settings: { state: 'off' } },
          { name: 'extra-care', settings: { purpose: 'nobody says' } },
        ],
      },
    ),
    reads(14, 'form bundles (off, last page of the guide), portable', 'repositories.formats', {
      value: [
        { name: 'bundles', settings: { state: 'off', offered: 'last page of the guide' } },
        { name: 'portable' },
      ],
    }),
    reads(15, 'res 3 daily, 4 weekly', 'defaults.restorePoints', { value: '3 daily, 4 weekly' }),
    reads(16, 'mem 737 MB @ process viewer, 4 min, idle', 'footprint.memory', {
      said: '737 MB',
      conditions: { tool: 'process viewer', uptimeMinutes: 4, moment: 'idle', ...MAIN },
    }),
    reads(16, 'used 1.4 GB @ process viewer, browser and editor open', 'footprint.memoryUsed', {
      said: '1.4 GB',
      conditions: { tool: 'process viewer', openPrograms: 'browser and editor', ...MAIN },
    }),
    says(17, 'fau guide empty during an update, 4 of 4', 'fault', {
      text: 'guide empty during an update',
      times: { n: 4, of: 4 },
    }),
    says(17, 'fau Sound Desk forgot a profile, once', 'fault', { times: { n: 1 } }),
    says(17, 'fau hung at start, 1 of 7, on this machine only because graphics ?', 'fault', {
      times: { n: 1, of: 7 },
      machine: 'this machine only',
      cause: { text: 'graphics', by: '', certainty: 'unsure' },
    }),
    reads(18, 'prompt kept 15 min', 'defaults.privilege', { value: 'kept 15 min' }),
    reads(21, 'built fro Sound Desk: own # its window says so', 'lineage.builtFrom', {
      value: [{ slot: 'Sound Desk', name: 'own' }],
      note: 'its window says so',
      certainty: 'sure',
    }),
    turns('from wiki'),
    reads(19, 'docs wiki of release 3', 'help.documents', { value: 'wiki of release 3' }),
    reads(19, 'help wiki: outdated; forum: works; chat room: dead since 2024', 'help.channels', {
      value: [
        { slot: 'wiki', name: 'outdated' },
        { slot: 'forum', name: 'works' },
        { slot: 'chat room', name: 'dead since 2024' },
      ],
    }),
    reads(19, 'answer about 3 hours', 'help.answer', { value: 3, said: 'about 3 hours' }),
    turns('from cor'),
    says(20, 'cla seven guides in one = act 7', 'claim', {
      wording: 'seven guides in one',
      key: 'welcome.actions',
      value: 7,
    }),
    says(22, 'for guide; backup; mail; look', 'assessment', {
      strengths: ['guide', 'backup', 'mail', 'look'].map((text) => ({ text, facts: [], reason: '' })),
    }),
    says(22, 'neu many tools of its own; 5 themes too many', 'assessment', {
      neutral: ['many tools of its own', '5 themes too many'].map((text) => ({
        text,
        facts: [],
        reason: '',
      })),
    }),
    says(22, 'bad wiki old (matters); guide order (a detail)', 'assessment', {
      weaknesses: [
        { text: 'wiki old', weight: 2, facts: [], reason: '' },
        { text: 'guide order', weight: 1, facts: [], reason: '' },
      ],
    }),
    says(23, 'suits one machine, a printer', 'assessment', {
      suits: [{ name: 'one machine, a printer', why: '' }],
    }),
    says(23, 'unsu who wants the plain base, since its tools replace much', 'assessment', {
      doesNotSuit: [{ name: 'who wants the plain base', why: 'its tools replace much' }],
    }),
    says(23, 'try Ottery if the wiki matters', 'assessment', {
      alternatives: [{ name: 'Ottery', why: 'if the wiki matters' }],
    }),
    says(24, 'tot 7 of 10; 8 with new wiki', 'assessment', {
      total: { said: '7 of 10; 8 with new wiki', least: 7, most: 7 },
    }),
  ],
};
