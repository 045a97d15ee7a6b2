/** Judgements of one thing: which stand, what each comes to on its own scale, and what a changed opinion changed. */
import { scoreOf, type Assessment } from '../catalogue/assessment.ts';
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { sameValue } from '../sameness/value.ts';
import type { FactKey } from '../catalogue/factSheet.ts';
import { keyOfName, sameName } from '../sameness/name.ts';
import { recordsOfSubject } from '../catalogue/pointers.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { compareWhen } from '../catalogue/when.ts';
import { isKnown, type KnownValue } from '../layers/cell.ts';
import { layerTable } from '../layers/layerTable.ts';
import { chainOfSubject } from '../lineage/chain.ts';

/** Judgements that no other one takes the place of, the newest first. */
export function standingOpinions(opinions: readonly Assessment[]): Assessment[] {
  const replaced = new Set(opinions.map(({ replaces }) => replaces));
  return opinions
    .filter(({ id }) => !replaced.has(id))
    .sort((a, b) => compareWhen(b.date ?? '', a.date ?? '') || b.entered - a.entered);
}

/** All judgements of some subjects, those that stand first. */
export function opinionsOf(catalogue: Catalogue, subjects: readonly RecordId[]): Assessment[] {
  const all = [...new Set(subjects)].flatMap((id) => recordsOfSubject(catalogue, id, 'assessment'));
  const standing = standingOpinions(all);
  return [...standing, ...all.filter((each) => !standing.includes(each))];
}

/** What a judgement comes to, as a share of its scale (0 to 1), and where that is from. */
export interface Total {
  readonly share: number;
  readonly least: number;
  readonly most: number;
  readonly by: 'said' | 'criteria';
}

/** The total: as it was given, where it can be told on its scale, else the weighted mean of the criteria; null for none yet. */
export function totalOf(assessment: Assessment): Total | null {
  const { total, scale, criteria, mustHaves } = assessment;
  // One failure decides.
  if (mustHaves.some(({ met }) => met === 'no')) return { share: 0, least: 0, most: 0, by: 'criteria' };
  if (total && typeof scale === 'object') {
    const at = scale.steps.findIndex((step) => sameName(step, total.said));
    const share = at / (scale.steps.length - 1);
    return at < 0 ? null : { share, least: share, most: share, by: 'said' };
  }
  if (total?.least !== undefined) {
    const of = Number(
      / of (\d+)/.exec(total.said)?.[1] ?? (scale === 'percent' || total.said.includes('%') ? 100 : 10),
    );
    const [least, most] = [total.least / of, (total.most ?? total.least) / of];
    return { share: (least + most) / 2, least, most, by: 'said' };
  }
  const mean = scoreOf(assessment);
  if (mean === null) return null;
  const at = (end: 'least' | 'most') =>
    scoreOf({ criteria: criteria.map((each) => ({ ...each, score: each[end] ?? each.score })) })! / 10;
  return { share: mean / 10, least: at('least'), most: at('most'), by: 'criteria' };
}

/** True for a judgement that gives no verdict yet, and says when it will be looked at again. */
export function isNoneYet(assessment: Assessment): boolean {
  const { total, followUp } = assessment;
  return !total && totalOf(assessment) === null && followUp !== undefined;
}

/** What a newer opinion changed. */
export interface OpinionChange {
  readonly before: Assessment;
  readonly total: readonly [before: Total | null, after: Total | null];
  readonly criteria: readonly { readonly name: string; readonly before?: number; readonly after?: number }[];
  /** Strengths, weaknesses and so on that came or went. */
  readonly points: readonly {
    readonly part: 'strengths' | 'weaknesses' | 'neutral' | 'suits' | 'doesNotSuit' | 'alternatives';
    readonly text: string;
    readonly came: boolean;
  }[];
  /** Facts of the subject that changed between the two days. */
  readonly facts: readonly {
    readonly fact: FactKey;
    readonly before: KnownValue;
    readonly after: KnownValue;
  }[];
}

const PARTS = ['strengths', 'neutral', 'weaknesses', 'suits', 'doesNotSuit', 'alternatives'] as const;

/** What changed from the opinion that one takes the place of; null where it takes none's, or that is gone. */
export function changeOfOpinion(catalogue: Catalogue, after: Assessment): OpinionChange | null {
  const before = after.replaces ? recordOf(catalogue, 'assessment', after.replaces) : undefined;
  if (!before) return null;
  const scoreIn = ({ criteria }: Assessment, name: string) =>
    criteria.find((each) => sameName(each.name, name))?.score;
  const names = [
    ...new Map([...after.criteria, ...before.criteria].map(({ name }) => [keyOfName(name), name])).values(),
  ];
  const textOf = (entry: { readonly text?: string; readonly name?: string }) =>
    entry.text ?? entry.name ?? '';
  return {
    before,
    total: [totalOf(before), totalOf(after)],
    criteria: names.flatMap((name) => {
      const [was, is] = [scoreIn(before, name), scoreIn(after, name)];
      return was === is
        ? []
        : [{ name, ...(was !== undefined && { before: was }), ...(is !== undefined && { after: is }) }];
    }),
    points: PARTS.flatMap((part) => {
      const [was, is] = [before[part].map(textOf), after[part].map(textOf)];
      return [
        ...is.filter((text) => !was.includes(text)).map((text) => ({ part, text, came: true })),
        ...was.filter((text) => !is.includes(text)).map((text) => ({ part, text, came: false })),
      ];
    }),
    facts: factsChanged(catalogue, after.subject, before.date, after.date),
  };
}

/** The facts of a subject whose value in force is another one on a later day. */
function factsChanged(
  catalogue: Catalogue,
  subject: RecordId,
  from: string | undefined,
  to: string | undefined,
): OpinionChange['facts'] {
  if (!from || !to) return [];
  const [was, is] = [from, to].map((date) =>
    layerTable(catalogue, chainOfSubject(catalogue, subject, firstDayOf(date))),
  );
  return was.rows.flatMap(({ fact, cells }, i) => {
    const [before, after] = [cells[cells.length - 1], is.rows[i].cells[is.rows[i].cells.length - 1]];
    const isSame =
      isKnown(before) === isKnown(after) &&
      before.absent === after.absent &&
      (before.value === undefined || after.value === undefined
        ? before.value === after.value
        : sameValue(before.value, after.value, fact));
    return isSame ? [] : [{ fact, before, after }];
  });
}
