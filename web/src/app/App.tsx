import createCache from "@emotion/cache";
import { CacheProvider } from "@emotion/react";
import CssBaseline from "@mui/material/CssBaseline";
import { ThemeProvider } from "@mui/material/styles";
import { QueryCache, QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { RouterProvider } from "react-router";

import { ApiProblem } from "../api/client";
import { nonce } from "../shared/nonce";
import { router } from "./routes";
import { theme } from "./theme";

const cache = createCache({ key: "g", prepend: true, ...(nonce ? { nonce } : {}) });

const queries: QueryClient = new QueryClient({
  queryCache: new QueryCache({
    // A session that ended elsewhere: whoever is signed in is asked for anew, which leads to the sign-in.
    onError: (error) => {
      if (error instanceof ApiProblem && error.code === "signed-out") {
        void queries.invalidateQueries({ queryKey: ["session"] });
      }
    },
  }),
  defaultOptions: {
    queries: {
      staleTime: 5_000,
      refetchOnWindowFocus: false,
      // What passes by itself is waited for, and said meanwhile (see `Outage`).
      retry: (count, error) => (error instanceof ApiProblem ? error.passes : count < 2),
      retryDelay: (count) => Math.min(1000 * (count + 1), 5000),
    },
  },
});

export function App() {
  return (
    <CacheProvider value={cache}>
      <ThemeProvider theme={theme} defaultMode="system">
        <CssBaseline enableColorScheme />
        <QueryClientProvider client={queries}>
          <RouterProvider router={router} />
        </QueryClientProvider>
      </ThemeProvider>
    </CacheProvider>
  );
}
