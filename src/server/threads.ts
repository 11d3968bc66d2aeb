import { availableParallelism } from "node:os";
import { resolve } from "node:path";
import Piscina from "piscina";
import type * as documents from "@/threads/documents";
import { env } from "./env";

type Tasks = typeof documents;
type Task = keyof Tasks;
type Made<T extends Task> = Awaited<ReturnType<Tasks[T]>>;

/** Pictures that a page waits for never stand behind papers, which may take long. */
const lanes = {
  pictures: { deadline: 8_000, threads: 1, waiting: 32 },
  papers: { deadline: 60_000, threads: Math.max(1, availableParallelism() - 1), waiting: 12 },
} as const;
type Lane = keyof typeof lanes;
const laneOf = (task: Task): Lane => (task === "drawing" ? "pictures" : "papers");
/** MB of memory that a thread may take: what asks for more is ended, not the server. */
const MEMORY = 768;
/** After so long without work a thread ends, and gives its memory back. */
const IDLE = 600_000;

/** A document that was not made: it took too long, or too many are asked for. */
export class NotMade extends Error {
  constructor(readonly because: "late" | "crowded" | "failed") {
    super(because);
    this.name = "NotMade";
  }
}

/** Words for a document that was not made. */
export const notMadeSaid = ({ because }: NotMade): string =>
  ({
    late: "This took too long to make and was given up. Try again when less is going on; a smaller one may come through",
    crowded: "Too many documents are being made just now. Try again in a moment",
    failed: "This could not be made: it needs more than the server has. It was noted",
  })[because];

/** The threads of a lane, and how much is asked of them just now. */
interface Threads {
  readonly pool: Piscina;
  asked: number;
}
const kept = globalThis as typeof globalThis & { brantThreads?: Partial<Record<Lane, Threads>> };

/** One set of threads for the process. */
function threadsOf(lane: Lane): Threads {
  const all = (kept.brantThreads ??= {});
  return (all[lane] ??= {
    asked: 0,
    pool: new Piscina({
      filename: resolve(env.buildFolder(), "threads", "documents.mjs"),
      minThreads: 0,
      maxThreads: lanes[lane].threads,
      idleTimeout: IDLE,
      resourceLimits: { maxOldGenerationSizeMb: MEMORY },
    }),
  });
}

function reasonOf(error: unknown): NotMade["because"] | undefined {
  const { name, code } = error as { name?: string; code?: string };
  if (name === "AbortError") return "late";
  return code === "ERR_WORKER_OUT_OF_MEMORY" ? "failed" : undefined;
}

/**
 * Makes a document in a thread beside the server. Throws `NotMade` where it is not made within its lane's
 * deadline, or too many wait.
 */
export async function inThread<T extends Task>(task: T, input: Parameters<Tasks[T]>[0]): Promise<Made<T>> {
  const lane = laneOf(task);
  const { deadline, threads, waiting } = lanes[lane];
  const ours = threadsOf(lane);
  if (ours.asked >= threads + waiting) throw new NotMade("crowded");
  ours.asked += 1;
  try {
    const signal = AbortSignal.timeout(deadline);
    return (await ours.pool.run(input, { name: task, signal })) as Made<T>;
  } catch (error) {
    const because = reasonOf(error);
    throw because ? new NotMade(because) : error;
  } finally {
    ours.asked -= 1;
  }
}

/** The same, or undefined where it was not made in time. */
export const inTime = async <T extends Task>(
  task: T,
  input: Parameters<Tasks[T]>[0],
): Promise<Made<T> | undefined> => {
  try {
    return await inThread(task, input);
  } catch (error) {
    if (error instanceof NotMade) return undefined;
    throw error;
  }
};
