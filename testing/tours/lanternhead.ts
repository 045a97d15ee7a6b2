/** A system without base, from its documents alone; a year later by another analyst. */
import { reads, says, turns, type Tour } from './tour.ts';

export const LANTERNHEAD: Tour = {
  name: 'Lanternhead, Season 11, from its documents',
  today: '2026-11-05',
  target: 850,
  known: [],
  lines: [
    says(12, 'Lanternhead, Season 11, 3 mar', 'release', { version: 'Season 11', date: '2026-03-03' }),
    says(0, 'handbook, copy of 2025', 'source', { sourceKind: 'page', note: 'copy of 2025' }),
    reads(1, 'ind y', 'lineage.independent', { value: true }),
    says(1, 'dra Rushby: way of building', 'link', {
      relation: 'draws on',
      derivative: 'distribution:lanternhead',
      base: 'distribution:rushby',
      wording: 'way of building',
    }),
    says(1, 'takes installer from Ottery', 'link', { relation: 'borrows', parts: ['installer'] }),
    reads(2, 'maker foundation of a waterworks, 2 paid, some 20 send recipes', 'identity.maker', {
      value: 'foundation',
      said: 'foundation of a waterworks, 2 paid, some 20 send recipes',
    }),
    says(3, 'edi Board + Bench', 'edition', { name: 'Bench' }),
    reads(3, 'board: des on purpose', 'defaults.desktop', {
      state: 'none',
      marks: ['onPurpose'],
      conditions: { edition: 'edition:lanternhead-board' },
    }),
    reads(3, 'bench: des Arbour 4', 'defaults.desktop', {
      value: 'Arbour 4',
      conditions: { edition: 'edition:lanternhead-bench' },
    }),
    reads(4, 'arc steady (21, tested), trial (2, tested)', 'repositories.archives', {
      value: [
        { name: 'steady', settings: { holding: '21', purpose: 'tested' } },
        { name: 'trial', settings: { holding: '2', purpose: 'tested' } },
      ],
    }),
    reads(4, 'form by choice', 'repositories.formats', { state: 'none', marks: ['onPurpose'] }),
    reads(5, 'counts recipes: 1400 (own); packages: 3100 (forum)', 'repositories.counts', {
      value: [
        { slot: 'recipes', name: '1400', settings: { by: 'own' } },
        { slot: 'packages', name: '3100', settings: { by: 'forum' } },
      ],
    }),
    reads(6, 'cad first Tuesday of March, September', 'model.cadence', {
      value: 'first Tuesday of March, September',
    }),
    reads(6, 'lives 14 months', 'model.life', { value: 14 }),
    reads(6, 'ends when the next but one is out', 'model.lifeRule', { value: 'the next but one is out' }),
    reads(7, 'machine after 2014', 'footprint.processorLeast', { value: 'after 2014' }),
    reads(7, 'needs dis at least 16 GB', 'footprint.diskLeast', { said: 'at least 16 GB', unit: 'GB' }),
    reads(7, 'unc 9 GB for comfort', 'footprint.adviceUnclear', { value: '9 GB for comfort' }),
    reads(8, 'ker 6.9', 'kernel.version', { value: '6.9' }),
    reads(8, 'patches real-time', 'kernel.patches', { value: [{ name: 'real-time' }] }),
    reads(8, 'can be cha n', 'kernel.changeable', { value: false }),
    says(9, 'plan old boot loader goes, 2028, if funds allow ?', 'plan', {
      text: 'old boot loader goes, if funds allow',
      due: '2028',
      certainty: 'unsure',
    }),
    says(
      10,
      'fau two network cards of one maker mixed up after update # cause known, no date for a fix',
      'fault',
      {
        text: 'two network cards of one maker mixed up after update',
        note: 'cause known, no date for a fix',
      },
    ),
    reads(11, 'help call: Thursdays; forum; handbook: on disk; faults: the call', 'help.channels', {
      value: [
        { slot: 'call', name: 'Thursdays' },
        { name: 'forum' },
        { slot: 'handbook', name: 'on disk' },
        { slot: 'faults', name: 'the call' },
      ],
    }),
    turns('from notes, 3 mar'),
    says(12, 'rel Season 10, 2 sep 2025', 'release', { version: 'Season 10', date: '2025-09-02' }),
    says(12, 'cha ser: rep clock > new because it drifted', 'change', {
      key: 'defaults.services',
      does: 'replaces',
      motive: 'it drifted',
      against: 'release:lanternhead-season-10',
    }),
    says(12, 'cha rec: dro three because nobody to keep them', 'change', {
      key: 'repositories.notable',
      does: 'drops',
      motive: 'nobody to keep them',
    }),
    says(12, 'bench: cha wid: dro second', 'change', {
      key: 'themes.widgets',
      does: 'drops',
      before: 'second',
    }),
    says(13, 'suits measuring for years', 'assessment', {
      suits: [{ name: 'measuring for years', why: '' }],
    }),
    says(13, 'unsuited people who want to install what they like', 'assessment', {
      doesNotSuit: [{ name: 'people who want to install what they like', why: '' }],
    }),
    says(13, 'aga Feb 2027, run it', 'assessment', { followUp: { date: '2027-02', text: 'run it' } }),
    reads(13, 'unte nothing was run', 'experience.untested', {
      value: [{ name: 'nothing was run' }],
    }),
    turns('from page accounts'),
    reads(2, 'money 140,000 a year, public', 'identity.money', { value: '140,000 a year, public' }),
    {
      ...says(14, 'ab lan, Season 13, 2 mar', 'release', { version: 'Season 13', date: '2027-03-02' }),
      today: '2027-03-09',
    },
    says(14, 'from seen, by B. Weir', 'source', { by: 'B. Weir', date: '2027-03-09' }),
    reads(14, 'bench: des Arbour 6', 'defaults.desktop', { value: 'Arbour 6' }),
    reads(14, 'ker 6.14', 'kernel.version', { value: '6.14' }),
  ],
};
