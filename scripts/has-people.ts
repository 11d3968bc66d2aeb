// Says whether anybody is in the company yet: `yes` or `no`.
import { databaseOn, poolFor } from "../src/data/database";
import { hasPeople } from "../src/data/queries/people";
import { addresses } from "./addresses";

const pool = poolFor(addresses().url, 1);
console.log((await hasPeople(databaseOn(pool))) ? "yes" : "no");
pool.end();
