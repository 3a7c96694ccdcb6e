import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

// The bundled fonts lie with the core, which measures with them; the interface shows the very same files.
export default defineConfig({
  plugins: [react()],
  build: { outDir: "../mottled_finch/server/web", emptyOutDir: true, chunkSizeWarningLimit: 1200 },
  server: { proxy: { "/api": "http://127.0.0.1:8420" }, fs: { allow: [".."] } },
});
