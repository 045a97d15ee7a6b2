/** The map from far away: thousands of plates and bands as one shape for each colour and brightness. */
import { computed, type Ref } from 'vue';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import type { GraphLink, LineageGraph } from '../../../core/lineage/lineageGraph.ts';
import type { Drawn } from '../../../core/lineage/map/bands.ts';
import type { MapLayout } from '../../../core/lineage/map/layoutMap.ts';

/** A band as a path, with its link. */
export interface DrawnBand extends Drawn {
  readonly link: GraphLink;
}

interface FarOptions {
  readonly isMark: Ref<boolean>;
  readonly layout: Ref<MapLayout>;
  readonly graph: Ref<LineageGraph>;
  readonly bands: Ref<readonly DrawnBand[]>;
  readonly scale: Ref<number>;
  readonly colourOf: (id: RecordId) => string;
  readonly isDim: (id: RecordId) => boolean;
}

/** How wide bands are, in pixels: one of a whole pixel is drawn piece by piece, and grows dark where many lie upon each other. */
export const FAR_BAND = 1.1;
/** The room that a name takes, in pixels: smaller families are not named. */
const NAME_ROOM = 30;
const NAME_HEIGHT = 14;
const NAME_WIDTH = 120;

/** Plates as one shape, where they are too small for more. */
export function useFarShapes({ isMark, layout, graph, bands, scale, colourOf, isDim }: FarOptions) {
  const farShapes = computed(() => {
    if (!isMark.value) return { bands: [], plates: [] };
    const { width, height } = layout.value.detail;
    const keyOf = (id: RecordId, dim: boolean) => `${colourOf(id)} ${dim ? 'dim' : ''}`;
    return {
      bands: joined(
        bands.value
          .filter(({ link }) => link.kind === 'lineal')
          .map(({ link, path }) => [keyOf(link.base, isDim(link.base) || isDim(link.derivative)), path]),
      ),
      plates: joined(
        layout.value.plates.map(({ id, x, y }) => [
          keyOf(id, isDim(id)),
          `M${x} ${y}h${width}v${height}h${-width}z`,
        ]),
      ),
    };
  });

  /** Names of the larger families, written beside their roots. */
  const farNames = computed(() => {
    if (!isMark.value) return [];
    const sizes = new Map<RecordId, number>();
    for (const { root } of graph.value.nodes.values()) sizes.set(root, (sizes.get(root) ?? 0) + 1);
    const { height, rowGap } = layout.value.detail;
    const pitch = (height + rowGap) * scale.value;
    const large = layout.value.plates
      .filter(({ id }) => (sizes.get(id) ?? 0) * pitch > NAME_ROOM)
      .map(({ id, x, y }) => ({ id, x, y: y + height / 2, name: graph.value.nodes.get(id)?.name ?? '' }));
    // The larger family is named first; a name that would lie on another is left out.
    const named: typeof large = [];
    for (const each of large.sort((a, b) => sizes.get(b.id)! - sizes.get(a.id)!)) {
      const isFree = named.every(
        ({ x, y }) =>
          Math.abs(y - each.y) * scale.value > NAME_HEIGHT || Math.abs(x - each.x) * scale.value > NAME_WIDTH,
      );
      if (isFree) named.push(each);
    }
    return named;
  });

  return { farShapes, farNames };
}

/** Path texts of one key as one path. */
function joined(entries: readonly (readonly [key: string, path: string])[]) {
  const paths = new Map<string, string[]>();
  for (const [key, path] of entries) {
    const known = paths.get(key);
    if (known) known.push(path);
    else paths.set(key, [path]);
  }
  return [...paths].map(([key, parts]) => {
    const [colour, dim] = key.split(' ');
    return { colour, isDim: dim === 'dim', d: parts.join('') };
  });
}
