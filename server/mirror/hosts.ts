/**
 * Which addresses may be asked: only hosts on the list in the server's configuration, by http or https, and never a
 * private, link-local or otherwise special address unless that very address is on the list.
 */
import { lookup as systemLookup, type LookupAddress, type LookupOptions } from 'node:dns';
import { BlockList, isIP } from 'node:net';
import { createIssue, failure, success, type Result } from '../../core/issue.ts';

/** Special-purpose ranges (RFC 6890 and its registries): nothing there is a public mirror. */
const SPECIAL: readonly (readonly [string, number])[] = [
  ['0.0.0.0', 8],
  ['10.0.0.0', 8],
  ['100.64.0.0', 10],
  ['127.0.0.0', 8],
  ['169.254.0.0', 16],
  ['172.16.0.0', 12],
  ['192.0.0.0', 24],
  ['192.0.2.0', 24],
  ['192.168.0.0', 16],
  ['198.18.0.0', 15],
  ['198.51.100.0', 24],
  ['203.0.113.0', 24],
  ['224.0.0.0', 4],
  ['240.0.0.0', 4],
  ['::', 128],
  ['::1', 128],
  ['64:ff9b::', 96],
  ['100::', 64],
  ['2001::', 23],
  ['2001:db8::', 32],
  ['2002::', 16],
  ['fc00::', 7],
  ['fe80::', 10],
  ['ff00::', 8],
];

const blocked = new BlockList();
for (const [address, prefix] of SPECIAL)
  blocked.addSubnet(address, prefix, isIP(address) === 6 ? 'ipv6' : 'ipv4');

/** True for an address that no public mirror has. */
export function isSpecialAddress(address: string): boolean {
  const version = isIP(address);
  // An IPv4 address within an IPv6 one (RFC 4291, 2.5.5.2) has no business in an answer.
  return (
    version === 0 || /^::ffff:/i.test(address) || blocked.check(address, version === 6 ? 'ipv6' : 'ipv4')
  );
}

type LookupDone = (error: Error | null, address: string | LookupAddress[], family?: number) => void;

/** Asks the system for the addresses of a host; replaced in tests. */
export type Lookup = (host: string, options: LookupOptions, done: LookupDone) => void;

/** The list of hosts: `mirror.example`, or with a port `127.0.0.1:4174`. Without a port the usual ones are meant. */
export class AllowedHosts {
  private readonly hosts: ReadonlySet<string>;

  constructor(
    readonly list: readonly string[],
    private readonly ask: Lookup = systemLookup as Lookup,
  ) {
    this.hosts = new Set(list.map((host) => host.toLowerCase()));
  }

  /** An address that may be asked. Issues: `mirror.address`, `mirror.notListed`, `mirror.private`. */
  check(address: string): Result<URL> {
    if (!URL.canParse(address)) return failure(createIssue('error', 'mirror.address', address));
    const url = new URL(address);
    if (!/^https?:$/.test(url.protocol) || url.username || url.password)
      return failure(createIssue('error', 'mirror.address', address));
    if (!this.hosts.has(url.host.toLowerCase()))
      return failure(createIssue('error', 'mirror.notListed', address, { host: url.host }));
    // A literal address on the list was put there on purpose.
    return success(url);
  }

  /**
   * The lookup for connections: refuses a listed name that leads to a special address, so that a name cannot be
   * turned on the inside of a network. The check and the connection use the same answer.
   */
  readonly lookup: Lookup = (host, options, done) => {
    this.ask(host, { ...options, all: true }, (error, answer) => {
      if (error) return done(error, '', 0);
      const addresses = answer as LookupAddress[];
      const special = addresses.find(({ address }) => isSpecialAddress(address) && !this.isListed(address));
      if (special || addresses.length === 0)
        return done(new PrivateAddressError(host, special?.address ?? ''), '', 0);
      if (options.all) done(null, addresses);
      else done(null, addresses[0].address, addresses[0].family);
    });
  };

  private isListed(address: string): boolean {
    return [...this.hosts].some((host) => host === address || host.startsWith(`${address}:`));
  }
}

/** A listed name led to an address that is not to be asked. */
export class PrivateAddressError extends Error {
  constructor(
    readonly host: string,
    readonly address: string,
  ) {
    super(`${host} leads to ${address || 'no address'}`);
  }
}
