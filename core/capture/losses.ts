/** Which of several losses tells why: that of what stands outermost. */
import type { Issue } from '../issue.ts';

/** True for a loss that only says that something ended too early: it follows from the loss of what it was in. */
export const tellsOfEnd = ({ code }: Issue): boolean => /\.(truncated|short|empty|unfinished)$/.test(code);

/** Issues with the loss of what they are of, which tells why something in it ended. */
export function withLoss(issues: readonly Issue[], loss: Issue): Issue[] {
  return [loss, ...issues.filter((issue) => !tellsOfEnd(issue))];
}
