import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig({
  base: "/static/",
  plugins: [react(), tailwindcss()],
  build: {
    outDir: "dist",
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 700,
    modulePreload: { polyfill: false },
    // What every screen stands on is one file: it packs smaller than in pieces, and stays as it is when a screen changes.
    rolldownOptions: { output: { codeSplitting: { groups: [{ name: "libraries", test: /node_modules/ }] } } },
  },
  test: {
    // One page for all, since no test leaves anything in it; rules without a page start without one. A slow machine is no fault.
    pool: "threads",
    isolate: false,
    testTimeout: 300_000,
    hookTimeout: 300_000,
    projects: [
      { extends: true, test: { name: "rules", environment: "node", include: ["src/**/*.test.ts"], setupFiles: ["src/job/learnt.ts"] } },
      { extends: true, test: { name: "screen", environment: "jsdom", include: ["src/**/*.test.tsx"], setupFiles: ["src/patience.ts", "src/job/learnt.ts"] } },
    ],
  },
});
