import { useState } from "react";
import Button from "react-bootstrap/Button";
import { wiringWords, type Drill } from "@/core/drills";
import { parseByte, type PipName, type SegmentName } from "@/core/glyph";
import { useModel } from "@/store";
import { CommitField, DigitFace, litSegments } from "@/ui";
import { ShadedFace } from "./shades";

interface Props {
  readonly drill: Drill;
  readonly done: boolean;
  readonly onAnswer: (isRight: boolean) => void;
}

/** What a question is answered with: a face that is clicked, a byte that is typed, or one of a few. */
export function DrillAnswer({ drill, done, onAnswer }: Props) {
  switch (drill.kind) {
    case "byte-to-shape":
      return <ShapeAnswer drill={drill} done={done} onAnswer={onAnswer} />;
    case "shape-to-byte":
      return <ByteAnswer drill={drill} onAnswer={onAnswer} />;
    default:
      return <ChoiceAnswer drill={drill} done={done} onAnswer={onAnswer} />;
  }
}

type Of<Kind extends Drill["kind"]> = Extract<Drill, { kind: Kind }>;

const useColour = () => useModel().display.led?.colour ?? "red";

function ShapeAnswer({ drill, done, onAnswer }: Props & { drill: Of<"byte-to-shape"> }) {
  const colour = useColour();
  const [shape, setShape] = useState<readonly PipName[]>([]);
  const shown: readonly PipName[] = done ? drill.answer : shape;
  const turn = (segment: PipName) =>
    setShape((was) => (was.includes(segment) ? was.filter((one) => one !== segment) : [...was, segment]));
  const isSame =
    drill.answer.length === shape.length && drill.answer.every((one: SegmentName) => shape.includes(one));
  return (
    <>
      <p className="mono small mb-2">{wiringWords(drill.wiring)}</p>
      <div className="lens bench-lens">
        <DigitFace
          colour={colour}
          lights={litSegments(shown)}
          letters
          height="150px"
          label={done ? "What it lights" : "Click what it lights"}
          verb="Change"
          onPick={done ? undefined : turn}
        />
      </div>
      {!done && (
        <Button className="mt-2" variant="primary" onClick={() => onAnswer(isSame)}>
          That is it
        </Button>
      )}
    </>
  );
}

function ByteAnswer({ drill, onAnswer }: Omit<Props, "done"> & { drill: Of<"shape-to-byte"> }) {
  return (
    <>
      <p className="mono small mb-2">{wiringWords(drill.wiring)}</p>
      <div className="lens bench-lens">
        <DigitFace
          colour={useColour()}
          lights={litSegments(drill.shape)}
          letters
          height="150px"
          label="The shape"
        />
      </div>
      <CommitField
        label="The byte"
        shown=""
        mono
        width={180}
        hint="0x4F, 0b1001111 or 79; Enter answers"
        read={parseByte}
        onCommit={(byte) => onAnswer(byte === drill.answer)}
      />
    </>
  );
}

function ChoiceAnswer({ drill, done, onAnswer }: Props & { drill: Of<"leg" | "resistor" | "fault"> }) {
  const shades = (leds: ReadonlyArray<readonly PipName[]>) =>
    leds.map((digit) => new Map(digit.map((one) => [one, "lit" as const])));
  return (
    <>
      {drill.seen && (
        <div className="bench-faces mb-2">
          <figure>
            <div className="lens bench-lens">
              <ShadedFace shades={shades(drill.seen.meant)} height="70px" label="Intended" />
            </div>
            <figcaption className="tiny quiet">intended</figcaption>
          </figure>
          <figure>
            <div className="lens bench-lens">
              <ShadedFace shades={shades(drill.seen.lit)} height="110px" label="Seen" />
            </div>
            <figcaption className="tiny quiet">seen</figcaption>
          </figure>
        </div>
      )}
      <div className="drill-choices" role="group" aria-label="Answers">
        {drill.choices.map((choice, at) => (
          <Button
            key={choice}
            variant={done && at === drill.answer ? "primary" : "plain"}
            disabled={done}
            onClick={() => onAnswer(at === drill.answer)}
          >
            {choice}
          </Button>
        ))}
      </div>
    </>
  );
}
