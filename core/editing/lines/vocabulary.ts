/**
 * Words and phrases of the trade, as they are completed while one types: the more usual first among those that begin alike. No names of
 * products. A new one is one word in this table.
 */
const WORDS = `
a little over, a little under, just under, just over, about, at least, at most, of this edition, opens a calendar, variant of the base's,
installed, virtual, hardware, live, index never, index same day, nothing changed, nothing open, process viewer, terminal tool, terminal open,
on this machine only, nobody to keep them, this machine, machine, memory, minutes, after start, after use, cores, processor, graphics, network,
archives, archive, repositories, repository, packages, package, mirrors by region, mirrors, regions, security, updates, update, upgrade,
in front, behind, own builds, builds, built, people's own builds, desktop's parts, desktop, default, base, community, third party, held, tested,
recipes, reached, steady, stable, testing, candidate, final, moving, pinned, rolling, long-term, frozen, season,
kernel, kernels, real-time, low latency, patches, timer, older processors, suffix, scheduler, cannot be changed, changed, stock, offered,
drivers, driver, vendor, open, printers, printer, scanner, card reader, sound, bar codes, camera, network cards, of one maker, after update, no date for a fix, cause known, for comfort,
icons, widgets, window frames, windows, window, cursor, fonts, font, login, boot screen, wallpapers, wallpaper, variant of the base's, variant, themes, theme,
colours, light, dark, layouts, layout, panel at the top, panel at the bottom, panel, at the left, at the right, calendar, menu, clock, dock, tray, buttons,
guide, language, languages, accounts, backup, backup place, help, each login, first login only, first login, login screen, mail, browser, chat, office, office programs,
editor, music, video editor, video, picture editor, pictures, notes, planner, disks, games, file manager, files, terminal, transfer, recording,
check the medium, safe graphics, install, installer, installing, the usual one, time zone, twice, asked, online, offline, printing, sessions, users, mail program,
restart, restore points, daily, weekly, monthly, each month, half year, first Tuesday, March, September, years, year, months, weeks, days, hours,
documentation, documents, wiki, forum, chat room, phone, handbook, outdated, works, dead, empty, questions answered, answer, call, address, redirects,
volunteers, volunteer, company, foundation, university, government, people, someone, members, paid, accounts are public, public, currency, waterworks, measuring, stations,
easy to find, slow, quick, easily found, download, easily, checksum,
sandboxed bundles, sandboxed, bundles, portable applications, portable, application, applications, formats, build recipes, by choice, on purpose, without, with,
came up empty, during an update, while an update ran, forgot a profile, profile, profiles, hung at start, hung, once, known issue, mixed up, cause known, maker, fix,
clean-up, inputs, settings, deep, functions, borrowed, its own, another project, own, originals, tools of its own, too many,
current mail program, current, matters, a detail, decides, order of the guide, order, look, way of building, plain base, the plain base, replace much, replaces, replaced, replace, those who want, people with one machine, people who want, want to install what they like,
its desktop needs newer parts, newer parts, newer, older, drifted, dropped, second, service, boot loader, if funds allow, goes, promise,
support, supported until, supported, promised, until, in place, new install, outlive their bases, neither without doubt, neither, clearly, narrowly, even, nobody will change it, counters, back office, office,
at once, by hand, from its maker, not chosen, full suite, suite, a matter of taste, taste, cannot be compared, agree, no difference, difference,
cousin, works for, computers, town hall, counter, card, reader, in other places,
its window says so, seen nowhere else, never seen, elsewhere, nowhere, purpose not said, nobody says, says,
where measuring goes on for years, where, whether, which, because, since, based on, between, however, everything, nothing, something, not looked at again
`;

/** The words in their order. */
export const VOCABULARY: readonly string[] = WORDS.split(',')
  .map((each) => each.trim())
  .filter(Boolean);

/** What is usual of one fact, or behind one word: completed before all other words. */
const USUAL: Readonly<Record<string, string>> = {
  'editions.bootEntries': 'try, install, check the medium, safe graphics, memory test',
  'editions.installerPages': 'printers, backup place, language, users, network',
  'welcome.actions':
    'update, language, accounts, colours, printers, backup, help, network, scanner, mail, users, mirrors, keys, drivers, codecs, applications, browser, kernels, restore points, layout, theme, formats, documentation, donate, reset, start installer, terminal, web page',
  'welcome.problems': 'backup before update, drivers before update, update last',
  'welcome.repeats': 'printers, language, network',
  'welcome.reached': 'menu, panel, settings, as “',
  'help.channels':
    'wiki, forum, works, outdated, chat room, dead, redirects, phone, mailing list, call, handbook, on disk, Thursdays, faults',
  'defaults.ownTools':
    'clean-up, backup, inputs, profiles, mirrors by region, from, settings, drivers, boot repair, start-up programs',
  'experience.hardware': 'at once, by hand, not, card reader, printer, scanner, a driver from its maker',
  'repositories.archives': 'main, updates, security, own, base, people, community',
  'repositories.formats': 'bundles, portable, last page of the guide, build recipes',
  'kernel.offered': 'long-term, stock, real-time, low latency',
  'kernel.patches': 'real-time, low latency',
  'defaults.moreApplications': 'music, bar codes, disks, notes, games, planner',
  'defaults.restorePoints': 'daily, weekly, monthly',
  'identity.maker': 'volunteers, company, foundation',
  'model.cadence': 'first Tuesday of, each half year, each month, March, September',
  'experience.untested': 'nothing was run',
  'editions.download': 'easy to find, slow, quick',
  'editions.installer': 'the usual one, its own',
  'themes.login': "variant of the base's, own",
  borrows: 'installer, package tool, welcome tool, desktop, theme, kernel',
  weakness: 'matters, a detail, decides',
  strength: 'matters, a detail, decides',
  point:
    'better, narrowly, clearly, closely, even, agree, neither, cannot be compared, no difference, taste, decides, matters, a detail, worse, young, other aim, languages',
  must: 'by itself, yes, no, not known',
  suits: 'since, closely, clearly, narrowly',
  'model.lifeRule': 'the next but one is out, the next is out',
};

/** What the conditions of a line are usually made of. */
export const USUAL_CONDITIONS: readonly string[] =
  'process viewer, terminal tool, virtual, hardware, installed, live, idle, terminal open, editor open, browser and editor open, index never, index same day, nothing open, 1 core, cores, min'.split(
    ', ',
  );

/** The words that are usual of a fact, or behind a word. */
export function usualOf(key: string): readonly string[] {
  return USUAL[key]?.split(', ') ?? [];
}
