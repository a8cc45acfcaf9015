import LinearProgress from "@mui/material/LinearProgress";

import { isOpen, roundOf, type Decision, type DeskModel, type Round } from "./model";

interface Props {
  model: DeskModel;
  decisions: Map<string, Decision>;
  round: string | null;
  rounds: Round[];
  busy: boolean;
  onRound: (round: string | null) => void;
  onUnlisted: () => void;
  onRule: (rule: string) => void;
  onSlips: () => void;
  onFirstCitation: () => void;
}

/** The counts as a sentence of figures that can be pressed, and the rounds of the work. */
export function Reckoning(props: Props) {
  const { model, decisions, round, rounds, busy } = props;
  const { report } = model;
  const { tally, findings } = report;
  const agree = tally.sources_cited === tally.entries && tally.unlisted === 0 && tally.uncited === 0;
  const habits = model.groups.filter((g) => g.habit).length;
  const left = (of: string) => findings.filter((f) => roundOf(f) === of && isOpen(f, decisions)).length;
  const open = findings.filter((f) => isOpen(f, decisions)).length;
  return (
    <div className="reckoning">
      <div className="reckoning-figures" role="group" aria-label="Reckoning">
        <Figure n={tally.citations} words={tally.citations === 1 ? "citation" : "citations"} onPress={props.onFirstCitation} />
        <span className={agree ? "reckoning-pair agree" : "reckoning-pair"}>
          <Figure n={tally.sources_cited} words="sources cited" />
          <span className="reckoning-sign" role="img" aria-label={agree ? "agree" : "do not agree"}>
            {agree ? "=" : "⇄"}
          </span>
          <Figure n={tally.entries} words={tally.entries === 1 ? "entry listed" : "entries listed"} />
        </span>
        <Figure n={tally.unlisted} words="not listed" alarm onPress={tally.unlisted ? props.onUnlisted : undefined} />
        <Figure
          n={tally.uncited}
          words="not cited"
          alarm
          onPress={tally.uncited ? () => props.onRule("entry-uncited") : undefined}
        />
        <Figure
          n={findings.length}
          words={`${findings.length === 1 ? "slip" : "slips"}${habits ? `, ${habits} ${habits === 1 ? "a habit" : "of them habits"}` : ""}`}
          onPress={findings.length ? props.onSlips : undefined}
        />
        {report.verdict && <Figure n={report.verdict.verdict} words="by the house rules" onPress={() => props.onRound("page")} />}
        {report.points && <Figure n={report.points.whole} words={report.points.whole === 1 ? "point lost" : "points lost"} onPress={() => props.onRound("page")} />}
      </div>
      <nav className="rounds" aria-label="Rounds">
        <RoundTab title="All" left={open} count={findings.length} on={round === null} press={() => props.onRound(null)} />
        {rounds.map((r) => (
          <RoundTab
            key={r.id}
            title={r.title}
            left={left(r.id)}
            count={findings.filter((f) => roundOf(f) === r.id).length}
            on={round === r.id}
            press={() => props.onRound(r.id)}
          />
        ))}
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
