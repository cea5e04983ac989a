import { reactRouter } from "@react-router/dev/vite";
import tailwindcss from "@tailwindcss/vite";
import { defineConfig } from "vite";

/** A module that so many pages and late views use is sent with what all of them use, in one file. */
const SHARED_BY = 5;

export default defineConfig(({ isSsrBuild }) => ({
  plugins: [tailwindcss(), reactRouter()],
  worker: { format: "es" },
  build: {
    target: "es2022",
    // A job's page was sixty files, most of them of one or two kilobytes: asking for them took longer than running them.
    rolldownOptions: isSsrBuild
      ? {}
      : { output: { codeSplitting: { groups: [{ name: "shared", minShareCount: SHARED_BY }] } } },
  },
}));
