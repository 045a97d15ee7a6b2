/** What the first page says after four tours were typed: what must be said is, and what must not be said is not. */
import { describe, expect, it } from 'vitest';
import { Dossier } from '../../../testing/sitting.ts';
import { CORVANE } from '../../../testing/tours/corvane.ts';
import { GORSEMOOR } from '../../../testing/tours/gorsemoor.ts';
import { LANTERNHEAD } from '../../../testing/tours/lanternhead.ts';
import { STENNOCK } from '../../../testing/tours/stennock.ts';
import { TypedVisit } from '../../../testing/tours/typed.ts';
import { firstDayOf } from '../../catalogue/days.ts';
import { layerTable } from '../../layers/layerTable.ts';
import { chainOf } from '../../lineage/chain.ts';

const tours = { CORVANE, GORSEMOOR, LANTERNHEAD, STENNOCK };
const visits = Object.fromEntries(Object.entries(tours).map(([name, tour]) => [name, TypedVisit.of(tour)]));
function dossier(tour: keyof typeof tours, id: string, day: string, edition?: string): Dossier {
  const { catalogue } = visits[tour];
  const on = firstDayOf(day);
  return new Dossier(catalogue, layerTable(catalogue, chainOf(catalogue, id, on, edition)), on);
}

describe('Corvane 4, typed', () => {
  const main = dossier('CORVANE', 'release:corvane-4', '2026-10-12', 'edition:corvane-main');
  it.each([
    'Corvane 4 Main installs from Hexley 24, which copies Aldermoor 9',
    'The release before, Corvane 3, installs from Aldermoor 8.',
    'Corvane 4 Main boots a kernel of its own, 6.15.4-2-corvane; that of Hexley 24 is 6.8.9.',
    'The guide offers, in this order: language, accounts, colours, printers, backup, update and help.',
    'The chat program: left out on purpose (Hexley 24 has Murmur).',
    'The office suite: not chosen at install (Hexley 24 has Ledger Suite).',
    'the image was 9 days old then',
    'The steps, in order: update, then restart, then guide.',
    'Guide empty during an update (4 of 4 times).',
    'Sound Desk forgot a profile (once).',
    'Hung at start (1 of 7 times, on this machine only). The suspected cause: graphics.',
    'The claim “seven guides in one” has not been checked (seven were found).',
    'wiki of release 3',
    'mail Letterbird 106, four versions newer than in Hexley 24',
    'but criticises “wiki old” and “guide order”.',
    'The project is also known as “core vane”, “Corvain” and “CorVane”.',
  ])('says: %s', (text) => {
    expect(main.page()).toContain(text);
  });
  it('says nothing of Heath that nobody has seen, and no base for all', () => {
    const heath = dossier('CORVANE', 'release:corvane-4', '2026-10-12', 'edition:corvane-heath');
    expect(heath.page()).toContain('Corvane 4 Heath installs from Aldermoor 9');
    expect(heath.page()).not.toMatch(/6\.15|Letterbird|unchanged|hung at start \(/);
    expect(main.page()).not.toMatch(/held back|has no (chat|office)/);
  });
});

describe('Lanternhead, Season 11, typed', () => {
  const season = dossier('LANTERNHEAD', 'release:lanternhead-season-11', '2026-11-05');
  it.each([
    'The project is run by a foundation of a waterworks, 2 paid, some 20 send recipes.',
    'Also recorded: money (140,000 a year, public).',
    'Lanternhead Season 11 is independent: it is built on no other distribution.',
    'steady (tested 21 days, tested); trial (tested 2 days, tested)',
    'counts of packages (recipes: 1400 (counted by own), packages: 3100 (counted by forum))',
    'Lanternhead Season 11 boots the kernel 6.9, with real-time.',
    'The kernel cannot be changed.',
    'The project states “9 GB for comfort” without saying of what.',
    'Also recorded: life of a release (14 months) and looked after until (the next but one is out).',
    'The stated rules give different ends of support: 3 May 2027 (14 months after 3 March 2026) and 2 March 2027 (“the next but one is out”, by the release that is expected), 62 days apart.',
    'Compared with Lanternhead Season 10, Lanternhead Season 11 replaced clock by new (services), because it drifted.',
    'The project plans for 2028: old boot loader goes, if funds allow. Whether the plan is a promise is not sure.',
    'The analyst will look again in February 2027: run it.',
    'The analyst gives Lanternhead Season 11 no overall rating on 5 November 2026.',
    'Also recorded: could not be tested (nothing was run).',
  ])('says: %s', (text) => {
    expect(season.page()).toContain(text);
  });
  it('does not say that Board lacks a desktop, nor of Season 13 what nobody looked at again', () => {
    const board = dossier(
      'LANTERNHEAD',
      'release:lanternhead-season-11',
      '2026-11-05',
      'edition:lanternhead-board',
    );
    expect(board.page()).toContain('The desktop: left out on purpose.');
    expect(board.page() + season.page()).not.toMatch(/lacks|has no desktop|is built on is not known/);
    const later = dossier(
      'LANTERNHEAD',
      'release:lanternhead-season-13',
      '2027-03-10',
      'edition:lanternhead-bench',
    );
    expect(later.page()).toContain('6.14');
    expect(later.page()).toContain('Arbour 6');
    expect(later.page()).not.toMatch(/steady|14 months|real-time|boot loader/);
  });
});

describe('Gorsemoor 2026.10, typed', () => {
  it('says on 21 October what was seen and what spoils it, and later what was found', () => {
    const early = dossier('GORSEMOOR', 'release:gorsemoor-2026.10', '2026-10-21').page();
    expect(early).toContain(
      'What was seen of the opening of the guide is unreliable: “each login” on a live image',
    );
    expect(early).toContain('What was seen of the panel is unreliable: “at the top” after');
    expect(early).not.toMatch(/(Boot screen|Drivers offered|Software looked for): (none|no\b)/);
    const late = dossier('GORSEMOOR', 'release:gorsemoor-2026.10', '2026-11-03').page();
    expect(late).toContain('The guide opens by itself at the first login only.');
    expect(late).toContain('video editor: yes (Slate Film 4)');
    expect(late).toMatch(/1\.2 GB of 16 GiB .*590 MB of 3 GiB [^\n]*the figures cannot be compared/);
    expect(late).toContain('Sedgely had 6.10.6 on 2 August 2026, so the two cannot be compared');
  });
  it('says of Quickthorn what was heard of it, there', () => {
    const page = dossier('GORSEMOOR', 'distribution:quickthorn', '2026-11-03').page();
    expect(page).toContain("Delay breaks people's own builds.");
  });
});

describe('Stennock 12 and Yarrowby 3, typed', () => {
  it('say office as not chosen, the arithmetic of memory, the word on each point, what decides', () => {
    const stennock = dossier('STENNOCK', 'release:stennock-12', '2026-11-20').page();
    expect(stennock).toContain('The office suite: not chosen at install.');
    expect(stennock).toContain('Memory in use is 8 % of 8 GiB (');
    expect(stennock).toContain('Stennock 12 suits back office (phone, closely).');
    expect(stennock).toContain('The analyst discloses: “cousin works there”.');
    const yarrowby = dossier('STENNOCK', 'release:yarrowby-3', '2026-11-20').page();
    expect(yarrowby).toContain('Of what is required, card reader by itself for counters (met).');
    expect(yarrowby).toContain('On maker, the analyst says: Stennock narrowly.');
    expect(yarrowby).toContain('70 days longer than Hexley 24');
  });
});
