import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "react-router";

import "./account.css";

import { answered, client } from "../../api/client";
import { useSession } from "../../api/session";
import { TopBar } from "../../shared/TopBar";
import { useKeys } from "../../shared/useKeys";
import { Form } from "./Form";

/** One's own account: its password, all its data to take away, its end. */
export function AccountPage() {
  const queries = useQueryClient();
  const navigate = useNavigate();
  useKeys({ Escape: () => void navigate("/") });
  const person = useSession().data?.person;
  const owned = useQuery({ queryKey: ["owned"], queryFn: () => answered(client.GET("/api/account")) });
  const password = useMutation({ mutationFn: (body: { old: string; new: string }) => answered(client.PUT("/api/session/password", { body })) });
  const goodbye = useMutation({
    mutationFn: (word: string) => answered(client.POST("/api/account/goodbye", { body: { password: word } })),
    onSuccess: () => queries.setQueryData(["session"], { person: null }),
  });
  const { courses = 0, papers = 0 } = owned.data ?? {};
  return (
    <>
      <TopBar>
        <Typography component="h1" noWrap sx={{ fontWeight: 700 }}>
          {person?.name}
        </Typography>
      </TopBar>
      <main className="account" tabIndex={0} aria-label="Your account">
        <section>
          <h2>Your password</h2>
          <p>A change ends every other session of yours.</p>
          {password.isSuccess && <p role="status">It is changed.</p>}
          <Form
            key={password.submittedAt}
            username={person?.username}
            fields={[
              { id: "old", label: "The one you have", type: "password", complete: "current-password" },
              { id: "new", label: "A new one", type: "password", complete: "new-password" },
            ]}
            words="Change it"
            error={password.error}
            busy={password.isPending}
            onSend={(values) => password.mutate({ old: values.old ?? "", new: values.new ?? "" })}
          />
        </section>
        <section>
          <h2>Your data</h2>
          <p>Your courses with their rules, every paper as it came, reports and decisions, as one .zip of open formats.</p>
          <Button variant="outlined" href="/api/account/archive">
            Take it away
          </Button>
        </section>
        <section>
          <h2>The end of the account</h2>
          <p>
            With it go {courses === 1 ? "1 course" : `${courses} courses`} of yours and {papers === 1 ? "1 paper" : `${papers} papers`}. It cannot be undone. Hand courses over
            first, if others work in them.
          </p>
          <Form
            username={person?.username}
            fields={[{ id: "password", label: "Your password", type: "password", complete: "current-password" }]}
            words="Delete my account"
            color="error"
            error={goodbye.error}
            busy={goodbye.isPending}
            onSend={(values) => goodbye.mutate(values.password ?? "")}
          />
        </section>
      </main>
    </>
  );
}
