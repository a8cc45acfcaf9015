import LinearProgress from "@mui/material/LinearProgress";

import { useDeskContext } from "../DeskContext";
import { isLeft, mattersOf } from "../state/matters";
import { stateOf } from "../state/going";
import { RETURN, roundOf } from "../state/model";

/** The counts as a sentence of figures that can be pressed, and the rounds of the work. */
export function Reckoning() {
  const { paper, model, decisions, round, rounds, busy, ui, act } = useDeskContext();
  const { report } = model;
  const all = mattersOf(report.findings, model.groups, ui.opened);
  const leftIn = (of: string | null) => all.filter((m) => (of === null || roundOf(m.findings[0]!) === of) && isLeft(m, decisions)).length;
  const onRule = (rule: string) => {
    const first = report.findings.find((f) => f.rule === rule);
    if (first) act.pick(first.key);
  };
  const onUnlisted = () => {
    const [first] = report.unlisted;
    if (first) act.choose({ kind: "source", id: first.id }, "bench");
  };
  const onFirstCitation = () => {
    const [first] = report.citations;
    if (first) act.choose({ kind: "citation", id: first.id }, "bench");
  };
  const kept = all.filter((m) => stateOf(m, decisions) === "kept").length;
  const { tally, findings } = report;
  const agree = tally.sources_cited === tally.entries && tally.unlisted === 0 && tally.uncited === 0;
  const habits = model.groups.filter((g) => g.habit).length;
  return (
    <div className="reckoning">
      <div className="reckoning-figures" role="group" aria-label="Reckoning">
        <Figure n={tally.citations} words={tally.citations === 1 ? "citation" : "citations"} onPress={onFirstCitation} />
        <span className={agree ? "reckoning-pair agree" : "reckoning-pair"}>
          <Figure n={tally.sources_cited} words="sources cited" />
          <span className="reckoning-sign" role="img" aria-label={agree ? "agree" : "do not agree"}>
            {agree ? "=" : "⇄"}
          </span>
          <Figure n={tally.entries} words={tally.entries === 1 ? "entry listed" : "entries listed"} />
        </span>
        <Figure n={tally.unlisted} words="not listed" alarm onPress={tally.unlisted ? onUnlisted : undefined} />
        <Figure
          n={tally.uncited}
          words="not cited"
          alarm
          onPress={tally.uncited ? () => onRule("entry-uncited") : undefined}
        />
        <Figure
          n={findings.length}
          words={`${findings.length === 1 ? "slip" : "slips"}${habits ? `, with ${habits === 1 ? "one habit" : `${habits} habits`}` : ""}`}
          onPress={findings.length ? () => act.choose(null, "bench") : undefined}
        />
        {report.verdict && <Figure n={report.verdict.verdict} words="by the house rules" onPress={() => act.setRound("page")} />}
        {report.points && <Figure n={report.points.whole} words={report.points.whole === 1 ? "point lost" : "points lost"} onPress={() => act.setRound("page")} />}
      </div>
      <nav className="rounds" aria-label="Rounds">
        <RoundTab title="All" left={leftIn(null)} count={findings.length} on={round === null} press={() => act.setRound(null)} />
        {rounds.map((r) => (
          <RoundTab
            key={r.id}
            title={r.title}
            left={leftIn(r.id)}
            count={findings.filter((f) => roundOf(f) === r.id).length}
            on={round === r.id}
            press={() => act.setRound(r.id)}
          />
        ))}
        <button
          type="button"
          className={round === RETURN ? "round on" : "round"}
          aria-pressed={round === RETURN}
          onClick={() => act.setRound(RETURN)}
        >
          <span>Return</span>
          <b>{paper.returned_at ? "returned" : kept === 0 ? "nothing kept" : kept === 1 ? "1 remark" : `${kept} remarks`}</b>
        </button>
      </nav>
      {busy && <LinearProgress className="reckoning-busy" aria-label="Checking again" />}
    </div>
  );
}

interface FigureProps {
  n: number | string;
  words: string;
  alarm?: boolean;
  onPress?: (() => void) | undefined;
}

function Figure({ n, words, alarm, onPress }: FigureProps) {
  const content = (
    <>
      <b>{n}</b>
      <span>{words}</span>
    </>
  );
  const look = `figure${alarm && n !== 0 ? " alarm" : ""}${n === 0 ? " none" : ""}`;
  if (!onPress) return <div className={look}>{content}</div>;
  return (
    <button type="button" className={look} onClick={onPress}>
      {content}
    </button>
  );
}

function RoundTab(props: { title: string; left: number; count: number; on: boolean; press: () => void }) {
  const { title, left, count, on, press } = props;
  const said = count === 0 ? "nothing" : left === 0 ? "done" : `${left} left`;
  return (
    <button type="button" className={on ? "round on" : "round"} aria-pressed={on} onClick={press}>
      <span>{title}</span>
      <b>{said}</b>
    </button>
  );
}
