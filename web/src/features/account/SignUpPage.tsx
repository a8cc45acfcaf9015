import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useSearchParams } from "react-router";

import "./account.css";

import { answered, client } from "../../api/client";
import { Form } from "./Form";

/** Making an account oneself: with an invitation, or where anybody may. */
export function SignUpPage() {
  const [search] = useSearchParams();
  const invitation = search.get("invitation") ?? "";
  const navigate = useNavigate();
  const queries = useQueryClient();
  const mode = useQuery({ queryKey: ["accounts"], queryFn: () => answered(client.GET("/api/accounts")) });
  const make = useMutation({
    mutationFn: (body: { username: string; name: string; password: string }) => answered(client.POST("/api/accounts", { body: { ...body, invitation } })),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: ["session"] });
      await navigate(invitation ? `/join/${invitation}` : "/");
    },
  });
  const may = mode.data?.mode === "open" || (mode.data?.mode === "invited" && invitation !== "");
  return (
    <main className="account alone" aria-label="A new account">
      <section>
        <h1>A new account</h1>
        {mode.data && !may && <p>An account is made by an invitation into a course, or by whoever runs Grelt.</p>}
        {may && (
          <Form
            fields={[
              { id: "name", label: "Your name", complete: "name" },
              { id: "username", label: "A name to sign in with", complete: "username" },
              { id: "password", label: "A password", type: "password", complete: "new-password" },
            ]}
            words="Make it"
            error={make.error}
            busy={make.isPending}
            onSend={(values) => make.mutate({ username: values.username ?? "", name: values.name ?? "", password: values.password ?? "" })}
          />
        )}
        <p>
          <Link to="/sign-in">Sign in with an account you have</Link>
        </p>
      </section>
    </main>
  );
}
