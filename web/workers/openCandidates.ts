/** Candidates as the core takes them, from the messages in which their lists travel packed. */
import type { PlacedCandidate } from '../../core/capture/placedCandidate.ts';
import type { CandidateList } from '../../core/packages/candidate.ts';
import { PackedLists } from '../../core/packages/packedLists.ts';
import type { CandidateMessage, PackedByKey } from '../../workspace/candidateMessage.ts';

/** Opens the lists of candidates. One that cannot be read is left out of its state. */
export function openCandidates(
  candidates: readonly CandidateMessage[],
  packed: PackedByKey,
  lists = new PackedLists(packed),
): PlacedCandidate[] {
  return candidates.map((candidate) => ({
    ...candidate,
    states: candidate.states.map(({ date, lists: named }) => ({
      date,
      lists: named.flatMap(({ name, part, key }): CandidateList[] => {
        // A state of a long series is made when it is looked at, and let go again.
        if (!lists.place(key)) return [];
        return [
          {
            name,
            part,
            get packages() {
              return lists.list(key)!;
            },
          },
        ];
      }),
    })),
  }));
}
