import react from "@vitejs/plugin-react";
import { defineConfig, type Plugin } from "vite";

const server = process.env.GRELT_SERVER ?? "http://127.0.0.1:8417";

/** What is asked for early has a script of its own before all others, which waits for none of them to be fetched. */
const early: Plugin = {
  name: "early",
  apply: "build",
  transformIndexHtml: {
    order: "post",
    handler: (_html, { bundle }) => {
      const chunk = Object.values(bundle ?? {}).find((file) => file.type === "chunk" && file.name === "early");
      if (!chunk) throw new Error("no chunk “early”");
      return [{ tag: "script", attrs: { type: "module", src: `/static/${chunk.fileName}` }, injectTo: "head-prepend" }];
    },
  },
};

export default defineConfig(({ command }) => ({
  base: command === "build" ? "/static/" : "/",
  plugins: [react(), early],
  build: {
    target: "es2022",
    assetsInlineLimit: 0,
    rolldownOptions: {
      output: {
        codeSplitting: {
          // A group takes what it names, and not what that leads to: or the table would take half of the rest along.
          includeDependenciesRecursively: false,
          groups: [
            // By itself, so that it runs before the rest is read.
            { name: "early", test: /src\/early\.ts$/ },
            // What several views share is one file, not ten of a few lines.
            { name: "shared", test: /src\/(api|shared)\// },
            // What one view alone needs goes with that view: the table's grid, above all.
            { name: "mui", test: /node_modules\/(@mui|@emotion)\//, minShareCount: 2 },
            { name: "base", test: /node_modules/, minShareCount: 2 },
          ],
        },
      },
    },
  },
  server: { proxy: { "/api": { target: server, changeOrigin: false } } },
}));
