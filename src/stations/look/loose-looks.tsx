import { useMemo, useState, type ComponentType } from "react";
import type { Plan } from "@/core/rig";
import { SelectField, ViewSwitch, fetched } from "@/ui";
import { loadPinOut } from "../bench";
import { loadTableReader } from "../code";
import { loadCapture } from "../writes";
import { KeepIt } from "./keep-it";
import { CAPTURED, capturedRig, digitRig, dotsRig, useLooseRig } from "./loose-rig";

const Glyphs = fetched("Segment bytes", async () => (await import("../glyphs")).GlyphsStation);
const TableReader = fetched("The reader of tables", loadTableReader) as ComponentType<{
  text: string;
  onText: (text: string) => void;
}>;
const Capture = fetched("Reading captures", loadCapture);
const PinOut = fetched("The pin finder", loadPinOut);

/** Bytes and shapes of a digit on a shift register, in either polarity and bit order. */
export function GlyphsLook() {
  const [polarity, setPolarity] = useState<Plan["polarity"]>("common-cathode");
  const [lowest, setLowest] = useState<"a" | "dp">("a");
  const rig = useMemo(() => digitRig(polarity, "Segment bytes", lowest), [polarity, lowest]);
  const there = useLooseRig(rig);
  return (
    <>
      <div className="row-line flex-wrap mb-2">
        <ViewSwitch
          label="Polarity"
          value={polarity}
          views={[
            ["common-cathode", "Common cathode"],
            ["common-anode", "Common anode"],
          ]}
          onView={setPolarity}
        />
        <ViewSwitch
          label="Bit order"
          value={lowest}
          views={[
            ["a", "Bit 0 is segment a"],
            ["dp", "Bit 0 is the point"],
          ]}
          onView={setLowest}
        />
      </div>
      {there && <Glyphs key={polarity + lowest} />}
      {there && <KeepIt from={rig} />}
    </>
  );
}

/** A display without a data sheet: what is found can be kept as a rig. */
export function PinoutLook() {
  const [rig] = useState(() => digitRig("common-cathode", "A found display"));
  const there = useLooseRig(rig);
  return (
    <>
      {there && <PinOut />}
      {there && <KeepIt from={rig} />}
    </>
  );
}

/** What a table of bytes holds, on digits or on dots. */
export function TableLook() {
  const [kind, setKind] = useState<"digits" | "dots">("digits");
  const [text, setText] = useState("");
  const rig = useMemo(
    () => (kind === "digits" ? digitRig("common-cathode", "A byte table") : dotsRig("A byte table")),
    [kind],
  );
  const there = useLooseRig(rig);
  return (
    <>
      <div className="mb-2">
        <ViewSwitch
          label="Tried on"
          value={kind}
          views={[
            ["digits", "a digit"],
            ["dots", "8 × 8 dots"],
          ]}
          onView={setKind}
        />
      </div>
      {there && <TableReader key={kind} text={text} onText={setText} />}
      {there && <KeepIt from={rig} />}
    </>
  );
}

/** A capture, read as the lines of a chip. */
export function CaptureLook() {
  const [chip, setChip] = useState("TM1637");
  const rig = useMemo(() => capturedRig(chip, "A capture"), [chip]);
  const there = useLooseRig(rig);
  return (
    <>
      <div className="mb-2">
        <SelectField
          label="Chip on the lines"
          labelled="before"
          width="auto"
          value={chip}
          options={CAPTURED}
          onChoose={setChip}
        />
      </div>
      {there && <Capture key={chip} />}
      {there && <KeepIt from={rig} />}
    </>
  );
}
