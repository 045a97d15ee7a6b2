/** Rewriting what is told, in place: which sentence is open, and the verbs that take the analyst's words. */
import { computed, ref, type Ref } from 'vue';
import type { Catalogue } from '../../core/catalogue/catalogue.ts';
import type { Editorial } from '../../core/catalogue/editorial.ts';
import type { RecordId } from '../../core/catalogue/recordId.ts';
import {
  arrangeParts,
  dropLastWord,
  rewriteSentence,
  writeParagraph,
  type OwnParagraph,
  type Rewriting,
} from '../../core/editing/reports.ts';
import { chooseParts, type ReportPart } from '../../core/telling/document.ts';
import type { ReportScope } from '../../core/catalogue/editorial.ts';
import { inPlace, type WordedDocument } from '../../core/telling/lastWord.ts';
import type { OpenPlace, ReportEditing } from '../parts/reportEditing.ts';
import { today } from './clock.ts';
import { useCatalogueStore } from './catalogueStore.ts';
import { useCommit } from './useCommit.ts';

/** The editing of one report. */
export function useReportEditing(
  catalogue: Ref<Catalogue>,
  scope: Ref<ReportScope | null>,
  document: Ref<WordedDocument | null>,
): ReportEditing {
  const store = useCatalogueStore();
  const commit = useCommit();
  const isOn = ref(false);
  const open = ref<OpenPlace | null>(null);
  /** True where headings, paragraphs and the order of parts are meant for every report of the kind. */
  const forAll = ref(false);
  const saying = () => ({ author: store.about?.author ?? '', date: today() });
  const wide = computed<ReportScope | null>(() =>
    scope.value && forAll.value ? { ...scope.value, subjects: [] } : scope.value,
  );
  const title = () => document.value?.title ?? '';
  const done = (taken: boolean): boolean => {
    if (taken) open.value = null;
    return taken;
  };
  const told = computed(() =>
    document.value ? chooseParts(document.value, document.value.chosen).parts : [],
  );
  const outdated = computed(
    () => new Map(document.value?.outdated.map((each) => [each.editorial.id, each]) ?? []),
  );
  const arrange = (ids: readonly string[]): boolean =>
    done(
      commit(
        arrangeParts(
          catalogue.value,
          wide.value!,
          title(),
          document.value!.parts.map(({ id }) => id),
          ids,
          saying(),
        ),
      ),
    );
  return {
    ...{ isOn, open, forAll, told, outdated, arrange },
    leftOut: computed(
      () => document.value?.parts.filter(({ id }) => !document.value!.chosen.includes(id)) ?? [],
    ),
    rewrite: (rewriting: Rewriting): boolean =>
      done(
        commit(
          rewriteSentence(
            catalogue.value,
            rewriting.at === '' ? wide.value! : scope.value!,
            title(),
            rewriting,
            saying(),
          ),
        ),
      ),
    restore: ({ id }: Editorial): boolean => done(commit(dropLastWord(catalogue.value, id, title()))),
    write: (paragraph: OwnParagraph, id: RecordId | null): boolean =>
      done(commit(writeParagraph(catalogue.value, wide.value!, title(), paragraph, id, saying()))),
    leaveOut: (id: string) => arrange(told.value.map((part) => part.id).filter((each) => each !== id)),
    putBack: (id: string) => {
      const [all, ids] = [document.value!.parts, told.value].map((parts) => parts.map((part) => part.id));
      return arrange(inPlace(all, ids, [...ids, id]));
    },
    move: (id: string, by: number) => arrange(moved(told.value, id, by)),
  };
}

/** The ids of some parts with one of them moved by some places. */
export function moved(parts: readonly ReportPart[], id: string, by: number): string[] {
  const ids = parts.map((part) => part.id);
  const from = ids.indexOf(id);
  const to = Math.max(0, Math.min(ids.length - 1, from + by));
  ids.splice(to, 0, ...ids.splice(from, 1));
  return ids;
}
