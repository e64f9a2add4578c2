/** A file that somebody dropped or chose. */
export interface PickedFile {
  /** With its folders, from what was dropped or chosen down. */
  readonly path: string;
  readonly file: File;
}

/** Everything that was dropped, folders opened. */
export async function filesFromDrop(transfer: DataTransfer): Promise<PickedFile[]> {
  const entries = [...transfer.items]
    .map((item) => item.webkitGetAsEntry())
    .filter((entry) => entry !== null);
  if (!entries.length) return filesFromList(transfer.files);
  const found: PickedFile[] = [];
  for (const entry of entries) await collect(entry, found);
  return withoutCommonFolder(found);
}

/** The files of a folder that was chosen. */
export function filesFromList(list: FileList): PickedFile[] {
  return withoutCommonFolder([...list].map((file) => ({ path: file.webkitRelativePath || file.name, file })));
}

async function collect(entry: FileSystemEntry, into: PickedFile[]): Promise<void> {
  if (entry.isFile) {
    const file = await new Promise<File>((done, fail) => (entry as FileSystemFileEntry).file(done, fail));
    into.push({ path: entry.fullPath.replace(/^\//, ''), file });
    return;
  }
  const reader = (entry as FileSystemDirectoryEntry).createReader();
  for (;;) {
    // A reader gives a folder in portions; an empty one is the end.
    const portion = await new Promise<FileSystemEntry[]>((done, fail) => reader.readEntries(done, fail));
    if (!portion.length) return;
    for (const one of portion) await collect(one, into);
  }
}

function withoutCommonFolder(files: PickedFile[]): PickedFile[] {
  const folder = files[0]?.path.split('/').slice(0, -1) ?? [];
  let depth = folder.length;
  for (const { path } of files) {
    const parts = path.split('/');
    while (depth && parts.slice(0, depth).join('/') !== folder.slice(0, depth).join('/')) depth--;
  }
  const skip = depth ? folder.slice(0, depth).join('/').length + 1 : 0;
  return files.map(({ path, file }) => ({ path: path.slice(skip), file }));
}
