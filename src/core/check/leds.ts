import { besideShow, pipTitle, scannedTitle, scannedWord, tiedToShow, type RigModel } from "../address";
import { isDot } from "../glyph";
import { isSingleLeds, type LegNames } from "../parts";
import { besideUnits, legTitle, splitPipId, type PipId, digitOf, splitDigitKey } from "../rig";
import { groupBy } from "../collect";
import { capital, finding, listing, type Finding } from "./finding";

/** LEDs beside the show that are named one by one. */
const MOST_NAMED = 4;

/** LEDs as they are spoken of, several of one kind in one phrase: "Segments a, b and c". */
export function nameLeds(model: RigModel, pips: readonly PipId[]): string {
  if (pips.length === 1) return capital(pipTitle(model, pips[0]!));
  const beside = besideShow(model);
  if (pips.some((pip) => beside.has(splitPipId(pip).unit)))
    return pips.length > MOST_NAMED
      ? `${pips.length} LEDs of ${listing([...new Set(pips.map((pip) => splitPipId(pip).unit))])}`
      : capital(listing(pips.map((pip) => pipTitle(model, pip))));
  const segments = [...new Set(pips.map((pip) => splitPipId(pip).segment))];
  const whole = segments.length * model.digits.length === pips.length || model.digits.length === 1;
  const word = scannedWord(model);
  if (segments.every(isDot)) return nameDots(model, pips, whole);
  const many = segments.length > 1 ? `Segments ${listing(segments)}` : `Segment ${segments[0]!}`;
  if (model.digits.length === 1) return many;
  return whole
    ? `${many} of every ${word}`
    : `${many} of ${pips.length > 8 ? `several ${word}s` : listing([...new Set(pips.map((pip) => pipTitle(model, pip).split(" · ")[0]!))])}`;
}

/** Dots as they are spoken of: a column or a row where they are one, their number otherwise. */
function nameDots(model: RigModel, pips: readonly PipId[], whole: boolean): string {
  const columns = [...new Set(pips.map((pip) => splitPipId(pip).segment))];
  const rows = [...new Set(pips.map((pip) => pipTitle(model, pip).split(" · column")[0]!))];
  if (whole) return columns.length === 1 ? `Column ${columns[0]!.slice(1)}` : `All dots`;
  if (rows.length === 1) return `${pips.length} dots of ${rows[0]}`;
  return `${pips.length} dots`;
}

/** LEDs that cannot light, cannot go out, or cannot be told apart. */
export function checkLeds(model: RigModel, legNames: LegNames): Finding[] {
  const found: Finding[] = [];
  const reached = new Set(model.wired.pips.map(({ pip }) => pip));
  const leftOut = new Set(model.rig.leftOut);
  const bad = model.addresses.flatMap((address) => {
    const { verdict } = address;
    if (leftOut.has(address.pip) && (verdict.kind === "open" || verdict.kind === "never")) return [];
    switch (verdict.kind) {
      case "driven": {
        if (reached.has(address.pip)) return [];
        const outside = verdict.conditions.find(
          ({ driver }) =>
            driver.kind !== "line" &&
            (driver.kind !== "register" || !model.chain.chips.includes(driver.unit)),
        );
        const leg = (outside ?? verdict.conditions[0]!).driver.leg;
        return [
          {
            address,
            what: "is not under the program's control",
            why: `it is on ${legTitle(model.rig, leg, legNames)}`,
          },
        ];
      }
      case "always":
        // A single LED between supply and ground says that there is power.
        if (isSingleLeds(model.part(splitPipId(address.pip).unit))) return [];
        return [{ address, what: "is always lit", why: "both its sides are on the supply" }];
      case "never":
      case "open":
      case "conflict":
        return [
          {
            address,
            what: verdict.kind === "conflict" ? "is driven twice" : "can never light",
            why: verdict.reason,
            offer: verdict.kind === "open" ? ("leave-out" as const) : undefined,
          },
        ];
    }
  });
  for (const [key, group] of groupBy(bad, ({ what, why }) => `${what}: ${why}`)) {
    const pips = group.map(({ address }) => address.pip);
    const named = nameLeds(model, pips);
    const many = named.startsWith("Segments");
    const { what, why } = group[0]!;
    found.push(
      finding({
        id: `led-${key}`,
        severity: "fault",
        topic: "wiring",
        title: `${named} ${many ? what.replace(/^is /, "are ") : what}`,
        reason: `${capital(why)}.`,
        remedy:
          "Follow the trail from the segment to the chip, and fix the wire that is missing or on the wrong leg.",
        legs: group.map(({ address }) => address.ownLeg),
        pips,
        ...(offerOf(group[0]!) ? { offer: "leave-out" } : {}),
      }),
    );
  }
  const dead = (model.rig.dead ?? []).filter((pip) => model.address(pip) !== undefined);
  if (dead.length > 0)
    found.push(
      finding({
        id: "dead",
        severity: "caution",
        topic: "bench",
        title: `${nameLeds(model, dead)}: noted as dead`,
        reason:
          "You said so at the bench: broken inside, dark whatever drives it. The face above shows it dark.",
        remedy: "Put another display in, and say here that it lights again; or show what reads without it.",
        pips: dead,
        offer: "alive",
      }),
    );
  const unwired = model.addresses
    .filter(({ pip, verdict }) => leftOut.has(pip) && verdict.kind !== "driven")
    .map(({ pip }) => pip);
  if (unwired.length > 0)
    found.push(
      finding({
        id: "left-out",
        severity: "note",
        topic: "wiring",
        title: `${nameLeds(model, unwired)}: left out on purpose`,
        reason: "You said so; nothing is expected of it, and it stays dark.",
        remedy: "Wire it and it is used again.",
        pips: unwired,
        offer: "bring-back",
      }),
    );
  return [...found, ...checkTied(model), ...checkSharedBits(model), ...checkSharedDrives(model)];
}

