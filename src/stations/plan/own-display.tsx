import { useState } from "react";
import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";
import { DOTS, SEGMENTS, columnOf } from "@/core/glyph";
import {
  columnsOf,
  countLeg,
  digitsOf,
  displayPart,
  matrixSheet,
  sheetOf,
  sheetProblem,
  type DisplaySheet,
  type LegUse,
  type Polarity,
} from "@/core/parts";
import { LIMITS, type Plan } from "@/core/rig";
import { SelectField } from "@/ui";

interface Props {
  readonly plan: Plan;
  readonly onClose: () => void;
  readonly onTake: (sheet: DisplaySheet) => void;
}

type Use = readonly [LegUse, string];
const NOT_USED: Use = ["not-used", "not used"];
const commons = (title: string): Use[] =>
  Array.from({ length: LIMITS.ownDigits }, (_, at): Use => [`digit-${at + 1}`, `${title} ${at + 1}`]);

const DIGIT_USES: readonly Use[] = [
  ...SEGMENTS.map((segment): Use => [segment, segment === "dp" ? "points" : `segment ${segment}`]),
  ["colon", "colon"],
  ["degree", "degree mark"],
  ...commons("common of digit"),
  NOT_USED,
];
const DOT_USES: readonly Use[] = [
  ...DOTS.map((dot): Use => [dot, `column ${columnOf(dot)}`]),
  ...commons("row"),
  NOT_USED,
];

/** How many legs a display may have. */
const LEG_COUNTS = Array.from({ length: 16 }, (_, at) => 10 + at * 2);

const startOf = (plan: Plan): DisplaySheet =>
  plan.own ??
  (plan.display === "dots" ? matrixSheet(plan.module ?? "8x8", plan.polarity) : undefined) ??
  sheetOf(plan.display === "clock" ? "digit-4-clock" : `digit-${Math.min(plan.digits, 4)}`, plan.polarity)!;

/** A display that came with no paper, entered leg by leg: what each leg is, found with a meter or a resistor and 5 V. */
export function OwnDisplay({ plan, onClose, onTake }: Props) {
  const [sheet, setSheet] = useState<DisplaySheet>(() => startOf(plan));
  const problem = sheetProblem(sheet);
  const part = displayPart("own-display", "", "", sheet);
  const set = (at: number, use: LegUse) =>
    setSheet({
      ...sheet,
      pointIs: undefined,
      legs: sheet.legs.map((old, place) => (place === at ? use : old)),
    });
  const resize = (count: number) =>
    setSheet({
      ...sheet,
      pointIs: undefined,
      legs: Array.from({ length: count }, (_, at) => sheet.legs[at] ?? "not-used"),
    });
  const dots = columnsOf(sheet) > 0;
  const change = (kind: string) =>
    setSheet(kind === "dots" ? matrixSheet("8x8", sheet.polarity) : sheetOf("digit-4", sheet.polarity)!);
  const half = Math.ceil(sheet.legs.length / 2);
  const bottom = sheet.legs.slice(0, half).map((use, at) => ({ use, at }));
  const top = sheet.legs
    .slice(half)
    .map((use, at) => ({ use, at: at + half }))
    .reverse();
  const field = ({ use, at }: { use: LegUse; at: number }) => (
    <div key={at} className="own-leg">
      <span className="tiny quiet">leg {at + 1}</span>
      <SelectField
        label={`Leg ${at + 1}, ${countLeg(part, part.legs[at]!)}`}
        labelled="heard"
        size="sm"
        value={use}
        options={dots ? DOT_USES : DIGIT_USES}
        onChoose={(chosen) => set(at, chosen)}
      />
    </div>
  );
  const digits = digitsOf(sheet);
  const has = (use: LegUse) => sheet.legs.includes(use);
  return (
    <Modal show onHide={onClose} size="xl" aria-labelledby="own-title">
      <Modal.Header closeButton>
        <Modal.Title id="own-title" as="h2" className="h6">
          A display of your own, leg by leg
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <div className="field-row mb-3">
          <SelectField
            label="It shows"
            value={dots ? "dots" : "digits"}
            options={[
              ["digits", "digits of segments"],
              ["dots", "dots in rows and columns"],
            ]}
            onChoose={change}
          />
          <SelectField
            label="Legs"
            value={sheet.legs.length}
            options={LEG_COUNTS.map((count) => [count, `${count}, ${count / 2} a row`] as const)}
            onChoose={resize}
          />
          <SelectField<Polarity>
            label="Polarity"
            value={sheet.polarity}
            options={[
              ["common-cathode", dots ? "rows are cathodes: minus" : "common cathode: commons are minus"],
              ["common-anode", dots ? "rows are anodes: plus" : "common anode: commons are plus"],
            ]}
            onChoose={(polarity) => setSheet({ ...sheet, polarity })}
          />
          {(["colon", "degree"] as const).filter(has).map((mark) => (
            <SelectField
              key={mark}
              label={`${mark === "colon" ? "Colon" : "Degree mark"} lights with`}
              value={sheet.marks?.[mark] ?? (mark === "colon" ? Math.min(2, digits) : digits)}
              options={Array.from({ length: digits }, (_, at) => [at + 1, `digit ${at + 1}`] as const)}
              onChoose={(digit) => setSheet({ ...sheet, marks: { ...sheet.marks, [mark]: digit } })}
            />
          ))}
        </div>
        <div className="own-package" aria-label="The display from the front">
          <div className="own-row">{top.map(field)}</div>
          <div className="own-body">
            {dots
              ? `from the front · ${columnsOf(sheet)} columns in ${digits} rows`
              : `from the front, points at the bottom right · ${digits} digit${digits === 1 ? "" : "s"}`}
          </div>
          <div className="own-row">{bottom.map(field)}</div>
        </div>
        <p className="small quiet mt-3 mb-0">
          {dots
            ? "To find the legs: 1 kΩ in series with 5 V. Try pairs until one dot lights; then that pair is its column and its row. Keep the row and touch the others one by one: each lights another dot of that row."
            : "To find the legs: 1 kΩ in series with 5 V. Try pairs until one segment lights; then that pair is its segment leg and a common. Keep the common and touch the others one by one: each lights another segment of the same digit."}
        </p>
        {problem && (
          <p className="severity-fault small mt-2 mb-0" role="alert">
            {problem}
          </p>
        )}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="plain" onClick={onClose}>
          Leave it as it was
        </Button>
        <Button variant="primary" disabled={problem !== undefined} onClick={() => onTake(sheet)}>
          Take this display
        </Button>
      </Modal.Footer>
    </Modal>
  );
}
