import { between, isPulledUp, railVolts, type RigModel } from "../address";
import { formatQuantity } from "../quantity";
import { controllerById, legRef, type LegRef, type Unit } from "../rig";
import { finding, type Finding } from "./finding";

/** What a controller that is a chip alone lacks around it: its reset held high, its other supply and ground legs, its crystal. */
export function checkAround(model: RigModel, board: Unit, name: string): Finding[] {
  const { around, groundLegs } = controllerById(board.part);
  if (!around) return [];
  const leg = (id: string) => legRef(board.ref, id);
  const net = (at: LegRef) => model.nets.of(at).id;
  const rail = (at: LegRef) => railVolts(model.drivers.get(net(at)) ?? []);
  const found: Finding[] = [];
  const add = (
    id: string,
    severity: Finding["severity"],
    said: Pick<Finding, "title" | "reason" | "remedy">,
    legs: LegRef[],
  ) => found.push(finding({ id: `${id}-${board.ref}`, severity, topic: "wiring", ...said, legs }));

  const reset = leg(around.reset.leg);
  if (!isPulledUp(model, reset) && (rail(reset) ?? 0) <= 0)
    add(
      "reset",
      rail(reset) === 0 ? "fault" : "caution",
      {
        title: `Nothing holds the reset of the ${name} high`,
        reason:
          rail(reset) === 0
            ? "Its reset leg is on ground: it never starts."
            : "An open reset leg picks up what is near: a finger, or a switch elsewhere, starts the program again.",
        remedy: `Wire ${formatQuantity(around.reset.ohms, "Ω")} from its reset leg to its supply.`,
      },
      [reset],
    );
  for (const id of around.supplyLegs ?? [])
    if ((rail(leg(id)) ?? 0) <= 0)
      add(
        `${id.toLowerCase()}-open`,
        "fault",
        {
          title: `${id} of the ${name} is on no supply`,
          reason:
            "It feeds the analogue lines and part of the chip: by its sheet it is wired even where no analogue line is used.",
          remedy: `Wire ${id} to the same supply as VCC.`,
        },
        [leg(id)],
      );
  const [first, second] = groundLegs;
  if (first !== second && net(leg(second)) !== net(leg(first)))
    add(
      "ground-2",
      "caution",
      {
        title: `The second ground leg of the ${name} is open`,
        reason: "All its current then leaves through the other one, and its levels shift with it.",
        remedy: "Wire both ground legs to the supply’s minus.",
      },
      [leg(second)],
    );
  const { crystal } = around;
  if (!crystal) return found;
  const [one, other] = crystal.legs.map(leg) as [LegRef, LegRef];
  const clock = model.rig.units.find((unit) => {
    if (model.part(unit.ref).kind !== "crystal") return false;
    const ends = ["1", "2"].map((end) => net(legRef(unit.ref, end)));
    return ends.includes(net(one)) && ends.includes(net(other)) && net(one) !== net(other);
  });
  if (!clock) {
    add(
      "crystal",
      "fault",
      {
        title: `The ${name} has no crystal`,
        reason: `It is set to run by one between ${crystal.legs.join(" and ")}: without it nothing runs, and no programmer reaches it.`,
        remedy: "Wire the crystal to those two legs, or choose the chip with its inner clock on the Plan.",
      },
      [one, other],
    );
    return found;
  }
  const part = model.part(clock.ref);
  const meant = controllerById(board.part).clock;
  if (part.kind === "crystal" && part.frequency !== meant)
    add(
      "crystal-frequency",
      "fault",
      {
        title: `${clock.ref} is for ${formatQuantity(part.frequency, "Hz")}`,
        reason: `The program counts on ${formatQuantity(meant, "Hz")}: every time in it would be ${(meant / part.frequency).toFixed(2)} times as long.`,
        remedy: `Take a crystal of ${formatQuantity(meant, "Hz")}.`,
      },
      [one, other],
    );
  const ground = leg(first);
  const bare = [one, other].filter((end) => between(model, "capacitor", end, ground).length === 0);
  if (bare.length > 0)
    add(
      "load",
      "caution",
      {
        title: `${clock.ref} lacks ${bare.length === 2 ? "its two capacitors" : "one of its capacitors"}`,
        reason: "Without them it may not start, or runs a little fast.",
        remedy: `Wire ${formatQuantity(crystal.farads, "F")} from each of its ends to ground.`,
      },
      bare,
    );
  return found;
}
