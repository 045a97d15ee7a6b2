/** A rolling system in a live session, and installed later. */
import { reads, says, turns, type Tour } from './tour.ts';

export const GORSEMOOR: Tour = {
  name: 'Gorsemoor 2026.10, a live session',
  today: '2026-10-20',
  target: 670,
  known: [
    'new Sedgely',
    'page sedgely.example, 2 Aug 2026',
    'package format alpm',
    'release model rolling',
    'kernel 6.10.6',
    'drivers open',
    'guide none',
    'about new Quickthorn',
    'copies Sedgely',
  ],
  lines: [
    turns('Gorsemoor 2026.10'),
    says(0, 'live, vm, 3 GiB, 1 core, index never, moved the panel', 'source', {
      conditions: {
        ...{ medium: 'live', machine: 'virtual', memoryMiB: 3072, cores: 1, indexRefreshed: false },
        ...{ alteredByAnalyst: true, alteredWith: 'the panel' },
      },
    }),
    says(1, 'on sed', 'link', { relation: 'installs from', base: 'distribution:sedgely' }),
    reads(1, 'arc + two (own)', 'repositories.archives', {
      value: [{ name: 'two', settings: { owner: 'own' } }],
      marks: ['partial'],
    }),
    reads(2, 'ker 6.11.3-1-gorse', 'kernel.version', { value: '6.11.3-1-gorse' }),
    reads(2, 'level older processors', 'kernel.level', { value: 'older processors' }),
    reads(2, 'tim 300 Hz', 'kernel.scheduler', { value: '300 Hz' }),
    reads(3, 'opens each', 'welcome.opens', { value: 'each login', spoiledBy: ['live image'] }),
    says(3, 'ask opens when installed?', 'question', { text: 'opens when installed?' }),
    reads(4, 'splash none', 'themes.boot', { state: 'none', spoiledBy: ['live image'] }),
    reads(5, 'find video editor: no', 'tools.probes', {
      value: [{ slot: 'video editor', name: 'no' }],
      spoiledBy: ['index not refreshed'],
    }),
    reads(5, 'drivers none', 'defaults.driversOffered', { state: 'none' }),
    reads(6, 'mem 590 MB @ terminal tool, terminal open, 9 min', 'footprint.memory', {
      said: '590 MB',
      conditions: { tool: 'terminal tool', openPrograms: 'terminal', uptimeMinutes: 9 },
    }),
    reads(7, 'files own, from Driftbox', 'defaults.application.files', { value: 'own, from Driftbox' }),
    reads(8, 'desktops offered online: seven, eight with none; offline: two', 'editions.desktops', {
      value: [
        { slot: 'online', name: 'seven, eight with none' },
        { slot: 'offline', name: 'two' },
      ],
    }),
    reads(8, 'file systems four', 'editions.fileSystems', { said: 'four' }),
    reads(11, 'panel at the top', 'defaults.panel', { spoiledBy: ['changed by the analyst'] }),
    says(0, 'from site gorsemoor.example', 'source', { place: 'gorsemoor.example' }),
    reads(4, 'splash one', 'themes.boot', { value: 'one', spoiledBy: [] }),
    says(9, 'claim a fifth less memory than Sedgely, not measured', 'claim', {
      wording: 'a fifth less memory than Sedgely',
      verdict: 'unchecked',
    }),
    says(0, 'from heard forum member', 'source', { sourceKind: 'hearsay', title: 'forum member' }),
    says(10, "qui: fault delay breaks people's own builds", 'fault', {
      subject: 'distribution:quickthorn',
      text: "delay breaks people's own builds",
    }),
    turns('from installed, hardware, 16 GiB, 8 cores, fresh', '2026-11-02'),
    reads(12, 'opens first', 'welcome.opens', { value: 'first login only', spoiledBy: [] }),
    reads(12, 'splash one', 'themes.boot', { value: 'one', spoiledBy: [] }),
    reads(12, 'find video editor: yes (Slate Film 4)', 'tools.probes', {
      value: [{ slot: 'video editor', name: 'yes', settings: { version: 'Slate Film 4' } }],
      spoiledBy: [],
    }),
    reads(12, 'drivers open, vendor', 'defaults.driversOffered', {
      value: [{ name: 'open' }, { name: 'vendor' }],
    }),
    reads(12, 'mem 1.2 GB @ terminal tool, terminal open, 6 min', 'footprint.memory', { said: '1.2 GB' }),
    reads(12, 'panel at the bottom', 'defaults.panel', { value: 'at the bottom', spoiledBy: [] }),
  ],
};

/** What is pasted from the installed system. */
export const GORSEMOOR_PASTED = `Linux gorse-bench 6.11.3-1-gorse #1 SMP PREEMPT_DYNAMIC Mon, 12 Oct 2026 07:14:02 +0000 x86_64 GNU/Linux
               total        used        free      shared  buff/cache   available
Mem:            15Gi       1.1Gi        12Gi        84Mi       2.1Gi        14Gi
Swap:          4.0Gi          0B       4.0Gi
NAME="Gorsemoor"
PRETTY_NAME="Gorsemoor"
ID=gorsemoor
ID_LIKE=sedgely
BUILD_ID=rolling
OS: Gorsemoor x86_64
Kernel: 6.11.3-1-gorse
Uptime: 6 mins
Packages: 1104 (alpm)
Shell: bash 5.3.3
DE: Porch 3.1
WM Theme: Gorse-edge
Theme: Gorse-dark [GTK3]
Icons: Gorse [GTK3]
Font: Weir Sans 10
Terminal: slate-term
Terminal Font: Loam Mono 11
Memory: 1127MiB / 15880MiB
`;
