/** One line that tells what just happened, with what can be done about it; trouble stays until it is closed. */
import { defineStore } from 'pinia';
import { ref } from 'vue';
import { wordIssue } from '../../core/wording/issueText.ts';
import type { Issue, Result } from '../../core/issue.ts';

interface Notice {
  readonly text: string;
  readonly trouble: boolean;
}

/** The one line at the bottom that tells what happened. */
export const useNoticeStore = defineStore('notice', () => {
  const notice = ref<Notice | null>(null);

  function tell(text: string): void {
    notice.value = { text, trouble: false };
  }

  /** Tells what went wrong, and what to do. */
  function warn(text: string): void {
    notice.value = { text, trouble: true };
  }

  function tellIssues(issues: readonly Issue[]): void {
    const [first, ...more] = issues;
    if (!first) return;
    const rest = more.length ? ` (and ${more.length} more)` : '';
    warn(wordIssue(first) + rest);
  }

  /** Tells why something was refused; true if it was not. */
  function tellTrouble(result: Result<unknown>): boolean {
    if (!result.ok) tellIssues(result.issues);
    return result.ok;
  }

  function close(): void {
    notice.value = null;
  }

  return { notice, tell, warn, tellIssues, tellTrouble, close };
});
