/** Hands files to the user to save. */

/** Hands a text to the user as a file. */
export function saveTextFile(name: string, type: string, text: string): void {
  saveBlob(name, new Blob([text], { type }));
}

/** Hands bytes to the user as a file. */
export function saveBlob(name: string, blob: Blob): void {
  const address = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(address), 10_000);
}
