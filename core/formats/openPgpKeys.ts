/**
 * OpenPGP public keys and key rings (RFC 9580): one key or many end to end, binary or ASCII-armoured. The packets are told
 * apart here, so that a ring that is cut or has one odd key gives the others; each key is read by a well-known package.
 */
import { createLoss, type Issue } from '../issue.ts';

/** A public key as it is shown and compared. */
export interface OpenPgpKey {
  /** Upper-case hexadecimal. */
  readonly fingerprint: string;
  /** Names and addresses of its holder, as the key has them. */
  readonly names: readonly string[];
  /** `YYYY-MM-DD` */
  readonly created: string;
  /** When it ends; empty for one that does not. */
  readonly ends: string;
  readonly revoked: boolean;
  /** Fingerprints of the keys below it. */
  readonly subkeys: readonly string[];
}

const ARMOUR = '-----BEGIN PGP PUBLIC KEY BLOCK-----';
const PUBLIC_KEY = 6;

/** True for the beginning of a key or ring, binary or armoured (4.2, 5.5.2, 6.2). */
export function isOpenPgpKey(head: Uint8Array): boolean {
  if (head.length < 12) return false;
  if (new TextDecoder('latin1').decode(head.subarray(0, 2000)).trimStart().startsWith(ARMOUR)) return true;
  const packet = packetAt(head, 0);
  if (!packet || packet.tag !== PUBLIC_KEY) return false;
  // A version, then the time of making.
  const version = head[packet.start];
  return [3, 4, 6].includes(version) && packet.end - packet.start < 20_000 && head[packet.start + 1] >= 0x20;
}

/** Reads all keys. Losses: `openpgp.truncated`, `openpgp.damaged` (with how many could not be read). Never throws. */
export async function readOpenPgpKeys(
  bytes: Uint8Array,
  where: string,
): Promise<{ keys: OpenPgpKey[]; issues: Issue[] }> {
  const openpgp = await import('openpgp');
  const issues: Issue[] = [];
  let broken = 0;
  let isCut = false;
  const rings: Uint8Array[] = [];
  const text = new TextDecoder('latin1').decode(bytes);
  if (text.trimStart().startsWith(ARMOUR)) {
    for (const block of text.split(ARMOUR).slice(1)) {
      if (!block.includes('-----END PGP PUBLIC KEY BLOCK-----')) isCut = true;
      try {
        const { data } = await openpgp.unarmor(`${ARMOUR}${block}`);
        rings.push(data as Uint8Array);
      } catch {
        broken++;
      }
    }
  } else rings.push(bytes);
  const keys: OpenPgpKey[] = [];
  for (const ring of rings) {
    const { parts, cut } = keysOf(ring);
    isCut ||= cut;
    for (const part of parts) {
      try {
        keys.push(await describe(openpgp, part));
      } catch {
        broken++;
      }
    }
  }
  if (isCut) issues.push(createLoss('openpgp.truncated', where, { keys: keys.length }));
  else if (broken > 0)
    issues.push(createLoss('openpgp.damaged', where, { count: broken, keys: keys.length }));
  return { keys, issues };
}

async function describe(openpgp: typeof import('openpgp'), bytes: Uint8Array): Promise<OpenPgpKey> {
  const key = await openpgp.readKey({ binaryKey: bytes });
  const ends = await key.getExpirationTime().catch(() => null);
  return {
    fingerprint: key.getFingerprint().toUpperCase(),
    names: key.getUserIDs(),
    created: dayOf(key.getCreationTime()),
    ends: ends instanceof Date ? dayOf(ends) : '',
    revoked: await key.isRevoked().catch(() => false),
    subkeys: key.getSubkeys().map((subkey) => subkey.getFingerprint().toUpperCase()),
  };
}

const dayOf = (time: Date) => time.toISOString().slice(0, 10);

/** The bytes of each key: from its own packet to the next one of its kind. */
function keysOf(bytes: Uint8Array): { parts: Uint8Array[]; cut: boolean } {
  const starts: number[] = [];
  let at = 0;
  let cut = false;
  while (at < bytes.length) {
    const packet = packetAt(bytes, at);
    if (!packet || packet.end > bytes.length) {
      cut = true;
      break;
    }
    if (packet.tag === PUBLIC_KEY) starts.push(at);
    at = packet.end;
  }
  return { parts: starts.map((start, i) => bytes.subarray(start, starts[i + 1] ?? at)), cut };
}

/** The packet whose head stands at a place: both forms of heads (4.2.1, 4.2.2). Null where there is none. */
function packetAt(bytes: Uint8Array, at: number): { tag: number; start: number; end: number } | null {
  const head = bytes[at];
  if (head === undefined || (head & 0x80) === 0) return null;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  const has = (count: number) => at + 1 + count <= bytes.length;
  const packet = (tag: number, size: number, length: number) => ({
    tag,
    start: at + 1 + size,
    end: at + 1 + size + length,
  });
  if (head & 0x40) {
    const tag = head & 0x3f;
    const first = bytes[at + 1];
    if (first === undefined) return null;
    if (first < 192) return packet(tag, 1, first);
    if (first < 224) return has(2) ? packet(tag, 2, ((first - 192) << 8) + bytes[at + 2] + 192) : null;
    return first === 255 && has(5) ? packet(tag, 5, view.getUint32(at + 2)) : null;
  }
  const tag = (head >> 2) & 15;
  const type = head & 3;
  if (type === 3) return null; // of no stated length: no key is written so
  const size = 1 << type;
  if (!has(size)) return null;
  const length = [() => bytes[at + 1], () => view.getUint16(at + 1), () => view.getUint32(at + 1)][type]();
  return packet(tag, size, length);
}
