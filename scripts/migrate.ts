import { migrateDatabase } from "../src/data/migrate";

const owner = process.env.DATABASE_OWNER_URL ?? process.env.DATABASE_URL;
if (!owner) {
  console.error(
    "Set DATABASE_URL (and DATABASE_OWNER_URL, when the application's user may not change tables).",
  );
  process.exit(2);
}
await migrateDatabase(owner, process.env.DATABASE_APP_USER);
console.log("The database is at the current schema.");
