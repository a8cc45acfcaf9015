import { useMutation } from "@tanstack/react-query";
import { Link, useParams } from "react-router";

import "./account.css";

import { answered, client } from "../../api/client";
import { Form } from "./Form";

/** A new password by the link of an administrator. */
export function NewPasswordPage() {
  const { identity = "", token = "" } = useParams();
  const reset = useMutation({
    mutationFn: async (word: string) => {
      // The cookie against forged requests comes with the first answer.
      await client.GET("/api/session");
      return answered(client.POST("/api/session/reset", { body: { identity, token, new: word } }));
    },
  });
  return (
    <main className="account alone" aria-label="A new password">
      <section>
        <h1>A new password</h1>
        {reset.isSuccess ? (
          <p role="status">
            It is set. <Link to="/sign-in">Sign in with it</Link>
          </p>
        ) : (
          <Form
            fields={[{ id: "new", label: "A new password", type: "password", complete: "new-password" }]}
            words="Set it"
            error={reset.error}
            busy={reset.isPending}
            onSend={(values) => reset.mutate(values.new ?? "")}
          />
        )}
      </section>
    </main>
  );
}
