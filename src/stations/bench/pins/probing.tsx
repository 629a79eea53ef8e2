import { useState } from "react";
import Button from "react-bootstrap/Button";
import { blankBitmap } from "@/core/dots";
import type { PinsSought } from "@/core/bench";
import type { Reading as PinReading, Saw, Unmarked } from "@/core/notes";
import { DOTS, type PipName } from "@/core/glyph";
import type { PinsNotes } from "@/core/rig";
import type { DigitKey } from "@/core/rig";
import { DigitRow, DotDrawing, SeverityMark } from "@/ui";
import { LegsDrawing } from "./legs-drawing";
import { editPins } from "./edit-pins";

interface Props {
  readonly pins: PinsNotes;
  readonly display: Unmarked;
  readonly readings: readonly PinReading[];
  readonly sought: PinsSought;
}

/** Notes what was seen between two legs; what was seen there before is replaced. */
const take = (plus: number, minus: number, saw: Saw) =>
  editPins((before) => {
    const made =
      typeof saw === "string"
        ? { plus, minus, saw }
        : { plus, minus, saw: "lit" as const, digit: saw.digit, led: saw.led };
    const at = before.readings.findIndex((one) => one.plus === plus && one.minus === minus);
    return {
      ...before,
      readings:
        at < 0
          ? [...before.readings, made]
          : before.readings.map((one, place) => (place === at ? made : one)),
    };
  });

/** The pair to probe, and the face on which one clicks what lights. */
export function Probing({ pins, display, readings, sought }: Props) {
  const [again, setAgain] = useState(0);
  const doubted = sought.doubtful.map((at) => readings[at]!);
  const pair = sought.next ?? (doubted.length > 0 ? doubted[again % doubted.length] : sought.check);
  const seen = (saw: Saw) => {
    if (!pair) return;
    take(pair.plus, pair.minus, saw);
    if (doubted.length > 0) setAgain(again + 1);
  };
  return (
    <section className="sheet" aria-label="Probe">
      <h2 className="sheet-title">{titleOf(sought, doubted.length)}</h2>
      <LegsDrawing legs={display.legs} uses={sought.uses} plus={pair?.plus} minus={pair?.minus} />
      {sought.charlieplexed && (
        <p className="small mb-1">
          <SeverityMark severity="note" text="Charlieplexed." /> LEDs stand both ways round between the same
          legs: every pair of legs has one or two of its own. Such a display is driven by three-state lines;
          it cannot become the display of this rig.
        </p>
      )}
      {pair && (
        <>
          <p className="mb-1">
            Plus on leg <strong>{pair.plus}</strong>, minus on leg <strong>{pair.minus}</strong>: click what
            lights.
          </p>
          <Clicked
            key={`${pair.plus} ${pair.minus} ${readings.length}`}
            pins={pins}
            display={display}
            onSeen={seen}
          />
          <div className="bench-answers">
            <Button variant="primary" onClick={() => seen("nothing")}>
              Nothing lights
            </Button>
            <Button variant="plain" onClick={() => seen("short")}>
              A short
            </Button>
          </div>
          <p className="tiny quiet mb-0">
            With a 3 V cell and 330 Ω in its lead, or a meter’s diode range: it shows 1.6 to 3.3 V where an
            LED is, near 0 V for a short. Never connect 5 V without a resistor: it destroys the LED.
          </p>
        </>
      )}
    </section>
  );
}

function titleOf({ sheet, next, check }: PinsSought, doubted: number): string {
  if (doubted > 0) return "These readings contradict each other: probe again";
  if (next) return "Probe next";
  if (!sheet) return "No display fits all these readings";
  return check ? "All legs are known; one more probe to confirm" : "All legs are known, each seen twice";
}

interface ClickedProps {
  readonly pins: PinsNotes;
  readonly display: Unmarked;
  readonly onSeen: (saw: Saw) => void;
}

/** A face that is all dark: what is clicked lit. */
function Clicked({ pins, display, onSeen }: ClickedProps) {
  if (pins.kind === "dots") {
    const columns = display.leds.length;
    return (
      <DotDrawing
        bitmap={blankBitmap(columns, display.digits)}
        colour="red"
        onKeep={() => {}}
        onPress={(dot) => onSeen({ digit: Math.floor(dot / columns) + 1, led: DOTS[dot % columns]! })}
        height={150}
        label="Which dot lights"
      />
    );
  }
  const keys = Array.from({ length: display.digits }, (_, at) => `?.${at + 1}` as DigitKey);
  const withColon = (at: number) => display.leds.filter((led) => led !== "colon" || at === 1);
  return (
    <div className="lens bench-lens">
      <DigitRow
        colour="red"
        height="120px"
        label="What lights"
        verb="Lit:"
        digits={keys.map((key, at) => ({ key, lights: {}, has: new Set<PipName>(withColon(at)) }))}
        onPick={(key, led) => onSeen({ digit: keys.indexOf(key) + 1, led })}
      />
    </div>
  );
}
