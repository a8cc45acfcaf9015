import Box from "@mui/material/Box";
import LinearProgress from "@mui/material/LinearProgress";
import { Navigate, Outlet, useLocation } from "react-router";

import { useSession } from "../api/session";
import { ProblemNote } from "../shared/ProblemNote";
import { Outage } from "./Outage";

/* Everything but the sign-in asks first who is there. */
export function Frame() {
  const session = useSession();
  const here = useLocation();
  if (session.isPending) {
    return (
      <>
        <Outage />
        <LinearProgress aria-label="Loading" />
      </>
    );
  }
  if (session.isError) return <ProblemNote problem={session.error} retry={() => void session.refetch()} />;
  if (!session.data.person) {
    return <Navigate to="/sign-in" replace state={{ from: here.pathname + here.search }} />;
  }
  return (
    <Box sx={{ height: "100%", display: "flex", flexDirection: "column" }}>
      <Outage />
      <Outlet />
    </Box>
  );
}
