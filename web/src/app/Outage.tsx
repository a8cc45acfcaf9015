import Alert from "@mui/material/Alert";
import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useSyncExternalStore } from "react";

import { ApiProblem } from "../api/client";

/** Says what does not answer, for as long as it does not; what was asked is asked again by itself. */
export function Outage() {
  const cache = useQueryClient().getQueryCache();
  const subscribe = useCallback((told: () => void) => cache.subscribe(told), [cache]);
  const words = useSyncExternalStore(subscribe, () => {
    for (const query of cache.getAll()) {
      const why = query.state.fetchFailureReason;
      if (why instanceof ApiProblem && why.passes) return why.message;
    }
    return null;
  });
  if (words === null) return null;
  return (
    <Alert severity="warning" square sx={{ py: 0 }}>
      {words}
    </Alert>
  );
}
