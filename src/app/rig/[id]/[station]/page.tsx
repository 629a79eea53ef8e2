import { notFound } from "next/navigation";
import type { ComponentType } from "react";
import { CodeStation } from "@/stations/code";
import { CurrentStation } from "@/stations/current";
import { FramesStation } from "@/stations/frames";
import { GlyphsStation } from "@/stations/glyphs";
import { PlanStation } from "@/stations/plan";
import { ScanStation } from "@/stations/scan";
import { WiresStation } from "@/stations/wires";
import { WritesStation } from "@/stations/writes";

const SCREENS: Readonly<Record<string, ComponentType>> = {
  plan: PlanStation,
  wires: WiresStation,
  current: CurrentStation,
  glyphs: GlyphsStation,
  scan: ScanStation,
  frames: FramesStation,
  writes: WritesStation,
  code: CodeStation,
};

export default async function StationPage({ params }: { params: Promise<{ station: string }> }) {
  const { station } = await params;
  const Screen = Object.hasOwn(SCREENS, station) ? SCREENS[station] : undefined;
  if (!Screen) notFound();
  return <Screen />;
}
