"use client";
import { notFound } from "next/navigation";
import { createElement, useEffect, useState, type ComponentType } from "react";
import Button from "react-bootstrap/Button";
import { findStation } from "../registry";
import { useRigAddress } from "./address";

/** The rig for the printer: no station, so without a tab and a key. */
const SHEET = {
  name: "sheet",
  title: "The printed page",
  load: async () => (await import("../sheet")).RigSheet as ComponentType,
};

/** Screens that have been fetched: each once for the page. */
const fetched = new Map<string, ComponentType>();

/**
 * The screen of the station of that name, fetched when it is opened first. Not by suspending: what is taken up again
 * after that has to wait for every frame of the face, and on a slow machine never gets its turn.
 */
export function StationScreen() {
  const { station: name } = useRigAddress();
  const station = name === SHEET.name ? SHEET : findStation(name);
  const [failed, setFailed] = useState<string>();
  const [, setCount] = useState(fetched.size);
  const screen = fetched.get(name);
  const wanted = screen === undefined ? station : undefined;
  useEffect(() => {
    if (!wanted) return;
    let current = true;
    wanted.load().then(
      (found) => {
        fetched.set(wanted.name, found);
        if (current) setCount(fetched.size);
      },
      () => current && setFailed(wanted.name),
    );
    return () => {
      current = false;
    };
  }, [wanted]);
  if (!station) notFound();
  if (screen) return createElement(screen);
  if (failed === name)
    return (
      <div className="p-3" role="alert">
        <p>
          {station.title} could not be fetched from where the page came from. What you changed is stored in
          this browser.
        </p>
        <Button variant="plain" onClick={() => window.location.reload()}>
          Load the page again
        </Button>
      </div>
    );
  return (
    <p className="quiet p-3 mb-0" role="status">
      Opening {station.title}…
    </p>
  );
}
