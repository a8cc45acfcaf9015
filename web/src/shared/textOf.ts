/** The text of a file that somebody's program wrote: as UTF-8 or, where it says so, UTF-16; where it is neither, as
 *  spreadsheets on Windows write it. */
export async function textOf(file: Blob): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  const marks = bytes.subarray(0, 2).join();
  if (marks === "255,254") return new TextDecoder("utf-16le").decode(bytes);
  if (marks === "254,255") return new TextDecoder("utf-16be").decode(bytes);
  try {
    return new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder("windows-1252").decode(bytes);
  }
}
