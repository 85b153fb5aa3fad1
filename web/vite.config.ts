import { gzipSync } from "node:zlib";
import { cpSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { svelte } from "@sveltejs/vite-plugin-svelte";
import tailwindcss from "@tailwindcss/vite";
import { defineConfig, type Plugin } from "vite";

/** Lays a .gz beside every text file of the build; the server sends it as it is. */
function compressed(): Plugin {
  const walk = (folder: string): string[] =>
    readdirSync(folder).flatMap((name) => {
      const path = join(folder, name);
      return statSync(path).isDirectory() ? walk(path) : [path];
    });
  return {
    name: "compressed",
    apply: "build",
    closeBundle() {
      for (const path of walk("dist").filter((name) => /\.(js|css|svg)$/.test(name))) {
        writeFileSync(`${path}.gz`, gzipSync(readFileSync(path), { level: 9 }));
      }
    },
  };
}

/** Puts the pictures of docs/ where the app shows them. */
function pictures(): Plugin {
  return {
    name: "pictures",
    apply: "build",
    closeBundle() {
      for (const room of ["steps", "fits", "starters"]) {
        cpSync(join("../docs", room), join("dist/help", room), { recursive: true });
      }
    },
  };
}

export default defineConfig({
  plugins: [svelte(), tailwindcss(), pictures(), compressed()],
  build: { target: "es2022", chunkSizeWarningLimit: 900 },
});
