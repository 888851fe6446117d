import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig({
  base: "/static/",
  plugins: [react(), tailwindcss()],
  build: { outDir: "dist", assetsInlineLimit: 0, chunkSizeWarningLimit: 700 },
  test: { environment: "jsdom", include: ["src/**/*.test.{ts,tsx}"] },
});
