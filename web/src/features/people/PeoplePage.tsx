import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { useNavigate, useParams } from "react-router";

import "./people.css";

import { useSession } from "../../api/session";
import { ProblemNote } from "../../shared/ProblemNote";
import { TopBar } from "../../shared/TopBar";
import { useKeys } from "../../shared/useKeys";
import { usePeople, type InvitedRole } from "./usePeople";

/** Who works in a course, and what becomes of the course: copied, put away, deleted. */
export function PeoplePage() {
  const id = Number(useParams()["courseId"]);
  const navigate = useNavigate();
  useKeys({ Escape: () => void navigate("/") });
  const session = useSession();
  const course = usePeople(id);
  const people = course.people.data;
  const owner = people?.owner.username === session.data?.person?.username;
  const problem = course.invite.error ?? course.withdraw.error ?? course.setRole.error ?? course.sendAway.error ?? course.handOver.error;
  return (
    <>
      <TopBar>
        <Typography component="h1" noWrap sx={{ fontWeight: 700 }}>
          People of {course.contents.data?.name ?? "the course"}
        </Typography>
      </TopBar>
      {course.people.isPending && <LinearProgress aria-label="Loading" />}
      {course.people.isError && <ProblemNote problem={course.people.error} retry={() => void course.people.refetch()} />}
      {people && (
        <main className="people" tabIndex={0} aria-label="People of the course">
          {problem && <ProblemNote problem={problem} />}
          <section aria-label="In the course">
            <h2>In the course</h2>
            <table>
              <tbody>
                <tr>
                  <th scope="row">{people.owner.name}</th>
                  <td>owner: hands in, sets the rules, decides</td>
                  <td />
                </tr>
                {people.members.map((member) => (
                  <tr key={member.username}>
                    <th scope="row">{member.name}</th>
                    <td>
                      {owner ? (
                        <select
                          aria-label={`What ${member.name} is`}
                          value={member.role}
                          onChange={(event) => course.setRole.mutate({ username: member.username, role: event.target.value as InvitedRole })}
                        >
                          <option value="helper">helper: decides and remarks</option>
                          <option value="reader">reader: sees everything</option>
                        </select>
                      ) : (
                        member.role
                      )}
                    </td>
                    <td>
                      {owner && (
                        <>
                          <HandOver name={member.name} onSure={() => course.handOver.mutate(member.username)} />
                          <Button size="small" onClick={() => course.sendAway.mutate(member.username)}>
                            Send away
                          </Button>
                        </>
                      )}
                    </td>
                  </tr>
                ))}
                {people.invitations.map((invitation) => (
                  <tr key={invitation.id}>
                    <th scope="row">invited {invitation.role}</th>
                    <td>
                      <code>{`${window.location.origin}${invitation.address}`}</code> until {invitation.until}
                    </td>
                    <td>
                      <Button size="small" onClick={() => void navigator.clipboard.writeText(`${window.location.origin}${invitation.address}`)}>
                        Copy
                      </Button>
                      <Button size="small" onClick={() => course.withdraw.mutate(invitation.id)}>
                        Withdraw
                      </Button>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
            {owner && (
              <p className="people-do">
                <Button variant="outlined" size="small" disabled={course.invite.isPending} onClick={() => course.invite.mutate({ role: "helper", days: 30 })}>
                  Invite a helper
                </Button>
                <Button variant="outlined" size="small" disabled={course.invite.isPending} onClick={() => course.invite.mutate({ role: "reader", days: 30 })}>
                  Invite a reader
                </Button>
                <span>by a link that one person takes up, within 30 days</span>
              </p>
            )}
          </section>
          {owner && <Life course={course} />}
        </main>
      )}
    </>
  );
}

/** Asked twice: it is not undone by whoever did it. */
function HandOver({ name, onSure }: { name: string; onSure: () => void }) {
  const [asked, setAsked] = useState(false);
  return asked ? (
    <>
      <span>The course is then {name}’s, and you help.</span>
      <Button size="small" variant="contained" onClick={onSure}>
        Hand over
      </Button>
      <Button size="small" onClick={() => setAsked(false)}>
        Cancel
      </Button>
    </>
  ) : (
    <Button size="small" onClick={() => setAsked(true)}>
      Hand the course over…
    </Button>
  );
}

function Life({ course }: { course: ReturnType<typeof usePeople> }) {
  const navigate = useNavigate();
  const contents = course.contents.data;
  const [name, setName] = useState("");
  const [typed, setTyped] = useState("");
  const home = { onSuccess: () => void navigate("/") };
  const problem = course.copy.error ?? course.away.error ?? course.remove.error;
  return (
    <section aria-label="The course itself">
      <h2>The course itself</h2>
      {problem && <ProblemNote problem={problem} />}
      <p className="people-do">
        <TextField size="small" label="Name of the copy" value={name} onChange={(event) => setName(event.target.value)} />
        <Button variant="outlined" size="small" disabled={name.trim() === "" || course.copy.isPending} onClick={() => course.copy.mutate(name.trim(), home)}>
          Copy for the next term
        </Button>
        <span>its house rules and assignments; no papers, no people</span>
      </p>
      <p className="people-do">
        <Button variant="outlined" size="small" disabled={course.away.isPending} onClick={() => course.away.mutate(true, home)}>
          Put away
        </Button>
        <span>out of sight, below the other courses; nothing is lost</span>
      </p>
      {contents && (
        <p className="people-do">
          <TextField size="small" label={`Type “${contents.name}” to delete it`} value={typed} onChange={(event) => setTyped(event.target.value)} sx={{ minWidth: 300 }} />
          <Button
            color="error"
            variant="outlined"
            size="small"
            disabled={typed.trim() !== contents.name || course.remove.isPending}
            onClick={() => course.remove.mutate(typed.trim(), home)}
          >
            Delete the course
          </Button>
          <span>
            With it go {contents.assignments === 1 ? "1 assignment" : `${contents.assignments} assignments`}, {contents.papers === 1 ? "1 paper" : `${contents.papers} papers`}, all
            that was decided of them and every page that was given to read. It cannot be undone.
          </span>
        </p>
      )}
    </section>
  );
}
