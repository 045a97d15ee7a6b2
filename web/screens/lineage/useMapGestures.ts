/** Pointer and wheel on the map: moving, zooming, choosing, and drawing a link from a handle. */
import { ref, type Ref } from 'vue';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import type { MapLayout } from '../../../core/lineage/map/layoutMap.ts';
import type { useMapView } from './useMapView.ts';

interface GestureOptions {
  readonly host: Ref<SVGSVGElement | null>;
  readonly mapView: Pick<ReturnType<typeof useMapView>, 'view' | 'zoom' | 'pan' | 'middleOf'>;
  readonly layout: Ref<MapLayout>;
  readonly onSelect: (id: RecordId | null) => void;
  readonly onBand: (key: string) => void;
  readonly onOpen: (id: RecordId) => void;
  readonly onFold: (id: RecordId) => void;
  readonly onJoin: (base: RecordId, derivative: RecordId) => void;
  /** A link was drawn to the open ground. */
  readonly onGrow: (base: RecordId) => void;
}

interface Drag {
  x: number;
  y: number;
  moved: boolean;
  /** A link is being drawn from this plate: as the base, or as the derivative. */
  readonly from?: { readonly id: RecordId; readonly as: 'base' | 'derivative' };
}

/** Pixels by which a handle stands out of its plate. */
const HANDLE = 9;
/** Pixels after which a press is a drag. */
const SLOP = 4;

/** Pointer and wheel on the map. */
export function useMapGestures(options: GestureOptions) {
  const { host, mapView, layout } = options;
  const hovered = ref<RecordId | null>(null);
  /** The plate under a link that is being drawn. */
  const target = ref<RecordId | null>(null);
  const rubber = ref<{ x1: number; y1: number; x2: number; y2: number } | null>(null);
  let drag: Drag | null = null;

  /** A point of the window in the frame. */
  function inFrame(event: MouseEvent): { x: number; y: number } {
    const box = host.value!.getBoundingClientRect();
    return { x: event.clientX - box.left, y: event.clientY - box.top };
  }
  /** Which plate is under the pointer; marks are found from a little beside them too. */
  function plateAt(event: MouseEvent, beside = 0): RecordId | null {
    const at = inFrame(event);
    const { x, y, scale } = mapView.view.value;
    const [left, top] = [(at.x - x) / scale, (at.y - y) / scale];
    const { width, height, id } = layout.value.detail;
    const slack = (id === 'mark' ? 2 : beside) / scale;
    const found = layout.value.plates.find(
      (plate) =>
        left >= plate.x - slack &&
        left <= plate.x + width + slack &&
        top >= plate.y - slack &&
        top <= plate.y + height + slack,
    );
    return found?.id ?? null;
  }
  const within = (event: Event, name: string) =>
    (event.target as Element).closest<SVGElement>(`[data-${name}]`)?.dataset;

  function wheel(event: WheelEvent): void {
    event.preventDefault();
    if (event.ctrlKey || event.metaKey) mapView.zoom(Math.exp(-event.deltaY / 300), inFrame(event));
    else if (event.shiftKey) mapView.pan(-event.deltaY, 0);
    else mapView.pan(-event.deltaX, -event.deltaY);
  }

  function pointerdown(event: PointerEvent): void {
    if (event.button !== 0) return;
    const handle = within(event, 'handle');
    const from = handle && { id: handle.of!, as: handle.handle as 'base' | 'derivative' };
    drag = { x: event.clientX, y: event.clientY, moved: false, ...(from && { from }) };
    if (from) host.value!.setPointerCapture(event.pointerId);
  }

  function pointermove(event: PointerEvent): void {
    if (!drag || event.buttons === 0) {
      hovered.value = plateAt(event) ?? plateAt(event, HANDLE);
      return;
    }
    const [dx, dy] = [event.clientX - drag.x, event.clientY - drag.y];
    if (!drag.moved && Math.hypot(dx, dy) < SLOP) return;
    drag.moved = true;
    if (drag.from) {
      const start = mapView.middleOf(drag.from.id)!;
      const half =
        ((drag.from.as === 'base' ? 1 : -1) * layout.value.detail.width * mapView.view.value.scale) / 2;
      const end = inFrame(event);
      rubber.value = { x1: start.x + half, y1: start.y, x2: end.x, y2: end.y };
      target.value = plateAt(event);
      return;
    }
    drag.x = event.clientX;
    drag.y = event.clientY;
    mapView.pan(dx, dy);
  }

  function pointerup(event: PointerEvent): void {
    const from = drag?.moved ? drag.from : undefined;
    rubber.value = null;
    target.value = null;
    if (!from) return;
    const to = plateAt(event);
    if (to && to !== from.id) {
      if (from.as === 'base') options.onJoin(from.id, to);
      else options.onJoin(to, from.id);
    } else if (!to && from.as === 'base') options.onGrow(from.id);
  }

  function click(event: MouseEvent): void {
    if (drag?.moved || within(event, 'handle')) return;
    const fold = within(event, 'fold');
    const band = within(event, 'band');
    const id = plateAt(event);
    if (fold) options.onFold(fold.fold!);
    else if (id || !band) options.onSelect(id);
    else options.onBand(band.band!);
  }

  function dblclick(event: MouseEvent): void {
    const id = plateAt(event);
    if (id) options.onOpen(id);
  }

  const pointerleave = () => {
    hovered.value = null;
  };
  const listeners = { wheel, pointerdown, pointermove, pointerup, pointerleave, click, dblclick };
  return { hovered, target, rubber, listeners };
}
