import { besideShow, scannedTitle, type RigModel } from "../address";
import { currentFigures } from "../circuit";
import { formatMilliamps, formatQuantity, type Milliamps } from "../quantity";
import { splitPipId, type PipId, type UnitRef, digitOf } from "../rig";
import { groupBy } from "../collect";
import { finding, type Finding } from "./finding";
import { nameLeds } from "./leds";

/** An LED that carries less than this share of what is usual on its digit is seen to be dimmer. */
const DIM = 0.6;

const median = (values: readonly number[]): number =>
  [...values].sort((one, other) => one - other)[Math.floor((values.length - 1) / 2)] ?? 0;

/** LEDs that carry far less, or far more, than their neighbours: mostly one resistor of another value. */
export function checkLight(model: RigModel): Finding[] {
  const { pips } = currentFigures(model);
  const lit = model.addresses
    .map(({ pip }) => ({ pip, current: pips.get(pip)?.alone ?? 0 }))
    .filter(({ current }) => current > 0);
  const digits = [...groupBy(lit, ({ pip }) => digitOf(pip)).values()];
  // Another display, or an LED by itself, may be as bright as it likes.
  const beside = besideShow(model);
  const own = digits.filter(([first]) => !beside.has(splitPipId(first!.pip).unit));
  const usual = median(own.map((leds) => median(leds.map(({ current }) => current))));
  return [...checkDigits(model, own, usual), ...checkSegments(model, digits)];
}

interface LitLed {
  readonly pip: PipId;
  readonly current: Milliamps;
}

/** Digits that are dimmer as a whole than the others. */
function checkDigits(model: RigModel, digits: ReadonlyArray<readonly LitLed[]>, usual: Milliamps): Finding[] {
  return digits.flatMap((leds): Finding[] => {
    const here = median(leds.map(({ current }) => current));
    if (here >= usual * DIM) return [];
    const { unit, digit } = splitPipId(leds[0]!.pip);
    const title = scannedTitle(model, unit, digit);
    const odd = oddResistor(
      model,
      leds.map(({ pip }) => pip),
      "shared",
    );
    return [
      finding({
        id: `dim-${unit}.${digit}`,
        severity: "caution",
        topic: "current",
        title: `${title.charAt(0).toUpperCase()}${title.slice(1)} is dimmer than the others`,
        reason: `Its segments carry ${formatMilliamps(here)}, those of the others ${formatMilliamps(usual)}.${odd ? ` ${odd.why}` : ""}`,
        remedy: odd?.remedy ?? "Look at what switches this digit: its transistor, base resistor and wires.",
        pips: leds.map(({ pip }) => pip),
      }),
    ];
  });
}

/** Single LEDs that are dimmer or brighter than the others of their digit, gathered by the resistor that makes them so. */
function checkSegments(model: RigModel, digits: ReadonlyArray<readonly LitLed[]>): Finding[] {
  const odd = digits.flatMap((leds) => {
    const usual = median(leds.map(({ current }) => current));
    return leds
      .filter(({ current }) => current < usual * DIM || current > usual / DIM)
      .map((led) => ({ ...led, usual, by: oddResistor(model, [led.pip], "own") }));
  });
  return [
    ...groupBy(
      odd,
      ({ by, pip, current, usual }) => `${by?.ref ?? splitPipId(pip).segment} ${current < usual}`,
    ),
  ].map(([, group]) => {
    const [{ current, usual, by, pip }] = group as [(typeof odd)[number]];
    const pips = group.map((one) => one.pip);
    const dim = current < usual;
    return finding({
      id: `unlike-${by?.ref ?? pip}`,
      severity: "caution",
      topic: "current",
      title: `${nameLeds(model, pips)} ${pips.length > 1 && nameLeds(model, pips).startsWith("Segments") ? "carry" : "carries"} ${dim ? "far less" : "far more"} than the others`,
      reason: `${formatMilliamps(current)} where the others carry ${formatMilliamps(usual)}.${by ? ` ${by.why}` : ""}`,
      remedy: by?.remedy ?? "Compare its wire and its resistor with those of its neighbours.",
      pips,
    });
  });
}

/** The resistor in the way of some LEDs that differs from those in the same place for the others. */
function oddResistor(
  model: RigModel,
  pips: readonly PipId[],
  side: "own" | "shared",
): { readonly ref: UnitRef; readonly why: string; readonly remedy: string } | undefined {
  const inWay = (pip: PipId): readonly UnitRef[] => {
    const address = model.address(pip);
    const reach = side === "own" ? address?.ownReach : address?.sharedReach;
    return (reach ?? []).flatMap(({ via }) => via);
  };
  const values = model.addresses.flatMap(({ pip }) => inWay(pip).map((ref) => model.unit(ref).ohms ?? 0));
  const usual = median(values);
  const odd = inWay(pips[0]!).find((ref) => {
    const ohms = model.unit(ref).ohms ?? 0;
    return ohms > usual * 1.5 || ohms < usual / 1.5;
  });
  if (odd === undefined) return undefined;
  return {
    ref: odd,
    why: `${odd} is ${formatQuantity(model.unit(odd).ohms!, "Ω")}, the others are ${formatQuantity(usual, "Ω")}.`,
    remedy: `Put ${formatQuantity(usual, "Ω")} in place of ${odd}.`,
  };
}
