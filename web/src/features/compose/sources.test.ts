import { describe, expect, it } from "vitest";

import { htmlOf, kindIn, openElements, readSources, withChanged, withSource } from "./sources";

describe("a list that is being composed", () => {
  it("keeps each source with its kind, and one changed in its place", () => {
    const two = withSource(withSource([], { title: "Salt" }, "book"), { title: "Fog" }, "film");
    expect(two.map((s) => [s.id, kindIn(s.item)])).toEqual([
      [1, "book"],
      [2, "film"],
    ]);
    const changed = withChanged(two, 1, { title: "Brine", custom: { note: "x" } }, "report");
    expect(changed[0]?.item).toEqual({ title: "Brine", custom: { note: "x", kind: "report" } });
    expect(changed[1]).toBe(two[1]);
  });

  it("is read back, and what is no list is none", () => {
    const kept = withSource([], { title: "Salt" }, "book");
    expect(readSources(JSON.stringify(kept))).toEqual(kept);
    for (const broken of [null, "", "{", "7", '[{"id":"x"}]', "[null]"]) expect(readSources(broken)).toEqual([]);
  });

  it("is copied a paragraph an entry", () => {
    expect(htmlOf("Works Cited", [{ of: 0, text: "A", html: "<i>A</i>", gaps: [] }])).toBe("<p>Works Cited</p>\n<p><i>A</i></p>");
  });

  it("lays open what is needed, shown or filled", () => {
    const open = openElements(["author", "title", "doi", "url"], new Set(["title"]), (e) => e === "author", (e) => e === "url");
    expect(open).toEqual(["author", "title", "url"]);
  });
});
