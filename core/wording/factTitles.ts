/** What a fact is called where its area does not stand beside it. */
import type { FactKey } from '../catalogue/factSheet.ts';

export const TITLES: Readonly<Record<string, string>> = {
  'defaults.application.mail': 'Mail program',
  'defaults.application.office': 'Office suite',
  'defaults.application.chat': 'Chat program',
  'defaults.packages': 'Preinstalled packages',
  'repositories.host': 'Archive host',
  'repositories.pinning': 'Release named in the archive list',
  'repositories.holding': 'Time held for testing',
  'repositories.holdingMost': 'Longest time held for testing',
  'repositories.keys': 'Trusted keys',
  'kernel.offered': 'Kernels offered',
  'kernel.flavour': 'Kernel flavour',
  'kernel.scheduler': 'Kernel scheduler',
  'kernel.patches': 'Kernel patches',
  'kernel.changeable': 'Kernel can be changed',
  'kernel.delay': 'Kernel behind upstream',
  'themes.icons': 'Icon theme',
  'themes.widgets': 'Widget theme',
  'themes.cursor': 'Cursor theme',
  'themes.font': 'Interface font',
  'themes.dark': 'Dark by default',
  'themes.toolkits': 'Toolkits in use',
  'welcome.guide': 'Welcome guide',
  'welcome.owner': 'Maker of the guide',
  'welcome.opens': 'Opening of the guide',
  'welcome.reached': 'Way to the guide',
  'welcome.actions': 'Steps of the guide',
  'welcome.settings': 'Settings in the guide',
  'welcome.showsDone': 'Guide shows what is done',
  'welcome.repeats': 'Guide repeats the installer',
  'welcome.offline': 'Guide works offline',
  'welcome.problems': 'Problems in the guide’s order',
  'model.kind': 'Release model',
  'model.supportEnd': 'End of support',
  'model.delay': 'Delay behind the base',
  'model.claimed': 'Release model as claimed',
  'model.cadence': 'Release cadence',
  'tools.graphical': 'Graphical package tool',
  'tools.command': 'Package command',
  'help.answer': 'Time to an answer',
};

/** Choices that say too little by themselves. */
const CHOICES: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  'editions.imageKind': { live: 'live only', both: 'live and installable' },
  'editions.installerMode': { both: 'online and offline' },
};

/** A value that says what it means where its fact alone does not: `both` of an image as `live and installable`. */
export const choiceOf = (key: string, text: string): string => CHOICES[key]?.[text] ?? text;

/** The title of a fact, with a capital. */
export function titleOf({ key, label }: Pick<FactKey, 'key' | 'label'>): string {
  return TITLES[key] ?? label;
}

/** The same within a sentence: `mail program`. */
export function nounOf(fact: Pick<FactKey, 'key' | 'label'>): string {
  const title = titleOf(fact);
  return /^\p{Lu}\p{Ll}/u.test(title) ? title[0].toLowerCase() + title.slice(1) : title;
}