/** LEDs beside the show that are switched by what its segments or digits are switched by. */
function checkTied(model: RigModel): Finding[] {
  const lit = new Set(model.rig.units.filter((unit) => unit.lit).map(({ ref }) => ref));
  const wanted = new Set([...lit, ...besideUnits(model.rig)]);
  const pips = tiedToShow(model).filter((pip) => wanted.has(splitPipId(pip).unit));
  if (pips.length === 0) return [];
  return [
    finding({
      id: "tied-to-show",
      severity: "caution",
      topic: "wiring",
      title: `${nameLeds(model, pips)} cannot be kept lit`,
      reason: "It is on an output or line that also switches the display’s own segments or digits.",
      remedy: "Give it an output or a line of its own.",
      legs: pips.map((pip) => model.address(pip)!.ownLeg),
      pips,
    }),
  ];
}

const offerOf = (bad: object): boolean => "offer" in bad && bad.offer === "leave-out";

/** LEDs of one digit that need exactly the same: they cannot be told apart. */
function checkSharedBits(model: RigModel): Finding[] {
  const same = groupBy(model.wired.pips, ({ pip, needs }) => {
    const needed = needs.map((need) => JSON.stringify(need)).sort();
    return `${digitOf(pip)} ${needed.join()}`;
  });
  return [...same].flatMap(([key, shared]): Finding[] => {
    if (shared.length < 2) return [];
    const addresses = shared.map(({ pip }) => model.address(pip)!);
    return [
      finding({
        id: `shared-${key}`,
        severity: "fault",
        topic: "wiring",
        title: `${nameLeds(
          model,
          shared.map(({ pip }) => pip),
        )} share one output`,
        reason: "They light and go out together, so most characters cannot be shown.",
        remedy: "Move one of them to an output that is free.",
        legs: addresses.map(({ ownLeg }) => ownLeg),
        pips: shared.map(({ pip }) => pip),
      }),
    ];
  });
}

/** Digits of which every LED needs exactly what the same LED of another digit needs: they show the same. */
function checkSharedDrives(model: RigModel): Finding[] {
  const byDigit = groupBy(model.wired.pips, ({ pip }) => digitOf(pip));
  const alike = groupBy([...byDigit], ([, pips]) =>
    pips.map(({ pip, needs }) => `${splitPipId(pip).segment} ${JSON.stringify(needs)}`).join(),
  );
  return [...alike.values()].flatMap((digits): Finding[] => {
    if (digits.length < 2) return [];
    const titles = digits.map(([key]) => {
      const { unit, digit } = splitDigitKey(key);
      return scannedTitle(model, unit, digit);
    });
    const pips = digits.flatMap(([, here]) => here.map(({ pip }) => pip));
    return [
      finding({
        id: `one-drive-${digits[0]![0]}`,
        severity: "fault",
        topic: "wiring",
        title: `${capital(listing(titles))} are switched by one drive`,
        reason: "They light at the same time and show the same, so only what is alike on them can be shown.",
        remedy: "Give each its own output, line or code.",
        legs: digits.map(([, here]) => model.address(here[0]!.pip)!.sharedLeg),
        pips,
      }),
    ];
  });
}
