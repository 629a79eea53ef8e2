import { HAND, handFrame } from "@/core/hand";
import { asUnit } from "@/core/rig";
import { followInputs, heard, letGo, play, stopPlaying, takeInHand, useHandLink } from "./link";
import { hasSerial, openBoard, speakOver } from "./serial-port";

/** A port at whose other end something answers each chunk of bytes. */
function portOf(answers: (bytes: readonly number[]) => string | undefined) {
  let out: ReadableStreamDefaultController<Uint8Array> | undefined;
  const sent: number[][] = [];
  const closed = { yes: false };
  const say = (text: string) => out!.enqueue(new TextEncoder().encode(text));
  return {
    sent,
    closed,
    say,
    port: {
      open: async () => {},
      close: async () => void (closed.yes = true),
      readable: new ReadableStream<Uint8Array>({ start: (controller) => void (out = controller) }),
      writable: new WritableStream<Uint8Array>({
        write(chunk) {
          sent.push([...chunk]);
          const answer = answers([...chunk]);
          if (answer !== undefined) say(answer);
        },
      }),
    },
  };
}

const hello = `${HAND.says.hello}18\r\n`;
const board = (bytes: readonly number[]): string =>
  bytes[0] === HAND.op.hello ? hello : bytes[0] === HAND.op.edges ? `edges ${bytes[1]}\r\n` : "done\r\n";

test("a browser without the interface has no board", async () => {
  expect(hasSerial()).toBe(false);
  expect(await openBoard(() => {})).toBeUndefined();
});

test("each frame waits for its answer, also where that comes in pieces", async () => {
  const { port, sent, say } = portOf(() => undefined);
  const spoken = await speakOver(port, () => {});
  const [one, other] = [spoken.send([1, 2]), spoken.send([3])];
  await new Promise((resolve) => setTimeout(resolve, 5));
  expect(sent).toEqual([[1, 2]]);
  say("lev");
  say("el 1\r\n");
  expect(await one).toEqual(["level 1"]);
  await new Promise((resolve) => setTimeout(resolve, 5));
  expect(sent).toEqual([[1, 2], [3]]);
  say("done\r\n");
  expect(await other).toEqual(["done"]);
  await spoken.close();
});

test("what the board says by itself is handed on; what does not answer is said", async () => {
  const words: string[] = [];
  const { port, say } = portOf(() => undefined);
  const spoken = await speakOver(port, (line) => words.push(line));
  say(`${HAND.says.quiet}\r\n`);
  await expect(spoken.send([0], 20)).rejects.toThrow(/does not answer/);
  expect(words).toEqual([HAND.says.quiet]);
});

describe("a board in hand", () => {
  const opened = async (answers = board) => {
    const line = portOf(answers);
    return { ...line, spoken: { ...(await speakOver(line.port, heard)), boots: 0 } };
  };

  test("says who it is, is played on, and is let go of with every line", async () => {
    const { spoken, sent, closed } = await opened();
    await takeInHand(spoken, "board");
    expect(useHandLink.getState().kind).toBe("board");
    const show = {
      openDrain: [3],
      setUp: [{ line: 3, level: 1 as const }],
      faces: [[[{ line: 4, level: 1 as const }]]],
      interval: 5,
    };
    await play("one", show);
    expect(sent.slice(1)).toEqual([
      handFrame(HAND.op.openDrain, 3, 1),
      [...handFrame(HAND.op.edges, 1), 7, 7],
      [...handFrame(HAND.op.edges, 1), 9, 9],
    ]);
    await letGo();
    expect(sent.at(-1)).toEqual(handFrame(HAND.op.letGoOfAll));
    expect(useHandLink.getState().kind).toBe("none");
    expect(closed.yes).toBe(true);
  });

  test("that says something else is not taken", async () => {
    const { spoken, closed } = await opened(() => "ready> \r\n");
    await takeInHand(spoken, "board");
    expect(useHandLink.getState()).toMatchObject({
      kind: "none",
      says: expect.stringMatching(/not the control sketch/),
    });
    expect(closed.yes).toBe(true);
  });

  test("that contradicts in the middle of a show is given up, and said", async () => {
    const { spoken } = await opened((bytes) => (bytes[0] === HAND.op.edges ? "bad\r\n" : board(bytes)));
    await takeInHand(spoken, "board");
    await play("one", { openDrain: [], setUp: [{ line: 1, level: 1 }], faces: [], interval: 5 });
    expect(useHandLink.getState()).toMatchObject({ kind: "none", says: "the board says “bad”" });
  });

  test("stops what it plays when it is told to", async () => {
    const { spoken } = await opened();
    await takeInHand(spoken, "board");
    const playing = play("walk", {
      openDrain: [],
      setUp: [],
      faces: [[[{ line: 1, level: 1 }]], [[{ line: 1, level: 0 }]]],
      interval: 2,
    });
    await new Promise((resolve) => setTimeout(resolve, 20));
    expect(useHandLink.getState().playing).toBe("walk");
    stopPlaying();
    await playing;
    expect(useHandLink.getState().playing).toBeUndefined();
    await letGo();
  });

  test("is read: a press, a release and a turn of a knob are told once each, what rests is not", async () => {
    const levels: Record<number, number> = { 2: 1, 12: 0 };
    const { spoken, sent } = await opened((bytes) => {
      const [op, line] = bytes as [number, number];
      if (op === HAND.op.read) return `level ${levels[line]}\r\n`;
      return op === HAND.op.convert ? `value ${levels[line]}\r\n` : board(bytes);
    });
    await takeInHand(spoken, "board");
    const told: unknown[] = [];
    const [button, knob] = [asUnit("SW1"), asUnit("RV1")];
    const stop = followInputs(
      [
        { unit: button, line: 2, reads: "contact", pulledUp: true, pressed: 0 },
        { unit: knob, line: 12, reads: "knob", ends: [0, 1023] },
      ],
      (does) => told.push(does),
    );
    const pass = () => new Promise((resolve) => setTimeout(resolve, 160));
    await pass();
    levels[2] = 0;
    await pass();
    levels[2] = 1;
    levels[12] = 512;
    await pass();
    stop();
    expect(told).toEqual([
      { set: knob, to: 0 },
      { press: button },
      { release: button },
      { set: knob, to: 50 },
    ]);
    expect(sent).toContainEqual(handFrame(HAND.op.input, 2, 1));
    await letGo();
  });
});
