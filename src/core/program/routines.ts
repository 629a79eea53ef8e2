import { busLines, digitLines, isMultiplexed, type RigModel } from "../address";
import { transportOf } from "../bus";
import type { ChainLines, UnitRef } from "../rig";
import type { Statement } from "./language";
import type { ProgramBus } from "./types";

/** What the controller has its hands on. */
export interface Hands {
  readonly model: RigModel;
  readonly chain: ChainLines | undefined;
  /** Lines that drive something directly, segments first. */
  readonly direct: readonly string[];
  readonly ring: { readonly clock: string; readonly reset: string } | undefined;
  readonly buses: readonly ProgramBus[];
}

/** Whether everything is made dark between two slots. */
export const blanks = ({ model }: Pick<Hands, "model">): boolean =>
  isMultiplexed(model) && model.rig.scan.blank > 0;

/** Makes every line what it has to be: an output, or let go where others pull it up. */
export function lineModes({ chain, direct, ring, buses }: Hands): Statement[] {
  const driven = [...(chain ? chainLines(chain) : []), ...direct, ...(ring ? [ring.clock, ring.reset] : [])];
  return [
    ...[...new Set(driven)].map((line): Statement => ({ do: "line-mode", line })),
    ...buses.flatMap((bus) =>
      busLines(bus).map((line): Statement => ({
        do: "line-mode",
        line,
        ...(transportOf(bus.protocol).openDrain ? { released: true } : {}),
      })),
    ),
  ];
}

const chainLines = ({ data, clock, latch }: ChainLines): string[] => [
  data,
  clock,
  ...(latch === undefined ? [] : [latch]),
];

/** Puts a state out: ring, registers, lines, driver chips. */
export function sendRoutine(hands: Hands): Statement[] {
  const { chain, direct, ring, buses, model } = hands;
  const step: Statement[] = ring ? [{ do: "step-ring" }] : [];
  const dark = blanks(hands);
  // While everything is dark the ring may step before the segments change; without blanking it steps last.
  return [
    ...(dark ? step : []),
    ...(chain ? shiftRoutine(chain, model) : []),
    ...(dark ? [] : step),
    ...(direct.length > 0 ? ([{ do: "write-lines", which: "all" }] as const) : []),
    ...(buses.length > 0 ? ([{ do: "send-writes" }] as const) : []),
  ];
}

const shiftRoutine = (chain: ChainLines, { encoding }: RigModel): Statement[] => [
  ...latchTo(chain, 0),
  { do: "shift-state", order: encoding.bitOrder },
  ...latchTo(chain, 1),
];

/** Moves the latch line of a chain; nothing to move where the outputs follow the stages. */
const latchTo = ({ latch }: ChainLines, level: 0 | 1): Statement[] =>
  latch === undefined ? [] : [{ do: "line-write", line: latch, level }];

/** Makes everything dark between two slots: by the digits' own lines where they have some, otherwise by a whole state. */
export function darkenRoutine(hands: Hands): Statement[] {
  if (!blanks(hands)) return [];
  const { model, direct } = hands;
  const shared = digitLines(model.encoding);
  const byLines =
    direct.some((line) => shared.has(line)) &&
    model.encoding.decoders.every(
      // A selector with a code to spare chooses nothing by it.
      ({ unit, inputs }) => !selects(model, unit) || model.digits.length < 2 ** inputs.length,
    );
  return byLines
    ? [{ do: "write-lines", which: "digits" }]
    : sendRoutine(hands).filter((statement) => statement.do !== "step-ring");
}

const selects = (model: RigModel, unit: UnitRef): boolean => model.part(unit).kind === "selector";

/** Goes on to a slot: dark for a moment where that is asked for, then the slot's state. */
export const slotRoutine = (hands: Hands): Statement[] => [
  ...(blanks(hands) ? ([{ do: "darken" }, { do: "wait-slot", time: "blank" }] as const) : []),
  { do: "show", state: "slot" },
];

/** Sets the chips up and makes the display dark, before anything is shown. */
export function setUpRoutine(hands: Hands): Statement[] {
  const { chain, direct, buses } = hands;
  // Chips that are set up have their memory cleared by that.
  const cleared = buses.length > 0 && !chain && direct.length === 0;
  return [
    ...lineModes(hands),
    ...(buses.length > 0 ? ([{ do: "set-up-chips" }] as const) : []),
    ...(cleared ? [] : ([{ do: "show", state: "blank" }] as const)),
  ];
}
