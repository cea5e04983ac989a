import { createHash } from "node:crypto";
import { readdirSync } from "node:fs";
import { defineConfig } from "vite";

/** Files whose names change with their content; the page for times without a network changes with any of them. */
const assets = readdirSync("build/client/assets")
  // Pictures of the guide are seen with a network, and fonts and scripts need the room.
  .filter((file) => !file.endsWith(".png"))
  .sort();
const build = createHash("sha256").update(assets.join("\n")).digest("hex").slice(0, 16);
const built = [
  ...assets.map((file) => ({ url: `/assets/${file}`, revision: null })),
  { url: "/mark.svg", revision: build },
  { url: "/offline", revision: build },
];

/** The service worker, which knows the files of the application that was built before it. */
export default defineConfig({
  publicDir: false,
  define: { BUILT: JSON.stringify(built), "process.env.NODE_ENV": JSON.stringify("production") },
  build: {
    outDir: "build/client",
    emptyOutDir: false,
    target: "es2022",
    rollupOptions: {
      input: "app/offline/worker/sw.ts",
      output: { entryFileNames: "sw.js", format: "iife" },
    },
  },
});
