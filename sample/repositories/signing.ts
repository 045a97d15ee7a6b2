/**
 * The throw-away OpenPGP keys of the invented projects, made from the seed: Ed25519 (RFC 9580, legacy EdDSA form,
 * which all tools in use understand). They protect nothing; anybody can make them from the seed.
 */
import { createHash, createPrivateKey, createPublicKey } from 'node:crypto';
import * as openpgp from 'openpgp';

/** A key made for one project. */
export interface SigningKey {
  readonly owner: string;
  /** ASCII-armoured, to be given to tools and readers. */
  readonly publicKey: string;
  readonly binaryPublicKey: Uint8Array;
  readonly fingerprint: string;
  readonly signClear: (text: string, date: Date) => Promise<string>;
  readonly signDetached: (bytes: Uint8Array, date: Date) => Promise<Uint8Array>;
}

const MADE = new Date('2021-01-01T00:00:00Z');
const CONFIG = { nonDeterministicSignaturesViaNotation: false };
/** The beginning of an Ed25519 private key in PKCS #8 (RFC 8410, 7); the seed follows. */
const PKCS8 = Buffer.from('302e020100300506032b657004220420', 'hex');
const ED25519_OID = Uint8Array.of(0x2b, 0x06, 0x01, 0x04, 0x01, 0xda, 0x47, 0x0f, 0x01);

/** The key of a project: the same for the same seed and name. */
export async function createSigningKey(seed: number, owner: string): Promise<SigningKey> {
  const secret = createHash('sha256').update(`aspen ridge sample key ${seed} ${owner}`).digest();
  const host = `${owner.toLowerCase().replaceAll(' ', '')}.example`;
  const key = await openpgp.reformatKey({
    privateKey: await bareKey(secret),
    userIDs: [{ name: `${owner} archive`, email: `archive@${host}` }],
    date: MADE,
    format: 'object',
    config: CONFIG,
  });
  const { privateKey } = key;
  return {
    owner,
    publicKey: privateKey.toPublic().armor(),
    binaryPublicKey: privateKey.toPublic().write(),
    fingerprint: privateKey.getFingerprint(),
    signClear: async (text, date) =>
      openpgp.sign({
        message: await openpgp.createCleartextMessage({ text }),
        signingKeys: privateKey,
        date,
        config: CONFIG,
      }),
    signDetached: async (bytes, date) =>
      openpgp.sign({
        message: await openpgp.createMessage({ binary: bytes }),
        signingKeys: privateKey,
        detached: true,
        format: 'binary',
        date,
        config: CONFIG,
      }),
  };
}

/** A private key without any user id; `reformatKey` adds one and signs it. */
async function bareKey(secret: Buffer): Promise<openpgp.PrivateKey> {
  const node = createPrivateKey({ key: Buffer.concat([PKCS8, secret]), format: 'der', type: 'pkcs8' });
  const point = createPublicKey(node).export({ format: 'der', type: 'spki' }).subarray(-32);
  const point40 = Buffer.concat([Buffer.from([0x40]), point]);
  const publicPart = Buffer.concat([
    Buffer.from([4]),
    uint32(MADE.getTime() / 1000),
    Buffer.from([openpgp.enums.publicKey.eddsaLegacy, ED25519_OID.length]),
    ED25519_OID,
    mpi(point40),
  ]);
  const secretPart = mpi(secret);
  const sum = secretPart.reduce((total, byte) => (total + byte) & 0xffff, 0);
  const body = Buffer.concat([publicPart, Buffer.from([0]), secretPart, Buffer.from([sum >> 8, sum & 255])]);
  const packet = new openpgp.SecretKeyPacket();
  await packet.read(body);
  const packets = new openpgp.PacketList<openpgp.AnyPacket>();
  packets.push(packet);
  return new openpgp.PrivateKey(packets);
}

/** A number with its length in bits before it, as OpenPGP writes them (RFC 9580, 3.2). */
function mpi(bytes: Uint8Array): Buffer {
  const body = bytes.subarray(bytes.findIndex((byte) => byte !== 0));
  const bits = body.length * 8 - (Math.clz32(body[0]) - 24);
  return Buffer.concat([Buffer.from([bits >> 8, bits & 255]), body]);
}

function uint32(value: number): Buffer {
  const bytes = Buffer.alloc(4);
  bytes.writeUInt32BE(value);
  return bytes;
}
