import { showsDots, type Plan } from "@/core/rig";
import { STATIONS, type StationName } from "@/core/check";

export interface StationTab {
  readonly name: StationName;
  readonly title: string;
  /** Its key, the same for ever, whichever stations are there. */
  readonly key: string;
}

const TITLES: Partial<Record<StationName, string>> = {
  plan: "Plan",
  wires: "Wires",
  current: "Current",
  glyphs: "Glyphs",
  scan: "Scan",
  writes: "Writes",
  frames: "Frames",
  code: "Code",
};

/** The stations that work, in a maker's order. */
export const STATION_TABS: readonly StationTab[] = STATIONS.flatMap((name, at) => {
  const title = TITLES[name];
  return title ? [{ name, title, key: String((at + 1) % 10) }] : [];
});

/** The tabs of a rig: letters and digits have glyphs, dots have frames. */
export const tabsFor = (plan: Plan): readonly StationTab[] =>
  STATION_TABS.filter(({ name }) => name !== (showsDots(plan) ? "glyphs" : "frames"));

export const stationPath = (rigId: string, station: StationName): string => `/rig/${rigId}/${station}`;
