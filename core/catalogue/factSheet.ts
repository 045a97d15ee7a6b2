/**
 * The fact sheet as data: every key an analyst can record, with its area, type and unit. A new key is one
 * entry here; tables, editing, comparing and reports follow from it.
 */
import type { AreaId } from './areas.ts';
import { VALUE_SCHEMAS, type Element, type FactValue, type ValueType } from './factValue.ts';
import { failure, success, createIssue, type Result } from '../issue.ts';

/** A key of the fact sheet. */
export interface FactKey {
  readonly key: string;
  readonly area: AreaId;
  readonly label: string;
  readonly type: ValueType;
  readonly unit?: string;
  /** For a choice: what can be chosen. */
  readonly choices?: readonly string[];
  /** What the value says, for the editor and for screen readers. */
  readonly help: string;
  /** True if a base hands it down to its derivatives: a name or a date of its own is not inherited. */
  readonly inherited: boolean;
}

/** The roles that a default application can fill. Each becomes a key of the area defaults. */
export const APPLICATION_ROLES = [
  { id: 'browser', label: 'Web browser' },
  { id: 'mail', label: 'Mail' },
  { id: 'office', label: 'Office' },
  { id: 'editor', label: 'Text editor' },
  { id: 'terminal', label: 'Terminal' },
  { id: 'files', label: 'File manager' },
] as const;

type Entry = Omit<FactKey, 'area' | 'inherited'> & { inherited?: boolean };

function inArea(area: AreaId, entries: readonly Entry[]): FactKey[] {
  return entries.map((entry) => ({ inherited: true, ...entry, area }));
}

/** Every key, in the order in which tables show them. */
export const FACT_KEYS: readonly FactKey[] = [
  ...inArea('identity', [
    {
      key: 'identity.purpose',
      label: 'Purpose',
      type: 'text',
      inherited: false,
      help: 'What the project says it is for and for whom.',
    },
    {
      key: 'identity.maker',
      label: 'Maker',
      type: 'choice',
      inherited: false,
      choices: ['volunteers', 'company', 'government', 'university', 'one person'],
      help: 'Who runs the project.',
    },
    {
      key: 'identity.packageFormat',
      label: 'Package format',
      type: 'choice',
      choices: ['deb', 'rpm', 'alpm', 'own'],
      help: 'The format of its packages.',
    },
    {
      key: 'identity.standing',
      label: 'Standing',
      type: 'choice',
      inherited: false,
      choices: ['announced', 'maintained', 'dormant', 'ended', 'merged'],
      help: 'Whether the project is still maintained.',
    },
    {
      key: 'identity.baseVisible',
      label: 'Base still named',
      type: 'yesNo',
      inherited: false,
      help: 'Whether the identification file still names the base.',
    },
  ]),
  ...inArea('lineage', [
    {
      key: 'lineage.independent',
      label: 'Independent',
      type: 'yesNo',
      inherited: false,
      help: 'Looked for a base and found none.',
    },
  ]),
  ...inArea('repositories', [
    {
      key: 'repositories.archives',
      label: 'Package archives',
      type: 'list',
      help: 'The repositories that the installed system pulls from, in order.',
    },
    {
      key: 'repositories.host',
      label: 'Hosted by',
      type: 'text',
      help: 'Who serves the packages, and from how many mirrors.',
    },
    {
      key: 'repositories.formats',
      label: 'Other package formats',
      type: 'list',
      help: 'Sandboxed bundles, portable applications, build recipes: on, off, offered or disclaimed.',
    },
    {
      key: 'repositories.holding',
      label: 'Testing before release',
      type: 'number',
      unit: 'days',
      help: 'How long packages are held before users get them.',
    },
  ]),
  ...inArea('kernel', [
    {
      key: 'kernel.version',
      label: 'Default kernel',
      type: 'version',
      help: 'The version that an installed system boots.',
    },
    {
      key: 'kernel.offered',
      label: 'Others offered',
      type: 'list',
      help: 'Further kernels, and the tool that switches between them.',
    },
  ]),
  ...inArea('themes', [
    { key: 'themes.icons', label: 'Icons', type: 'text', help: 'The icon theme of a new account.' },
    {
      key: 'themes.widgets',
      label: 'Widgets and frames',
      type: 'text',
      help: 'The widget and frame theme of a new account.',
    },
    {
      key: 'themes.toolkits',
      label: 'Toolkits in the default set',
      type: 'number',
      help: 'How many toolkits the preinstalled applications use.',
    },
  ]),
  ...inArea('welcome', [
    {
      key: 'welcome.guide',
      label: 'First-start guide',
      type: 'text',
      help: 'The tool that receives a new user.',
    },
    {
      key: 'welcome.opens',
      label: 'Opens by itself',
      type: 'choice',
      choices: ['each login', 'first login only', 'never'],
      help: 'When the guide opens without being asked.',
    },
    {
      key: 'welcome.actions',
      label: 'Actions in order',
      type: 'list',
      help: 'What the guide offers, in its order.',
    },
  ]),
  ...inArea('defaults', [
    { key: 'defaults.desktop', label: 'Desktop', type: 'text', help: 'The desktop of the default session.' },
    ...APPLICATION_ROLES.map((role): Entry => ({
      key: `defaults.application.${role.id}`,
      label: role.label,
      type: 'text',
      help: `The application that fills the role "${role.label.toLowerCase()}".`,
    })),
    { key: 'defaults.init', label: 'Init system', type: 'text', help: 'What starts the services.' },
    {
      key: 'defaults.packages',
      label: 'Packages preinstalled',
      type: 'number',
      inherited: false,
      help: 'How many packages the installed system has.',
    },
  ]),
  ...inArea('model', [
    {
      key: 'model.kind',
      label: 'Model',
      type: 'choice',
      choices: ['fixed', 'long-term', 'interim', 'rolling', 'held-back rolling', 'frozen base'],
      help: 'How releases come about.',
    },
    { key: 'model.cadence', label: 'Cadence', type: 'text', help: 'How often a release appears.' },
    {
      key: 'model.supportEnd',
      label: 'Supported until',
      type: 'date',
      help: 'The end of support as the project states it.',
    },
  ]),
];

