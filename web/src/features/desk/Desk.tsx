import Alert from "@mui/material/Alert";
import Snackbar from "@mui/material/Snackbar";
import { useCallback, useMemo, useRef, useState } from "react";

import "./desk.css";
import "./reckoning.css";
import "./galley.css";
import "./ledger.css";
import "./bench.css";
import "./page-round.css";
import "./media.css";

import type { PaperInfo, Paragraph, Verdict } from "../../api/client";
import { useKeys } from "../../shared/useKeys";
import { Bench } from "./Bench";
import { Conflict } from "./Conflict";
import { conflictOf } from "./conflictOf";
import { Galley } from "./Galley";
import { KeyHelp } from "./KeyHelp";
import { Ledger } from "./Ledger";
import { decisionsByKey, focusOf, handsByKey, isOpen, roundOf, ROUNDS, type DeskModel } from "./model";
import { PageRound } from "./PageRound";
import { PageRun } from "./PageRun";
import { ParagraphMenu } from "./ParagraphMenu";
import { Reckoning } from "./Reckoning";
import { Thread } from "./Thread";
import { useChoice } from "./useChoice";
import type { useDesk } from "./useDesk";

interface Props {
  paper: PaperInfo;
  model: DeskModel;
  data: ReturnType<typeof useDesk>;
  busy: boolean;
}

