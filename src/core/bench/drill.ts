import { mixed, some, type Drill } from "../drills";
import type { FaultSearch } from "./diagnose";
import type { Sight } from "./patterns";

/** Faults drawn before one is given up that shows something. */
const MOST_DRAWN = 40;

const leds = (sight: Sight) => (sight === "?" ? [] : sight.map((shades) => [...shades.keys()]));
/** What is lit, however bright: shades are hard to see on a picture. */
const keyOf = (sight: Sight): string =>
  sight === "?" ? "?" : JSON.stringify(leds(sight).map((one) => [...one].sort()));

/** A face with a fault, and four faults of which one explains it; undefined where nothing was found that shows. */
export function faultDrill(search: FaultSearch, random: () => number): Drill | undefined {
  const [right, ...faults] = search.faults;
  for (let drawn = 0; drawn < MOST_DRAWN; drawn += 1) {
    const fault = faults[Math.floor(random() * faults.length)]!;
    const place = Math.floor(random() * search.patterns.length);
    const [sight, usual] = [fault, right!].map((one) => search.sights(one, [place])[0]!);
    if (sight === "?" || keyOf(sight!) === keyOf(usual!) || leds(sight!).flat().length === 0) continue;
    const others = some(faults, 24, random)
      .filter((one) => keyOf(search.sights(one, [place])[0]!) !== keyOf(sight!))
      .slice(0, 3);
    if (others.length < 3) continue;
    return {
      kind: "fault",
      says: `Meant to show: ${search.patterns[place]!.says}. Which fault is this?`,
      why: `It is: ${fault.says}. ${fault.mend}`,
      seen: { meant: search.patterns[place]!.asked, lit: leds(sight!) },
      ...mixed(
        fault.says,
        others.map(({ says }) => says),
        random,
      ),
    };
  }
  return undefined;
}
