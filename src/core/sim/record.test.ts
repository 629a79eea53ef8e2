import { demoRig } from "@/demo";
import { modelOf } from "../address";
import { readRig, swapWires, writeRig } from "../rig";
import { recordFace } from ".";

test("River level, followed from change to change: texts as shown, a quarter of the peak on average", () => {
  const stretches = recordFace(modelOf(demoRig("river-level")), 6e9);
  expect(stretches.map(({ text }) => text)).toEqual([undefined, "-0.42", "-0.17", " 0.08"]);
  expect(stretches[2]!.to - stretches[2]!.from).toBeCloseTo(2e9, -8);
  const current = (pip: string) => stretches[1]!.pips.find((one) => one.pip === pip)!.current;
  expect(current("DS1.1.g")).toBeGreaterThan(1);
  expect(current("DS1.1.g")).toBeLessThan(1.2);
  expect(current("DS1.1.a")).toBe(0);
});

test("a static digit carries its steady current, and kept code through swapped wires reads as the maker would see it", () => {
  const slip = demoRig("slip-gate");
  const [, blankOrFirst] = recordFace(modelOf(slip), 1e9);
  expect(blankOrFirst!.text).toBe("0");
  const kept = { ...slip, code: { ...slip.code, kept: modelOf(slip).encoding } };
  const swapped = swapWires(kept, "output-a", "output-g");
  if (!swapped.ok) throw new Error(swapped.message);
  const texts = recordFace(modelOf(swapped.rig), 8e9).map(({ text }) => text);
  expect(texts).toContain("1");
  expect(texts).not.toContain("0");
});

test("leading zeros stay dark where that is wanted", () => {
  const texts = recordFace(modelOf(demoRig("moorings-free")), 6e9).map(({ text }) => text);
  expect(texts.slice(1)).toEqual(["  17", "  16", "   9", "  12"]);
});

test("a rig written by version 1 is brought forward and runs as it did", () => {
  const now = JSON.parse(writeRig(demoRig("slip-gate"))) as Record<string, Record<string, unknown>>;
  const { scan: _, ...document } = now;
  const { digits: __, display, digitSwitch, digitOutputs, ...plan } = now.plan!;
  const { texts, align, leadingZeros, ...show } = now.show!;
  expect([display, digitSwitch, align, leadingZeros, digitOutputs]).toHaveLength(5);
  const old = {
    ...document,
    version: 1,
    plan: { ...plan, scheme: "register-one-digit" },
    code: {
      bitOrder: "msb-first",
      kept: {
        lines: { data: "5", clock: "6", latch: "7" },
        bitOrder: "msb-first",
        byteCount: 1,
        bits: [{ pip: "DS1.1.a", byte: 0, bit: 0, lights: 1 }],
      },
    },
    show: { ...show, list: (texts as string[]).join("") },
  };
  const read = readRig(JSON.stringify(old));
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  expect(read.rig.show.texts).toEqual(demoRig("slip-gate").show.texts);
  expect(read.rig.code.kept?.pips).toEqual([{ pip: "DS1.1.a", needs: [{ byte: 0, bit: 0, is: 1 }] }]);
  expect(recordFace(modelOf({ ...read.rig, code: { bitOrder: "msb-first" } }), 2e9)).toEqual(
    recordFace(modelOf(demoRig("slip-gate")), 2e9),
  );
});
