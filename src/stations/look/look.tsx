"use client";
import "./look.css";
import Link from "next/link";
import { notFound, usePathname } from "next/navigation";
import { createElement, type ComponentType } from "react";
import { fetched } from "@/ui";
import { PageHead } from "../page";
import { LOOK_UPS } from "../look-ups";
import { loadTryChip } from "../writes";
import { ResistorLook } from "./resistor-look";
import { TimerLook } from "./timer-look";

const loose = () => import("./loose-looks");

const BODIES: Readonly<Record<string, ComponentType>> = {
  chip: fetched("The chips", loadTryChip),
  glyphs: fetched("Segment bytes", async () => (await loose()).GlyphsLook),
  table: fetched("The reader of tables", async () => (await loose()).TableLook),
  pinout: fetched("The pin finder", async () => (await loose()).PinoutLook),
  capture: fetched("Reading captures", async () => (await loose()).CaptureLook),
  timer: TimerLook,
  resistor: ResistorLook,
};

/** One thing looked up without a rig; nothing of it is stored. */
export function LookPage() {
  const [, , name = ""] = usePathname().split("/");
  const found = LOOK_UPS.find((one) => one.name === name);
  const body = BODIES[name];
  if (!found || !body) notFound();
  return (
    <div className="page">
      <PageHead title={found.title} lead={`${found.says} No rig needed.`} />
      <nav className="look-tabs" aria-label="What to look up">
        {LOOK_UPS.map((one) => (
          <Link
            key={one.name}
            className="look-tab"
            href={`/look/${one.name}`}
            aria-current={one.name === name ? "page" : undefined}
          >
            <i className={`bi ${one.icon}`} aria-hidden /> {one.title}
          </Link>
        ))}
      </nav>
      <main>{createElement(body)}</main>
    </div>
  );
}
