import LinearProgress from "@mui/material/LinearProgress";
import Typography from "@mui/material/Typography";
import { useQuery } from "@tanstack/react-query";
import { useNavigate, useParams } from "react-router";

import "./class.css";

import { answered, client } from "../../api/client";
import { Nothing } from "../../shared/Nothing";
import { ProblemNote } from "../../shared/ProblemNote";
import { TopBar } from "../../shared/TopBar";
import { useKeys } from "../../shared/useKeys";
import { Course } from "./Course";

/** A slip's course over the assignments of a course. */
export function TermPage() {
  const id = Number(useParams()["courseId"]);
  const navigate = useNavigate();
  useKeys({ Escape: () => void navigate("/") });
  const term = useQuery({
    queryKey: ["term", id],
    queryFn: () => answered(client.GET("/api/courses/{course_id}/term", { params: { path: { course_id: id } } })),
  });
  return (
    <>
      <TopBar>
        <Typography component="h1" noWrap sx={{ fontWeight: 700 }}>
          The term
        </Typography>
      </TopBar>
      {term.isPending && <LinearProgress aria-label="Gathering the term" />}
      {term.isError && <ProblemNote problem={term.error} retry={() => void term.refetch()} />}
      {term.data && term.data.rules.length === 0 && (
        <Nothing title="Nothing to compare yet" words="A slip’s course shows when two assignments of the course have papers that could make it." />
      )}
      {term.data && term.data.rules.length > 0 && (
        <main className="class-main" tabIndex={0} aria-label="The term">
          <Course term={term.data} all title="From assignment to assignment" words="The share of chances missed by the class, in hundredths; a dot, nothing to miss." />
        </main>
      )}
    </>
  );
}
