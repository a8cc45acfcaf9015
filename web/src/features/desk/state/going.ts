/* What goes back: which matters were kept, waived, or are still open, by round. Pure. */
import type { DeskState } from "../../../api/client";
import type { Matter } from "./matters";
import { isOpen, roundOf, type Decision, type Round } from "./model";

export interface Going {
  round: Round;
  kept: Matter[];
  waived: Matter[];
  open: Matter[];
}

/** A matter goes back as soon as one of its places was kept; it is open while none is decided. */
export function stateOf(matter: Matter, decisions: Map<string, Decision>): "kept" | "waived" | "open" {
  if (matter.findings.some((f) => decisions.get(f.key)?.verdict === "kept")) return "kept";
  return matter.findings.some((f) => isOpen(f, decisions)) ? "open" : "waived";
}

/** The matters of each round by what became of them; rounds without any are left out. */
export function goingBack(matters: Matter[], rounds: readonly Round[], decisions: Map<string, Decision>): Going[] {
  return rounds
    .map((round) => {
      const of = (state: string) =>
        matters.filter((m) => m.findings[0] && roundOf(m.findings[0]) === round.id && stateOf(m, decisions) === state);
      return { round, kept: of("kept"), waived: of("waived"), open: of("open") };
    })
    .filter((going) => going.kept.length + going.waived.length + going.open.length > 0);
}

/** Tells one state of the decisions from another. */
export function decidedSignature(desk: DeskState | undefined): string {
  return (desk?.decisions ?? []).map((d) => `${d.finding_key}:${d.version}:${d.verdict}`).join(" ");
}
