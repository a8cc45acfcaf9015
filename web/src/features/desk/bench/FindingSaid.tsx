import type { Finding } from "../../../api/client";
import { useSession } from "../../../api/session";
import { useRuleHelp } from "../data/useDesk";
import { useDeskContext } from "../DeskContext";
import { capital, doubt, times } from "../state/firstLook";
import { JoinChooser } from "./JoinChooser";
import { RemarkField } from "./RemarkField";

const SEVERITY = { error: "slip", caution: "look", advice: "advice" };

/** What was found, how often, and why it is asked for. */
export function FindingSaid({ finding }: { finding: Finding }) {
  const { model, decisions, matter, ui, dispatch, act } = useDeskContext();
  const help = useRuleHelp(finding.rule, model.report.guide.id);
  const decision = decisions.get(finding.key);
  const me = useSession().data?.person?.name;
  const chapter = help.data?.chapters[0];
  const group = model.groups.find((g) => g.rule === finding.rule);
  const said = doubt(finding.confidence);
  return (
    <>
      <h2 className="bench-title">
        <span className={`severity ${finding.severity}`}>{matter?.habit ? "habit" : SEVERITY[finding.severity]}</span>
        {capital(finding.label)}
        <small>
          {[
            finding.page !== null ? `p. ${finding.page}` : "",
            matter?.habit && group
              ? `${group.broken} of ${group.chances} places; this is the ${ordinal(matter.findings.findIndex((f) => f.key === finding.key) + 1)}`
              : group && group.findings.length > 1
                ? `${times(group.findings.length)} in the paper`
                : "",
            said,
          ]
            .filter(Boolean)
            .join(" · ")}
          {decision && decision.verdict !== "open" && <b className={`verdict ${decision.verdict}`}> {decision.verdict}</b>}
          {decision && decision.verdict !== "open" && decision.by && decision.by !== me && ` by ${decision.by}, ${new Date(decision.decided_at).toLocaleDateString()}`}
        </small>
      </h2>
      <p className="bench-message">{finding.message}</p>
      {finding.remark && <p className="bench-remark">{finding.remark}</p>}
      {decision?.remark && ui.mode !== "remark" && <p className="bench-remark">Your remark: {decision.remark}</p>}
      {ui.mode === "remark" && (
        <RemarkField start={decision?.remark ?? ""} onDone={act.remark} onCancel={() => dispatch({ type: "mode", mode: "look" })} />
      )}
      {ui.mode === "join" && <JoinChooser />}
      {ui.mode === "look" && help.data && (
        <p className="bench-why">
          {help.data.why}
          {chapter && (
            <span>
              {" "}
              ({chapter[0]}, ch. {chapter[2]})
            </span>
          )}
        </p>
      )}
    </>
  );
}

function ordinal(n: number): string {
  const last = n % 100 > 10 && n % 100 < 20 ? 0 : n % 10;
  return `${n}${["th", "st", "nd", "rd"][last] ?? "th"}`;
}
