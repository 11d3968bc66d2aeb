// Refuses a database that holds anything but a demo: nothing of it has been changed yet.
import { createConnection } from "mysql2/promise";
import { DEMO_DOMAIN } from "../src/data/demo/people";
import { addresses } from "./addresses";

const connection = await createConnection({ uri: addresses().ownerUrl });
const [tables] = (await connection.query(
  "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE()",
)) as unknown as [{ name: string }[]];
const names = tables.map((t) => t.name);
const [others] = names.includes("user")
  ? ((await connection.query("SELECT id FROM `user` WHERE email NOT LIKE ? LIMIT 1", [
      `%@${DEMO_DOMAIN}`,
    ])) as unknown as [unknown[]])
  : [[]];
await connection.end();
const isForeign = names.length > 0 && !names.includes("user");
if (isForeign || others.length > 0) {
  console.error(
    "DATABASE_URL holds something that is no demo: it is left as it is. To serve it, use npm start; for a demo, give an empty database.",
  );
  process.exit(1);
}
