/** Text for XML documents (XML 1.0, sections 2.2 and 2.4). */

/** A text as content or attribute value; characters that XML does not allow are left out. */
export function escapeXml(text: string): string {
  return text
    .replace(/[^\t\n\r\u0020-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/gu, '')
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;')
    .replace(/"/g, '&quot;');
}
