// Writes down where every log ends, in the database's own table of anchors and in a file outside it. Run
// hourly while Brant serves.
import { databaseOn, poolFor } from "../src/data/database";
import { allAnchors, anchorEverything } from "../src/data/queries/anchors";
import { addAnchors, anchorFile } from "./anchorFile";
import { addresses } from "./addresses";

const pool = poolFor(addresses().url, 1);
const db = databaseOn(pool);
await anchorEverything(db, new Date());
const file = anchorFile();
const added = file && addAnchors(file, await allAnchors(db));
console.log(
  file ? `${added} new anchors in ${file}` : "Anchored in the database alone: name a file by BRANT_ANCHORS",
);
pool.end();
