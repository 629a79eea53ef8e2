/**
 * Hostile requests by seed against all routes, with the threads, deadline and bounds of the server.
 * npm run fuzz -- --seed 1 --runs 10000
 */
import { SERVER_LIMITS, pools, serve } from "@/server";
import { asRequest, hostileOf, type HostileRequest } from "@/server/fixtures/hostile";

const option = (name: string, usual: number): number => {
  const at = process.argv.indexOf(`--${name}`);
  const given = Number(process.argv[at + 1]);
  return at > 0 && Number.isInteger(given) && given >= 0 ? given : usual;
};

const seed = option("seed", 1);
const runs = option("runs", 10_000);
/** ms no answer may take, and bytes the whole process may grow to. */
const LONGEST = 10_000;
const MOST_MEMORY = 4 * 1024 ** 3;
const AT_ONCE = 3;

const statuses = new Map<string, number>();
const faults: string[] = [];
let slowest = 0;
let largest = 0;

async function run(number: number): Promise<void> {
  let request: HostileRequest;
  try {
    request = hostileOf(number);
  } catch (problem) {
    faults.push(`seed ${number}: the request could not be made: ${String(problem)}`);
    return;
  }
  const began = performance.now();
  try {
    const response = await serve(request.route, asRequest(request));
    const body = await response.arrayBuffer();
    const took = performance.now() - began;
    slowest = Math.max(slowest, took);
    const key = `${request.route} ${response.status}`;
    statuses.set(key, (statuses.get(key) ?? 0) + 1);
    if (response.status >= 500) {
      const { error } = JSON.parse(new TextDecoder().decode(body)) as { error: string };
      const why = response.status === 503 && !error.startsWith("This could not") ? "" : " (a fault)";
      if (why || process.argv.includes("--tell"))
        console.log(`seed ${number}: ${request.route} ${error}${why}`);
      if (why) faults.push(`seed ${number}: ${request.route} answered ${response.status}: ${error}`);
    }
    if (took > LONGEST) faults.push(`seed ${number}: ${request.route} took ${Math.round(took)} ms`);
  } catch (problem) {
    faults.push(`seed ${number}: ${request.route} ${String((problem as Error).stack ?? problem)}`);
  }
  const memory = process.memoryUsage().rss;
  largest = Math.max(largest, memory);
  if (memory > MOST_MEMORY) faults.push(`seed ${number}: the process holds ${Math.round(memory / 1e6)} MB`);
}

async function main(): Promise<void> {
  let next = 0;
  const worker = async (): Promise<void> => {
    while (next < runs) {
      const number = seed * 1_000_003 + next;
      next += 1;
      await run(number);
      if (next % 500 === 0) console.log(`${next} of ${runs}`);
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, worker));
  await pools.close();
  for (const [key, count] of [...statuses].sort()) console.log(`${key}: ${count}`);
  console.log(
    `slowest ${Math.round(slowest)} ms of ${SERVER_LIMITS.deadline} ms; most memory ${Math.round(largest / 1e6)} MB; faults: ${faults.length}`,
  );
  for (const fault of faults.slice(0, 40)) console.log(`✗ ${fault}`);
  process.exit(faults.length > 0 ? 1 : 0);
}

void main();
