import Box from "@mui/material/Box";
import LinearProgress from "@mui/material/LinearProgress";
import Typography from "@mui/material/Typography";
import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";

import "./class.css";

import { useAssignment } from "../../api/assignment";
import { answered, client } from "../../api/client";
import { Nothing } from "../../shared/Nothing";
import { ProblemNote } from "../../shared/ProblemNote";
import { TopBar } from "../../shared/TopBar";
import { useKeys } from "../../shared/useKeys";
import { ClassTable } from "./ClassTable";
import { Course } from "./Course";
import { standing } from "./figures";
import { Lessons } from "./Lessons";
import { SharedSources } from "./SharedSources";

/** What a class slips on: writers by rules, what is worth teaching, what the second drafts mended. */
export function ClassPage() {
  const id = Number(useParams()["assignmentId"]);
  const [search, setSearch] = useSearchParams();
  const nameless = search.get("names") === "hidden";
  const navigate = useNavigate();
  const assignment = useAssignment(id);
  // Hidden for the whole assignment, they are not shown here either.
  const hidden = assignment.data?.names_hidden ?? false;
  const picture = useQuery({
    queryKey: ["class", id, nameless],
    queryFn: () =>
      answered(client.GET("/api/assignments/{assignment_id}/class", { params: { path: { assignment_id: id }, query: { nameless } } })),
    placeholderData: (old) => old,
  });
  const showing = search.get("show") === "teach";
  const set = (name: string, value: string | null) =>
    setSearch(
      (old) => {
        if (value === null) old.delete(name);
        else old.set(name, value);
        return old;
      },
      { replace: true },
    );
  useKeys({ Escape: () => (showing ? set("show", null) : void navigate(`/assignments/${id}`)), n: () => set("names", nameless ? null : "hidden") });
  const shown = picture.data;
  if (showing && shown) {
    return (
      <main className="class-show book" aria-label="To show in class">
        <button type="button" className="plain-button" onClick={() => set("show", null)}>
          back to the class (Esc)
        </button>
        <Lessons lessons={shown.teach} large />
      </main>
    );
  }
  return (
    <>
      <TopBar about={{ assignment: id, guide: assignment.data?.guide }}>
        <Typography component={Link} to={`/assignments/${id}`} noWrap sx={{ opacity: 0.85 }}>
          {assignment.data?.title ?? "…"}
        </Typography>
        <Typography component="h1" noWrap sx={{ fontWeight: 700 }}>
          The class
        </Typography>
      </TopBar>
      {picture.isPending && <LinearProgress aria-label="Gathering the class" />}
      {picture.isError && <ProblemNote problem={picture.error} retry={() => void picture.refetch()} />}
      {shown && shown.papers === 0 && (
        <Nothing title="No class yet" words="Hand papers in at the assignment; when they are checked the class shows here." />
      )}
      {shown && shown.papers > 0 && (
        <div className="class">
          <main className="class-main" tabIndex={0} aria-label="The class">
            <Box className="class-head">
              <p className="class-said book">{standing(shown)}</p>
              {!hidden && (
                <button type="button" className="plain-button" aria-pressed={nameless} onClick={() => set("names", nameless ? null : "hidden")}>
                  {nameless ? "show names" : "hide names"} (N)
                </button>
              )}
            </Box>
            <ClassTable picture={shown} />
            {shown.drafts && <Course term={shown.drafts} title="From draft to draft" words="The share of chances missed by those who handed in again, in hundredths." />}
            <SharedSources picture={shown} />
          </main>
          <aside className="class-side" aria-label="Worth teaching">
            <h2>Ten minutes in class</h2>
            <p className="class-quiet">
              {shown.teach.length > 0 ? "What most writers slip on, and slip on again and again." : "Nothing that several writers slip on."}
            </p>
            <Lessons lessons={shown.teach} />
            <p className="class-take">
              {shown.teach.length > 0 && (
                <button type="button" className="class-button main" onClick={() => set("show", "teach")}>
                  Show in class
                </button>
              )}
              {(
                [
                  ["teach", "To show, as a page"],
                  ["html", "The class as a page"],
                  ["pdf", ".pdf"],
                  ["csv", ".csv"],
                ] as const
              ).map(([form, words]) => (
                <a key={form} className="class-button" href={`/api/assignments/${id}/class/file?form=${form}${nameless ? "&nameless=true" : ""}`}>
                  {words}
                </a>
              ))}
            </p>
          </aside>
        </div>
      )}
    </>
  );
}
