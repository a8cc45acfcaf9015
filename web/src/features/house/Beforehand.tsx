import LinearProgress from "@mui/material/LinearProgress";

import type { HouseTable, Preview } from "./useHouse";

interface Props {
  preview: Preview | undefined;
  error: Error | null;
  changed: boolean;
  rules: HouseTable["rules"];
}

/** What saving would do to the papers at hand. */
export function Beforehand({ preview, error, changed, rules }: Props) {
  if (!changed) return <p className="house-quiet">Nothing is changed yet. What a change would do to the papers at hand is shown here before it is saved.</p>;
  if (error) return <p role="alert">{error.message}</p>;
  if (!preview?.result)
    return (
      <div role="status">
        <p className="house-quiet">
          Trying it on the papers at hand{preview ? `: ${preview.done} of ${preview.total}` : ""} …
        </p>
        <LinearProgress
          aria-label="Trying the house rules on the papers"
          variant={preview?.total ? "determinate" : "indeterminate"}
          value={preview?.total ? (100 * preview.done) / preview.total : 0}
        />
      </div>
    );
  const { papers, rules: byRule } = preview.result;
  const sum = (which: "gained" | "lost") => byRule.reduce((total, rule) => total + rule[which], 0);
  const most = Math.max(1, ...byRule.map((rule) => Math.max(rule.gained, rule.lost)));
  const verdicts = papers.filter(turns).length;
  const labels = new Map(rules.map((rule) => [rule.id, rule.label]));
  if (papers.length === 0) return <p className="house-quiet">There are no papers to try it on yet.</p>;
  return (
    <>
      <p className="house-quiet">tried on the {papers.length === 1 ? "one paper" : `${papers.length} papers`} at hand</p>
      <dl className="house-sums">
        <div>
          <dt>{sum("gained") === 1 ? "slip more" : "slips more"}</dt>
          <dd>+{sum("gained")}</dd>
        </div>
        <div>
          <dt>{sum("lost") === 1 ? "slip fewer" : "slips fewer"}</dt>
          <dd>−{sum("lost")}</dd>
        </div>
        <div>
          <dt>{verdicts === 1 ? "verdict changes" : "verdicts change"}</dt>
          <dd>{verdicts}</dd>
        </div>
      </dl>
      <ul className="house-bars">
        {byRule.flatMap((rule) =>
          (["lost", "gained"] as const)
            .filter((which) => rule[which] > 0)
            .map((which) => (
              <li key={`${rule.rule}-${which}`} className={which}>
                <span>{labels.get(rule.rule) ?? rule.rule}</span>
                <b>
                  {which === "lost" ? "−" : "+"}
                  {rule[which]}
                </b>
                <svg width="100%" height="10" viewBox="0 0 100 10" preserveAspectRatio="none" aria-hidden>
                  <rect width={(100 * rule[which]) / most} height="10" />
                </svg>
              </li>
            )),
        )}
      </ul>
      <h3>Paper by paper</h3>
      <table className="house-papers">
        <thead>
          <tr>
            <th scope="col">Writer</th>
            <th scope="col">Slips</th>
            <th scope="col">Verdict</th>
          </tr>
        </thead>
        <tbody>
          {papers.map((paper) => (
            <tr key={paper.paper}>
              <th scope="row">{paper.writer}</th>
              <td>
                {paper.before.slips} → {paper.after.slips}
                {paper.after.points !== null && <small> · {paper.after.points} {paper.after.points === 1 ? "point" : "points"}</small>}
              </td>
              <td className={turns(paper) ? "turns" : undefined}>{verdictOf(paper)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

type Paper = NonNullable<Preview["result"]>["papers"][number];

/** Whether a verdict is another one: where there was none before, it is new and turns nothing. */
function turns({ before, after }: Paper): boolean {
  return before.verdict !== null && before.verdict !== after.verdict;
}

function verdictOf(paper: Paper): string {
  const after = paper.after.verdict ?? "–";
  return turns(paper) ? `${paper.before.verdict} → ${after}` : after;
}
