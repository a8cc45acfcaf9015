import fc from "fast-check";
import { describe, expect, it } from "vitest";

import { reports } from "../../../../tests/fixtures";
import type { Finding } from "../../../api/client";
import { AT_FIRST, deskReducer, type DeskAction } from "./desk";
import { heads, isLeft, marksOf, matterWith, mattersOf, MOST_MARKS, nextLeft, quietOnes, stepped } from "./matters";
import { deskModel, type Decision, type SlipGroup } from "./model";

const every = Object.entries(reports);
const NONE = new Set<string>();

/** Findings of rules `a`, `b`, `c`; `a` is a habit. */
const finding = (key: string, rule: string, severity: Finding["severity"] = "error") => ({ key, rule, severity }) as Finding;
const found = [finding("1", "a"), finding("2", "b"), finding("3", "a"), finding("4", "c"), finding("5", "a")];
const groups = (["a", "b", "c"] as const).map((rule): SlipGroup => {
  const findings = found.filter((f) => f.rule === rule);
  return { rule, label: rule, findings, broken: findings.length, chances: 3, habit: rule === "a" };
});
const decided = (...keys: string[]) => new Map(keys.map((key) => [key, { finding_key: key, verdict: "kept" } as Decision]));

describe("matters", () => {
  it("are slips by themselves, and habits as one at their first place", () => {
    const matters = mattersOf(found, groups, NONE);
    expect(matters.map((m) => [m.key, m.habit, m.findings.length])).toEqual([["1", true, 3], ["2", false, 1], ["4", false, 1]]);
    expect([...quietOnes(matters)]).toEqual(["3", "5"]);
    expect([...heads(matters)]).toEqual([["1", 3]]);
  });

  it("take an opened habit place by place", () => {
    const matters = mattersOf(found, groups, new Set(["a"]));
    expect(matters.map((m) => m.key)).toEqual(["1", "2", "3", "4", "5"]);
    expect(quietOnes(matters).size).toBe(0);
  });

  it.each(every)("hold every finding once: %s", (_, report) => {
    const model = deskModel(report);
    const matters = mattersOf(report.findings, model.groups, NONE);
    const keys = matters.flatMap((m) => m.findings.map((f) => f.key));
    expect(keys.sort()).toEqual(report.findings.map((f) => f.key).sort());
    expect(keys.length - matters.length).toBe(quietOnes(matters).size);
    for (const f of report.findings) expect(matterWith(matters, f.key)?.rule).toBe(f.rule);
  });

  it("are stepped through round and round, from any place of a habit", () => {
    const matters = mattersOf(found, groups, NONE);
    expect(stepped(matters, undefined, 1)?.key).toBe("1");
    expect(stepped(matters, undefined, -1)?.key).toBe("4");
    expect(stepped(matters, "5", 1)?.key).toBe("2");
    expect(stepped(matters, "4", 1)?.key).toBe("1");
    expect(stepped([], "4", 1)).toBeUndefined();
  });

  it("go on to what is left, and a habit is left until all its places are decided", () => {
    const matters = mattersOf(found, groups, NONE);
    const [habit, second, third] = matters;
    expect(nextLeft(matters, habit!, decided("2"))?.key).toBe("4");
    expect(isLeft(habit!, decided("1", "3"))).toBe(true);
    expect(nextLeft(matters, third!, decided("1", "3", "2"))?.key).toBe("1");
    expect(nextLeft(matters, second!, decided("1", "3", "5", "4"))).toBeUndefined();
  });
});

describe("marks beside a place", () => {
  const many = ["x", "y", "z", "u", "v"].map((key, n) => finding(key, key, n === 4 ? "error" : "advice"));

  it("are three words at most, the gravest, and a count", () => {
    const { said, more } = marksOf(many, NONE, undefined);
    expect(said.map((f) => f.key)).toEqual(["x", "y", "v"]);
    expect(more.map((f) => f.key)).toEqual(["z", "u"]);
    expect(marksOf(many, NONE, undefined, true).said).toHaveLength(5);
  });

  it("always say what is chosen, and never what is quiet", () => {
    fc.assert(
      fc.property(fc.subarray(many), fc.subarray(many.map((f) => f.key)), fc.option(fc.constantFrom(...many.map((f) => f.key)), { nil: undefined }), (here, quiet, chosen) => {
        const { said, more } = marksOf(here, new Set(quiet), chosen);
        expect(said.length).toBeLessThanOrEqual(MOST_MARKS);
        if (chosen !== undefined && here.some((f) => f.key === chosen)) expect(said.map((f) => f.key)).toContain(chosen);
        for (const f of [...said, ...more]) expect(f.key === chosen || !quiet.includes(f.key)).toBe(true);
      }),
    );
  });
});

describe("what the desk is about to do", () => {
  it("opens and folds, and what is done twice is undone", () => {
    const twice: DeskAction[] = [{ type: "open", rule: "a" }, { type: "unfold", place: "entry e1" }];
    for (const action of twice) expect(deskReducer(deskReducer(AT_FIRST, action), action)).toEqual(AT_FIRST);
    expect(deskReducer(AT_FIRST, twice[0]!).opened.has("a")).toBe(true);
  });

  it("is the very same state where nothing changes", () => {
    expect(deskReducer(AT_FIRST, { type: "mode", mode: "look" })).toBe(AT_FIRST);
  });

  it("goes to the same paragraph twice when told so twice", () => {
    const once = deskReducer(AT_FIRST, { type: "go", paragraph: 4 });
    expect(deskReducer(once, { type: "go", paragraph: 4 }).go).not.toEqual(once.go);
  });
});
