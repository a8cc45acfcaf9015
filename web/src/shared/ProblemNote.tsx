import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";

interface Props {
  problem: Error;
  retry?: () => void;
}

/** What went wrong, in the server's words, with a way on. */
export function ProblemNote({ problem, retry }: Props) {
  return (
    <Alert
      severity="error"
      sx={{ m: 2 }}
      action={
        retry && (
          <Button color="inherit" size="small" onClick={retry}>
            Try again
          </Button>
        )
      }
    >
      {problem.message}
    </Alert>
  );
}
