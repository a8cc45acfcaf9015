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
        manualChunks: (id: string) =>
          id.includes("node_modules") ? (id.includes("@mui") || id.includes("@emotion") ? "mui" : "base") : null,
      },
    },
  },
  server: { proxy: { "/api": { target: server, changeOrigin: false } } },
}));
