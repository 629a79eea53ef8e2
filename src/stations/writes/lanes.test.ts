import { chipOn, modelOf, sentBits } from "@/core/address";
import { transportOf } from "@/core/bus";
import { buildProgram } from "@/core/program";
import { demoRig } from "@/demo";
import { updateOf, writesOf } from "@/workers/fixtures/inside";
import { bitsOfTrace, lanesOf, lineNames, pickedBit, samplesOf } from "./bus-lanes";
import { registerBits, registerBytes, registerLanes } from "./register-lanes";
import { tickText } from "./tick-text";

/** A demo rig with the writes of one of its faces. */
function tapeOfDemo(name: string, frame = 0) {
  const model = modelOf(demoRig(name));
  const program = buildProgram(model);
  return { model, bus: model.encoding.buses![0]!, trace: writesOf(model, program, { frame, typed: [] }) };
}

/** A demo rig on registers with the update of one face. */
function updateOfDemo(name: string, glyph: string) {
  const model = modelOf(demoRig(name));
  const digit = model.digits[0];
  return { model, trace: updateOf(model, buildProgram(model), { glyph, digit }) };
}

/** Level of a lane at a moment. */
const levelAt = (changes: ReadonlyArray<{ at: number; level: number }>, time: number): number | undefined =>
  changes.filter(({ at }) => at <= time).at(-1)?.level;

describe.each(["water-warmth", "crew-tally", "oar-rack", "tide-notice"])("lines of %s", (name) => {
  const { model, bus, trace } = tapeOfDemo(name);
  const msb = transportOf(bus.protocol).order === "msb";

  test("the bits drawn are those of the bytes that are sent, one after the other", () => {
    const bits = bitsOfTrace(trace, () => undefined);
    for (const entry of trace.entries) {
      const drawn = bits
        .filter(({ from }) => from >= entry.at && from < entry.until)
        .map(({ label }) => Number(label));
      const read = Array.from({ length: drawn.length / 8 }, (_, at) => {
        const eight = drawn.slice(at * 8, at * 8 + 8);
        return (msb ? eight : eight.reverse()).reduce((byte, bit) => byte * 2 + bit, 0);
      });
      expect(read).toEqual(entry.bytes);
    }
  });

  test("no bit begins before the one before it has ended, and each ends within its write", () => {
    const bits = bitsOfTrace(trace, () => undefined);
    bits.forEach(({ from, to }, at) => {
      expect(to).toBeGreaterThan(from);
      if (at > 0) expect(from).toBeGreaterThanOrEqual(bits[at - 1]!.to);
      expect(trace.entries.some((entry) => from >= entry.at && to <= entry.until)).toBe(true);
    });
  });

  test("where the chip takes data the clock is high and the line stands at the bit", () => {
    const lanes = lanesOf(model, trace);
    const clock = lanes.find(({ title }) => title === `line ${bus.clock}`)!;
    const data = lanes.find(({ title }) => title === `line ${bus.data}`)!;
    const samples = samplesOf(model, trace);
    expect(samples.length).toBeGreaterThanOrEqual(
      trace.entries.reduce((sum, { bytes }) => sum + bytes.length * 8, 0),
    );
    const bits = bitsOfTrace(trace, () => undefined);
    for (const at of samples) {
      expect(levelAt(clock.changes, at)).toBe(1);
      const bit = bits.find(({ from, to }) => at >= from && at < to);
      if (bit) expect(String(levelAt(data.changes, at))).toBe(bit.label);
    }
  });

  test("each lane begins as its line rests, and bears the sheet's name", () => {
    const { selectRestsHigh, openDrain } = transportOf(bus.protocol);
    for (const { line, name: named } of lineNames(model, bus)) {
      const lane = lanesOf(model, trace).find(({ title }) => title === `line ${line}`)!;
      expect(lane.name).toBe(named);
      const rests = openDrain || (line === bus.select && selectRestsHigh);
      expect(lane.changes[0]).toEqual({ at: 0, level: rests ? 1 : 0 });
    }
    expect(lineNames(model, bus)).toHaveLength(bus.select === undefined ? 2 : 3);
  });

  test("the picked LED's bit is the one that changes with it", () => {
    const pip = model.encoding.pips.find(({ needs }) => needs.some((need) => "chip" in need))!.pip;
    const at = pickedBit(model, pip);
    const need = model.encoding.pips.find((one) => one.pip === pip)!.needs.find((one) => "chip" in one)!;
    expect("chip" in need && chipOn(model, bus).sheet.id).toBeTruthy();
    const places = trace.entries.map((entry) => at(entry));
    expect(places.some((place) => place !== undefined)).toBe(true);
    trace.entries.forEach((entry, index) => {
      const place = places[index];
      if (entry.phase === "set-up") expect(place).toBeUndefined();
      if (place !== undefined) expect(place >> 3).toBeLessThan(entry.bytes.length);
      const marked = bitsOfTrace({ ...trace, entries: [entry] }, at).filter(({ picked }) => picked);
      expect(marked).toHaveLength(place === undefined ? 0 : 1);
    });
    expect(pickedBit(model, undefined)(trace.entries[0]!)).toBeUndefined();
  });

  test("every edge is told with its time, its line and its level", () => {
    trace.ticks.slice(0, 60).forEach((tick, place) => {
      const text = tickText(trace, place + 1, bus);
      expect(text).toContain(`line ${tick.line} `);
      expect(text).toMatch(/: line \S+ (high|low|let go)/);
      const takes = tick.line === bus.clock && tick.level === 1;
      expect(/data has stood/.test(text)).toBe(takes);
    });
    expect(tickText(trace, 0, bus)).toBe("");
    expect(tickText(trace, trace.ticks.length + 1, bus)).toBe("");
  });
});

