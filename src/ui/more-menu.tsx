"use client";
import { useState } from "react";
import { IconButton } from "./icon-button";
import { fetched } from "./fetched";
import type { MenuEntry } from "./open-menu";

const OpenMenu = fetched("The menu", () => import("./open-menu").then((module) => module.OpenMenu));

interface Props {
  readonly label: string;
  readonly icon?: string;
  /** Entries from the top; null is a rule between two of them. */
  readonly entries: ReadonlyArray<MenuEntry | null>;
}

/** A button with what is seldom wanted behind it: the menu itself is fetched when it is opened first. */
export function MoreMenu({ label, icon = "bi-three-dots", entries }: Props) {
  const [wanted, setWanted] = useState(false);
  if (wanted) return <OpenMenu label={label} icon={icon} entries={entries} />;
  return (
    <IconButton
      icon={icon}
      label={label}
      aria-haspopup="true"
      aria-expanded={false}
      onClick={() => setWanted(true)}
    />
  );
}
