import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig({
  plugins: [react()],
  build: { outDir: "../src/Gemmifer.Server/wwwroot", emptyOutDir: true, chunkSizeWarningLimit: 600, manifest: true },
  server: { proxy: { "/api": "http://127.0.0.1:5080" } },
  test: {
    environment: "jsdom",
    setupFiles: ["src/testSetup.ts"],
    // The tests keep nothing between files; a document of its own for each file took nine tenths of the time.
    isolate: false,
  },
});
