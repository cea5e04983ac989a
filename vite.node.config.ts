import { defineConfig } from "vite";

/** What runs on Node beside the application: the HTTP server, the database's preparation, the threads. */
export default defineConfig({
  build: {
    ssr: true,
    target: "node20",
    outDir: "build/node",
    rollupOptions: {
      input: {
        main: "server/main.ts",
        prepare: "server/prepare.ts",
        analysis: "server/workers/analysis.worker.ts",
        practice: "server/practice/practice.worker.ts",
        papers: "server/reports/papers.worker.ts",
      },
      output: { entryFileNames: "[name].js", chunkFileNames: "shared/[name]-[hash].js" },
    },
  },
});
