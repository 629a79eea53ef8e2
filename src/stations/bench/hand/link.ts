import { create } from "zustand";
import { HAND, edgeFrames, handFrame } from "@/core/hand";
import type { HandInput, HandShow } from "@/core/bench";
import type { UnitRef } from "@/core/rig";

/** A board at the other end of a line: frames out, its answers back. */
export interface HandPort {
  send(bytes: readonly number[], patience?: number): Promise<readonly string[]>;
  /** ms it takes to begin anew when the line is opened. */
  readonly boots: number;
  close(): Promise<void>;
}

interface Link {
  readonly kind: "none" | "opening" | "board" | "stand-in";
  /** What was said last, by the board or of it. */
  readonly says: string;
  /** What is played now. */
  readonly playing: string | undefined;
  /** The fault in the stand-in, by its name. */
  readonly fault: string | undefined;
}

/** The one board the page has its hand on. */
export const useHandLink = create<Link>(() => ({
  kind: "none",
  says: "",
  playing: undefined,
  fault: undefined,
}));

let port: HandPort | undefined;
let alive: ReturnType<typeof setInterval> | undefined;
/** Tells one play from the next. */
let turn = 0;

/** ms between two words of the page, well within what a board takes for quiet. */
const WORD_MS = HAND.quietMs / 3;

export const heard = (says: string): void => useHandLink.setState({ says });

/** Takes a board in hand: it has to say who it is first. @throws where it says nothing, or something else */
export async function takeInHand(opened: HandPort, kind: "board" | "stand-in"): Promise<void> {
  await letGo();
  useHandLink.setState({ kind: "opening", says: "waiting for the board" });
  await new Promise((resolve) => setTimeout(resolve, opened.boots));
  try {
    const [hello = ""] = await opened.send(handFrame(HAND.op.hello));
    if (!hello.startsWith(HAND.says.hello))
      throw new Error(`it says “${hello.slice(0, 40)}”, which is not the control sketch: load that first`);
  } catch (problem) {
    await opened.close();
    useHandLink.setState({ kind: "none", says: (problem as Error).message });
    return;
  }
  port = opened;
  useHandLink.setState({ kind, says: "connected; it releases every line when this page goes quiet" });
  alive = setInterval(() => void word(), WORD_MS);
}

async function word(): Promise<void> {
  try {
    await port?.send(handFrame(HAND.op.alive));
  } catch (problem) {
    await lose((problem as Error).message);
  }
}

async function lose(says: string): Promise<void> {
  const lost = port;
  clearInterval(alive);
  port = undefined;
  turn += 1;
  useHandLink.setState({ kind: "none", says, playing: undefined });
  await lost?.close().catch(() => {});
}

/** Lets go of the board, and of every line before that. */
export async function letGo(): Promise<void> {
  if (!port) return;
  await port.send(handFrame(HAND.op.letGoOfAll)).catch(() => {});
  await lose("");
}

/** Stops what is played; the lines stay as they are. */
export function stopPlaying(): void {
  turn += 1;
  useHandLink.setState({ playing: undefined });
}

/** Plays a show on the board until it is stopped: face after face, slot after slot where digits take turns. */
export async function play(name: string, show: HandShow): Promise<void> {
  const mine = (turn += 1);
  const isOn = () => mine === turn && port !== undefined;
  const edges = async (row: HandShow["setUp"]) => {
    for (const frame of edgeFrames(row)) {
      const [answer = ""] = (await port?.send(frame)) ?? [];
      if (!answer.startsWith(HAND.says.edges)) throw new Error(`the board says “${answer}”`);
    }
  };
  useHandLink.setState({ playing: name });
  try {
    for (const line of show.openDrain) await port?.send(handFrame(HAND.op.openDrain, line, 1));
    await edges(show.setUp);
    while (isOn()) {
      if (show.faces.length === 0) break;
      for (const slots of show.faces) {
        const until = performance.now() + show.interval;
        for (const slot of slots) if (isOn()) await edges(slot);
        // Digits that take turns are gone round as fast as the line carries them.
        while (slots.length > 1 && isOn() && performance.now() < until)
          for (const slot of slots) if (isOn()) await edges(slot);
        if (slots.length < 2) await new Promise((resolve) => setTimeout(resolve, show.interval));
        if (!isOn()) return;
      }
      if (show.faces.length === 1 && show.faces[0]!.length < 2) break;
    }
  } catch (problem) {
    if (mine === turn) await lose((problem as Error).message);
  }
}

/** What a hand on the table does to the simulated rig. */
export type HandDoes =
  | { readonly press: UnitRef }
  | { readonly release: UnitRef }
  | { readonly set: UnitRef; readonly to: number };

/** ms between two rounds of reading, and the least a knob has to be turned, in per cent, to count. */
const READ_MS = 60;
const TURNED = 1;

/** What an answer means for a part; undefined where it is none, or nothing has changed. */
function doesOf(
  input: HandInput,
  answer: string,
  before: number | undefined,
): { now: number; does: HandDoes } | undefined {
  const read = Number(answer.split(" ")[1]);
  if (!Number.isFinite(read)) return undefined;
  const { unit } = input;
  if (input.reads === "contact") {
    const now = read === input.pressed ? 1 : 0;
    // What is open when one begins to look is as it should be.
    if (now === (before ?? 0)) return before === undefined ? { now, does: { release: unit } } : undefined;
    return { now, does: now === 1 ? { press: unit } : { release: unit } };
  }
  const [low, high] = input.ends;
  const now = Math.min(100, Math.max(0, Math.round(((read - low) / (high - low)) * 100)));
  return before !== undefined && Math.abs(now - before) < TURNED
    ? undefined
    : { now, does: { set: unit, to: now } };
}

/** Reads the board's buttons and knobs over and over, and tells of every change, until it is stopped or let go of. */
export function followInputs(inputs: readonly HandInput[], onMove: (does: HandDoes) => void): () => void {
  let on = true;
  const at = new Map<UnitRef, number>();
  const ask = async (bytes: readonly number[]) => (await port?.send(bytes))?.[0] ?? "";
  const follow = async () => {
    for (const input of inputs)
      if (input.reads === "contact") await ask(handFrame(HAND.op.input, input.line, input.pulledUp ? 1 : 0));
    while (on && port) {
      for (const input of inputs) {
        if (!on || !port) return;
        const answer = await ask(
          handFrame(input.reads === "knob" ? HAND.op.convert : HAND.op.read, input.line),
        );
        const changed = doesOf(input, answer, at.get(input.unit));
        if (!changed) continue;
        const isFirst = !at.has(input.unit);
        at.set(input.unit, changed.now);
        if (!isFirst || input.reads === "knob" || changed.now === 1) onMove(changed.does);
      }
      await new Promise((resolve) => setTimeout(resolve, READ_MS));
    }
  };
  follow().catch((problem: unknown) => lose((problem as Error).message));
  return () => void (on = false);
}
