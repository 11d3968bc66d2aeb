import { availableParallelism } from "node:os";
import { join } from "node:path";
import Piscina from "piscina";
import type * as documents from "@/threads/documents";
import { env } from "./env";

type Tasks = typeof documents;
type Task = keyof Tasks;
type Made<T extends Task> = Awaited<ReturnType<Tasks[T]>>;

/** Pictures that a page waits for never stand behind papers, which may take long. */
const lanes = {
  pictures: { deadline: 8_000, threads: 1, waiting: 32 },
  papers: { deadline: 45_000, threads: Math.max(1, availableParallelism() - 1), waiting: 12 },
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

const kept = globalThis as typeof globalThis & { brantThreads?: Partial<Record<Lane, Piscina>> };

/** The threads of a lane, one set for the process. */
function threadsOf(lane: Lane): Piscina {
  const pools = (kept.brantThreads ??= {});
  const { threads, waiting } = lanes[lane];
  return (pools[lane] ??= new Piscina({
    filename: join(process.cwd(), env.buildFolder(), "threads", "documents.mjs"),
    minThreads: 0,
    maxThreads: threads,
    maxQueue: waiting,
    idleTimeout: IDLE,
    resourceLimits: { maxOldGenerationSizeMb: MEMORY },
  }));
}

function reasonOf(error: unknown): NotMade["because"] | undefined {
  const { name, code, message } = error as { name?: string; code?: string; message?: string };
  if (name === "AbortError") return "late";
  if (message === "Task queue is at limit") return "crowded";
  return code === "ERR_WORKER_OUT_OF_MEMORY" ? "failed" : undefined;
}

/** Makes a document in a thread beside the server. Throws `NotMade` where it is not made within its lane's deadline, or the queue is full. */
export async function inThread<T extends Task>(task: T, input: Parameters<Tasks[T]>[0]): Promise<Made<T>> {
  const lane = laneOf(task);
  const signal = AbortSignal.timeout(lanes[lane].deadline);
  try {
    return (await threadsOf(lane).run(input, { name: task, signal })) as Made<T>;
  } catch (error) {
    const because = reasonOf(error);
    throw because ? new NotMade(because) : error;
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
