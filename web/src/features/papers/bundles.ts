/* A bundle before it is taken in: what is chosen, and what is said of it. Pure. */
import type { Schemas } from "../../api/client";

export type Bundle = Schemas["BundleSchema"];
export type BundleFile = Schemas["BundleFileSchema"];

/** Files that can be taken in. */
export function takeable(bundle: Bundle): BundleFile[] {
  return bundle.files.filter((file) => file.problem === "" && file.paper === null);
}

const OFTEN = 500;
const NOW_AND_THEN = 1200;

/** How soon to ask for news, in milliseconds: while one is unpacked, while files are looked at, or not at all. */
export function askAgain(bundles: readonly Bundle[] | undefined): number | false {
  if (bundles?.some((bundle) => bundle.state === "unpacking")) return OFTEN;
  const looking = bundles?.some((bundle) => bundle.state === "ready" && takeable(bundle).some((file) => !file.looked_at));
  return looking ? NOW_AND_THEN : false;
}

/** Names that stand at more than one file: the second of them is taken as the next draft. */
export function namedTwice(files: BundleFile[], writers: ReadonlyMap<number, string>): Set<string> {
  const seen = new Map<string, number>();
  for (const file of files) {
    const name = (writers.get(file.id) ?? file.writer).trim();
    if (name) seen.set(name, (seen.get(name) ?? 0) + 1);
  }
  return new Set([...seen].filter(([, count]) => count > 1).map(([name]) => name));
}

/** Those on the class list of whom no paper is there. */
export function notHandedIn(listed: readonly { name: string }[], papers: readonly { writer: string }[]): string[] {
  const here = new Set(papers.map((paper) => paper.writer));
  return listed.map((writer) => writer.name).filter((name) => !here.has(name));
}
