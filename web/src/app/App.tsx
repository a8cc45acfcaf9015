import createCache from "@emotion/cache";
import { CacheProvider } from "@emotion/react";
import CssBaseline from "@mui/material/CssBaseline";
import { ThemeProvider } from "@mui/material/styles";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { RouterProvider } from "react-router";

import { ApiProblem } from "../api/client";
import { router } from "./routes";
import { theme } from "./theme";

/* The content policy lets exactly those style tags in that carry the nonce of this page. */
const nonce = document.querySelector<HTMLMetaElement>("meta[name=csp-nonce]")?.content;
const cache = createCache({ key: "g", prepend: true, ...(nonce ? { nonce } : {}) });

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 5_000,
      refetchOnWindowFocus: false,
      retry: (count, error) => !(error instanceof ApiProblem) && count < 2,
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
