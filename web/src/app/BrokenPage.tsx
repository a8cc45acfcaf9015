import Button from "@mui/material/Button";
import { useEffect } from "react";
import { useRouteError } from "react-router";

import { Nothing } from "../shared/Nothing";

/** What stands in place of a view that failed: nothing is lost, since nothing is kept in the page. */
export function BrokenPage() {
  const error = useRouteError();
  // Whoever looks for the cause finds it in the browser's console; so do the tests.
  useEffect(() => console.error(error), [error]);
  return (
    <>
      <Nothing
        title="This page stopped working"
        words="What you decided is kept. Load the page again; if it stops again, tell whoever runs Grelt."
        way={{ to: "/", words: "To your courses" }}
      />
      <Button sx={{ display: "block", mx: "auto" }} onClick={() => window.location.reload()}>
        Load it again
      </Button>
    </>
  );
}
