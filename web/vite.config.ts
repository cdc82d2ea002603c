import tailwind from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig({
  plugins: [react(), tailwind()],
  build: { chunkSizeWarningLimit: 1200 },
  server: { proxy: { "/api": { target: "http://localhost:8316", ws: true } } },
  test: { environment: "jsdom" },
});