export function Desk({ paper, model, data, busy }: Props) {
  const { choice, place, setPlace, origin, round, choose, setRound } = useChoice();
  const [seen, setSeen] = useState<[number, number]>([1, 1]);
  const [joining, setJoining] = useState(false);
  const [remarking, setRemarking] = useState(false);
  const [help, setHelp] = useState(false);
  const [meant, setMeant] = useState<{ paragraph: Paragraph; element: Element } | null>(null);
  const frame = useRef<HTMLDivElement>(null);
  const decisions = useMemo(() => decisionsByKey(data.desk.data), [data.desk.data]);
  const focus = useMemo(() => focusOf(model, choice, place), [model, choice, place]);
  const hands = useMemo(() => handsByKey(data.desk.data), [data.desk.data]);
  const { report } = model;
  const paragraphsByHand = useMemo(
    () => new Map((data.desk.data?.paragraphs ?? []).map((p) => [p.paragraph_key, p.role])),
    [data.desk.data],
  );

  const inRound = useMemo(
    () => report.findings.filter((f) => round === null || roundOf(f) === round),
    [report.findings, round],
  );
  const finding = focus.finding;
  const step = (by: number) => {
    if (inRound.length === 0) return;
    const at = inRound.findIndex((f) => f.key === finding?.key);
    const next = at < 0 ? (by > 0 ? 0 : inRound.length - 1) : (at + by + inRound.length) % inRound.length;
    pick(inRound[next]!.key);
  };
  const pick = (key: string) => {
    setJoining(false);
    setRemarking(false);
    choose({ kind: "finding", id: key }, "bench");
  };
  const decide = (keys: string[], verdict: Verdict, remark?: string) =>
    data.decide.mutate({
      keys,
      verdict,
      ...(remark === undefined ? {} : { remark }),
      seen: Object.fromEntries(keys.map((key) => [key, decisions.get(key)?.version ?? 0])),
    });
  const decideAndGoOn = (verdict: Verdict) => {
    if (!finding) return;
    const again = decisions.get(finding.key)?.verdict === verdict;
    decide([finding.key], again ? "open" : verdict);
    if (again) return;
    const at = inRound.findIndex((f) => f.key === finding.key);
    const later = [...inRound.slice(at + 1), ...inRound.slice(0, at)];
    const next = later.find((f) => f.key !== finding.key && isOpen(f, decisions));
    if (next) pick(next.key);
  };
  const decideHabit = (verdict: Verdict) => {
    const group = model.groups.find((g) => g.rule === finding?.rule);
    if (group) decide(group.findings.map((f) => f.key), verdict);
  };
  const places = choice?.kind === "source" ? focus.source?.citations : focus.entry?.cited_by;
  const nextPlace = (by: number) => {
    if (!places?.length) return;
    if (choice?.kind === "entry" || choice?.kind === "source") {
      setPlace((place + by + places.length) % places.length);
      return;
    }
    const at = places.indexOf(focus.citation?.id ?? "");
    const next = (Math.max(at, 0) + by + places.length) % places.length;
    if (focus.entry) choose({ kind: "entry", id: focus.entry.id }, "bench", next);
  };
  // The page's round has something to show where nothing is wrong, too.
  const hasPage = report.page !== null || report.requirements.length > 0;
  const roundsShown = ROUNDS.filter(
    (r) => report.findings.some((f) => r.families.includes(f.family)) || (r.id === "page" && hasPage),
  );

  useKeys({
    ".": () => step(1),
    ",": () => step(-1),
    k: () => decideAndGoOn("kept"),
    w: () => decideAndGoOn("waived"),
    h: (event) => decideHabit(event.shiftKey ? "waived" : "kept"),
    j: () => focus.citation && setJoining(true),
    r: () => finding && setRemarking(true),
    t: () => {
      // What is chosen, or what stands first in view.
      const chosen = focus.paragraph ?? focus.citation?.paragraph;
      const shown = [...document.querySelectorAll<HTMLElement>(".galley [data-paragraph]")];
      const element =
        shown.find((e) => Number(e.dataset["paragraph"]) === chosen) ?? shown.find((e) => e.getBoundingClientRect().bottom > 130);
      const paragraph = element && report.paragraphs[Number(element.dataset["paragraph"])];
      if (element && paragraph?.key) setMeant({ paragraph, element });
    },
    z: () => data.desk.data?.undo && data.undo.mutate(),
    n: () => nextPlace(1),
    p: () => nextPlace(-1),
    "?": () => setHelp(true),
    Escape: () => {
      if (joining || remarking) {
        setJoining(false);
        setRemarking(false);
      } else choose(null, "bench");
    },
    ...Object.fromEntries(roundsShown.map((r, i) => [String(i + 1), () => setRound(r.id)])),
    "0": () => setRound(null),
  });

  const onSeen = useCallback((first: number, last: number) => {
    setSeen((old) => (old[0] === first && old[1] === last ? old : [first, last]));
  }, []);
  const stale = conflictOf(data.decide.error, data.decide.variables);
  const failed = [data.decide, data.join, data.setEntry, data.setParagraph, data.undo].filter((m) => m.error !== null && !(stale && m === data.decide));
  const failure = failed[0]?.error ?? null;

  return (
    <main className="desk" aria-label={`The desk of ${paper.writer || paper.file_name}`}>
      <Reckoning
        model={model}
        decisions={decisions}
        round={round}
        rounds={roundsShown}
        onRound={setRound}
        onUnlisted={() => {
          const first = report.unlisted[0];
          if (first) choose({ kind: "source", id: first.id }, "bench");
        }}
        onRule={(rule) => {
          const first = report.findings.find((f) => f.rule === rule);
          if (first) pick(first.key);
        }}
        onSlips={() => choose(null, "bench")}
        onFirstCitation={() => {
          const first = report.citations[0];
          if (first) choose({ kind: "citation", id: first.id }, "bench");
        }}
        busy={busy}
      />
      <div className="desk-panes" ref={frame}>
        <PageRun model={model} seen={seen} round={round} focus={focus} onChoose={choose} />
        <Galley
          model={model}
          focus={focus}
          origin={origin}
          round={round}
          decisions={decisions}
          onChoose={choose}
          onSeen={onSeen}
          byHand={paragraphsByHand}
          onParagraph={(paragraph, element) => setMeant({ paragraph, element })}
        />
        {round === "page" && choice === null ? (
          <PageRound model={model} onEntry={(entry) => choose({ kind: "entry", id: entry }, "bench")} />
        ) : (
          <Ledger
            model={model}
            focus={focus}
            origin={origin}
            round={round}
            decisions={decisions}
            onChoose={choose}
            onListBegins={(paragraph) => data.setParagraph.mutate({ paragraph, role: "list-first" })}
          />
        )}
        <Thread frame={frame} focus={focus} />
      </div>
      <Bench
        key={finding?.key ?? `${choice?.kind}-${choice?.id}`}
        model={model}
        assignment={data.paper.data?.assignment ?? 0}
        focus={focus}
        choice={choice}
        place={place}
        decisions={decisions}
        inRound={inRound}
        joining={joining}
        remarking={remarking}
        undo={data.desk.data?.undo ?? null}
        busy={data.decide.isPending || data.join.isPending || data.setEntry.isPending || data.undo.isPending}
        onPick={pick}
        onStep={step}
        onDecide={decideAndGoOn}
        onHabit={decideHabit}
        onRemark={(remark) => {
          if (finding) decide([finding.key], decisions.get(finding.key)?.verdict ?? "open", remark);
          setRemarking(false);
        }}
        onJoin={(entry) => {
          if (focus.citation) data.join.mutate({ citation: focus.citation.key, entry });
          setJoining(false);
        }}
        onJoining={setJoining}
        onRemarking={setRemarking}
        hands={hands}
        onSetEntry={(entry, kind, borders) =>
          data.setEntry.mutate({ entry, kind, borders })
        }
        onUndo={() => data.undo.mutate()}
        onPlace={nextPlace}
        onClose={() => choose(null, "bench")}
        onHelp={() => setHelp(true)}
      />
      <ParagraphMenu
        paragraph={meant?.paragraph}
        anchor={meant?.element ?? null}
        byHand={meant?.paragraph.key ? paragraphsByHand.get(meant.paragraph.key) : undefined}
        onClose={() => setMeant(null)}
        onSet={(role) => {
          if (meant?.paragraph.key) data.setParagraph.mutate({ paragraph: meant.paragraph.key, role });
          setMeant(null);
        }}
      />
      {stale && (
        <Conflict
          conflict={stale}
          finding={report.findings.find((f) => f.key === stale.key)}
          busy={data.desk.isFetching}
          onTheirs={() => data.decide.reset()}
          onMine={() => decide(stale.asked.keys, stale.asked.verdict, stale.asked.remark)}
        />
      )}
      <KeyHelp open={help} rounds={roundsShown} onClose={() => setHelp(false)} />
      <Snackbar open={failure !== null} anchorOrigin={{ vertical: "top", horizontal: "center" }}>
        <Alert severity="error" onClose={() => failed.forEach((mutation) => mutation.reset())}>
          {failure?.message}
        </Alert>
      </Snackbar>
    </main>
  );
}
