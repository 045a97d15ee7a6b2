/** Signatures of release files and databases, checked with openpgp.js against the key that the analyst gives. */
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

/** A clear-signed text (`InRelease`): the text that was signed, and what the signature is worth. */
export async function checkClearText(
  bytes: Uint8Array,
  keys: Keys,
): Promise<{ text: string } & SignatureState> {
  const whole = new TextDecoder().decode(bytes);
  try {
    const message = await openpgp.readCleartextMessage({ cleartextMessage: whole });
    const verified = await openpgp.verify({ message, verificationKeys: [...keys] });
    return { text: message.getText(), ...(await worthOf(verified.signatures, keys)) };
  } catch {
    // Not a signed text at all, or one that openpgp cannot read: it vouches for nothing.
    return { text: whole, state: whole.startsWith('-----BEGIN PGP SIGNED') ? 'bad' : 'none', signer: '' };
  }
}

/** A detached signature, armoured or binary, over a file. */
export async function checkDetached(
  bytes: Uint8Array,
  signature: Uint8Array,
  keys: Keys,
): Promise<SignatureState> {
  try {
    const text = new TextDecoder('latin1').decode(signature);
    const read = text.startsWith('-----BEGIN')
      ? await openpgp.readSignature({ armoredSignature: text })
      : await openpgp.readSignature({ binarySignature: signature });
    const message = await openpgp.createMessage({ binary: bytes });
    const verified = await openpgp.verify({ message, signature: read, verificationKeys: [...keys] });
    return await worthOf(verified.signatures, keys);
  } catch {
    return { state: 'bad', signer: '' };
  }
}

/** Verified by one of the keys; bad when the keys are given and none made it; unchecked without keys. */
async function worthOf(
  signatures: Awaited<ReturnType<typeof openpgp.verify>>['signatures'],
  keys: Keys,
): Promise<SignatureState> {
  if (signatures.length === 0) return UNSIGNED;
  const issuer = signatures.map(({ keyID }) => keyID.toHex().toUpperCase()).join(', ');
  if (keys.length === 0) return { state: 'unchecked', signer: issuer };
  for (const { verified, keyID } of signatures) {
    const holds = await verified.then(
      () => true,
      () => false,
    );
    if (!holds) continue;
    const key = keys.find((each) => each.getKeys(keyID).length > 0);
    const name = key?.getUserIDs()[0] ?? '';
    return { state: 'verified', signer: `${name} ${key?.getFingerprint().toUpperCase() ?? issuer}`.trim() };
  }
  return { state: 'bad', signer: issuer };
}
