import type { RigModel } from "../../address";
import { transportOf } from "../../bus";
import { BAUD, clockLines, inputUnits, type ClockLines } from "../../inputs";
import { asUnit, controllerById } from "../../rig";
import { stepOf } from "../driver-writes";
import { call, name, number, operation, set, when, type Statement } from "../language";
import { clockChipCode } from "../live/clock-chip";
import type { PlainCode } from "../plain";

/** Addresses that are free for chips; those below and above mean something else (I2C bus specification, reserved addresses). */
const FIRST = 0x08;
const LAST = 0x77;
/** ms between two searches. */
const PAUSED_MS = 3000;

/** The two lines of the rig's bus on which chips have addresses; undefined where there is none. */
function addressedLines(model: RigModel): ClockLines | undefined {
  const bus = model.encoding.buses?.find(({ protocol }) => transportOf(protocol).together === "addresses");
  if (bus) {
    const [data, clock] = [bus.data, bus.clock];
    return { unit: asUnit("BUS"), data, clock, address: 0, step: stepOf(model, bus) };
  }
  for (const { unit, part } of inputUnits(model.rig)) {
    if (part.act.by !== "clock") continue;
    const lines = clockLines(model, unit.ref);
    if (!("problem" in lines)) return { ...lines, unit: asUnit("BUS") };
  }
  return undefined;
}

/** Calls every address of the rig's bus and tells which are answered; undefined where no chip has an address. */
export function searchCode(model: RigModel): PlainCode | undefined {
  const lines = addressedLines(model);
  if (!lines) return undefined;
  const { cost } = controllerById(model.rig.plan.controller);
  const chip = clockChipCode(lines, cost.pinMode);
  const { begin, send, end, heard } = chip.transfer;
  return {
    says: [
      `Calls the addresses ${FIRST} to ${LAST} of the bus and tells which of them are answered.`,
      "An address that is not answered: look at supply, ground, straps, pull-ups and the two lines.",
    ],
    lines: [
      { named: "BUS_SDA", line: lines.data },
      { named: "BUS_SCL", line: lines.clock },
    ],
    variables: [
      { name: heard, width: "u8", most: 1 },
      { name: "found", width: "u8" },
    ],
    routines: chip.routines.filter((routine) => [begin, send, end].includes(routine.name)),
    setup: [{ do: "listen", baud: BAUD }, ...chip.setup],
    loop: [
      set("found", number(0)),
      {
        do: "count",
        name: "address",
        width: "u8",
        from: number(FIRST),
        below: number(LAST + 1),
        body: [
          set(heard, number(1)),
          call(begin),
          call(send, operation(name("address"), "*", number(2))),
          call(end),
          when(operation(name(heard), "==", number(1)), [
            { do: "change", name: "found", operator: "+", by: number(1) },
            { do: "tell", parts: ["address ", name("address"), " answers"] },
          ]),
        ],
      },
      when(operation(name("found"), "==", number(0)), [{ do: "tell", parts: ["no address answers"] }]),
      { do: "pause", unit: "ms", time: number(PAUSED_MS) },
    ] satisfies Statement[],
  };
}
