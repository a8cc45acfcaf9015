import { ApiProblem } from "../../../api/client";
import type { Asked } from "../data/useDesk";

/** A decision that was made elsewhere while this person made theirs. */
export interface Stale {
  key: string;
  verdict: string;
  remark: string;
  asked: Asked;
}

/** What stands now and what was asked, where the server says that the one is newer than the other knew. */
export function conflictOf(error: Error | null, asked: Asked | undefined): Stale | null {
  if (!(error instanceof ApiProblem) || error.code !== "changed-meanwhile" || !asked) return null;
  const { key = "", verdict = "open", remark = "" } = error.about;
  return { key, verdict, remark, asked };
}
