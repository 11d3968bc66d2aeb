import { spawn, type ChildProcess } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterEach, describe, expect, it } from "vitest";
import { isSameProcess, processName } from "../../scripts/machine.mjs";
import { supervise } from "../../scripts/supervise.mjs";

// Answers until it is told to hang, as a server does whose only thread is busy for good.
const server = `
import { createServer } from "node:http";
createServer((request, answer) => {
  if (request.url === "/hang") for (;;) ;
  answer.statusCode = 503;
  answer.end("alive");
}).listen(Number(process.argv[2]), "127.0.0.1");
`;

const freePort = () =>
  new Promise<number>((resolve) => {
    const probe = createServer().listen(0, "127.0.0.1", () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });
async function until(is: () => boolean | Promise<boolean>): Promise<void> {
  for (let i = 0; !(await is()); i += 1) {
    if (i > 300) throw new Error("waited too long");
    await new Promise((r) => setTimeout(r, 50));
  }
}

let end = async () => {};
afterEach(() => end());

/** A supervised server, the processes that were started, and what was said. */
async function supervised() {
  const script = join(mkdtempSync(join(tmpdir(), "brant-supervise-")), "server.mjs");
  writeFileSync(script, server);
  const port = await freePort();
  const base = `http://127.0.0.1:${port}`;
  const processes: ChildProcess[] = [];
  const said: string[] = [];
  end = supervise({
    start: () => {
      const child = spawn(process.execPath, [script, String(port)], { stdio: "ignore" });
      processes.push(child);
      return child;
    },
    ask: (signal: AbortSignal) => fetch(base, { signal }),
    say: (text: string) => said.push(text),
    every: 150,
    patience: 300,
    again: 50,
  });
  const answers = () =>
    fetch(base, { signal: AbortSignal.timeout(300) }).then(
      () => true,
      () => false,
    );
  await until(answers);
  return { base, processes, said, answers };
}

describe("a supervised server", () => {
  it("is left alone while it answers, whatever it answers", async () => {
    const { processes, said } = await supervised();
    await new Promise((r) => setTimeout(r, 1500));
    expect(processes).toHaveLength(1);
    expect(said).toEqual([]);
  });

  it("is started again when it has ended", async () => {
    const { processes, said, answers } = await supervised();
    processes[0]!.kill("SIGKILL");
    await until(() => processes.length === 2);
    await until(answers);
    expect(said).toEqual(["the server ended; starting it again"]);
  });

  it("is ended and started again when it lives but does not answer three times running", async () => {
    const { base, processes, said, answers } = await supervised();
    // It has to be seen alive before its silence counts.
    await new Promise((r) => setTimeout(r, 400));
    void fetch(`${base}/hang`).catch(() => undefined);
    await until(() => processes.length === 2);
    await until(answers);
    expect(said).toEqual([
      "the server did not answer 3 times running; ending it",
      "the server ended; starting it again",
    ]);
  });

  it("stays ended when it is told to", async () => {
    const { processes } = await supervised();
    await end();
    await new Promise((r) => setTimeout(r, 500));
    expect(processes).toHaveLength(1);
    expect(processes[0]!.exitCode !== null || processes[0]!.signalCode !== null).toBe(true);
  });
});

describe("the name of a process", () => {
  it("is that of no other, even of the same number", async () => {
    const child = spawn("sleep", ["30"]);
    const name = processName(child.pid!);
    expect(isSameProcess(name)).toBe(true);
    const [pid, began] = name.split(" ");
    expect(isSameProcess(`${pid} ${Number(began) + 1}`)).toBe(false);
    expect(isSameProcess(`${pid}`)).toBe(false);
    expect(isSameProcess("")).toBe(false);
    child.kill();
    await until(() => !isSameProcess(name));
  });
});
