/**
 * A plate of the map as a few rectangles and texts: the same on the screen and in an exported picture. Colours are
 * given by their meaning; whoever draws knows how they look in light and dark.
 */
import type { StripAreaId } from '../catalogue/stripAreas.ts';
import { isApart, type StripBar } from '../layers/strip.ts';
import type { PlateFacts } from '../overview/plateFacts.ts';
import { isOver } from '../lineage/life.ts';
import type { Detail } from '../lineage/map/detail.ts';
import { subtitleOf, remarkOf } from './plateWords.ts';
import { type MeasureText, fitText } from './fitText.ts';

/** What a colour means. */
export type Ink = 'ink' | 'soft' | 'track' | 'trouble' | 'surface' | 'family' | StripAreaId;

/** One rectangle or text of a plate, in map units. */
export type Mark =
  | {
      readonly type: 'rect';
      readonly x: number;
      readonly y: number;
      readonly width: number;
      readonly height: number;
      readonly radius: number;
      readonly ink: Ink;
      /** Hatched: not examined. */
      readonly hatched?: boolean;
    }
  | {
      readonly type: 'text';
      readonly x: number;
      /** The base line. */
      readonly y: number;
      readonly text: string;
      readonly size: number;
      readonly weight: 400 | 500 | 700;
      readonly ink: Ink;
    };

const INSET = 12;
/** What stands at the right edge of a plate of several editions, to show them apart. */
const EDITIONS_MARK = 28;

/** A plate at a detail, from its upper left corner. The ground and its border are left to whoever draws. */
export function drawPlate(facts: PlateFacts, detail: Detail, measure: MeasureText): Mark[] {
  const { width, height } = detail;
  const bar: Mark = { type: 'rect', x: 0, y: 0, width: 5, height, radius: 2, ink: 'family' };
  const room = width - INSET - 8;
  const over = isOver(facts.standing);
  const name = (y: number, size: number, space: number) =>
    nameMarks(facts, y, size, space, over ? 'soft' : 'ink', measure);
  switch (detail.id) {
    case 'full':
      return [
        bar,
        ...name(17, 13, facts.editions > 1 ? room - EDITIONS_MARK : room),
        textMark(subtitleOf(facts), 31, 11, 'soft', room, measure),
        ...(facts.link
          ? stripMarks(facts.strip, INSET, 38, room, 5)
          : [textMark(remarkOf(facts), 43, 10.5, inkOfRemark(facts), room, measure)]),
      ];
    case 'strip':
      return [
        bar,
        ...name(16, 13, room),
        ...(facts.link
          ? stripMarks(facts.strip, INSET, 25, room, 4)
          : [textMark(remarkOf(facts), 29, 10.5, inkOfRemark(facts), room, measure)]),
      ];
    case 'line': {
      const strip = 58;
      return [
        bar,
        ...name(15.5, 12.5, room - strip - 6),
        ...(facts.link
          ? stripMarks(facts.strip, width - strip - 8, 9, strip, 4)
          : [shortRemark(facts, width - 8, 15, measure)]),
      ];
    }
    case 'name':
      return [
        bar,
        ...name(12.5, 12, room),
        ...(facts.link ? stripMarks(facts.strip, INSET, 15.5, room, 2) : []),
      ];
    case 'mark':
      return [{ ...bar, width, radius: 1 }];
  }
}

/** One word at the right edge. */
function shortRemark(facts: PlateFacts, right: number, y: number, measure: MeasureText): Mark {
  const text = remarkOf(facts).split(':')[0];
  const size = 10.5;
  return {
    type: 'text',
    x: right - measure(text, size, 400),
    y,
    text,
    size,
    weight: 400,
    ink: inkOfRemark(facts),
  };
}

const inkOfRemark = (facts: PlateFacts): Ink => (isUnplaced(facts) ? 'trouble' : 'soft');

/** True where a base is missing that there ought to be. */
export function isUnplaced(facts: PlateFacts): boolean {
  return !facts.link && !facts.independent && !facts.dependsOnEdition && !isOver(facts.standing);
}

function nameMarks(
  facts: PlateFacts,
  y: number,
  size: number,
  room: number,
  ink: Ink,
  measure: MeasureText,
): Mark[] {
  const name = fitText(facts.name, size, 700, room, measure);
  const used = measure(name, size, 700) + 4;
  const marks: Mark[] = [{ type: 'text', x: INSET, y, text: name, size, weight: 700, ink }];
  const left = room - used;
  if (facts.version && name === facts.name && measure(facts.version, size, 500) <= left)
    marks.push({ type: 'text', x: INSET + used, y, text: facts.version, size, weight: 500, ink: 'soft' });
  return marks;
}

function textMark(text: string, y: number, size: number, ink: Ink, room: number, measure: MeasureText): Mark {
  return { type: 'text', x: INSET, y, text: fitText(text, size, 400, room, measure), size, weight: 400, ink };
}

function stripMarks(strip: readonly StripBar[], x: number, y: number, width: number, height: number): Mark[] {
  const gap = width > 80 ? 4 : 2;
  const one = (width - gap * (strip.length - 1)) / strip.length;
  return strip.flatMap((bar, i): Mark[] => {
    const left = x + i * (one + gap);
    const ground: Mark = {
      ...{ type: 'rect', x: left, y, width: one, height, radius: 2, ink: 'track' },
      ...(bar.looked === 0 && { hatched: true }),
    };
    // Said, and nothing to hold it against: a thin line, so that it is neither empty nor hatched.
    if (isApart(bar)) {
      const line = { x: left, y: y + height / 2 - 0.5, width: one, height: 1, radius: 0 };
      return [ground, { type: 'rect', ...line, ink: bar.area }];
    }
    if (bar.level === 0) return [ground];
    const fill = (one * bar.level) / 3;
    return [ground, { type: 'rect', x: left, y, width: fill, height, radius: 2, ink: bar.area }];
  });
}
