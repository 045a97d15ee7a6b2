/** The report that the address asks for: its kind and subjects, parts in their order, made again when any of it changes. */
import { computed, type ComputedRef, type Ref } from 'vue';
import { AREAS, type AreaId } from '../../../core/catalogue/areas.ts';
import { findRecord, recordOf, recordsOf, type Catalogue } from '../../../core/catalogue/catalogue.ts';
import { firstDayOf, formatDay } from '../../../core/catalogue/days.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { PAGE_DRAWING, type Drawing } from '../../../core/drawing/lineagePicture.ts';
import { chooseParts } from '../../../core/telling/document.ts';
import type { WordedDocument } from '../../../core/telling/lastWord.ts';
import { createReport, REPORT_KINDS, type ReportAsk } from '../../../core/exchange/report/createReport.ts';
import { keyOr } from '../../../core/lookUp.ts';

type Query = Readonly<Record<string, string | undefined>>;

/** A year before the day, where nothing else is asked. */
const YEAR = 365;

/** What is asked for, as far as the address says it; null while a subject is missing. */
export function useReport(catalogue: Ref<Catalogue>, day: Ref<number>, query: ComputedRef<Query>) {
  const kind = computed(() => keyOr(REPORT_KINDS, query.value.kind, 'dossier'));
  const subjects = computed(() =>
    (query.value.of ?? '').split(';').filter((id) => id && findRecord(catalogue.value, id)),
  );
  const since = computed(() => {
    const asked = query.value.since ?? '';
    return /^\d{4}-\d\d-\d\d$/.test(asked) && !Number.isNaN(firstDayOf(asked))
      ? firstDayOf(asked)
      : day.value - YEAR;
  });
  const area = computed<AreaId>(() => AREAS.find(({ id }) => id === query.value.area)?.id ?? 'welcome');
  const ask = computed(() =>
    askOf(kind.value, subjects.value, area.value, since.value, catalogue.value, query.value),
  );
  const make = (drawing: Drawing): WordedDocument | null =>
    ask.value && createReport(catalogue.value, ask.value, day.value, drawing);
  const whole = computed(() => make(PAGE_DRAWING));
  /** The ids of the parts that are chosen, in their order; all where the address says nothing. */
  const chosen = computed(() => {
    const all = whole.value?.parts.map(({ id }) => id) ?? [];
    return query.value.parts === undefined
      ? (whole.value?.chosen ?? [])
      : query.value.parts.split(',').filter((id) => all.includes(id));
  });
  const document = computed(() => whole.value && chooseParts(whole.value, chosen.value));
  return {
    ...{ kind, subjects, area, ask, whole, chosen, document },
    sinceDay: computed(() => formatDay(since.value)),
    /** The chosen parts with pictures drawn otherwise: Markdown has no colours of a page. */
    documentIn: (drawing: Drawing) => {
      const made = make(drawing);
      return made && chooseParts(made, chosen.value);
    },
  };
}

function askOf(
  kind: ReportAsk['kind'],
  subjects: readonly RecordId[],
  area: AreaId,
  since: number,
  catalogue: Catalogue,
  query: Query,
): ReportAsk | null {
  const [first] = subjects;
  switch (kind) {
    case 'dossier':
      return first ? { kind, subject: first, ...(query.edition && { edition: query.edition }) } : null;
    case 'sides':
      return subjects.length > 1 ? { kind, sides: subjects.slice(0, 4).map((id) => ({ id })) } : null;
    case 'family':
      return first ? { kind, subject: first } : null;
    case 'area': {
      const cohort = query.cohort && recordOf(catalogue, 'cohort', query.cohort)?.id;
      return { kind, area, ...(cohort && { cohort }) };
    }
    case 'purpose': {
      const known = [...recordsOf(catalogue, 'purpose')];
      const purpose = known.find(({ id }) => id === query.for) ?? known[0];
      return purpose ? { kind, purpose: purpose.id } : null;
    }
    case 'since':
      return { kind, since, ...(first && { subject: first }) };
  }
}
