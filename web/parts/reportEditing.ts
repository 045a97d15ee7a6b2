/** What the parts of a told document need to be rewritten in place; the verbs themselves are stores/useReportEditing.ts. */
import { inject, provide, type InjectionKey, type Ref } from 'vue';
import type { Editorial } from '../../core/catalogue/editorial.ts';
import type { RecordId } from '../../core/catalogue/recordId.ts';
import type { OwnParagraph, Rewriting } from '../../core/editing/reports.ts';
import type { ReportPart } from '../../core/telling/document.ts';
import type { Outdated } from '../../core/telling/lastWord.ts';

/** A place in a report: a sentence of a part, its heading (an empty key), or a paragraph to be written (`new`). */
export interface OpenPlace {
  readonly part: string;
  readonly at: string;
}

/** The editing of one report. The verbs give true where their edit was taken. */
export interface ReportEditing {
  readonly isOn: Ref<boolean>;
  readonly open: Ref<OpenPlace | null>;
  /** True where headings, paragraphs and the order of parts are meant for every report of the kind. */
  readonly forAll: Ref<boolean>;
  readonly told: Readonly<Ref<readonly ReportPart[]>>;
  readonly leftOut: Readonly<Ref<readonly ReportPart[]>>;
  /** By the id of the words. */
  readonly outdated: Readonly<Ref<ReadonlyMap<RecordId, Outdated>>>;
  readonly arrange: (ids: readonly string[]) => boolean;
  readonly rewrite: (rewriting: Rewriting) => boolean;
  readonly restore: (editorial: Editorial) => boolean;
  readonly write: (paragraph: OwnParagraph, id: RecordId | null) => boolean;
  readonly leaveOut: (part: string) => boolean;
  readonly putBack: (part: string) => boolean;
  readonly move: (part: string, by: number) => boolean;
}

interface PartEditing {
  readonly part: string;
  readonly editing: ReportEditing;
}

const KEY: InjectionKey<PartEditing> = Symbol('part editing');
export const providePartEditing = (editing: PartEditing): void => provide(KEY, editing);
/** Undefined where what is told cannot be rewritten. */
export const usePartEditing = (): PartEditing | undefined => inject(KEY, undefined);
