import type { ComponentType } from "react";
import { showsDots, type Plan } from "@/core/rig";
import type { Topic } from "@/core/subject";

/** One screen of a rig. */
export interface Station {
  /** As it stands in addresses. */
  readonly name: string;
  readonly title: string;
  /** Its key, the same for ever, whichever stations are there. */
  readonly key: string;
  /** What it shows: whatever is about one of these leads here. */
  readonly topics: readonly Topic[];
  /** What else makers would call it, for the finder. */
  readonly also: string;
  /** Words of the glossary that one meets there first. */
  readonly terms: readonly string[];
  /** Rigs it has something to show for; all of them where it is left out. */
  readonly suits?: (plan: Plan) => boolean;
  /** Fetches its screen, once it is opened. */
  readonly load: () => Promise<ComponentType>;
}

/** Every station, in a maker's order. */
export const STATIONS: readonly Station[] = [
  {
    name: "plan",
    title: "Plan",
    key: "1",
    topics: ["plan"],
    also: "start, choose, display, way, board, overview",
    terms: ["rig", "face", "line", "module"],
    load: async () => (await import("../plan")).PlanStation,
  },
  {
    name: "wires",
    title: "Wires",
    key: "2",
    topics: ["wiring"],
    also: "wiring, schematic, breadboard, connections, build",
    terms: ["leg", "net", "rail"],
    load: async () => (await import("../wires")).WiresStation,
  },
  {
    name: "current",
    title: "Current",
    key: "3",
    topics: ["current"],
    also: "mA, amps, heat, resistor, power, limits",
    terms: ["absolute maximum", "average forward current"],
    load: async () => (await import("../current")).CurrentStation,
  },
  {
    name: "glyphs",
    title: "Glyphs",
    key: "4",
    topics: ["shapes"],
    also: "segments, characters, letters, bytes, hex",
    terms: ["segment", "glyph", "stand-in"],
    suits: (plan) => !showsDots(plan),
    load: async () => (await import("../glyphs")).GlyphsStation,
  },
  {
    name: "scan",
    title: "Scan",
    key: "5",
    topics: ["scan"],
    also: "multiplex, refresh, flicker, timer, brightness",
    terms: ["multiplexing", "duty cycle", "blanking time"],
    load: async () => (await import("../scan")).ScanStation,
  },
  {
    name: "writes",
    title: "Writes",
    key: "6",
    topics: ["transfers"],
    also: "bus, waveform, registers, capture, keys, spi, i2c",
    terms: ["write", "latch", "capture"],
    load: async () => (await import("../writes")).WritesStation,
  },
  {
    name: "frames",
    title: "Frames",
    key: "7",
    topics: ["frames"],
    also: "dots, scroll, text, pictures, font, sign",
    terms: ["frame", "scene"],
    suits: showsDots,
    load: async () => (await import("../frames")).FramesStation,
  },
  {
    name: "show",
    title: "Show",
    key: "8",
    topics: ["show"],
    also: "reacts, buttons, values, counter, clock, sensor",
    terms: ["show", "tape", "debouncing"],
    load: async () => (await import("../show")).ShowStation,
  },
  {
    name: "bench",
    title: "Bench",
    key: "9",
    topics: ["bench"],
    also: "test, debug, measure, fault, meter",
    terms: ["trail", "pull-up"],
    load: async () => (await import("../bench")).BenchStation,
  },
  {
    name: "code",
    title: "Code",
    key: "0",
    topics: ["program"],
    also: "program, sketch, source, firmware, download",
    terms: ["set-up", "state"],
    load: async () => (await import("../code")).CodeStation,
  },
];

/** @returns the station of that name, or undefined when there is none */
export const findStation = (name: string): Station | undefined =>
  STATIONS.find((station) => station.name === name);

/** The stations of a rig: letters and digits have glyphs, dots have frames. */
export const stationsFor = (plan: Plan): readonly Station[] =>
  STATIONS.filter(({ suits }) => suits?.(plan) ?? true);

/** The station that shows a topic. */
export function stationFor(topic: Topic): Station {
  const found = STATIONS.find(({ topics }) => topics.includes(topic));
  if (!found) throw new Error(`no station shows ${topic}`);
  return found;
}

/** Where a station of a rig is found. */
export const stationPath = (rigId: string, { name }: Station): string => `/rig/${rigId}/${name}`;
