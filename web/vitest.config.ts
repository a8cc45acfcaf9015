import { defineConfig } from "vitest/config";

/* Pure modules alone: no document, no server. Looks are tested in a real browser. */
export default defineConfig({ test: { include: ["src/**/*.test.ts", "tests/**/*.test.ts"], environment: "node" } });
