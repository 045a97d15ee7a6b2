/** Values of key files: lists and quoted texts. */

/** The parts of a list value: separated by semicolons, the last of which may be left out. */
export function keyFileList(value: string | undefined): string[] {
  return (value ?? '')
    .split(';')
    .map((part) => part.trim())
    .filter(Boolean);
}

/** The text within the quotes of a GVariant string, as overrides of settings have them; other values as they are. */
export function unquoteVariant(value: string): string {
  const match = /^(['"])(.*)\1$/.exec(value.trim());
  return match ? match[2].replace(/\\(['"\\])/g, '$1') : value.trim();
}
