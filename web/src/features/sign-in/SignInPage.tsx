import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Paper from "@mui/material/Paper";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { Link, Navigate, useLocation } from "react-router";

import { useSession, useSignIn } from "../../api/session";

export function SignInPage() {
  const [username, setUsername] = useState("");
  const [password, setPassword] = useState("");
  const session = useSession();
  const signIn = useSignIn();
  const here = useLocation() as { state: { from?: string } | null };
  const invitation = /^\/join\/([\w-]+)$/.exec(here.state?.from ?? "")?.[1];
  if (session.data?.person) return <Navigate to={here.state?.from ?? "/"} replace />;
  return (
    <Box component="main" sx={{ height: "100%", display: "grid", placeItems: "center", p: 2 }}>
      <Paper variant="outlined" sx={{ p: 4, width: 380 }}>
        <Box
          component="form"
          onSubmit={(event) => {
            event.preventDefault();
            signIn.mutate({ username, password });
          }}
          sx={{ display: "grid", gap: 2 }}
        >
          <Box>
            <Typography variant="h1">Grelt</Typography>
            <Typography color="text.secondary">
              Every citation to its entry, every entry back to the text.
            </Typography>
          </Box>
          {signIn.isError && <Alert severity="error">{signIn.error.message}</Alert>}
          <TextField
            label="Name"
            value={username}
            onChange={(event) => setUsername(event.target.value)}
            autoComplete="username"
            autoFocus
            required
            slotProps={{ inputLabel: { required: false } }}
          />
          <TextField
            label="Password"
            type="password"
            value={password}
            onChange={(event) => setPassword(event.target.value)}
            autoComplete="current-password"
            required
            slotProps={{ inputLabel: { required: false } }}
          />
          <Button type="submit" variant="contained" size="large" loading={signIn.isPending}>
            Sign in
          </Button>
          {invitation && <Link to={`/sign-up?invitation=${invitation}`}>No account yet? Make one for this invitation</Link>}
        </Box>
      </Paper>
    </Box>
  );
}
