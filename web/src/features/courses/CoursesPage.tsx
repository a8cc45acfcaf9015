import Add from "@mui/icons-material/Add";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { Link as RouterLink } from "react-router";

import { ProblemNote } from "../../shared/ProblemNote";
import { TopBar } from "../../shared/TopBar";
import { NewAssignmentDialog, NewCourseDialog } from "./dialogs";
import { useBringBack, useCourses } from "./useCourses";

const HOUSE = ["as the guide has it", "one house rule"];

export function CoursesPage() {
  const courses = useCourses();
  const back = useBringBack();
  const [making, setMaking] = useState<"course" | number | null>(null);
  return (
    <>
      <TopBar>
        <b>Courses</b>
      </TopBar>
      <Box component="main" sx={{ flex: 1, overflow: "auto", p: 3 }}>
        <Box sx={{ maxWidth: 880, mx: "auto", display: "grid", gap: 2 }}>
          {courses.isPending && <LinearProgress aria-label="Loading your courses" />}
          {courses.isError && <ProblemNote problem={courses.error} retry={() => void courses.refetch()} />}
          {courses.data?.length === 0 && (
            <Typography>You have no courses yet. Make one, give it an assignment, and hand papers in.</Typography>
          )}
          {[...(courses.data ?? [])].sort((a, b) => Number(a.away) - Number(b.away)).map((course) => (
            <Paper key={course.id} variant="outlined" component="section" sx={{ p: 2.5 }}>
              <Box sx={{ display: "flex", alignItems: "baseline", gap: 2, mb: 1 }}>
                <Typography variant="h1" component="h2" sx={{ flex: 1 }}>
                  {course.name}
                  {(course.role !== "owner" || course.away) && (
                    <Typography component="span" color="text.secondary" sx={{ ml: 1.5 }}>
                      {course.role !== "owner" && `${course.owner_name}’s; you ${course.role === "helper" ? "help" : "read"}`}
                      {course.away && " put away"}
                    </Typography>
                  )}
                </Typography>
                {course.away && course.role === "owner" && (
                  <Button size="small" disabled={back.isPending} onClick={() => back.mutate(course.id)}>
                    Bring back
                  </Button>
                )}
                <Button size="small" component={RouterLink} to={`/courses/${course.id}/people`}>
                  People
                </Button>
                {course.assignments.length > 1 && (
                  <Button size="small" component={RouterLink} to={`/courses/${course.id}/term`}>
                    The term
                  </Button>
                )}
                <Button size="small" component={RouterLink} to={`/courses/${course.id}/house`}>
                  House rules of the course
                </Button>
                {course.role === "owner" && (
                  <Button size="small" startIcon={<Add />} onClick={() => setMaking(course.id)}>
                    New assignment
                  </Button>
                )}
              </Box>
              {course.assignments.length === 0 && (
                <Typography color="text.secondary">No assignments yet.</Typography>
              )}
              {!course.away && course.assignments.map((assignment) => (
                <Box key={assignment.id} sx={{ display: "flex", gap: 2, py: 0.75, alignItems: "baseline" }}>
                  <Link component={RouterLink} to={`/assignments/${assignment.id}`} sx={{ fontWeight: 600 }}>
                    {assignment.title}
                  </Link>
                  <Typography color="text.secondary">
                    {assignment.paper_count} {assignment.paper_count === 1 ? "paper" : "papers"} · {assignment.guide_name}
                    {" · "}
                    <Link component={RouterLink} to={`/assignments/${assignment.id}/house`}>
                      {HOUSE[assignment.house_rules.length] ?? `${assignment.house_rules.length} house rules`}
                    </Link>
                  </Typography>
                </Box>
              ))}
            </Paper>
          ))}
          <Box>
            <Button variant="outlined" startIcon={<Add />} onClick={() => setMaking("course")}>
              New course
            </Button>
          </Box>
        </Box>
      </Box>
      {making === "course" && <NewCourseDialog onClose={() => setMaking(null)} />}
      {typeof making === "number" && <NewAssignmentDialog course={making} onClose={() => setMaking(null)} />}
    </>
  );
}