const BY_KEY = new Map(FACT_KEYS.map((entry) => [entry.key, entry]));

/** The entry of a key, or undefined for a key that this program does not know. */
export function findFactKey(key: string): FactKey | undefined {
  return BY_KEY.get(key);
}

/** The keys of an area, in order. */
export function factKeysOf(area: AreaId): FactKey[] {
  return FACT_KEYS.filter((entry) => entry.area === area);
}

/**
 * Reads what an analyst typed for a key: `10` or `10 days`, `yes`, `2029-06`, a list with an element a line or
 * separated by semicolons (`slot: name`). Issue `value.invalid` names the type that was expected.
 */
export function parseFactValue(entry: FactKey, text: string): Result<FactValue> {
  const trimmed = text.trim();
  const parsed = VALUE_SCHEMAS[entry.type].safeParse(readTyped(entry, trimmed));
  const refused = !parsed.success || (entry.choices && !entry.choices.includes(trimmed));
  if (refused) {
    const expected = entry.choices ? entry.choices.join(', ') : entry.type;
    return failure(createIssue('error', 'value.invalid', entry.label, { text: trimmed, expected }));
  }
  return success(parsed.data);
}

/** `slot: name (state)`; slot and state may be left out. */
function readElement(text: string): Element {
  const [, slot, name, state] = /^(?:([^:]{1,60}): )?(.+?)(?: \((on|off|offered|disclaimed)\))?$/.exec(text)!;
  return { ...(slot && { slot }), name, ...(state && { settings: { state } }) };
}

function readTyped(entry: FactKey, text: string): unknown {
  switch (entry.type) {
    case 'number': {
      const match = /^(-?\d+(?:\.\d+)?)\s*(\S*)$/.exec(text);
      return match && (!match[2] || match[2] === entry.unit) ? Number(match[1]) : undefined;
    }
    case 'yesNo':
      return text === 'yes' ? true : text === 'no' ? false : undefined;
    case 'list':
      return text
        .split(/[\n;]/)
        .map((line) => line.trim())
        .filter(Boolean)
        .map(readElement);
    default:
      return text;
  }
}

/** A value as an analyst types it: `parseFactValue` reads it back. Of an element's settings only the state is typed. */
export function formatTypedValue(entry: FactKey, value: FactValue): string {
  if (Array.isArray(value)) return value.map(formatElement).join('\n');
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return typeof value === 'number' && entry.unit ? `${value} ${entry.unit}` : String(value);
}

function formatElement({ slot, name, settings }: Element): string {
  return `${slot ? `${slot}: ` : ''}${name}${settings?.state ? ` (${settings.state})` : ''}`;
}
