import { modelOf } from "../../address";
import { checkAtOnce } from "../../check";
import { frameRows } from "../../sim";
import { readRig, writeRig, type Rig } from "..";
import { made, ALL } from "./fixtures/every-way";

test("there are enough ways to be worth comparing", () => expect(ALL.length).toBeGreaterThan(130));

test.each(ALL)(
  "%s: the wires drive every LED, the file reads back, and texts come out as meant",
  (_, plan) => {
    const texts = plan.scheme === "bcd-decoder" ? ["1.2".repeat(plan.digits)] : ["-b.".repeat(plan.digits)];
    const shown = texts.map((text) => text.slice(0, plan.digits * 2));
    const rig = made(plan, shown);
    expect(readRig(writeRig(rig))).toEqual({ ok: true, rig: JSON.parse(JSON.stringify(rig)) as Rig });
    const model = modelOf(rig);
    expect(model.wired.pips).toHaveLength(model.addresses.length);
    expect(frameRows(model).every(({ faithful }) => faithful)).toBe(true);
    expect(checkAtOnce(model).filter(({ severity }) => severity === "fault")).toEqual([]);
  },
);
