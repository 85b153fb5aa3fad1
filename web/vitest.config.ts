import { join } from "node:path";
import { svelte } from "@sveltejs/vite-plugin-svelte";
import { defineConfig } from "vitest/config";

export default defineConfig({
  plugins: [svelte()],
  resolve: {
    conditions: ["browser"],
    // the one group of parts that a test draws: to compile all of them takes 10 s
    alias: { "bits-ui": join(import.meta.dirname, "node_modules/bits-ui/dist/bits/radio-group") },
  },
  test: {
    environment: "node",
    include: ["src/**/*.test.ts"],
    environmentOptions: { jsdom: { url: "http://localhost/" } },
    isolate: false, // half the time; what a file changes of its surroundings it puts back
  },
});
