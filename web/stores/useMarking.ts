/** `x` marks what a screen looks at, to be held side by side with others that are marked. */
import { onMounted, onUnmounted } from 'vue';
import type { Side } from '../../core/catalogue/sideBySide.ts';
import { isTyping } from '../parts/isTyping.ts';
import { useSideStore } from './sideStore.ts';

/** While the screen is there, `x` marks what `lookedAt` gives, or takes the mark off. */
export function useMarking(lookedAt: () => Side | null): void {
  const marks = useSideStore();
  function onKey(event: KeyboardEvent): void {
    if (event.key !== 'x' || isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
    const side = lookedAt();
    if (!side) return;
    event.preventDefault();
    marks.toggle(side);
  }
  onMounted(() => window.addEventListener('keydown', onKey));
  onUnmounted(() => window.removeEventListener('keydown', onKey));
}