test("a line that is let go while the chip holds it low says so", () => {
  const { trace, bus } = tapeOfDemo("water-warmth");
  const answered = trace.ticks.findIndex(
    ({ line, given, level }) => line === bus.data && given !== 0 && given !== 1 && level === 0,
  );
  expect(answered).toBeGreaterThan(-1);
  expect(tickText(trace, answered + 1, bus)).toContain("let go, and the chip holds it low");
});

describe.each([
  ["slip-gate", "5"],
  ["river-level", "3"],
])("an update of %s", (name, glyph) => {
  const { model, trace } = updateOfDemo(name, glyph);
  const bits = registerBits(trace, sentBits(model), undefined, () => {});

  test("its bits are drawn in the order they are sent, each as long as the next lets it", () => {
    expect(bits).toHaveLength(trace.bytes.length * 8);
    bits.forEach(({ from, to, bit }, at) => {
      expect(bit.nth).toBe(at);
      expect(to).toBeGreaterThan(from);
      if (at > 0) expect(from).toBe(bits[at - 1]!.to);
    });
  });

  test("their values are those of the bytes, and the bytes lie over just their bits", () => {
    for (const { bit, label } of bits)
      expect(label.endsWith(` ${(trace.bytes[bit.byte]! >> bit.bit) & 1}`)).toBe(true);
    const bytes = registerBytes(bits);
    expect(bytes.map(({ label }) => label)).toEqual(trace.bytes.map((_, at) => `byte ${at + 1}`));
    bytes.forEach(({ from, to }, at) => {
      const own = bits.filter(({ bit }) => bit.byte === at);
      expect([from, to]).toEqual([own[0]!.from, own.at(-1)!.to]);
    });
  });

  test("a bit that reaches LEDs can be picked, but for the one that is", () => {
    const served = bits.find(({ bit }) => bit.reaches.length > 0)!;
    const picked: string[] = [];
    const again = registerBits(trace, sentBits(model), served.bit.reaches[0], (pip) => picked.push(pip));
    const marked = again.filter((one) => one.picked);
    expect(marked.length).toBeGreaterThan(0);
    for (const one of again) {
      expect(one.onPick !== undefined).toBe(one.bit.reaches.length > 0 && !one.picked);
      one.onPick?.();
    }
    expect(picked.length).toBe(again.filter(({ onPick }) => onPick).length);
    expect(picked).not.toContain(served.bit.reaches[0]);
  });

  test("the latch rests high and every other line low", () => {
    const { chain } = model.encoding;
    const lanes = registerLanes(trace, [chain!.data, chain!.clock, chain!.latch!]);
    expect(lanes.map(({ name: use, changes }) => [use, changes[0]!.level])).toEqual([
      ["data", 0],
      ["clock", 0],
      ["latch", 1],
    ]);
    const clock = lanes[1]!.changes.filter(({ level }) => level === 1);
    expect(clock).toHaveLength(trace.bytes.length * 8);
  });
});
