import { describe, expect, it } from "vitest";

import { askAgain, namedTwice, notHandedIn, takeable, type Bundle, type BundleFile } from "./bundles";
import { isBundle, isPaper } from "./dropped";

const file = (id: number, writer = "", problem = ""): BundleFile => ({ id, path: `${id}.docx`, looked_at: true, title: "", writer, told_by: "", problem, paper: null });

describe("a bundle", () => {
  it("takes in what has no problem", () => {
    const bundle: Bundle = { id: 1, file_name: "a.zip", state: "ready", problem: "", files: [file(1), file(2, "", "no paper")] };
    expect(takeable(bundle).map((f) => f.id)).toEqual([1]);
  });

  it("says who stands at two files, as a person has put it right", () => {
    const files = [file(1, "Ines Marlowe"), file(2, "Piers Dray"), file(3)];
    expect([...namedTwice(files, new Map())]).toEqual([]);
    expect([...namedTwice(files, new Map([[3, "Piers Dray "]]))]).toEqual(["Piers Dray"]);
    expect([...namedTwice(files, new Map([[3, ""]]))]).toEqual([]);
  });

  it("is told by its name, and litter is no paper", () => {
    expect(["a.zip", "A.ZIP", "zip.docx"].map(isBundle)).toEqual([true, true, false]);
    expect(["a.docx", "b.PDF", "~$a.docx", ".DS_Store", "c.png"].map(isPaper)).toEqual([true, true, false, false, false]);
  });
});

describe("a class list", () => {
  it("shows who has not handed in", () => {
    expect(notHandedIn([{ name: "Ines Marlowe" }, { name: "Piers Dray" }], [{ writer: "Piers Dray" }])).toEqual(["Ines Marlowe"]);
  });
});

describe("news of bundles", () => {
  const bundle = (state: Bundle["state"], files: BundleFile[] = []): Bundle => ({ id: 1, file_name: "a.zip", state, problem: "", files });
  const unread = { ...file(2), looked_at: false };

  it("is asked for as long as there is some to come", () => {
    expect(askAgain(undefined)).toBe(false);
    expect(askAgain([bundle("ready", [file(1)]), bundle("unpacking")])).toBe(500);
    expect(askAgain([bundle("ready", [file(1), unread])])).toBe(1200);
  });

  it("is not asked for what nobody looks at any more", () => {
    expect(askAgain([bundle("ready", [file(1), { ...unread, problem: "no paper" }])])).toBe(false);
    expect(askAgain([bundle("taken", [unread]), bundle("failed", [unread])])).toBe(false);
  });
});
