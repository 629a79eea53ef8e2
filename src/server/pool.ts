import { createHash } from "node:crypto";
import { existsSync } from "node:fs";
import { join } from "node:path";
import { LRUCache } from "lru-cache";
import Piscina from "piscina";
import { SERVER_LIMITS } from "./limits";
import { refusal, type Answer, type Question } from "./question";

/** Bundled by the build; see scripts/build.mjs. */
const WORKER = join(process.cwd(), ".answers", "worker.mjs");

type Lane = "quick" | "slow";

/** Threads that answer questions, in two lanes, so that a slow question never delays a quick one. */
class Pools {
  private readonly lanes = new Map<Lane, Piscina>();

  lane(name: Lane): Piscina {
    const known = this.lanes.get(name);
    if (known) return known;
    if (!existsSync(WORKER)) throw new Error(`${WORKER} is missing: npm run build makes it`);
    const { threads } = SERVER_LIMITS[name];
    const made = new Piscina({
      filename: WORKER,
      minThreads: name === "quick" ? 1 : 0,
      maxThreads: threads,
      idleTimeout: SERVER_LIMITS.idle,
      resourceLimits: { maxOldGenerationSizeMb: SERVER_LIMITS.memory },
    });
    this.lanes.set(name, made);
    return made;
  }

  /** Ends all threads; for tests. */
  async close(): Promise<void> {
    await Promise.all([...this.lanes.values()].map((pool) => pool.destroy()));
    this.lanes.clear();
  }
}

/** Kept over reloads of a module in development: threads would pile up. */
const global = globalThis as { boldPipPools?: Pools };
export const pools = (global.boldPipPools ??= new Pools());

const remembered = new LRUCache<string, Answer>({
  maxSize: SERVER_LIMITS.remembered,
  sizeCalculation: ({ body }) => body.length + 1,
});

const keyOf = ({ route, query, text }: Question): string =>
  createHash("sha256")
    .update(JSON.stringify([route, Object.entries(query).sort()]))
    .update(text)
    .digest("base64");

/** Questions that are answered or wait in each lane. */
const inLane: Record<Lane, number> = { quick: 0, slow: 0 };

const laneOf = ({ route, capture, text, query }: Question): Lane =>
  route !== "run" &&
  capture === undefined &&
  text.length <= SERVER_LIMITS.quickBytes &&
  query.scale === undefined
    ? "quick"
    : "slow";

const busy = (why: string): Answer =>
  refusal(503, why, [], { "retry-after": String(SERVER_LIMITS.retryAfter) });

export const TOO_BUSY = busy(
  `The server is answering as many questions as it takes at once. Ask again in ${SERVER_LIMITS.retryAfter} s.`,
);

/**
 * Has a worker thread answer a question. A thread that takes too long or too much memory is ended, and so is one whose
 * client has left.
 */
export async function ask(question: Question, gone: AbortSignal): Promise<Answer> {
  const key = question.capture === undefined ? keyOf(question) : undefined;
  const known = key === undefined ? undefined : remembered.get(key);
  if (known) return known;
  const lane = laneOf(question);
  // The pool's own bound does not count questions that can be taken back, as all of these can.
  const { threads, queue } = SERVER_LIMITS[lane];
  if (inLane[lane] >= threads + queue) return TOO_BUSY;
  inLane[lane] += 1;
  const late = AbortSignal.timeout(timeFor(question));
  try {
    const answer = (await pools
      .lane(lane)
      .run(question, { signal: AbortSignal.any([gone, late]) })) as Answer;
    if (key !== undefined && answer.status === 200 && answer.body.length <= SERVER_LIMITS.largestRemembered)
      remembered.set(key, answer);
    return answer;
  } catch (problem) {
    return failed(question, problem, late.aborted);
  } finally {
    inLane[lane] -= 1;
  }
}

/** ms a question may take. */
const timeFor = ({ route }: Question): number =>
  route === "run" ? SERVER_LIMITS.running : SERVER_LIMITS.deadline;

function failed(question: Question, problem: unknown, isLate: boolean): Answer {
  if (isLate)
    return busy(
      `This took longer than ${timeFor(question) / 1000} s and was ended. Ask for less at once: fewer parts, a shorter run, a shorter capture. Whoever runs the server can allow more with ${question.route === "run" ? "RUN_SECONDS" : "ANSWER_SECONDS"}.`,
    );
  const { code } = problem as { code?: string };
  if (code === "ERR_WORKER_OUT_OF_MEMORY")
    return busy(
      `This took more than ${SERVER_LIMITS.memory} MiB of memory and was ended. Ask for less at once. Whoever runs the server can allow more with ANSWER_MIB.`,
    );
  if ((problem as { name?: string }).name === "AbortError") return busy("The question was taken back.");
  // eslint-disable-next-line no-console -- whoever runs the server has to learn of it
  console.error("A question could not be answered:", problem);
  return busy("This could not be worked out: a fault of Bold Pip, which is in the server's log.");
}
