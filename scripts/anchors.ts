// Writes down where every log ends, in the database's own table of anchors and in a file outside it. Run hourly while Brant serves.
import { databaseOn, poolFor } from "../src/data/database";
import { allAnchors, anchorEverything } from "../src/data/queries/anchors";
import { addAnchors, anchorFile } from "./anchorFile";
import { addresses } from "./addresses";

const pool = poolFor(addresses().url, 1);
const db = databaseOn(pool);
await anchorEverything(db, new Date());
const added = addAnchors(anchorFile(), await allAnchors(db));
console.log(`${added} new anchors in ${anchorFile()}`);
pool.end();
