/**
 * Where the map is looked at from: detail, scale and place. Going nearer or farther enlarges the drawing, up to where
 * the next detail takes over; it is never drawn smaller than its text is made for.
 */
import { computed, ref, shallowRef, watch, type Ref } from 'vue';
import { DETAILS, detailThatFits, LARGEST_SCALE } from '../../../core/lineage/map/detail.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import type { ShownLayout } from './useMapLayout.ts';

interface Point {
  readonly x: number;
  readonly y: number;
}

const MARGIN = 20;
/** Left of marks, for the names of their families. */
const NAMES = 96;
/** Under the map, for the controls. */
const BELOW = 30;
/** The smallest scale of marks without text, and the largest of whole plates. */
const FARTHEST = 0.05;
const NEAREST = 1.6;
const LAST = DETAILS.length - 1;
const pitch = (detail: number) => DETAILS[detail].height + DETAILS[detail].rowGap;
/** The scale at which the next nearer detail is as large. */
const upperScale = (detail: number) => (detail === 0 ? NEAREST : pitch(detail - 1) / pitch(detail));
const lowerScale = (detail: number) => (detail === LAST ? FARTHEST : 1);
const FLIGHT = 420;

/** Which part of the map is in the frame, and how large. */
export function useMapView(shown: Ref<ShownLayout | null>, setDetail: (detail: number) => void) {
  const view = shallowRef({ x: MARGIN, y: MARGIN, scale: 1 });
  /** How large the frame is. */
  const frame = ref({ width: 0, height: 0 });
  let pending: { anchor: RecordId | null; at: Point; scale: number } | null = null;
  let flight = 0;
  /** True until the map is moved by hand: it is fitted again when its frame changes. */
  let isFitted = false;

  const plates = computed(() => new Map(shown.value?.layout.plates.map((plate) => [plate.id, plate])));

  /** The plate nearest to a point of the frame. */
  function nearestTo({ x, y }: Point): RecordId | null {
    const { layout } = shown.value!;
    const { scale, x: left, y: top } = view.value;
    let nearest: RecordId | null = null;
    let least = Infinity;
    for (const plate of layout.plates) {
      const dx = (plate.x + layout.detail.width / 2) * scale + left - x;
      const dy = (plate.y + layout.detail.height / 2) * scale + top - y;
      const distance = dx * dx + dy * dy;
      if (distance < least) [nearest, least] = [plate.id, distance];
    }
    return nearest;
  }

  /** Where the middle of a plate is in the frame. */
  function middleOf(id: RecordId): Point | null {
    const plate = plates.value.get(id);
    if (!plate) return null;
    const { width, height } = shown.value!.layout.detail;
    const { x, y, scale } = view.value;
    return { x: (plate.x + width / 2) * scale + x, y: (plate.y + height / 2) * scale + y };
  }

  /** Goes nearer (over 1) or farther (under 1), keeping what is at a point of the frame where it is. */
  function zoom(factor: number, at: Point = { x: frame.value.width / 2, y: frame.value.height / 2 }): void {
    if (!shown.value || pending) return;
    isFitted = false;
    cancelAnimationFrame(flight);
    const { detail } = shown.value;
    const { x, y, scale } = view.value;
    const next = scale * factor;
    if (next < lowerScale(detail) && detail < LAST)
      return changeDetail(detail + 1, (next * pitch(detail)) / pitch(detail + 1), at);
    if (next >= upperScale(detail) && detail > 0)
      return changeDetail(detail - 1, (next * pitch(detail)) / pitch(detail - 1), at);
    const bounded = Math.min(upperScale(detail), Math.max(lowerScale(detail), next));
    view.value = {
      scale: bounded,
      x: at.x - ((at.x - x) * bounded) / scale,
      y: at.y - ((at.y - y) * bounded) / scale,
    };
  }

  function changeDetail(detail: number, scale: number, at: Point, anchor = nearestTo(at)): void {
    const place = anchor ? middleOf(anchor) : null;
    pending = {
      anchor,
      at: place ?? at,
      scale: Math.min(upperScale(detail), Math.max(lowerScale(detail), scale)),
    };
    setDetail(detail);
  }

  /** Shows the whole map at the nearest detail at which it fits; marks are made smaller until they do. */
  function fit(): void {
    const { sizes } = shown.value ?? {};
    const { width, height } = frame.value;
    if (!sizes || !width) return;
    isFitted = true;
    cancelAnimationFrame(flight);
    const sideOf = (detail: number) => (detail === LAST ? NAMES : MARGIN);
    const room = (size: { width: number; height: number }, detail: number) =>
      Math.min((width - MARGIN - sideOf(detail)) / size.width, (height - 2 * MARGIN - BELOW) / size.height);
    const detail = detailThatFits((each) => room(sizes[each], each));
    const size = sizes[detail];
    const scale = Math.min(
      LARGEST_SCALE,
      upperScale(detail),
      Math.max(lowerScale(detail), room(size, detail)),
    );
    const centred = (space: number, own: number, least: number) =>
      Math.max(least, Math.min((space - own * scale) / 2, 3 * MARGIN));
    const goal = {
      scale,
      x: centred(width, size.width, sideOf(detail)),
      y: centred(height - BELOW, size.height, MARGIN),
    };
    if (detail === shown.value!.detail) view.value = goal;
    else {
      pending = { anchor: null, at: goal, scale };
      setDetail(detail);
    }
  }

  /** Brings a plate into the frame, moving no more than needed; nearer when only its mark could be seen. */
  function reveal(id: RecordId): void {
    const { layout, detail } = shown.value ?? {};
    const plate = plates.value.get(id);
    if (pending || !layout || !plate || detail === undefined || !frame.value.width) return;
    if (detail === LAST) {
      const at = { x: frame.value.width / 2, y: frame.value.height / 2 };
      pending = { anchor: id, at, scale: 1 };
      setDetail(LAST - 2);
      return;
    }
    const { x, y, scale } = view.value;
    const move = (from: number, size: number, space: number) =>
      Math.min(0, space - MARGIN - (from + size)) || Math.max(0, MARGIN - from);
    const dx = move(x + plate.x * scale, layout.detail.width * scale, frame.value.width);
    const dy = move(y + plate.y * scale, layout.detail.height * scale, frame.value.height);
    if (dx || dy) fly({ x: x + dx, y: y + dy, scale });
  }

  function fly(goal: { x: number; y: number; scale: number }): void {
    cancelAnimationFrame(flight);
    const from = view.value;
    if (window.matchMedia('(prefers-reduced-motion: reduce)').matches) {
      view.value = goal;
      return;
    }
    const began = performance.now();
    const step = (now: number) => {
      const t = Math.min(1, Math.max(0, (now - began) / FLIGHT));
      const eased = t < 0.5 ? 2 * t * t : 1 - (2 - 2 * t) ** 2 / 2;
      const mix = (a: number, b: number) => a + (b - a) * eased;
      view.value = { x: mix(from.x, goal.x), y: mix(from.y, goal.y), scale: mix(from.scale, goal.scale) };
      if (t < 1) flight = requestAnimationFrame(step);
    };
    flight = requestAnimationFrame(step);
  }

  /** The frame has another size. */
  function resize(width: number, height: number): void {
    const isFirst = frame.value.width === 0;
    frame.value = { width, height };
    if (isFirst || isFitted) fit();
  }

  /** Moves the map, but never out of the frame: half of it stays, or half of the frame is filled by it. */
  function pan(dx: number, dy: number): void {
    isFitted = false;
    cancelAnimationFrame(flight);
    const { x, y, scale } = view.value;
    const { width, height } = shown.value?.layout ?? { width: 0, height: 0 };
    const move = (from: number, by: number, size: number, space: number) => {
      const stays = Math.min(size, space) / 2;
      if (by < 0) return Math.max(from + by, Math.min(from, stays - size));
      return Math.min(from + by, Math.max(from, space - stays));
    };
    view.value = {
      x: move(x, dx, width * scale, frame.value.width),
      y: move(y, dy, height * scale, frame.value.height),
      scale,
    };
  }

  // A layout at another detail keeps what was looked at in its place; one of another shape keeps the given plate there.
  let kept: { id: RecordId; at: Point } | null = null;
  /** Before the graph changes: which plate is to stay where it is. */
  function hold(id: RecordId | null): void {
    const at = id && middleOf(id);
    kept = id && at ? { id, at } : null;
  }
  watch(
    shown,
    (next, last) => {
      if (!next) return;
      const { width, height } = next.layout.detail;
      const putAt = (id: RecordId, at: Point, scale: number) => {
        const plate = plates.value.get(id);
        if (!plate) return;
        view.value = {
          scale,
          x: at.x - (plate.x + width / 2) * scale,
          y: at.y - (plate.y + height / 2) * scale,
        };
      };
      if (pending) {
        if (pending.anchor) putAt(pending.anchor, pending.at, pending.scale);
        else view.value = { ...pending.at, scale: pending.scale };
        pending = null;
      } else if (last && next.shape !== last.shape && kept) putAt(kept.id, kept.at, view.value.scale);
      kept = null;
    },
    { flush: 'sync' },
  );

  /** The part of the map that is drawn: what is in the frame and a little around it; changes in steps only. */
  const box = computed(() => {
    const { x, y, scale } = view.value;
    const step = 96;
    const floor = (value: number) => Math.floor(value / step) * step;
    return [
      floor(-x) / scale,
      floor(-y) / scale,
      (floor(-x + frame.value.width) + step) / scale,
      (floor(-y + frame.value.height) + step) / scale,
    ].join(' ');
  });
  const isWhole = computed(() => {
    const { width = 0, height = 0 } = shown.value?.layout ?? {};
    const { x, y, scale } = view.value;
    return (
      x >= 0 &&
      y >= 0 &&
      x + width * scale <= frame.value.width + 1 &&
      y + height * scale <= frame.value.height + 1
    );
  });

  /** Puts a place of the map into the middle of the frame. */
  function centre(x: number, y: number): void {
    const { scale } = view.value;
    view.value = {
      scale,
      x: frame.value.width / 2 - x * scale,
      y: frame.value.height / 2 - y * scale,
    };
  }

  return { view, frame, plates, box, isWhole, zoom, fit, resize, reveal, pan, hold, middleOf, centre };
}
