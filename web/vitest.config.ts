import { defineConfig } from "vitest/config";

/* Pure modules, and small parts drawn as markup: no document, no server. Looks and hands are tested in a real browser. */
export default defineConfig({ test: { include: ["src/**/*.test.{ts,tsx}", "tests/**/*.test.ts"], environment: "node" } });
