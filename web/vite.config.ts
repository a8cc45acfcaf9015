import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

const server = process.env.GRELT_SERVER ?? "http://127.0.0.1:8417";

export default defineConfig(({ command }) => ({
  base: command === "build" ? "/static/" : "/",
  plugins: [react()],
  build: {
    target: "es2022",
    assetsInlineLimit: 0,
    rollupOptions: {
      output: {
        manualChunks: (id: string) => {
          // By itself, so that it runs before the rest is read.
          if (id.endsWith("src/early.ts")) return "early";
          // What several views share is one file, not ten of a few lines.
          if (/src\/(api|shared)\//.test(id)) return "shared";
          if (!id.includes("node_modules")) return null;
          // The table alone needs it, and it is large.
          if (id.includes("@mui/x-")) return "grid";
          return id.includes("@mui") || id.includes("@emotion") ? "mui" : "base";
        },
      },
    },
  },
  server: { proxy: { "/api": { target: server, changeOrigin: false } } },
}));
