/** Lays out the lineage map off the main thread; keeps the order of the last layout, so that nothing jumps. */
import { DETAILS } from '../../core/lineage/map/detail.ts';
import { layoutMap, type MapPlan } from '../../core/lineage/map/layoutMap.ts';
import type { LayoutAnswer, LayoutRequest } from './layoutMessages.ts';

let plan: MapPlan | null = null;

self.addEventListener('message', ({ data }: MessageEvent<LayoutRequest>) => {
  const { number, shape, detail, anew, frame } = data;
  if (shape) plan = layoutMap(shape, { frame, before: anew ? undefined : plan?.order });
  if (!plan) return;
  const answer: LayoutAnswer = {
    number,
    layout: plan.at(DETAILS[detail]),
    ...(shape && { sizes: DETAILS.map((each) => plan!.sizeAt(each)) }),
  };
  self.postMessage(answer);
});
