import { createContext, useCallback, useContext, useEffect, useMemo, useReducer, useRef, type Dispatch, type ReactNode } from "react";

import type { Finding, PaperInfo, Verdict } from "../../api/client";
import { useChoice, type Origin } from "./data/useChoice";
import type { useDesk } from "./data/useDesk";
import { AT_FIRST, deskReducer, type DeskAction, type DeskUi } from "./state/desk";
import { heads, matterWith, mattersOf, nextLeft, quietOnes, stepped, type Matter } from "./state/matters";
import {
  decisionsByKey,
  focusOf,
  handsByKey,
  RETURN,
  roundOf,
  ROUNDS,
  type Choice,
  type Decision,
  type DeskModel,
  type Focus,
  type Round,
} from "./state/model";

interface Given {
  paper: PaperInfo;
  model: DeskModel;
  data: ReturnType<typeof useDesk>;
  /** A check is still running. */
  busy: boolean;
}

export interface DeskValue extends Given {
  ui: DeskUi;
  dispatch: Dispatch<DeskAction>;
  choice: Choice | null;
  place: number;
  origin: Origin;
  round: string | null;
  rounds: Round[];
  focus: Focus;
  decisions: Map<string, Decision>;
  hands: ReturnType<typeof handsByKey>;
  /** Roles that a person has given, by the key of the paragraph. */
  byHand: ReadonlyMap<string, string>;
  inRound: Finding[];
  matters: Matter[];
  matter: Matter | undefined;
  quiet: ReadonlySet<string>;
  heads: ReadonlyMap<string, number>;
  deciding: boolean;
  act: Acts;
}

interface Acts {
  choose: (choice: Choice | null, origin: Origin, place?: number) => void;
  setRound: (round: string | null) => void;
  pick: (finding: string) => void;
  step: (by: number) => void;
  nextPlace: (by: number) => void;
  decide: (keys: string[], verdict: Verdict, remark?: string) => void;
  /** Decide what is chosen, a habit with all its places, and go on to what is left; the same again reopens it. */
  decideAndGoOn: (verdict: Verdict) => void;
  /** Decide every slip of the rule, habit or not. */
  decideAlike: (verdict: Verdict) => void;
  remark: (words: string) => void;
  join: (entry: string | null) => void;
}

const Context = createContext<DeskValue | null>(null);

export function useDeskContext(): DeskValue {
  const value = useContext(Context);
  if (!value) throw new Error("outside of a desk");
  return value;
}

/** All that the panes of a desk share. */
export function DeskProvider({ children, ...given }: Given & { children: ReactNode }) {
  const { model, data } = given;
  const { report } = model;
  const { choice, place, setPlace, origin, round, choose, setRound } = useChoice();
  const [ui, dispatch] = useReducer(deskReducer, AT_FIRST);
  const decisions = useMemo(() => decisionsByKey(data.desk.data), [data.desk.data]);
  const hands = useMemo(() => handsByKey(data.desk.data), [data.desk.data]);
  const byHand = useMemo(
    () => new Map((data.desk.data?.paragraphs ?? []).map((p) => [p.paragraph_key, p.role] as const)),
    [data.desk.data],
  );
  const focus = useMemo(() => focusOf(model, choice, place), [model, choice, place]);
  const inRound = useMemo(
    () => report.findings.filter((f) => round === null || round === RETURN || roundOf(f) === round),
    [report.findings, round],
  );
  const matters = useMemo(() => mattersOf(inRound, model.groups, ui.opened), [inRound, model.groups, ui.opened]);
  const everywhere = useMemo(
    () => mattersOf(report.findings, model.groups, ui.opened),
    [report.findings, model.groups, ui.opened],
  );
  const quiet = useMemo(() => quietOnes(everywhere), [everywhere]);
  const headed = useMemo(() => heads(everywhere), [everywhere]);
  // The page's round has something to show where nothing is wrong, too.
  const hasPage = report.page !== null || report.requirements.length > 0;
  const rounds = useMemo(
    () => ROUNDS.filter((r) => report.findings.some((f) => r.families.includes(f.family)) || (r.id === "page" && hasPage)),
    [report.findings, hasPage],
  );
  const { finding } = focus;
  const matter = matterWith(matters, finding?.key) ?? matterWith(everywhere, finding?.key);
  const pick = useCallback(
    (key: string) => {
      dispatch({ type: "mode", mode: "look" });
      choose({ kind: "finding", id: key }, "bench");
    },
    [choose],
  );
  // A link to a rule leads to the first of its places.
  const asked = useRef(new URLSearchParams(window.location.search).get("rule"));
  useEffect(() => {
    const first = asked.current && report.findings.find((f) => f.rule === asked.current);
    asked.current = null;
    if (first) pick(first.key);
  }, [report.findings, pick]);
  const decide = (keys: string[], verdict: Verdict, remark?: string) =>
    data.decide.mutate({
      keys,
      verdict,
      ...(remark === undefined ? {} : { remark }),
      seen: Object.fromEntries(keys.map((key) => [key, decisions.get(key)?.version ?? 0])),
    });
  const places = choice?.kind === "source" ? focus.source?.citations : focus.entry?.cited_by;
  const act: Acts = {
    choose,
    setRound,
    pick,
    decide,
    step: (by) => {
      const next = stepped(matters, finding?.key, by);
      if (next) pick(next.key);
    },
    nextPlace: (by) => {
      if (matter?.habit && choice?.kind === "finding") {
        const at = matter.findings.findIndex((f) => f.key === finding?.key);
        const next = matter.findings[(at + by + matter.findings.length) % matter.findings.length];
        if (next) pick(next.key);
        return;
      }
      if (!places?.length) return;
      if (choice?.kind === "entry" || choice?.kind === "source") {
        setPlace((place + by + places.length) % places.length);
        return;
      }
      const at = places.indexOf(focus.citation?.id ?? "");
      const next = (Math.max(at, 0) + by + places.length) % places.length;
      if (focus.entry) choose({ kind: "entry", id: focus.entry.id }, "bench", next);
    },
    decideAndGoOn: (verdict) => {
      if (!finding || !matter) return;
      const again = matter.findings.every((f) => decisions.get(f.key)?.verdict === verdict);
      decide(matter.findings.map((f) => f.key), again ? "open" : verdict);
      if (again) return;
      const next = nextLeft(matters, matter, decisions);
      if (next) pick(next.key);
    },
    decideAlike: (verdict) => {
      const group = model.groups.find((g) => g.rule === finding?.rule);
      if (group) decide(group.findings.map((f) => f.key), verdict);
    },
    remark: (words) => {
      if (finding) decide([finding.key], decisions.get(finding.key)?.verdict ?? "open", words);
      dispatch({ type: "mode", mode: "look" });
    },
    join: (entry) => {
      if (focus.citation) data.join.mutate({ citation: focus.citation.key, entry });
      dispatch({ type: "mode", mode: "look" });
    },
  };
  const value: DeskValue = {
    ...given,
    ui,
    dispatch,
    choice,
    place,
    origin,
    round,
    rounds,
    focus,
    decisions,
    hands,
    byHand,
    inRound,
    matters,
    matter,
    quiet,
    heads: headed,
    deciding: data.decide.isPending || data.join.isPending || data.setEntry.isPending || data.undo.isPending,
    act,
  };
  return <Context value={value}>{children}</Context>;
}
