import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

/** What the component library makes its own theme of: calls that do nothing else, so that what is not used of it is left out. */
const THEME_MAKERS = ["createSystem", "defineConfig", "defineRecipe", "defineSlotRecipe", "mergeConfigs"];

// The bundled fonts lie with the core, which measures with them; the interface shows the very same files.
export default defineConfig({
  plugins: [react()],
  build: {
    outDir: "../mottled_finch/server/web",
    emptyOutDir: true,
    rolldownOptions: { treeshake: { manualPureFunctions: THEME_MAKERS } },
  },
  server: { proxy: { "/api": "http://127.0.0.1:8420" }, fs: { allow: [".."] } },
});
