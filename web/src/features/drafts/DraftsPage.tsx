import LinearProgress from "@mui/material/LinearProgress";
import Typography from "@mui/material/Typography";
import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useParams } from "react-router";

import "./drafts.css";

import { answered, client } from "../../api/client";
import { usePaper } from "../../api/paper";
import { Nothing } from "../../shared/Nothing";
import { ProblemNote } from "../../shared/ProblemNote";
import { TopBar } from "../../shared/TopBar";
import { useKeys } from "../../shared/useKeys";
import { isUndone, saidOf } from "./compared";
import { SideBySide } from "./SideBySide";

/** The newest draft beside the one before: what was asked for and not done first. */
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
  const undone = (compared ?? []).filter(isUndone);
  const newest = drafts.data?.drafts.at(-1)?.number ?? 1;
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
            <>
              <p className="drafts-said">{saidOf(compared)}</p>
              {undone.length > 0 && (
                <section className="drafts-alarm" aria-label="Asked for, and not done">
                  <h2>
                    Asked for, and not done <span>{undone.length}</span>
                  </h2>
                  <ul>
                    {undone.map((row) => (
                      <li key={row.key}>
                        <Link to={`/papers/${id}?finding=${row.key}`}>
                          <b>{row.label}</b> <small>{row.after?.page && `p. ${row.after.page}`}</small>
                          <span>{row.message}</span>
                        </Link>
                      </li>
                    ))}
                  </ul>
                </section>
              )}
              <SideBySide rows={compared} paper={id} numbers={[newest - 1, newest]} />
            </>
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
