/** The words by which a choice is said, and those by which a yes or no is: in the notation of factWords.ts, the first that fits counts. */

type Words = readonly (readonly [value: string, words: string])[];

const MODELS: Words = [
  ['held-back rolling', 'held|held-back|delayed|curated|semi-rolling|slow rolling; semi-rolling'],
  ['frozen base', 'frozen; base|core|foundation fixed|stable|frozen applications|programs|desktop'],
  ['long-term', 'long-term|long_term'],
  ['interim', 'interim|short-lived'],
  ['rolling', 'rolling|rolls|roll'],
  ['fixed', 'fixed|point_release|point-release|point_releases|stable|versioned|numbered'],
];

/** Fact → its choices in words. */
export const CHOICE_WORDS: Readonly<Record<string, Words>> = {
  'identity.maker': [
    [
      'one person',
      'one_man|one_person|one-man|one-person|single_person|single_developer|one_developer|lone|solo|single-handed|one_guy|one_woman; alone',
    ],
    ['volunteers', 'volunteers|volunteer|hobbyists|enthusiasts|community|amateurs|unpaid'],
    ['foundation', 'foundation|association|non-profit|nonprofit|charity|society|cooperative'],
    [
      'government',
      'government|ministry|state|authority|authorities|agency|municipal|municipality|council|army|parliament|administration',
    ],
    ['university', 'university|college|polytechnic|institute|faculty|campus|academy'],
    ['company', 'company|firm|business|vendor|commercial|corporation|enterprise|start-up'],
  ],
  'identity.standing': [
    ['dormant', 'dormant|inactive|stalled|asleep|sleeping=|hibernating|paused'],
    ['merged', 'merged|absorbed'],
    ['ended', 'ended|discontinued|abandoned|dead|defunct|closed|stopped|retired|unmaintained|orphaned'],
    ['announced', 'announced'],
    ['maintained', 'maintained|active|alive|actively'],
  ],
  'identity.packageFormat': [
    ['deb', 'deb|debs'],
    ['rpm', 'rpm|rpms'],
    ['alpm', 'alpm'],
    ['own', 'own|custom|home-grown'],
  ],
  'editions.imageKind': [
    ['both', 'live install|installs|installable|installer|installing !only|not|no|without|can_not; hybrid'],
    ['installable', 'install-only|installer_only; no|not|without live; only install|installs|installable'],
    ['live', 'live_only|live-only; only live; live'],
  ],
  'editions.installerMode': [
    ['both', 'online|internet|connection offline; with without; optional|optionally; either_way'],
    [
      'offline',
      'offline; without|no|not connection|internet|network|net|online !will_not|refuses|can_not|needs|fails',
    ],
    ['online', 'online|netinstall|net-install|netinst; connection|internet|network|net'],
  ],
  'repositories.pinning': [
    ['mixed', 'mixed|mixture|mix; pinned moving !not'],
    [
      'moving',
      'moving|current|latest|rolling|newest|stable_alias !not; not|no|never|without release|version|suite|codename|number !pinned',
    ],
    ['pinned', 'pinned|pin|pins|fixed|tied|locked|named|names|codename|release|version|\\d'],
  ],
  'themes.alike': [
    ['partly', 'partly|mostly|almost|nearly|somewhat|roughly|fairly; not quite|fully|exactly|entirely'],
    [
      'no',
      'not|no|different|differ|inconsistent|stick|sticks|odd|clash|clashes|foreign|apart|mismatched|out_of_place|never',
    ],
    [
      'yes',
      'same|alike|similar|match|matches|matching|consistent|uniform|indistinguishable|identical|blend|fit',
    ],
  ],
  'welcome.opens': [
    ['live image only', 'only live'],
    ['first login only', 'first|once'],
    ['never', 'never|not|no|shut|closed|manually|hand|nowhere; need|have|must start|open'],
    ['each login', 'every|each|always|itself|own|automatically|unasked|autostart|autostarts|login|up'],
  ],
  'model.kind': MODELS,
  'model.claimed': MODELS,
};
/** Words that make a yes or no a no, beside a plain negation; what is left out is a no by negation only. */
export const NO_WORDS: Readonly<Record<string, string>> = {
  'kernel.changeable': 'fixed|locked|stuck|hard-wired|impossible',
  'repositories.documented': 'undocumented|unexplained|guess',
  'repositories.privatePossible': 'nobody|impossible|forbidden|closed',
  'editions.checksum': 'missing|absent|lacks',
  'editions.encryption': 'missing|absent|lacks|unencrypted',
  'editions.packageChoice': 'all-or-nothing|missing|absent|fixed',
  'themes.dark': 'light|bright|white',
  'welcome.showsDone': 'missing|absent|lacks|forgets',
  'welcome.offline': 'needs|requires|useless|fails',
  'lineage.official': 'unofficial|unofficially|inofficial',
  'lineage.independent': 'derivative|dependent',
};
