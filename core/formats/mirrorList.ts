/** Lists of mirrors, and where an address leads. */

/** The place of an address: no scheme, no credentials, and without what every repository's address ends in. */
export function placeOfAddress(address: string): string {
  return address
    .replace(/^[a-z+]+:\/\/(?:[^/@]*@)?/i, '')
    .replace(/\/?\$repo\/os\/\$arch\/?$/, '')
    .replace(/\/+$/, '');
}

/** The servers of a mirror list, or of any file with `Server = …` lines; commented ones are left out. */
export function parseMirrorList(text: string): string[] {
  return [...text.matchAll(/^[ \t]*Server[ \t]*=[ \t]*(\S+)/gm)].map(([, server]) => server);
}

/** True if a text is a mirror list. */
export function isMirrorList(text: string): boolean {
  return /^[ \t]*#?[ \t]*Server[ \t]*=[ \t]*[a-z]+:\/\//m.test(text) && !/^\[/m.test(text);
}
