import ChevronLeft from "@mui/icons-material/ChevronLeft";
import ChevronRight from "@mui/icons-material/ChevronRight";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import LinearProgress from "@mui/material/LinearProgress";
import Typography from "@mui/material/Typography";
import { useMemo } from "react";
import { Link, useNavigate, useParams } from "react-router";

import { Nothing } from "../../shared/Nothing";
import { ProblemNote } from "../../shared/ProblemNote";
import { TopBar } from "../../shared/TopBar";
import { useKeys } from "../../shared/useKeys";
import { Desk } from "./Desk";
import { Details } from "./Details";
import { deskModel } from "./state/model";
import { useDesk, useNeighbours } from "./data/useDesk";

export function DeskPage() {
  const { paperId } = useParams();
  const id = Number(paperId);
  const data = useDesk(id);
  const paper = data.paper.data;
  const near = useNeighbours(paper?.assignment, id);
  const navigate = useNavigate();
  const model = useMemo(() => (data.report.data ? deskModel(data.report.data) : null), [data.report.data]);
  const go = (other: { id: number } | undefined) => other && void navigate(`/papers/${other.id}`);
  useKeys({
    "[": () => go(near.previous),
    "]": () => go(near.next),
    x: () => model && void navigate(`/papers/${id}/cross-check`),
    d: () => model && paper && paper.draft > 1 && void navigate(`/papers/${id}/drafts`),
  });
  const check = paper?.check_state;
  return (
    <>
      <TopBar
        about={{ guide: model?.report.guide.id, assignment: paper?.assignment }}
        end={
          near.at >= 0 && (
            <Box sx={{ display: "flex", alignItems: "center", gap: 0.5 }}>
              {model && (
                <Typography variant="body2" component={Link} to={`/papers/${id}/cross-check`} sx={{ opacity: 0.85, mr: 1 }}>
                  Cross-check
                </Typography>
              )}
              {paper && paper.draft > 1 && (
                <Typography variant="body2" component={Link} to={`/papers/${id}/drafts`} sx={{ opacity: 0.85, mr: 1 }}>
                  Drafts
                </Typography>
              )}
              <Typography variant="body2" sx={{ opacity: 0.85, mr: 0.5 }}>
                paper {near.at + 1} of {near.count}
              </Typography>
              <IconButton
                color="inherit"
                size="small"
                aria-label="Previous paper"
                disabled={!near.previous}
                onClick={() => go(near.previous)}
                sx={{ "&.Mui-disabled": { color: "inherit", opacity: 0.35 } }}
              >
                <ChevronLeft />
              </IconButton>
              <IconButton
                color="inherit"
                size="small"
                aria-label="Next paper"
                disabled={!near.next}
                onClick={() => go(near.next)}
                sx={{ "&.Mui-disabled": { color: "inherit", opacity: 0.35 } }}
              >
                <ChevronRight />
              </IconButton>
            </Box>
          )
        }
      >
        {paper && (
          <>
            <Typography component={Link} to={`/assignments/${paper.assignment}`} noWrap sx={{ opacity: 0.85 }}>
              {paper.assignment_title}
            </Typography>
            <Typography component="h1" noWrap sx={{ fontWeight: 700, flex: "none", maxWidth: 260 }}>
              {paper.writer || paper.file_name}
            </Typography>
            <Typography noWrap sx={{ opacity: 0.85, minWidth: 0 }}>
              {paper.title && `“${paper.title}” · `}
              {paper.draft > 1 && `draft ${paper.draft} · `}
              {paper.guide_name}
              {data.report.data?.inputs.house?.length ? " with house rules" : ""}
            </Typography>
            {model && <Details paper={paper} data={data} />}
          </>
        )}
      </TopBar>
      {data.paper.isError && <ProblemNote problem={data.paper.error} />}
      {data.report.isError && <ProblemNote problem={data.report.error} retry={() => void data.report.refetch()} />}
      {check?.state === "failed" && (
        <Box sx={{ m: "auto", p: 4, maxWidth: 560, textAlign: "center" }} component="main">
          <Typography variant="h1" gutterBottom>
            {paper?.file_name} could not be read
          </Typography>
          <Typography gutterBottom>{check.error_message}</Typography>
          <Typography color="text.secondary" gutterBottom>
            The file is kept as it came.
          </Typography>
          <Box sx={{ display: "flex", gap: 2, justifyContent: "center", mt: 2 }}>
            <Button variant="outlined" href={`/api/papers/${id}/file`}>
              Take the file
            </Button>
            <Button variant="outlined" component={Link} to={`/assignments/${paper?.assignment}`}>
              Back to the papers
            </Button>
            <Button variant="outlined" onClick={() => data.again.mutate()}>
              Check again
            </Button>
          </Box>
        </Box>
      )}
      {!model && (check?.state === "queued" || check?.state === "running") && (
        <Box sx={{ m: "auto", width: 320 }} role="status">
          <Typography gutterBottom>
            {check.state === "queued" ? "Waiting for a free hand…" : "Checking…"}
          </Typography>
          <LinearProgress aria-label="Checking" />
        </Box>
      )}
      {(data.paper.isPending || (check?.state === "done" && data.report.isPending)) && (
        <LinearProgress aria-label="Fetching the paper" />
      )}
      {model && check?.state !== "failed" && paper && (
        <Desk key={id} paper={paper} model={model} data={data} busy={check?.state !== "done"} />
      )}
      {paper && !check && <Nothing title="Nothing is handed in yet" words="Hand a file in from the list of papers." />}
    </>
  );
}
