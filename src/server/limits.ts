import { LIMITS } from "@/core/rig";
import { CAPTURE_LIMITS } from "@/core/trace";

const fromEnvironment = (name: string, usual: number): number => {
  const given = Number(process.env[name]);
  return Number.isFinite(given) && given > 0 ? given : usual;
};

/** What one request may take of the server. What is a choice of who runs it comes from the environment. */
export const SERVER_LIMITS = {
  /** Bytes of a body with a rig document, and of one with a capture. */
  rigBytes: LIMITS.fileBytes,
  captureBytes: CAPTURE_LIMITS.bytes,
  /** ms in which a body has to arrive: one that trickles in holds a place others wait for. */
  arrival: 30_000,
  /** ms from the whole question to its answer; ANSWER_SECONDS changes it. */
  deadline: fromEnvironment("ANSWER_SECONDS", 9) * 1000,
  /** Of a compiled program that is run: it takes about as long as on the table. */
  running: fromEnvironment("RUN_SECONDS", 60) * 1000,
  /** MiB of heap of one worker thread; ANSWER_MIB changes it. */
  memory: fromEnvironment("ANSWER_MIB", 1024),
  /** Questions that are being read or answered, or wait, before one is sent away with 503. */
  atOnce: 48,
  /** Captures that are being taken in or decoded: each lies on the disk meanwhile. */
  uploads: 4,
  /** Rigs up to this many bytes are answered by threads of their own: a slow question does not delay them. */
  quickBytes: 24 * 1024,
  quick: { threads: 3, queue: 32 },
  slow: { threads: 2, queue: 8 },
  /** ms a thread waits for more work before it ends. */
  idle: 30_000,
  /** Bytes of answers that are remembered, and the largest of them. */
  remembered: 32 * 1024 * 1024,
  largestRemembered: 4 * 1024 * 1024,
  /** Seconds after which one may ask again. */
  retryAfter: 2,
} as const;

/** Bytes in MiB, as limits are told of. */
export const mib = (bytes: number): string => `${bytes / 1048576} MiB`;
