import type { Report, Schemas } from "../../../api/client";
import { useDeskContext } from "../DeskContext";
import { listMeasuresOf, measuresOf, type Measure, type Page } from "../state/page";
import { PagePicture } from "./PagePicture";

/** The page round: the page as it is and as it should be, what the assignment asks, points and verdict. */
export function PageRound() {
  const { model, act } = useDeskContext();
  const { report } = model;
  const onEntry = (entry: string) => act.choose({ kind: "entry", id: entry }, "bench");
  const rules = new Set(report.findings.map((f) => f.rule));
  return (
    <section className="page-round" aria-label="The page and the assignment" tabIndex={0}>
      <Verdict report={report} />
      <h2>The page</h2>
      {report.page ? (
        <Compared page={report.page} measures={measuresOf(report.page, rules)} />
      ) : (
        <p className="page-quiet">This format says nothing of the page. Ask for the paper as .docx or .odt to have it looked at.</p>
      )}
      {report.page?.list && (
        <>
          <h2>The list</h2>
          <Compared page={report.page} measures={listMeasuresOf(report.page.list)} list />
        </>
      )}
      {report.requirements.length > 0 && (
        <>
          <h2>What the assignment asks</h2>
          <ul className="page-asked">
            {report.requirements.map((asked) => (
              <Asked key={`${asked.key} ${asked.wanted}`} asked={asked} onEntry={onEntry} />
            ))}
          </ul>
        </>
      )}
      <Points report={report} labels={new Map(model.groups.map((g) => [g.rule, g.label]))} />
    </section>
  );
}

/** As it is and as it should be, side by side, with the measures. */
export function Compared({ page, measures, list = false }: { page: Page; measures: Measure[]; list?: boolean }) {
  const off = measures.some((m) => m.off);
  return (
    <div className="page-compared">
      <PagePicture page={page} which="found" list={list} off={off} />
      {off && <PagePicture page={page} which="wanted" list={list} off={false} />}
      <table>
        <thead>
          <tr>
            <th scope="col">{list ? "The list" : "The page"}</th>
            <th scope="col">is</th>
            <th scope="col">{off ? "should be" : ""}</th>
          </tr>
        </thead>
        <tbody>
          {measures.map((measure) => (
            <tr key={measure.name} className={measure.off ? "off" : undefined}>
              <th scope="row">{measure.name}</th>
              <td>{measure.found}</td>
              <td>{measure.off ? `≠ ${measure.wanted}` : off ? "=" : ""}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Asked({ asked, onEntry }: { asked: Schemas["ReportRequirement"]; onEntry: (entry: string) => void }) {
  const state = asked.met ? "met" : asked.maybe ? "perhaps" : "not met";
  return (
    <li className={asked.met ? "met" : "unmet"}>
      <details>
        <summary>
          <b>{state}</b> asked: {asked.wanted}; there: {asked.found}
        </summary>
        {asked.counted.length === 0 ? (
          <p className="page-quiet">Nothing was counted for it one by one.</p>
        ) : (
          <ul>
            {asked.counted.map((source, index) => (
              <li key={index}>
                {source.entry ? (
                  <button type="button" onClick={() => source.entry && onEntry(source.entry)}>
                    {source.label}
                  </button>
                ) : (
                  source.label
                )}
                : {source.because}
              </li>
            ))}
          </ul>
        )}
      </details>
    </li>
  );
}

function Verdict({ report }: { report: Report }) {
  if (!report.verdict) return null;
  return (
    <p className="page-verdict">
      By the house rules: <b>{report.verdict.verdict}</b>
      <span>{report.verdict.reasons.join(" · ")}</span>
    </p>
  );
}

function Points({ report, labels }: { report: Report; labels: ReadonlyMap<string, string> }) {
  const { points } = report;
  if (!points) return null;
  return (
    <>
      <h2>Points: {points.whole === 0 ? "none lost" : `−${points.whole}`}</h2>
      <table className="page-points">
        <tbody>
          {points.lost.map((lost) => (
            <tr key={lost.rule}>
              <th scope="row">{labels.get(lost.rule) ?? lost.rule}</th>
              <td>
                {lost.times > 1 ? `${lost.times} × ${lost.each}` : ""}
              </td>
              <td>−{lost.points}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
