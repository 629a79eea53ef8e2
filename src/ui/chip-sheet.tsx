import { useId } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { scanningChip, scannedWord } from "@/core/address";
import { setResistorFor } from "@/core/parts";
import { formatMilliamps, formatQuantity, neighbours } from "@/core/quantity";
import { BLINKS, LIMITS, relay, schemeValues, withSetOhms, type Rig } from "@/core/rig";
import { STEADY } from "@/core/scan";
import { editRig, editScan, useAtDesk, useModel } from "@/store";
import { QuantityField } from "./fields";
import { SelectField } from "./select-field";

/** What one starts from when resistors are put into segment lines, in Ω. */
const FIRST_OHMS = 100;

const withSegmentOhms = (rig: Rig, segmentOhms: number): Rig => relay(rig, rig.plan, { segmentOhms });

const useDriving = () => useAtDesk((desk) => desk.driving());

/** The driver chips of a rig: brightness step, the resistor that sets the current, and what that comes to. */
export function ChipSheet() {
  const model = useModel();
  const id = useId();
  const part = scanningChip(model);
  const driving = useDriving();
  const [scan] = driving?.chips ?? [];
  if (!part || !driving || !scan) return null;
  const { chips: scans, supply } = driving;
  const level = Math.min(model.rig.scan.level ?? scan.level, part.levels.length - 1);
  const word = scannedWord(model);
  return (
    <section className="sheet">
      <h2>
        {scans.length > 1 ? `${scans.length} × ` : ""}
        {part.id}
      </h2>
      <label className="field-label" htmlFor={id}>
        Brightness step {level} of {part.levels.length - 1}
      </label>
      <Form.Range
        id={id}
        min={0}
        max={part.levels.length - 1}
        value={level}
        onChange={(event) => editScan({ level: Number(event.target.value) }, "brightness")}
      />
      <DriveFields part={part} scan={scan} />
      <dl className="facts">
        {factsOf(scan, scans.length, supply, word).map(([name, value]) => (
          <div key={name}>
            <dt>{name}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
      <p className="tiny quiet mb-0">
        {model.rig.plan.bought && !part.setCurrent
          ? "The chip's own outputs limit the current of one segment; the board has no resistors for it."
          : part.setCurrent
            ? "The resistor sets the current of every segment; none is needed in their paths. Keep 10 µF and 100 nF beside each chip."
            : (schemeValues(model.rig).segmentOhms ?? 0) > 0
              ? "The chip's own outputs limit the current of one segment; the resistors keep a whole digit within its leg's limit."
              : "The chip's own outputs limit the current of one segment. Resistors in the segment lines keep a whole digit within its leg's limit."}
        {scans.length > 1 &&
          ` Feed ${scans.length} chips from a supply that gives ${formatMilliamps(supply.take, 2)} or more, not from the board.`}
      </p>
    </section>
  );
}

type Driving = NonNullable<ReturnType<typeof useDriving>>;
type ScanningChip = Driving["chips"][number];

/** What a chip's scan comes to, in words. */
function factsOf(
  scan: ScanningChip,
  chips: number,
  supply: Driving["supply"],
  word: string,
): ReadonlyArray<readonly [name: string, value: string]> {
  return [
    [
      "Scan",
      `${formatQuantity(scan.rate, "Hz")}, ${scan.digits} ${word}${scan.digits === 1 ? "" : "s"} in turn`,
    ],
    ["Lit", `${(scan.duty * 100).toFixed(1)} % of the time`],
    [
      word === "row" ? "A dot" : "A segment",
      Math.abs(scan.peak - scan.together) > 0.05 * scan.peak
        ? `${formatMilliamps(scan.together)} to ${formatMilliamps(scan.peak)} at the peak`
        : `${formatMilliamps(scan.peak)} at the peak`,
    ],
    [
      "Average",
      `${formatMilliamps(scan.together * scan.duty, 2)}, as bright as ${Math.round(((scan.together * scan.duty) / STEADY) * 100)} % of ${STEADY} mA steady`,
    ],
    [
      "Supply, all lit",
      `${formatMilliamps(supply.most, 3)}${chips > 1 ? ` for ${chips} chips` : ""}; ${formatMilliamps(supply.full, 3)} at full brightness`,
    ],
  ];
}

/** What sets the current of its outputs: a resistor at the chip, or one in each segment line; and whether it blinks. */
function DriveFields({
  part,
  scan,
}: {
  part: NonNullable<ReturnType<typeof scanningChip>>;
  scan: ScanningChip;
}) {
  const model = useModel();
  const { setCurrent } = part;
  const { setOhms } = scan;
  const forward = model.display.led?.forward ?? 2;
  const inLines = schemeValues(model.rig).segmentOhms ?? 0;
  return (
    <div className="field-row mb-2">
      {setCurrent && setOhms !== undefined && (
        <>
          <QuantityField
            label="Setting resistor"
            unit="Ω"
            value={setOhms}
            range={LIMITS.ohms}
            onCommit={(ohms) => editRig((rig) => withSetOhms(rig, ohms))}
            width={110}
          />
          <QuantityField
            label="or for a peak of"
            unit="A"
            value={scan.peak / 1000}
            range={[0.001, 0.04]}
            onCommit={(amps) =>
              editRig((rig) =>
                withSetOhms(rig, neighbours("E24", setResistorFor(setCurrent, amps * 1000, forward)).above),
              )
            }
            width={110}
          />
        </>
      )}
      {!setCurrent && inLines > 0 && (
        <QuantityField
          label="Resistor in each segment line"
          unit="Ω"
          value={inLines}
          range={LIMITS.ohms}
          onCommit={(ohms) => editRig((rig) => withSegmentOhms(rig, ohms))}
          width={110}
        />
      )}
      {!setCurrent && !model.rig.plan.bought && (
        <Button
          size="sm"
          variant="plain"
          className="align-self-end"
          title={
            inLines > 0
              ? "Lays the wires again without them"
              : "Lays the wires again with a resistor in each segment line: it takes over current and heat from the chip"
          }
          onClick={() => editRig((rig) => withSegmentOhms(rig, inLines > 0 ? 0 : FIRST_OHMS))}
        >
          {inLines > 0 ? "Take the resistors out" : "Put resistors into the segment lines"}
        </Button>
      )}
      {part.blinks && (
        <SelectField
          label="Blinking"
          value={model.rig.scan.blink ?? 0}
          options={BLINKS.map((hertz) => [hertz, hertz === 0 ? "none" : `${hertz} Hz`] as const)}
          onChoose={(blink) => editScan({ blink })}
        />
      )}
    </div>
  );
}
