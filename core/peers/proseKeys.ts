/** Facts whose value is a sentence of its own, or a date: everybody's differs, so that it sets nobody apart. They are shown all the same. */
const PROSE = [
  'identity: purpose, audience, notFor, sponsor, money, purposeFound, naming, givesBack, popularity, ranks, since, standings, makers',
  'lineage: wording, reason, endorsements',
  'editions: images, imageDate, download, refreshed, checksum, failures, installerOdd, offered',
  'repositories: howBuilt, backports, counts, notable, keys, mirrorsByRegion',
  'themes: alikeTest, wallpapers',
  'welcome: problems',
  'defaults: handling, addedByAnalyst, unusual',
  'model: words, support, supportEnd, editionEnds, updatesSeen, datesKept, roles, lifeRule',
  'tools: probes, oneFormat',
  'footprint: adviceUnclear, processorLeast',
  'experience: hardware, network, sessions, works, stability, speed, upgrade, author, untested',
  'help: site, documents',
];

const KEYS: ReadonlySet<string> = new Set(
  PROSE.flatMap((line) => {
    const [area, names] = line.split(': ');
    return names.split(', ').map((name) => `${area}.${name}`);
  }),
);

/** True for a fact that everybody has in words of their own. */
export const isProse = (key: string): boolean => KEYS.has(key);

/** The keys; a test asks that each is one of the fact sheet. */
export const PROSE_KEYS: readonly string[] = [...KEYS];
