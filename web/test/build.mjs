/** Builds every module of the interface for node, with the bundler that builds it for browsers: build.mjs WEB OUT. */
import { readdirSync } from "node:fs";
import { createRequire } from "node:module";
import { join } from "node:path";
import { pathToFileURL } from "node:url";

const [web, out] = process.argv.slice(2);
const { build } = await import(pathToFileURL(createRequire(join(web, "package.json")).resolve("vite")));
const files = readdirSync(join(web, "src"), { recursive: true }).filter(
  (file) => /[.]tsx?$/.test(file) && !file.endsWith(".d.ts") && file !== "main.tsx",
);
await build({
  root: web,
  logLevel: "error",
  ssr: { noExternal: true },
  build: {
    ssr: true,
    outDir: out,
    minify: false,
    rolldownOptions: {
      input: {
        ...Object.fromEntries(files.map((file) => [file.replace(/[.]tsx?$/, ""), join(web, "src", file)])),
        render: join(web, "test", "render.tsx"),
        theme: join(web, "test", "theme.ts"),
      },
      output: { entryFileNames: "[name].mjs", chunkFileNames: "chunks/[name].mjs" },
    },
  },
});
