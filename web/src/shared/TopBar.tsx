import DarkModeOutlined from "@mui/icons-material/DarkModeOutlined";
import LightModeOutlined from "@mui/icons-material/LightModeOutlined";
import Logout from "@mui/icons-material/Logout";
import PersonOutlined from "@mui/icons-material/PersonOutlined";
import Box from "@mui/material/Box";
import IconButton from "@mui/material/IconButton";
import { useColorScheme } from "@mui/material/styles";
import Tooltip from "@mui/material/Tooltip";
import type { ReactNode } from "react";
import { Link } from "react-router";

import { useSession, useSignOut } from "../api/session";

interface Props {
  children?: ReactNode;
  end?: ReactNode;
  /** What shelf and Compose open with. */
  about?: About;
}

export interface About {
  guide?: string | undefined;
  kind?: string | undefined;
  assignment?: number | undefined;
}

/** Where a guide's shelf, or Compose, is for what one is about. */
export function placeOf(page: "guides" | "compose", { guide, kind, assignment }: About): string {
  const search = new URLSearchParams();
  if (page === "compose" && guide) search.set("guide", guide);
  if (kind) search.set("kind", kind);
  if (assignment) search.set("assignment", String(assignment));
  const address = page === "guides" && guide ? `/guides/${guide}` : `/${page}`;
  return search.size > 0 ? `${address}?${search.toString()}` : address;
}

/** The dark line at the top: where one is, and what is always at hand. */
export function TopBar({ children, end, about = {} }: Props) {
  const { mode, systemMode, setMode } = useColorScheme();
  const dark = (mode === "system" ? systemMode : mode) === "dark";
  const session = useSession();
  const signOut = useSignOut();
  const person = session.data?.person;
  return (
    <Box
      component="header"
      sx={{
        display: "flex",
        alignItems: "center",
        gap: 1.5,
        minHeight: 42,
        px: 2,
        bgcolor: "paper.bar",
        color: "paper.onBar",
        "@media print": { display: "none" },
        "@media (max-width: 900px)": { flexWrap: "wrap", columnGap: 1.5, rowGap: 0 },
        "& a": { color: "inherit" },
        "& a:focus-visible, & button:focus-visible": { outline: "2px solid currentColor", outlineOffset: 2 },
      }}
    >
      <Box component={Link} to="/" sx={{ fontWeight: 700, textDecoration: "none", letterSpacing: 0.3 }}>
        Grelt
      </Box>
      <Box sx={{ flex: 1, minWidth: 0, display: "flex", alignItems: "center", gap: 1.5, "@media (max-width: 900px)": { flex: "1 1 380px" } }}>{children}</Box>
      {end}
      <Box component="nav" aria-label="Everywhere" sx={{ display: "flex", gap: 1.5, fontSize: 14, whiteSpace: "nowrap", "@media (max-width: 900px)": { gap: 1, fontSize: 13 } }}>
        <Link to="/">Courses</Link>
        <Link to={placeOf("guides", about)}>Guide shelf</Link>
        <Link to={placeOf("compose", about)}>Compose</Link>
      </Box>
      <Tooltip title={dark ? "Light" : "Dark"}>
        <IconButton
          color="inherit"
          size="small"
          aria-label={dark ? "Switch to light" : "Switch to dark"}
          onClick={() => setMode(dark ? "light" : "dark")}
        >
          {dark ? <LightModeOutlined fontSize="small" /> : <DarkModeOutlined fontSize="small" />}
        </IconButton>
      </Tooltip>
      {person && (
        <Tooltip title={`Your account (${person.name})`}>
          <IconButton color="inherit" size="small" aria-label="Your account" component={Link} to="/account">
            <PersonOutlined fontSize="small" />
          </IconButton>
        </Tooltip>
      )}
      {person && (
        <Tooltip title={`Sign out (${person.name})`}>
          <IconButton color="inherit" size="small" aria-label="Sign out" onClick={() => signOut.mutate()}>
            <Logout fontSize="small" />
          </IconButton>
        </Tooltip>
      )}
    </Box>
  );
}
