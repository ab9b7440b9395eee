import react from "@vitejs/plugin-react";
import peggy from "peggy";
import { VitePWA } from "vite-plugin-pwa";
import { defineConfig } from "vitest/config";

/** A grammar is imported as the parser that is made of it. */
const grammars = {
  name: "grammars",
  transform: (source: string, file: string) =>
    file.endsWith(".peggy") ? { code: peggy.generate(source, { output: "source", format: "es" }), map: null } : null,
};

export default defineConfig({
  plugins: [
    react(),
    grammars,
    VitePWA({
      strategies: "injectManifest",
      srcDir: "src",
      filename: "sw.ts",
      injectRegister: false,
      manifest: {
        name: "Gemmifer",
        short_name: "Gemmifer",
        description: "Which canes stay, where to cut each one, and why.",
        start_url: "/",
        display: "standalone",
        background_color: "#f6efe0",
        theme_color: "#f6efe0",
        icons: [
          { src: "/icon-192.png", sizes: "192x192", type: "image/png" },
          { src: "/icon-512.png", sizes: "512x512", type: "image/png" },
          { src: "/icon-maskable-512.png", sizes: "512x512", type: "image/png", purpose: "maskable" },
          { src: "/favicon.svg", sizes: "any", type: "image/svg+xml" },
        ],
      },
      injectManifest: {
        globPatterns: ["**/*.{js,css,html,svg,woff2}", "icon-192.png", "core/_framework/*.{js,wasm}"],
        maximumFileSizeToCacheInBytes: 12_000_000,
      },
    }),
  ],
  build: { outDir: "../src/Gemmifer.Server/wwwroot", emptyOutDir: true, chunkSizeWarningLimit: 600, manifest: true },
  server: { proxy: { "/api": "http://127.0.0.1:5080" } },
  test: {
    environment: "jsdom",
    setupFiles: ["src/testSetup.ts"],
    // The tests keep nothing between files; a document of its own for each file took nine tenths of the time.
    isolate: false,
    // No time is a result: a machine that does three things at once is only slow.
    testTimeout: 60_000,
  },
});
