"use client";
import dynamic from "next/dynamic";
import { notFound } from "next/navigation";
import { createElement, type ComponentType } from "react";
import { STATIONS } from "../registry";

/** Each station's screen, fetched when it is opened first. */
const SCREENS: ReadonlyMap<string, ComponentType> = new Map(
  STATIONS.map(({ name, load }) => [name, dynamic(load, { loading: Opening })]),
);

function Opening() {
  return (
    <p className="quiet p-3 mb-0" role="status">
      Opening…
    </p>
  );
}

/** The screen of the station of that name. */
export function StationScreen({ name }: { name: string }) {
  const screen = SCREENS.get(name);
  if (!screen) notFound();
  return createElement(screen);
}
