import Button from "@mui/material/Button";

import { Nothing } from "../shared/Nothing";

/** What stands in place of a view that failed: nothing is lost, since nothing is kept in the page. */
export function BrokenPage() {
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
