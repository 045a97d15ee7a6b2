/**
 * The rules a lineage link must keep: it leads to something else, its dates run forward, lineal links in force on one
 * date never form a cycle, and of several bases on one date it is said which comes first. Two links that never hold
 * at the same time are no cycle and need no order.
 */
import { withRecords } from '../catalogue/applyDiff.ts';
import { recordOf, recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { Link } from '../catalogue/link.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { boundsOf } from '../catalogue/when.ts';
import { createIssue, type Issue } from '../issue.ts';
import { componentsOf } from './components.ts';
import { distributionOf } from './releases.ts';
import { daysInForce, isLineal, linksFrom } from './linksInForce.ts';
import { nameOf } from './names.ts';

/** The issues that forbid a link: `link.self`, `link.dates`, `link.order` (with the other base), `link.cycle` (with the path). */
export function checkLink(catalogue: Catalogue, link: Link): Issue[] {
  return issuesOf(catalogue, link, () => linealSteps(catalogue));
}

/** A link that breaks a rule, with its first issue. */
interface BrokenLink {
  readonly link: Link;
  readonly issue: Issue;
}

/** The links of many that break a rule. */
export function checkLinks(catalogue: Catalogue, links: readonly Link[]): BrokenLink[] {
  return [...brokenLinks(catalogue, links)];
}

/** The links of many that break a rule, one after another: who needs a few looks for no more. */
function* brokenLinks(catalogue: Catalogue, links: Iterable<Link>): Generator<BrokenLink> {
  const all = linealSteps(catalogue);
  const component = componentsOf(
    new Map([...all].map(([id, steps]) => [id, steps.map(({ base }) => base)] as const)),
  );
  // A circle, on whatever days, never leaves a component: most links are alone in theirs.
  const within = new Map(
    [...all].map(([id, steps]) => [
      id,
      steps.filter(({ base }) => component.get(base) === component.get(id)),
    ]),
  );
  for (const link of links) {
    const [issue] = issuesOf(catalogue, link, () => within);
    if (issue) yield { link, issue };
  }
}

/** So many of them are told. */
const MOST_FORBIDDEN = 20;

/** The first links that no edit would have made, and that nothing can be told along: to itself, in a circle, backwards in time. */
export function forbiddenLinks(catalogue: Catalogue): Issue[] {
  const found: Issue[] = [];
  for (const { issue } of brokenLinks(catalogue, recordsOf(catalogue, 'link'))) {
    if (issue.code !== 'link.order') found.push(issue);
    if (found.length === MOST_FORBIDDEN) break;
  }
  return found;
}

/** The rules over links that are put in one after another, without looking at all of them each time. */
export class LinkRules {
  readonly #steps: Map<RecordId, readonly Step[]>;

  constructor(private catalogue: Catalogue) {
    this.#steps = linealSteps(catalogue);
  }

  /** The issues that forbid a link beside those that are there. */
  issues(link: Link): Issue[] {
    return issuesOf(this.catalogue, link, () => this.#steps);
  }

  /** The links of a circle that a link closes, without itself; none where it closes none. */
  circleOf(link: Link): Link[] {
    const [from, to] = [link.base, link.derivative].map((id) => distributionOf(this.catalogue, id));
    return pathBetween(this.#steps, from, to, daysInForce(this.catalogue, link), link.id) ?? [];
  }

  /** The link that is there under an id. */
  linkOf(id: RecordId): Link | undefined {
    return recordOf(this.catalogue, 'link', id);
  }

  /** All links of a derivative. */
  linksOf(derivative: RecordId): Link[] {
    return linksFrom(this.catalogue, derivative);
  }

  /** Puts a link in place of what stands under its id. */
  put(link: Link): void {
    this.remove(link.id);
    this.catalogue = withRecords(this.catalogue, [link]);
    const at = distributionOf(this.catalogue, link.derivative);
    if (isLineal(link)) this.#steps.set(at, [...(this.#steps.get(at) ?? []), stepOf(this.catalogue, link)]);
  }

  /** Takes a link out. */
  remove(id: RecordId): void {
    const link = this.linkOf(id);
    if (!link) return;
    const at = distributionOf(this.catalogue, link.derivative);
    this.#steps.set(
      at,
      (this.#steps.get(at) ?? []).filter((step) => step.link.id !== id),
    );
    this.catalogue = withRecords(this.catalogue, [], [id]);
  }
}

function issuesOf(catalogue: Catalogue, link: Link, steps: () => Steps): Issue[] {
  const derivative = distributionOf(catalogue, link.derivative);
  const base = distributionOf(catalogue, link.base);
  if (derivative === base) return [createIssue('error', 'link.self', link.id)];
  const days = daysInForce(catalogue, link);
  if (days.from > days.to)
    return [
      createIssue('error', 'link.dates', link.id, { since: link.since ?? '', until: link.until ?? '' }),
    ];
  if (!isLineal(link)) return [];
  const rival = rivalOf(catalogue, link);
  if (rival)
    return [
      createIssue('error', 'link.order', link.id, { base: nameOf(catalogue, rival.base), other: rival.id }),
    ];
  const path = pathBetween(steps(), base, derivative, days, link.id);
  if (!path) return [];
  const names = [derivative, base, ...path.map((step) => distributionOf(catalogue, step.base))];
  const told = names.map((id) => nameOf(catalogue, id)).join(' > ');
  return [createIssue('error', 'link.cycle', link.id, { path: told })];
}

/**
 * Another lineal link of the same derivative that surely holds on some same day and claims the same place in the
 * order. Of dates known to the year only, the last day of the beginning and the first of the end are taken: a move
 * within one year is no overlap.
 */
function rivalOf(catalogue: Catalogue, link: Link): Link | undefined {
  const mine = surelyInForce(catalogue, link);
  return linksFrom(catalogue, link.derivative).find((other) => {
    if (other.id === link.id || !isLineal(other)) return false;
    const theirs = surelyInForce(catalogue, other);
    return other.order === link.order && theirs.from <= mine.to && mine.from <= theirs.to;
  });
}

function surelyInForce(catalogue: Catalogue, link: Link): { from: number; to: number } {
  const since = link.since ?? recordOf(catalogue, 'release', link.derivative)?.date;
  return {
    from: boundsOf(since ?? '')?.last ?? -Infinity,
    to: boundsOf(link.until ?? '')?.first ?? Infinity,
  };
}

interface Days {
  readonly from: number;
  readonly to: number;
}

interface Step {
  readonly link: Link;
  readonly base: RecordId;
  readonly from: number;
  readonly to: number;
}

/** The lineal links by the distribution that they lead down from. */
type Steps = ReadonlyMap<RecordId, readonly Step[]>;

function linealSteps(catalogue: Catalogue): Map<RecordId, readonly Step[]> {
  const steps = new Map<RecordId, Step[]>();
  for (const link of recordsOf(catalogue, 'link')) {
    if (!isLineal(link)) continue;
    const derivative = distributionOf(catalogue, link.derivative);
    const list = steps.get(derivative);
    if (list) list.push(stepOf(catalogue, link));
    else steps.set(derivative, [stepOf(catalogue, link)]);
  }
  return steps;
}

function stepOf(catalogue: Catalogue, link: Link): Step {
  return { link, base: distributionOf(catalogue, link.base), ...daysInForce(catalogue, link) };
}

/** The way from one distribution down to another over lineal links that all hold on one common day, or null. */
function pathBetween(
  steps: Steps,
  from: RecordId,
  to: RecordId,
  days: { from: number; to: number },
  except: RecordId,
): Link[] | null {
  // What was reached within the same days once need not be followed again.
  const reached = new Set<string>();
  const path: { readonly next: Iterator<Step>; readonly window: Days; readonly by?: Link }[] = [];
  const enter = (at: RecordId, window: Days, by?: Link) => {
    const key = `${window.from} ${window.to} ${at}`;
    if (reached.has(key)) return;
    reached.add(key);
    path.push({ next: (steps.get(at) ?? [])[Symbol.iterator](), window, ...(by && { by }) });
  };
  if (from === to) return [];
  enter(from, days);
  while (path.length > 0) {
    const { next, window } = path[path.length - 1];
    const step = next.next();
    if (step.done) {
      path.pop();
      continue;
    }
    const { link, base } = step.value;
    const common = { from: Math.max(window.from, step.value.from), to: Math.min(window.to, step.value.to) };
    if (link.id === except || common.from > common.to) continue;
    if (base === to) return [...path.flatMap(({ by }) => by ?? []), link];
    enter(base, common, link);
  }
  return null;
}
