import { demoRig, plainDemoRig } from "@/demo";
import { modelOf } from "../../address";
import { HAND, edgeFrames, handFrame } from "../../hand";
import { handCode, handLines, sketchText, writePlain } from "../../program";
import { bytesIn, runTextOnAvr } from "../../program/fixtures/on-avr";
import { compiledLive, printedPlain } from "../../program/fixtures/live-compiled";
import { controllerById, removeWire } from "../../rig";
import { bringUpSteps } from "../bring-up";
import { holdsOf } from "../probes";
import { handInputs } from "./inputs";
import { handHold, handPattern, handProblem, handStep, type HandShow } from "./rows";
import { StandIn } from "./stand-in";

const slip = plainDemoRig("slip-gate");
const lines = handLines(controllerById(slip.plan.controller));
const at = (line: string) => lines.indexOf(line);
const bell = () => new StandIn(modelOf(demoRig("lap-bell")));
const { op } = HAND;

describe("a board that is asked", () => {
  test("says what it is, how many lines it has, and that it is there", () => {
    const board = bell();
    expect(board.send(handFrame(op.hello))).toEqual([`bold-pip hand 1, lines ${lines.length}`]);
    expect(board.send(handFrame(op.alive))).toEqual(["alive"]);
  });

  test("takes no frame whose check is wrong, and none of an unknown kind or line", () => {
    const board = bell();
    expect(board.send([op.move, 3, 1, 0])).toEqual(["bad"]);
    expect(board.send(handFrame(0x60))).toEqual(["not known"]);
    expect(board.send(handFrame(op.move, lines.length, 1))).toEqual(["no such line"]);
    expect(board.send(handFrame(op.read, 255))).toEqual(["no such line"]);
  });

  test("half a frame is forgotten once there was a pause", () => {
    const board = bell();
    expect(board.send([op.read, at("2")])).toEqual([]);
    board.advance(200e6);
    expect(board.send(handFrame(op.alive))).toEqual(["alive"]);
  });

  test("a button's line reads 1 with the pull-up inside, and 0 while it is pressed", () => {
    const rig = demoRig("lap-bell");
    const board = new StandIn(modelOf(rig));
    const button = rig.wires
      .flatMap(({ from, to }) => [from, to])
      .filter((leg) => leg.startsWith("MCU1."))
      .map((leg) => leg.slice("MCU1.".length))
      .find((line) => lines.includes(line) && !["5", "6", "7"].includes(line))!;
    expect(board.send(handFrame(op.input, at(button), 1))).toEqual(["done"]);
    expect(board.send(handFrame(op.read, at(button)))).toEqual(["level 1"]);
  });

  test("a knob's line is converted", () => {
    const rig = demoRig("lock-gauge");
    const board = new StandIn(modelOf(rig));
    const [answer] = board.send(handFrame(op.convert, at("A0")));
    expect(answer).toMatch(/^value \d+$/);
  });

  test("edges are counted, and a sum that is wrong is said", () => {
    const board = bell();
    const [frame] = edgeFrames([
      { line: at("5"), level: 1 },
      { line: at("5"), level: 0 },
    ]);
    expect(board.send(frame!)).toEqual(["edges 2"]);
    expect(board.send([...frame!.slice(0, -1), 0x77])).toEqual(["bad"]);
  });

  test("it lets go of every line once nothing has come for a while, says so once, and not while it is spoken to", () => {
    const board = bell();
    board.send(handFrame(op.move, at("5"), 1));
    for (let nth = 0; nth < 5; nth += 1) {
      expect(board.advance(1e9)).toEqual([]);
      expect(board.send(handFrame(op.alive))).toEqual(["alive"]);
    }
    expect(board.advance(3e9)).toEqual([HAND.says.quiet]);
    expect(board.advance(5e9)).toEqual([]);
  });
});

/** Puts a show onto a stand-in. @returns what reads on its face after each row of edges */
function shown(board: StandIn, show: HandShow): string[] {
  for (const line of show.openDrain) board.send(handFrame(op.openDrain, line, 1));
  const play = (edges: HandShow["setUp"]) =>
    edgeFrames(edges).forEach((frame) => expect(board.send(frame)[0]).toMatch(/^edges/));
  play(show.setUp);
  board.look();
  return show.faces.flatMap((slots) =>
    slots.map((edges) => {
      play(edges);
      board.look();
      board.advance(20e6);
      const { currents } = board.look();
      return [...currents].map((current) => (current > 0.02 ? "1" : "0")).join("");
    }),
  );
}

