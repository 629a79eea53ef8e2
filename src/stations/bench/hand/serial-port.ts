import { HAND } from "@/core/hand";
import type { HandPort } from "./link";

/** As much of the browser's serial interface as is asked for: not every browser has it. */
interface SerialPortLike {
  open(options: { baudRate: number }): Promise<void>;
  close(): Promise<void>;
  readonly readable: ReadableStream<Uint8Array> | null;
  readonly writable: WritableStream<Uint8Array> | null;
}
interface SerialLike {
  requestPort(): Promise<SerialPortLike>;
}

const serialOf = (): SerialLike | undefined =>
  (globalThis.navigator as unknown as { serial?: SerialLike } | undefined)?.serial;

/** Whether this browser lets a page speak over a serial line. */
export const hasSerial = (): boolean => serialOf() !== undefined;

/** ms a board may take to answer, and to begin anew after the line was opened. */
const ANSWERS_MS = 1000;
const BOOTS_MS = 2500;

/**
 * Asks for a board and opens its line. @throws where the port cannot be opened; undefined where nobody chose one
 * @param onWord what the board says without being asked
 */
export async function openBoard(onWord: (line: string) => void): Promise<HandPort | undefined> {
  const serial = serialOf();
  if (!serial) return undefined;
  let port: SerialPortLike;
  try {
    port = await serial.requestPort();
  } catch {
    // Nobody chose a port.
    return undefined;
  }
  await port.open({ baudRate: HAND.baud });
  return speakOver(port, onWord);
}

/** Speaks with the hand's sketch over an open line: each frame waits for its answer. */
export async function speakOver(port: SerialPortLike, onWord: (line: string) => void): Promise<HandPort> {
  const writer = port.writable!.getWriter();
  const reader = port.readable!.getReader();
  let waiting: ((line: string) => void) | undefined;
  let text = "";
  const listen = async () => {
    const decoder = new TextDecoder();
    for (let read = await reader.read(); !read.done; read = await reader.read()) {
      text += decoder.decode(read.value, { stream: true });
      const lines = text.split(/\r?\n/);
      text = lines.pop()!;
      for (const line of lines) {
        if (line === HAND.says.quiet || !waiting) onWord(line);
        else {
          const answer = waiting;
          waiting = undefined;
          answer(line);
        }
      }
    }
  };
  const listening = listen().catch(() => onWord("the line was closed"));
  const ask = (bytes: readonly number[], patience: number) =>
    new Promise<string[]>((resolve, reject) => {
      const late = setTimeout(() => {
        waiting = undefined;
        reject(
          new Error("the board does not answer: is the control sketch on it, and nothing else on its line?"),
        );
      }, patience);
      waiting = (line) => {
        clearTimeout(late);
        resolve([line]);
      };
      writer.write(Uint8Array.from(bytes)).catch(reject);
    });
  let last: Promise<unknown> = Promise.resolve();
  return {
    send(bytes, patience = ANSWERS_MS) {
      // One frame at a time: answers have no name.
      const answered = last.catch(() => {}).then(() => ask(bytes, patience));
      last = answered;
      return answered;
    },
    boots: BOOTS_MS,
    async close() {
      await reader.cancel();
      await listening;
      writer.releaseLock();
      await port.close();
    },
  };
}
