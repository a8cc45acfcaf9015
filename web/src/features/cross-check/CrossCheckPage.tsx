import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import Typography from "@mui/material/Typography";
import { useMemo } from "react";
import { Link, useNavigate, useParams } from "react-router";

import "./cross-check.css";

import { usePaper } from "../../api/paper";
import { Nothing } from "../../shared/Nothing";
import { ProblemNote } from "../../shared/ProblemNote";
import { TopBar } from "../../shared/TopBar";
import { useKeys } from "../../shared/useKeys";
import { crossTable, type CrossTable, type Row } from "./table";

/** Sources down, pages across: where the paper leans on what. Prints on one page. */
export function CrossCheckPage() {
  const id = Number(useParams().paperId);
  const { paper, report, check, busy } = usePaper(id);
  const navigate = useNavigate();
  useKeys({ x: () => void navigate(`/papers/${id}`), Escape: () => void navigate(`/papers/${id}`) });
  const table = useMemo(() => (report.data ? crossTable(report.data) : null), [report.data]);
  return (
    <>
      <TopBar
        about={{ guide: report.data?.guide.id, assignment: paper.data?.assignment }}
        end={
          <Button color="inherit" size="small" onClick={() => window.print()}>
            Print
          </Button>
        }
      >
        <Typography component={Link} to={`/papers/${id}`} noWrap sx={{ opacity: 0.85 }}>
          Desk
        </Typography>
        <Typography component="h1" noWrap sx={{ fontWeight: 700 }}>
          Cross-check of {paper.data?.writer || paper.data?.file_name}
        </Typography>
        <Typography noWrap sx={{ opacity: 0.85, minWidth: 0 }}>
          {paper.data?.title && `“${paper.data.title}”`}
        </Typography>
      </TopBar>
      {paper.isError && <ProblemNote problem={paper.error} />}
      {report.isError && <ProblemNote problem={report.error} />}
      {(paper.isPending || report.isFetching) && <LinearProgress aria-label="Fetching the paper" />}
      {busy && (
        <Nothing title="Checking…" words="The table stands here as soon as the paper is checked." />
      )}
      {check?.state === "failed" && <Nothing title="The paper could not be read" words={check.error_message} />}
      {table && (table.rows.length ? <Table paper={id} table={table} /> : <Nothing title="Nothing to cross-check" words="The paper cites nothing and lists nothing." />)}
    </>
  );
}

function Table({ paper, table }: { paper: number; table: CrossTable }) {
  const { pages, rows, sums, total } = table;
  const size = { "--rows": rows.length + 4, "--pages": pages.length } as React.CSSProperties;
  return (
    <main className="cross" style={size} tabIndex={0} aria-label="Sources by page">
      <table>
        <thead>
          <tr>
            <th scope="col" className="cross-source">
              Source
            </th>
            {pages.map((page) => (
              <th key={page} scope="col">
                {page}
              </th>
            ))}
            <th scope="col">cited</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row, at) => (
            <SourceRow key={row.id} paper={paper} row={row} pages={pages} first={rows[at - 1]?.kind !== row.kind} />
          ))}
        </tbody>
        <tfoot>
          <tr>
            <th scope="row" className="cross-source">
              citations on the page
            </th>
            {sums.map((sum, at) => (
              <td key={pages[at]} className={sum === 0 ? "dry" : undefined}>
                {sum || "–"}
              </td>
            ))}
            <td>
              <b>{total}</b>
            </td>
          </tr>
        </tfoot>
      </table>
    </main>
  );
}

const SAID = { unlisted: "cited, and not listed", listed: "", uncited: "listed, and not cited" } as const;

function SourceRow({ paper, row, pages, first }: { paper: number; row: Row; pages: number[]; first: boolean }) {
  const choice = row.kind === "unlisted" ? "source" : "entry";
  return (
    <tr className={`${row.kind}${first ? " first" : ""}`}>
      <th scope="row" className="cross-source">
        <Link to={`/papers/${paper}?${choice}=${row.id}`}>
          <span className="cross-number">{row.position ?? "?"}</span>
          <b>{row.label}</b> {SAID[row.kind] ? <em>{SAID[row.kind]}</em> : row.title}
        </Link>
      </th>
      {row.cells.map((ids, at) => (
        <td key={pages[at]}>
          {ids[0] && (
            <Link
              to={`/papers/${paper}?citation=${ids[0]}`}
              aria-label={`${row.label}, page ${pages[at]}: ${ids.length === 1 ? "one citation" : `${ids.length} citations`}`}
            >
              {ids.length}
            </Link>
          )}
        </td>
      ))}
      <td>{row.sum || "–"}</td>
    </tr>
  );
}
