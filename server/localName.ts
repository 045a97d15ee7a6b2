/** The names under which this server may be asked: its own address, with any port. */
export function isLocalName(host: string): boolean {
  return /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/.test(host);
}
