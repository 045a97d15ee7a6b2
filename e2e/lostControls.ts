/**
 * What a window loses, run in the page: headings, cells and controls that are cut off where nothing scrolls to them. The plates of
 * the map are left out: the map is moved.
 */

/** Words on everything that is cut off, such as `BUTTON Save as HTML`; a line more where the page itself is wider than the window. */
export function lostControls(): string[] {
  const lost: string[] = [];
  const { scrollWidth } = document.documentElement;
  if (scrollWidth > window.innerWidth + 1) lost.push(`the page is ${scrollWidth} wide`);
  const sought =
    'a[href], button, input, select, textarea, h1, h2, th, td, [role="gridcell"], [tabindex="0"]';
  for (const element of document.querySelectorAll<HTMLElement>(sought)) {
    let box = element.getBoundingClientRect();
    const hidden = element.closest('svg, .visually-hidden, .skip, [aria-hidden="true"]');
    if (hidden || box.width < 3 || box.height < 3 || getComputedStyle(element).visibility === 'hidden')
      continue;
    for (let around = element.parentElement; around; around = around.parentElement) {
      const { overflowX, overflowY } = getComputedStyle(around);
      const within = around.getBoundingClientRect();
      const cuts = (how: string) => how === 'hidden' || how === 'clip';
      const isCut =
        (cuts(overflowX) && (box.left > within.right - 3 || box.right < within.left + 3)) ||
        (cuts(overflowY) && (box.top > within.bottom - 3 || box.bottom < within.top + 3));
      if (isCut) {
        const words = element.getAttribute('aria-label') || element.textContent?.trim() || element.className;
        lost.push(
          `${element.tagName} ${words.slice(0, 40)}, cut off by ${around.className || around.tagName}`,
        );
        break;
      }
      // Whatever scrolls brings all of its contents to where it stands itself.
      if (overflowX === 'auto' || overflowX === 'scroll' || overflowY === 'auto' || overflowY === 'scroll')
        box = within;
    }
  }
  return lost;
}
