/** Whose keys signed a text, as its signatures say it; whether they hold is judged where the keys are (RFC 9580, 7 and 5.2.3.35). */

/** The fingerprints and key ids that a text names, as a signer is recorded: with a name before them, or several. */
export const fingerprintsIn = (text: string): string[] => text.match(/\b[0-9A-F]{16,64}\b/g) ?? [];

/** The fingerprints, or where a signature has none the key ids, of a clear-signed text, in upper-case hexadecimal. */
export async function signersOf(text: string): Promise<string[]> {
  if (!text.startsWith('-----BEGIN PGP SIGNED MESSAGE-----')) return [];
  const openpgp = await import('openpgp');
  try {
    const message = await openpgp.readCleartextMessage({ cleartextMessage: text });
    const ids = message.getSigningKeyIDs().map((id) => id.toHex());
    return [...new Set(ids.map((id) => id.toUpperCase()))].filter(Boolean);
  } catch {
    return []; // a signature that cannot be read names nobody
  }
}
