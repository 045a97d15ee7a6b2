/** Where a key is a letter that is typed, and no shortcut. */

/** True for a field that takes text, or a choice. */
export function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
  );
}
