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
  ['64:ff9b:1::', 48],
  ['100::', 64],
  ['2001::', 23],
  ['2001:db8::', 32],
  ['2002::', 16],
  ['fc00::', 7],
  ['fe80::', 10],
  ['fec0::', 10],
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

/** The port of an address: the usual one of its protocol where none is given. */
export function portOf(protocol: string, port: string): number {
  return Number(port) || (protocol === 'https:' ? 443 : 80);
}

/**
 * The list of hosts: `mirror.example`, for which the usual ports are meant, or with a port `mirror.example:8080`. Private and
 * loopback addresses are asked only where they stand in it literally, with the port.
 */
export class AllowedHosts {
  /** `host:port`, lower case; the usual ports written out. */
  private readonly places: ReadonlySet<string>;

  constructor(
    readonly list: readonly string[],
    private readonly ask: Lookup = systemLookup as Lookup,
  ) {
    this.places = new Set(list.flatMap((entry) => placesOf(entry.toLowerCase())));
  }

  /** An address that may be asked. Issues: `mirror.address`, `mirror.notListed`. */
  check(address: string): Result<URL> {
    if (!URL.canParse(address)) return failure(createIssue('error', 'mirror.address', address));
    const url = new URL(address);
    if (!/^https?:$/.test(url.protocol) || url.username || url.password)
      return failure(createIssue('error', 'mirror.address', address));
    if (!this.places.has(`${url.hostname.toLowerCase()}:${portOf(url.protocol, url.port)}`))
      return failure(createIssue('error', 'mirror.notListed', address, { host: url.host }));
    return success(url);
  }

  /**
   * The lookup for connections to a port: refuses a listed name that leads to a special address, so that a name cannot be
   * turned on the inside of a network. The check and the connection use the same answer.
   */
  lookupFor(port: number): Lookup {
    return (host, options, done) => {
      this.ask(host, { ...options, all: true }, (error, answer) => {
        if (error) return done(error, '', 0);
        const addresses = answer as LookupAddress[];
        const isListed = (address: string) =>
          this.places.has(`${isIP(address) === 6 ? `[${address}]` : address}:${port}`);
        const special = addresses.find(({ address }) => isSpecialAddress(address) && !isListed(address));
        if (special || addresses.length === 0)
          return done(new PrivateAddressError(host, special?.address ?? ''), '', 0);
        if (options.all) done(null, addresses);
        else done(null, addresses[0].address, addresses[0].family);
      });
    };
  }
}

/** What an entry of the list allows. A special address without a port allows nothing. */
function placesOf(entry: string): string[] {
  const [, host, port] = /^(\[[^\]]+\]|[^:]+)(?::(\d+))?$/.exec(entry) ?? [];
  if (!host) return [];
  const address = host.replace(/^\[|\]$/g, '');
  if (port) return [`${host}:${Number(port)}`];
  return isIP(address) && isSpecialAddress(address) ? [] : [`${host}:80`, `${host}:443`];
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
