/** How the project of the base stands to a link over time, as it is typed: `2018: unofficial; Apr 2024: official; no more`. */
import type { Link } from '../catalogue/link.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import { parseWhen } from '../catalogue/parseWhen.ts';
import type { When } from '../catalogue/when.ts';
import { createIssue, failure, success, type Result } from '../issue.ts';

/** Reads dated entries, parted by semicolons; the date may be left out. Issue `paste.date`. */
export function parseEndorsed(text: string, today: When): Result<Link['endorsed']> {
  const entries: Link['endorsed'] = [];
  for (const part of text.split(';').map((each) => each.trim())) {
    if (!part) continue;
    const [, before, standing] = /^([^:]+):\s*(.+)$/.exec(part) ?? [];
    const date = before ? parseWhen(before, today) : undefined;
    if (date === null) return failure(createIssue('error', 'paste.date', part, { text: before }));
    entries.push({ standing: standing ?? part, ...(date && { date }) });
  }
  return success(entries);
}

/** Writes them; `parseEndorsed` reads them back. */
export function formatEndorsed(entries: Link['endorsed']): string {
  return entries.map(({ date, standing }) => `${date ? `${formatWhen(date)}: ` : ''}${standing}`).join('; ');
}
