import LinearProgress from "@mui/material/LinearProgress";
import Typography from "@mui/material/Typography";
import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useParams } from "react-router";

import "./drafts.css";

import { answered, client, type Schemas } from "../../api/client";
import { usePaper } from "../../api/paper";
import { Nothing } from "../../shared/Nothing";
import { ProblemNote } from "../../shared/ProblemNote";
import { TopBar } from "../../shared/TopBar";
import { useKeys } from "../../shared/useKeys";

type Row = Schemas["ComparedFindingSchema"];

/** The newest draft beside the one before: what was asked for and is still there first. */
export function DraftsPage() {
  const id = Number(useParams()["paperId"]);
  const { paper } = usePaper(id);
  const navigate = useNavigate();
  useKeys({ Escape: () => void navigate(`/papers/${id}`) });
  const drafts = useQuery({
    queryKey: ["drafts", id],
    queryFn: () => answered(client.GET("/api/papers/{paper_id}/drafts/compared", { params: { path: { paper_id: id } } })),
  });
  const compared = drafts.data?.compared;
  return (
    <>
      <TopBar about={{ assignment: paper.data?.assignment }}>
        <Typography component={Link} to={`/papers/${id}`} noWrap sx={{ opacity: 0.85 }}>
          Desk
        </Typography>
        <Typography component="h1" noWrap sx={{ fontWeight: 700 }}>
          Drafts of {paper.data?.writer || paper.data?.file_name}
        </Typography>
      </TopBar>
      {drafts.isPending && <LinearProgress aria-label="Laying the drafts side by side" />}
      {drafts.isError && <ProblemNote problem={drafts.error} retry={() => void drafts.refetch()} />}
      {drafts.data && (
        <main className="drafts" tabIndex={0} aria-label="Drafts side by side">
          <ol className="drafts-line" aria-label="All drafts">
            {drafts.data.drafts.map((draft) => (
              <li key={draft.number}>
                <b>draft {draft.number}</b> {draft.file_name}, {new Date(draft.uploaded_at).toLocaleDateString()}
                {draft.slips !== null && `: ${draft.slips === 1 ? "1 slip" : `${draft.slips} slips`}`}
              </li>
            ))}
          </ol>
          {compared ? (
            <div className="drafts-columns">
              <Column title="Asked for, and still there" rows={compared.still.filter((r) => r.asked)} paper={id} none="Everything that was asked for is done." alarm />
              <Column title="Still there" rows={compared.still.filter((r) => !r.asked)} paper={id} none="Nothing else is left." />
              <Column title="New" rows={compared.new} paper={id} none="Nothing new." />
              <Column title="Mended" rows={compared.mended} none="Nothing was mended." />
            </div>
          ) : (
            <Nothing
              title="Nothing to lay side by side"
              words={
                drafts.data.drafts.length < 2
                  ? "There is one draft. Hand the next one in from the list of papers."
                  : "One of the last two drafts could not be read, or is still being checked."
              }
            />
          )}
        </main>
      )}
    </>
  );
}

interface ColumnProps {
  title: string;
  rows: Row[];
  none: string;
  /** Whose findings can be gone to: those of a draft before stand nowhere any more. */
  paper?: number;
  alarm?: boolean;
}

function Column({ title, rows, none, paper, alarm }: ColumnProps) {
  return (
    <section aria-label={title} className={alarm && rows.length > 0 ? "drafts-alarm" : undefined}>
      <h2>
        {title} <span>{rows.length}</span>
      </h2>
      {rows.length === 0 && <p className="drafts-none">{none}</p>}
      <ul>
        {rows.map((row) => {
          const words = (
            <>
              <b>{row.label}</b> <small>{where(row)}</small>
              <span>{row.message}</span>
            </>
          );
          return <li key={row.key}>{paper === undefined ? words : <Link to={`/papers/${paper}?finding=${row.key}`}>{words}</Link>}</li>;
        })}
      </ul>
    </section>
  );
}

function where({ page, page_before }: Row): string {
  if (page === null) return "";
  return page_before !== null && page_before !== page ? `p. ${page_before} → ${page}` : `p. ${page}`;
}
