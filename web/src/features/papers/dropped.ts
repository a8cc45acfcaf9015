/* What was dropped: files, and the files of folders, however deep. */
import { READABLE } from "../../api/vocabulary";

/** Whether a name is that of a class handed in as one file. */
export function isBundle(name: string): boolean {
  return /\.zip$/i.test(name);
}

/** What systems and word processors leave in folders, and what is no paper: passed over where a folder is dropped. */
export function isPaper(name: string): boolean {
  const bare = name.toLowerCase();
  return !/^(\.|~\$)/.test(bare) && READABLE.some((ending) => bare.endsWith(ending));
}

/** Files in the order in which they were dropped, those of a folder by their names. */
export async function filesOf(data: DataTransfer): Promise<File[]> {
  const entries = [...data.items].map((item) => item.webkitGetAsEntry());
  if (!entries.some((entry) => entry?.isDirectory)) return [...data.files];
  const found = await Promise.all(entries.map(async (entry) => (entry ? filesUnder(entry, true) : [])));
  return found.flat();
}

async function filesUnder(entry: FileSystemEntry, top: boolean): Promise<File[]> {
  if (entry.isFile) {
    const file = await new Promise<File>((done, failed) => (entry as FileSystemFileEntry).file(done, failed));
    // A file that was dropped itself is sent whatever it is, and refused in words.
    return top || isPaper(file.name) ? [file] : [];
  }
  const reader = (entry as FileSystemDirectoryEntry).createReader();
  const inside: FileSystemEntry[] = [];
  // A reader gives a folder in pieces, until one is empty.
  for (;;) {
    const piece = await new Promise<FileSystemEntry[]>((done, failed) => reader.readEntries(done, failed));
    if (piece.length === 0) break;
    inside.push(...piece);
  }
  inside.sort((a, b) => a.name.localeCompare(b.name));
  return (await Promise.all(inside.map((one) => filesUnder(one, false)))).flat();
}
