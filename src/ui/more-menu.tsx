"use client";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import { IconButton } from "./icon-button";
import { fetched } from "./fetched";
import type { MenuEntry } from "./open-menu";

const OpenMenu = fetched("The menu", () => import("./open-menu").then((module) => module.OpenMenu));

interface Props {
  readonly label: string;
  readonly icon?: string;
  /** What stands beside the picture, where that would not be understood alone. */
  readonly text?: string;
  /** Entries from the top; null is a rule between two of them. */
  readonly entries: ReadonlyArray<MenuEntry | null>;
}

/** A button with what is seldom wanted behind it: the menu itself is fetched when it is opened first. */
export function MoreMenu({ label, icon = "bi-three-dots", text, entries }: Props) {
  const [wanted, setWanted] = useState(false);
  if (wanted) return <OpenMenu label={label} icon={icon} text={text} entries={entries} />;
  if (text !== undefined)
    return (
      <Button
        size="sm"
        variant="plain"
        aria-label={label}
        aria-haspopup="true"
        onClick={() => setWanted(true)}
      >
        <i className={`bi ${icon}`} aria-hidden /> {text}
      </Button>
    );
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
