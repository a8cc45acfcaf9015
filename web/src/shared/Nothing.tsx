import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";

interface Props {
  title: string;
  words: string;
  way?: { to: string; words: string };
}

/** An empty or lost state: what is the case, and what to do next. */
export function Nothing({ title, words, way }: Props) {
  return (
    <Box component="main" sx={{ m: "auto", p: 6, textAlign: "center", maxWidth: 520 }}>
      <Typography variant="h1" gutterBottom>
        {title}
      </Typography>
      <Typography color="text.secondary" gutterBottom>
        {words}
      </Typography>
      {way && (
        <Button component={Link} to={way.to} variant="outlined" sx={{ mt: 2 }}>
          {way.words}
        </Button>
      )}
    </Box>
  );
}
