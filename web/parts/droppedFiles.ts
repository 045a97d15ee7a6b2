/** Files as they are dropped or chosen: with their paths, folders walked through. */

interface DroppedFile {
  readonly path: string;
  readonly file: File;
}

/** The files of a drop. Folders are walked; the items must be taken before the event ends. */
export async function filesOfDrop(items: DataTransferItemList): Promise<DroppedFile[]> {
  const dropped = [...items].flatMap((item) => item.webkitGetAsEntry() ?? item.getAsFile() ?? []);
  const files = await Promise.all(
    dropped.map((entry) =>
      entry instanceof File ? [{ path: entry.name, file: entry }] : filesOfEntry(entry),
    ),
  );
  return files.flat();
}

async function filesOfEntry(entry: FileSystemEntry): Promise<DroppedFile[]> {
  const path = entry.fullPath.replace(/^\//, '');
  if (entry.isFile) {
    const file = await new Promise<File>((resolve, reject) =>
      (entry as FileSystemFileEntry).file(resolve, reject),
    );
    return [{ path, file }];
  }
  const reader = (entry as FileSystemDirectoryEntry).createReader();
  const found: DroppedFile[] = [];
  for (;;) {
    const batch = await new Promise<FileSystemEntry[]>((resolve, reject) =>
      reader.readEntries(resolve, reject),
    );
    if (batch.length === 0) return found;
    found.push(...(await Promise.all(batch.map(filesOfEntry))).flat());
  }
}

/** The files of an input element; of a chosen folder, with their paths below it. */
export function filesOfInput(list: FileList): DroppedFile[] {
  return [...list].map((file) => ({ path: file.webkitRelativePath || file.name, file }));
}
