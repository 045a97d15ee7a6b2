/** Facts of what a system prints of itself, a summary or the variables of its session: of second rank, where the files themselves were not at hand. */
import { parseKernelRelease } from '../../formats/kernelText.ts';
import { parseSummaryMemory, parseSummaryPackages, parseSystemSummary } from '../../formats/systemSummary.ts';
import { parseSession } from '../../formats/terminalText.ts';
import { pathOfFormat, textOf } from '../systemFiles.ts';
import { found, type FactRule } from './rule.ts';

/** What stands behind a name in brackets says where it was set; a version behind a desktop is a fact of its own. */
const bare = (text = '') => text.replace(/\s*\[[^\]]*\].*$/, '').split(', ')[0];

/** What a pasted system summary says. */
export const summary: FactRule = (system) => {
  const read = parseSystemSummary(textOf(system, 'system-summary'));
  if (!read) return [];
  const {
    Kernel = '',
    DE = '',
    Theme,
    Icons,
    Cursor,
    Font,
    Terminal,
    Memory = '',
    Packages = '',
  } = read.fields;
  const packages = parseSummaryPackages(Packages);
  const place = pathOfFormat(system, 'system-summary');
  const kernel = parseKernelRelease(Kernel.replace(/^Linux /, ''));
  const [, desktop, version] = /^(.*?)(?: v?(\d[\w.]*))?$/.exec(DE)!;
  return [
    ...found('kernel.version', kernel?.version, place, 'likely'),
    ...found('kernel.release', kernel?.release, place, 'likely'),
    ...found('defaults.desktop', desktop, place, 'likely'),
    ...found('themes.desktopVersion', version, place, 'likely'),
    ...found('themes.widgets', bare(Theme), place, 'likely'),
    ...found('themes.icons', bare(Icons), place, 'likely'),
    ...found('themes.cursor', bare(Cursor), place, 'likely'),
    ...found('themes.font', bare(Font), place, 'likely'),
    ...found('defaults.application.terminal', bare(Terminal), place, 'likely'),
    ...found('defaults.packages', packages?.count, place, 'likely'),
    ...found('identity.packageFormat', packages?.family, place, 'likely'),
    ...found('footprint.memory', parseSummaryMemory(Memory)?.usedMiB, place, 'likely'),
  ];
};

/** The session that ran, by its variables. */
export const runningSession: FactRule = (system) => {
  const read = parseSession(textOf(system, 'session-variables'));
  const place = pathOfFormat(system, 'session-variables');
  return [
    ...found('defaults.desktop', read?.desktop, place, 'likely'),
    ...found('defaults.displayServer', read?.displayServer, place, 'likely'),
  ];
};
