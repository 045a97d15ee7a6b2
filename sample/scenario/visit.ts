/** One sitting of the scenario’s analyst, as it was typed: a live session of Bramblecote, and its site. */
import { applyDiff } from '../../core/catalogue/applyDiff.ts';
import type { Catalogue } from '../../core/catalogue/catalogue.ts';
import { writeLines } from '../../core/editing/lines/pastedLines.ts';

const LINES = [
  'about Bramblecote 3',
  'from live, virtual, 4 GiB, 2 cores, index never, 20 Nov 2026, by M. Ardley',
  'clock right, opens a calendar',
  'menu a grid, opens at the left',
  'tray updates, sound, network',
  'drivers none',
  'looked for video editor: no',
  'steps first start: refresh the index > restart > tool for drivers, else its list stays empty',
  'fault tool for drivers opens before the index is fetched, 3 of 3, matters',
  'fault sound menu forgot its output, once ?',
  'ask are drivers offered on an installed system? because the session never had an index',
  'device card reader: by hand (a driver from its maker)',
  'untested printing: no printer in reach',
  'from page bramblecote.example/next, 2 Nov 2026',
  'plan an edition without the tool for drivers, Apr 2027, if anybody asks ?',
  'event its forum moved to another host, Sep 2026',
] as const;

/** The catalogue with the sitting in it. Throws where a line is refused: the scenario contradicts itself then. */
export function withVisit(catalogue: Catalogue): Catalogue {
  const turn = { subject: null, source: null };
  const context = { catalogue, turn, today: '2026-11-20', author: 'M. Ardley' };
  const edited = writeLines(context, LINES.join('\n'));
  const refused = edited.ok ? edited.value.made.lines.find(({ issues }) => issues.length > 0) : undefined;
  const after = edited.ok ? applyDiff(catalogue, edited.value.diff) : edited;
  if (refused || !after.ok) throw new Error(`sample: “${refused?.text ?? 'the visit'}” is refused`);
  return after.value;
}
