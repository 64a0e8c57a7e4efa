import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig(({ command }) => ({
  base: command === "build" ? "/static/" : "/",
  plugins: [react()],
  build: { target: "es2022", chunkSizeWarningLimit: 1050 },
  test: {
    environment: "happy-dom",
    environmentOptions: { happyDOM: { url: "http://bench.test/" } },
    setupFiles: ["src/testing/setup.ts"],
    testTimeout: 30_000,
    isolate: false,
    unstubGlobals: true,
  },
  server: { proxy: { "/api": "http://127.0.0.1:8000" } },
}));
