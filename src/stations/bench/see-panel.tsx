import { useState } from "react";
import Button from "react-bootstrap/Button";
import type { Pattern, Seen, Shade } from "@/core/bench";
import type { PipName } from "@/core/glyph";
import { OnBoard } from "./hand/on-board";
import { HeldSketch } from "./held-sketch";
import { ShadedFace, seenOf, shadesIn, type Shades } from "./shades";

interface Props {
  readonly pattern: Pattern;
  /** What was seen of it before. */
  readonly before: Seen | undefined;
  readonly onTake: (seen: Seen) => void;
}

/** A click goes on to the next: what is seen most is nearest. */
const AFTER: Readonly<Record<Shade | "dark", Shade | "dark">> = {
  lit: "dark",
  dark: "dim",
  dim: "bright",
  bright: "lit",
};

/** What is meant to be lit beside what is: the second is clicked until it looks like the one on the table. */
export function SeePanel({ pattern, before, onTake }: Props) {
  const meant: Shades = pattern.asked.map((leds) => new Map(leds.map((led) => [led, "lit" as const])));
  const [shades, setShades] = useState<Shades>(() => (before && shadesIn(before)) ?? meant);
  const turn = (digit: number, led: PipName) =>
    setShades((was) =>
      was.map((leds, at) => {
        if (at !== digit) return leds;
        const next = AFTER[leds.get(led) ?? "dark"];
        const turned = new Map(leds);
        if (next === "dark") turned.delete(led);
        else turned.set(led, next);
        return turned;
      }),
    );
  return (
    <>
      <div className="bench-faces">
        <figure>
          <div className="lens bench-lens">
            <ShadedFace shades={meant} height="84px" label={`Intended: ${pattern.says}`} />
          </div>
          <figcaption className="tiny quiet">intended</figcaption>
        </figure>
        <figure className="is-seen">
          <div className="lens bench-lens">
            <ShadedFace shades={shades} height="150px" label="What you see" onTurn={turn} />
          </div>
          <figcaption className="tiny quiet">
            what you see: click a segment for dark, dim, too bright, as it should be
          </figcaption>
        </figure>
      </div>
      <div className="bench-answers">
        <Button variant="primary" onClick={() => onTake(seenOf(pattern.id, shades))}>
          This is what I see
        </Button>
        <Button variant="plain" onClick={() => setShades(meant)}>
          As it is intended
        </Button>
        <Button variant="plain" onClick={() => setShades(meant.map(() => new Map()))}>
          All dark
        </Button>
        <OnBoard what={{ pattern: pattern.id }} />
        <HeldSketch held={{ pattern: pattern.id }} name={pattern.id} />
      </div>
    </>
  );
}
