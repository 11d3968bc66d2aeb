// npm run --silent calc -- NAME < cases.json: the core's own figures for any cases, so that anyone can check them.
// A bad case gives {"error": "…"} in its place; input that cannot be read ends with 2 and one line.
import { text } from "node:stream/consumers";
import { answersTo } from "./calcKinds";

const answered = answersTo(process.argv[2] ?? "", await text(process.stdin));
if (answered.ok) process.stdout.write(`${JSON.stringify(answered.answers, null, 1)}\n`);
else {
  console.error(`✗ ${answered.why}`);
  process.exitCode = 2;
}
