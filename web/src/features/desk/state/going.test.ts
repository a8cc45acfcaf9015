import { describe, expect, it } from "vitest";

import { reports } from "../../../../tests/fixtures";
import { decidedSignature, goingBack, stateOf } from "./going";
import { mattersOf } from "./matters";
import { deskModel, ROUNDS, type Decision } from "./model";

const every = Object.entries(reports);
const decided = (verdict: string, ...keys: string[]) => new Map(keys.map((key) => [key, { finding_key: key, verdict } as Decision]));

describe("what goes back", () => {
  it.each(every)("has every matter once, in the order of the work: %s", (_, report) => {
    const model = deskModel(report);
    const matters = mattersOf(report.findings, model.groups, new Set());
    const going = goingBack(matters, ROUNDS, new Map());
    expect(going.flatMap((g) => [...g.kept, ...g.waived, ...g.open]).length).toBe(matters.length);
    expect(going.flatMap((g) => g.kept)).toEqual([]);
    const order = going.map((g) => ROUNDS.findIndex((r) => r.id === g.round.id));
    expect(order).toEqual([...order].sort((a, b) => a - b));
  });

  it("takes a habit along as soon as one place was kept, and leaves it out when all were waived", () => {
    const report = reports["marlowe-slack-water"]!;
    const [first, second] = report.findings;
    const habit = { key: first!.key, rule: first!.rule, findings: [first!, second!], habit: true };
    expect(stateOf(habit, new Map())).toBe("open");
    expect(stateOf(habit, decided("waived", first!.key))).toBe("open");
    expect(stateOf(habit, decided("waived", first!.key, second!.key))).toBe("waived");
    expect(stateOf(habit, decided("kept", second!.key))).toBe("kept");
  });

  it("is told apart by every decision", () => {
    const one = { finding_key: "a", version: 1, verdict: "kept" } as Decision;
    const desk = (decisions: Decision[]) => ({ decisions, joins: [], hands: [], paragraphs: [], undo: null, check: null, may_decide: true });
    const signatures = [desk([]), desk([one]), desk([{ ...one, version: 2 }]), desk([{ ...one, verdict: "waived" }])].map(decidedSignature);
    expect(new Set(signatures).size).toBe(4);
    expect(decidedSignature(undefined)).toBe("");
  });
});
