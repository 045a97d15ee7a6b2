/**
 * Signatures of release files and databases, checked with openpgp.js against the keys that the analyst gives. What a signature
 * is worth says also whether its key had ended or was taken back (RFC 9580, 5.2.3.13 and 5.2.3.31).
 */
import * as openpgp from 'openpgp';
import type { SignatureState } from '../../core/exchange/fetchedList.ts';
import { createIssue, failure, success, type Result } from '../../core/issue.ts';

/** The keys of a repository's maker; empty when none was given. */
export type Keys = readonly openpgp.PublicKey[];

export const UNSIGNED: SignatureState = { state: 'none', signer: '' };

/** Reads keys: ASCII-armoured, or binary in base64. Issue `mirror.key` when they cannot be read. */
export async function readKeys(text: string): Promise<Result<Keys>> {
  const trimmed = text.trim();
  if (!trimmed) return success([]);
  try {
    const keys = trimmed.startsWith('-----BEGIN')
      ? await openpgp.readKeys({ armoredKeys: trimmed })
      : await openpgp.readKeys({ binaryKeys: new Uint8Array(Buffer.from(trimmed, 'base64')) });
    return keys.length > 0
      ? success(keys.map((key) => key.toPublic()))
      : failure(unreadable('it holds no key'));
  } catch (error) {
    return failure(unreadable(error instanceof Error ? error.message : String(error)));
  }
}

const unreadable = (reason: string) => createIssue('error', 'mirror.key', 'the key', { reason });

/** A clear-signed text (`InRelease`): the text that was signed, and what the signature is worth at `now`. */
export async function checkClearText(
  bytes: Uint8Array,
  keys: Keys,
  now: number,
): Promise<{ text: string } & SignatureState> {
  const whole = new TextDecoder().decode(bytes);
  try {
    const message = await openpgp.readCleartextMessage({ cleartextMessage: whole });
    const date = new Date(now);
    const { signatures } = await openpgp.verify({ message, verificationKeys: [...keys], date });
    return { text: message.getText(), ...(await worthOf(signatures, keys, date)) };
  } catch {
    // Not a signed text at all, or one that openpgp cannot read: it vouches for nothing.
    return { text: whole, state: whole.startsWith('-----BEGIN PGP SIGNED') ? 'bad' : 'none', signer: '' };
  }
}

/** A detached signature, armoured or binary, over a file; what it is worth at `now`. */
export async function checkDetached(
  bytes: Uint8Array,
  signature: Uint8Array,
  keys: Keys,
  now: number,
): Promise<SignatureState> {
  try {
    const text = new TextDecoder('latin1').decode(signature);
    const read = text.startsWith('-----BEGIN')
      ? await openpgp.readSignature({ armoredSignature: text })
      : await openpgp.readSignature({ binarySignature: signature });
    const message = await openpgp.createMessage({ binary: bytes });
    const date = new Date(now);
    const options = { message, signature: read, verificationKeys: [...keys], date };
    const { signatures } = await openpgp.verify(options);
    return await worthOf(signatures, keys, date);
  } catch {
    return { state: 'bad', signer: '' };
  }
}

type Signatures = Awaited<ReturnType<typeof openpgp.verify>>['signatures'];

/** The best worth among the signatures; unchecked without keys, bad where no key given made one of them. */
async function worthOf(signatures: Signatures, keys: Keys, now: Date): Promise<SignatureState> {
  if (signatures.length === 0) return UNSIGNED;
  const issuer = signatures.map(({ keyID }) => keyID.toHex().toUpperCase()).join(', ');
  if (keys.length === 0) return { state: 'unchecked', signer: issuer };
  const worths = await Promise.all(signatures.map((signature) => worthOfOne(signature, keys, now)));
  const order = ['verified', 'verifiedThen', 'expired', 'revoked', 'bad'] as const;
  const [best] = worths.sort((a, b) => order.indexOf(a.state) - order.indexOf(b.state));
  return { ...best, signer: best.signer || issuer };
}

interface Worth {
  readonly state: 'verified' | 'verifiedThen' | 'expired' | 'revoked' | 'bad';
  readonly signer: string;
}

async function worthOfOne(
  { keyID, signature, verified }: Signatures[number],
  keys: Keys,
  now: Date,
): Promise<Worth> {
  const key = keys.find((each) => each.getKeys(keyID).length > 0);
  if (!key) return { state: 'bad', signer: '' };
  const signer = `${key.getUserIDs()[0] ?? ''} ${key.getFingerprint().toUpperCase()}`.trim();
  const made = (await signature).packets[0]?.created ?? null;
  // Why it does not hold is told by words only: that the data are others says so, all else is of the key.
  const fault = await verified.then(
    () => '',
    (error: Error) => error.message,
  );
  if (/digest did not match|message.*corrupt/i.test(fault)) return { state: 'bad', signer };
  const end = await endOf(key, keyID);
  if (await isRevoked(key, keyID)) return { state: 'revoked', signer };
  if (made && end < made) return { state: 'expired', signer };
  if (fault) return { state: 'bad', signer };
  return { state: end < now ? 'verifiedThen' : 'verified', signer };
}

/** When a key ends, or the key below it that signed, whichever comes first; far away for one that does not. */
async function endOf(key: openpgp.PublicKey, keyID: openpgp.KeyID): Promise<Date> {
  const ends = await Promise.all(
    [key, ...key.getKeys(keyID)].map((each) => each.getExpirationTime().catch(() => null)),
  );
  return new Date(Math.min(8.64e15, ...ends.map((end) => (end instanceof Date ? end.getTime() : 8.64e15))));
}

async function isRevoked(key: openpgp.PublicKey, keyID: openpgp.KeyID): Promise<boolean> {
  if (await key.isRevoked()) return true;
  const below = key.getSubkeys(keyID);
  const states = await Promise.all(
    below.map((subkey) =>
      subkey.verify().then(
        () => false,
        (error: Error) => /revoked/i.test(error.message),
      ),
    ),
  );
  return states.includes(true);
}
