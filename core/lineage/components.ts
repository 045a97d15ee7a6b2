/**
 * Which of the things that lead to each other lie on a common circle: strongly connected components, in time that grows with the
 * number of things and steps (R. Tarjan, "Depth-first search and linear graph algorithms", 1972), without recursion.
 */

/** The number of the component of each thing that has a step; things on a common circle have the same, all others one of their own. */
export function componentsOf<Id>(steps: ReadonlyMap<Id, readonly Id[]>): Map<Id, number> {
  const component = new Map<Id, number>();
  const order = new Map<Id, number>();
  const low = new Map<Id, number>();
  const open: Id[] = [];
  let count = 0;
  for (const start of steps.keys()) {
    if (order.has(start)) continue;
    const path: { readonly at: Id; readonly next: Iterator<Id> }[] = [];
    const enter = (at: Id) => {
      order.set(at, order.size);
      low.set(at, order.get(at)!);
      open.push(at);
      path.push({ at, next: (steps.get(at) ?? [])[Symbol.iterator]() });
    };
    enter(start);
    while (path.length > 0) {
      const { at, next } = path[path.length - 1];
      const step = next.next();
      if (!step.done) {
        if (!order.has(step.value)) enter(step.value);
        else if (!component.has(step.value)) low.set(at, Math.min(low.get(at)!, order.get(step.value)!));
        continue;
      }
      path.pop();
      const above = path.at(-1)?.at;
      if (above !== undefined) low.set(above, Math.min(low.get(above)!, low.get(at)!));
      if (low.get(at) !== order.get(at)) continue;
      for (let last = open.pop(); last !== undefined; last = open.pop()) {
        component.set(last, count);
        if (last === at) break;
      }
      count++;
    }
  }
  return component;
}
