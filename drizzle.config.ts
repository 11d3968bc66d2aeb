import { defineConfig } from "drizzle-kit";

export default defineConfig({
  dialect: "mysql",
  schema: "./src/data/schema/index.ts",
  out: "./src/data/migrations",
});