describe("what a step shows is shown by hand", () => {
  test.each(["slip-gate", "water-warmth", "oar-rack", "crew-tally"])(
    "%s: the walk lights one LED after the other, all of them at the end",
    (id) => {
      const model = modelOf(plainDemoRig(id));
      const steps = bringUpSteps(model, "letters");
      const walk = steps.find((one) => one.id === "walk")!;
      const rows = shown(new StandIn(model), handStep(model, walk)!);
      expect(rows).toHaveLength(walk.lit.length);
      walk.lit.forEach((digits, nth) => {
        const count = digits.reduce((sum, leds) => sum + leds.length, 0);
        expect([nth, rows[nth]!.replace(/0/g, "").length]).toEqual([nth, count]);
      });
      const all = shown(
        new StandIn(model),
        handStep(
          model,
          steps.find((one) => one.id === "all")!,
        )!,
      );
      expect(all.at(-1)!.replace(/0/g, "").length).toBe(
        steps.find((one) => one.id === "all")!.lit[0]!.flat().length,
      );
    },
  );

  test("the show itself goes on by hand, but for one that reacts", () => {
    const last = (rig: Parameters<typeof modelOf>[0]) => {
      const model = modelOf(rig);
      return handStep(model, bringUpSteps(model, "letters").at(-1)!);
    };
    expect(last(slip)!.faces).toHaveLength(slip.show.texts.length);
    expect(last(demoRig("lap-bell"))).toBeUndefined();
  });

  test("digits that take turns are shown slot by slot", () => {
    const model = modelOf(plainDemoRig("river-level"));
    const show = handPattern(model, "8888")!;
    expect(show.faces.map((slots) => slots.length)).toEqual([4]);
    const rows = shown(new StandIn(model), show);
    expect(rows.map((row) => row.replace(/0/g, "").length)).toEqual([7, 7, 7, 7]);
  });

  test("a fault in the stand-in is to be seen", () => {
    const cut = removeWire(slip, slip.wires.find(({ id }) => id === "output-a")!.id);
    const show = handPattern(modelOf(slip), "8")!;
    const [row] = shown(new StandIn(modelOf(cut)), show);
    expect(row!.replace(/0/g, "").length).toBe(6);
  });

  test("a line is toggled, and held while one measures", () => {
    const model = modelOf(slip);
    const toggle = handStep(
      model,
      bringUpSteps(model, "letters").find(({ id }) => id === "line 6")!,
    )!;
    expect(toggle.faces.flat(2)).toEqual([
      { line: at("6"), level: 1 },
      { line: at("6"), level: 0 },
    ]);
    const high = holdsOf(model).find(({ id }) => id === "high 6")!;
    expect(handHold(model, high)!.setUp.filter(({ level }) => level === 1)).toEqual([
      { line: at("6"), level: 1 },
    ]);
    expect(handHold(model, holdsOf(model)[0]!)!.setUp.every(({ level }) => level === 0)).toBe(true);
  });

  test("boards without a serial line, and displays on its lines, are told why not", () => {
    expect(handProblem(modelOf(slip))).toBeUndefined();
    expect(handProblem(modelOf(plainDemoRig("boats-out")))).toMatch(/no serial line/);
  });
});

test("buttons and knobs a hand can read, with what the answers mean", () => {
  const bells = handInputs(modelOf(demoRig("lap-bell")));
  expect(bells.map(({ unit }) => unit)).toEqual(["SW1", "SW2"]);
  for (const one of bells) expect(one).toMatchObject({ reads: "contact", pulledUp: true, pressed: 0 });
  const knobs = handInputs(modelOf(demoRig("lock-gauge"))).filter(({ reads }) => reads === "knob");
  expect(knobs.length).toBeGreaterThan(0);
  for (const one of knobs)
    if (one.reads === "knob") expect(Math.abs(one.ends[1] - one.ends[0])).toBeGreaterThan(1000);
  expect(handInputs(modelOf(slip))).toEqual([]);
});

describe("the sketch does as the stand-in", () => {
  const model = modelOf(slip);
  const code = handCode(controllerById(slip.plan.controller));
  const show = handPattern(model, "3")!;
  const frames = [
    handFrame(op.hello),
    handFrame(op.alive),
    [op.move, 1, 1, 0x99],
    handFrame(op.move, 99, 1),
    handFrame(op.move, at("5"), 1),
    handFrame(op.move, at("5"), 0),
    ...edgeFrames([...show.setUp, ...show.faces[0]![0]!]),
    handFrame(op.letGoOfAll),
  ];
  /** Frames 40 ms apart, byte after byte as the line carries them; then it goes quiet. */
  const bytes = frames.flatMap((frame, nth) =>
    frame.map((byte, place) => ({
      at: Math.round(50e6 + nth * 40e6 + (place * 1e10) / HAND.baud),
      byte,
    })),
  );
  const watched = ["5", "6", "7"];
  const stand = new StandIn(model);
  const answers = frames.flatMap((frame) => stand.send(frame));

  test("compiled for this machine: the same answers, the same edges", () => {
    const did = compiledLive(slip, [], 1, { ...printedPlain(slip, code), bytes, watched });
    expect(did.filter(({ what }) => what.startsWith("told")).map(({ what }) => what.slice(5))).toEqual(
      answers,
    );
    const edges = did.filter(({ what }) => what.startsWith("line"));
    // Eight clocks and a latch, and the line that was moved by itself.
    expect(edges.filter(({ what }) => what === "line 6 1").length).toBeGreaterThanOrEqual(8);
    expect(edges.some(({ what }) => what === "line 7 1")).toBe(true);
  });

  test("on a simulated ATmega328P: answer for answer, byte for byte", () => {
    const { sent, changes } = runTextOnAvr(sketchText(writePlain(model, code)), bytesIn(bytes), 1, watched);
    expect(sent).toBe(answers.map((line) => `${line}\r\n`).join(""));
    const clocks = changes.filter(({ line, level }) => line === 6 && level === 1);
    expect(clocks.length).toBeGreaterThanOrEqual(8);
  });

  test("it goes quiet, and lets go", () => {
    const some = bytes.filter(({ at: moment }) => moment < 50e6 + 5 * 40e6 - 1e6);
    const { sent } = runTextOnAvr(sketchText(writePlain(model, code)), bytesIn(some), 3, watched);
    expect(sent.trim().split("\r\n").at(-1)).toBe(HAND.says.quiet);
  });
});
