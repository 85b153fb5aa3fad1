import { svelte } from "@sveltejs/vite-plugin-svelte";
import { defineConfig } from "vitest/config";

export default defineConfig({
  plugins: [svelte()],
  resolve: { conditions: ["browser"] },
  test: {
    environment: "node",
    include: ["src/**/*.test.ts"],
    environmentOptions: { jsdom: { url: "http://localhost/" } },
    isolate: false, // half the time; what a file changes of its surroundings it puts back
  },
});
