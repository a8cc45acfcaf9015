import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import Typography from "@mui/material/Typography";
import { useNavigate, useParams } from "react-router";

import "./people.css";

import { ProblemNote } from "../../shared/ProblemNote";
import { TopBar } from "../../shared/TopBar";
import { useInvitation } from "./usePeople";

const WHAT = { owner: "owner", helper: "helper: you decide and remark", reader: "reader: you see everything, and decide nothing" };

/** Taking up an invitation into a course. */
export function JoinPage() {
  const token = useParams()["token"] ?? "";
  const navigate = useNavigate();
  const { invitation, take } = useInvitation(token);
  return (
    <>
      <TopBar>
        <Typography component="h1" sx={{ fontWeight: 700 }}>
          An invitation
        </Typography>
      </TopBar>
      {invitation.isPending && <LinearProgress aria-label="Loading" />}
      <main className="people join">
        {invitation.isError && <ProblemNote problem={invitation.error} />}
        {take.error && <ProblemNote problem={take.error} />}
        {invitation.data && (
          <>
            <p className="book">
              {invitation.data.by} invites you into <b>{invitation.data.course_name}</b> as {WHAT[invitation.data.role]}.
            </p>
            <Button variant="contained" disabled={take.isPending} onClick={() => take.mutate(undefined, { onSuccess: () => void navigate("/") })}>
              Take it up
            </Button>
          </>
        )}
      </main>
    </>
  );
}
