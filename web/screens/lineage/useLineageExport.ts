/** What is shown, as files: pictures with legend and date, and the graph for other programs. */
import type { Ref } from 'vue';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import { formatDot, formatGraphMl, type GraphFileOptions } from '../../../core/exchange/graphFile.ts';
import { formatMapPicture } from '../../../core/drawing/mapPicture.ts';
import { formatNumberOf } from '../../../core/wording/valueText.ts';
import type { PlateFacts } from '../../../core/overview/plateFacts.ts';
import type { LineageGraph } from '../../../core/lineage/lineageGraph.ts';
import { familyColours } from '../../../core/drawing/familyColours.ts';
import { LIGHT_PALETTE } from '../../../core/drawing/palette.ts';
import { MAP_FONT, measureText } from '../../parts/measureText.ts';
import { bitmapOf, fontStyle, PICTURE_TOO_LARGE } from '../../parts/pictureFile.ts';
import { saveBlob, saveTextFile } from '../../parts/saveTextFile.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';
import type { ShownLayout } from './useMapLayout.ts';

interface ExportSubject {
  readonly graph: LineageGraph;
  readonly factsOf: (id: RecordId) => PlateFacts | undefined;
  readonly shown: ReadonlySet<RecordId> | undefined;
  readonly layout: ShownLayout | null;
  readonly title: string;
  readonly date: string;
  readonly filters: string;
}

/** What is shown, as files. */
export function useLineageExport(subject: Ref<ExportSubject>) {
  const notices = useNoticeStore();
  const fileName = (ending: string) => `lineage-${subject.value.date}.${ending}`;

  function picture(style?: string): string {
    const { graph, factsOf, layout, title, date, filters } = subject.value;
    const count = layout!.layout.plates.length;
    return formatMapPicture({
      layout: layout!.layout,
      graph,
      factsOf,
      title,
      subtitle: [`As of ${formatWhen(date)}`, formatNumberOf(count, 'distribution'), filters]
        .filter(Boolean)
        .join(' · '),
      colours: LIGHT_PALETTE.colours,
      familyColour: familyColours(graph, LIGHT_PALETTE.family),
      measure: measureText,
      font: MAP_FONT,
      style,
    });
  }

  function saveSvg(): void {
    saveTextFile(fileName('svg'), 'image/svg+xml', picture());
  }

  async function savePng(): Promise<void> {
    const bitmap = await bitmapOf(picture(await fontStyle()));
    if (bitmap) saveBlob(fileName('png'), bitmap);
    else notices.tell(PICTURE_TOO_LARGE);
  }

  const graphFile = (): GraphFileOptions => subject.value;
  const saveGraphMl = () =>
    saveTextFile(fileName('graphml'), 'application/graphml+xml', formatGraphMl(graphFile()));
  const saveDot = () => saveTextFile(fileName('dot'), 'text/vnd.graphviz', formatDot(graphFile()));

  /** Prints the picture on one page, by a frame of its own that goes when the print dialogue is closed. */
  function print(): void {
    const frame = document.createElement('iframe');
    frame.className = 'print-frame';
    frame.setAttribute('aria-hidden', 'true');
    frame.style.cssText = 'position:fixed;width:0;height:0;border:0;left:-10px';
    frame.addEventListener('load', () => {
      const { document: page } = frame.contentWindow!;
      page.title = subject.value.title;
      const svg = new DOMParser().parseFromString(picture(), 'image/svg+xml').documentElement;
      svg.setAttribute('style', 'width:100%;height:auto;max-height:98vh');
      page.body.style.margin = '0';
      page.body.append(page.importNode(svg, true));
      frame.contentWindow!.addEventListener('afterprint', () => frame.remove());
      frame.contentWindow!.print();
    });
    frame.src = 'about:blank';
    document.body.append(frame);
  }

  return { saveSvg, savePng, saveGraphMl, saveDot, print };
}
