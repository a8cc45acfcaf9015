import { BenchActions } from "./BenchActions";
import type { BenchProps } from "./Bench";
import { isOpen } from "./model";

/** Nothing chosen: all slips gathered by rule, the habits told from the scattered ones. */
export function SlipList(props: BenchProps) {
  const { model, decisions, inRound, onPick } = props;
  const shown = new Set(inRound.map((f) => f.rule));
  const groups = model.groups.filter((g) => shown.has(g.rule));
  if (groups.length === 0) {
    const { tally } = model.report;
    return (
      <>
        <div className="bench-said">
          <h2 className="bench-title">Nothing to point out</h2>
          <p className="bench-message">
            {model.report.findings.length === 0
              ? `${tally.citations} citations lead to ${tally.entries} entries, and every entry is cited. The list stands in order.`
              : "Nothing in this round."}
          </p>
        </div>
        <BenchActions {...props} />
      </>
    );
  }
  return (
    <>
      <div className="slip-list" role="list" aria-label="Slips by rule">
        {groups.map((group) => {
          const left = group.findings.filter((f) => isOpen(f, decisions));
          return (
            <button
              key={group.rule}
              type="button"
              role="listitem"
              className={`slip-group${left.length === 0 ? " decided" : ""}`}
              onClick={() => onPick((left[0] ?? group.findings[0]!).key)}
            >
              <b>{group.label}</b>
              <span>
                {group.habit ? `habit: ${group.broken} of ${group.chances} chances` : `${group.broken === 1 ? "once" : `${group.broken} times`} of ${group.chances}`}
                {left.length === 0 ? " · decided" : left.length < group.findings.length ? ` · ${left.length} left` : ""}
              </span>
              <span className="slip-bar" aria-hidden>
                <i style={{ width: `${(100 * group.broken) / group.chances}%` }} />
              </span>
            </button>
          );
        })}
      </div>
      <BenchActions {...props} />
    </>
  );
}
