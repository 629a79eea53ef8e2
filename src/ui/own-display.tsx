import "./own-display.css";
import { yupResolver } from "@hookform/resolvers/yup";
import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";
import { Controller, useForm, useWatch, type Resolver } from "react-hook-form";
import type { ObjectSchema } from "yup";
import { yupOf } from "@/core/document";
import { DOTS, SEGMENTS, columnOf } from "@/core/glyph";
import {
  DISPLAY_SHEET,
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
import { SelectField } from "./select-field";

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

/** The document's own words on a display, and what makes one of it that can be read. */
const OWN_SHEET = (yupOf(DISPLAY_SHEET) as ObjectSchema<DisplaySheet>).test(
  "describes a display",
  ({ value }) => sheetProblem(value as DisplaySheet),
  (value) => sheetProblem(value) === undefined,
);

/** A display that came with no paper, entered leg by leg: what each leg is, found with a meter or a resistor and 5 V. */
export function OwnDisplay({ plan, onClose, onTake }: Props) {
  const { control, handleSubmit, formState, reset, setValue } = useForm<DisplaySheet>({
    resolver: yupResolver(OWN_SHEET) as Resolver<DisplaySheet>,
    defaultValues: startOf(plan),
    mode: "onChange",
  });
  const sheet = useWatch({ control }) as DisplaySheet;
  const dots = columnsOf(sheet) > 0;
  const digits = digitsOf(sheet);
  const setLegs = (legs: readonly LegUse[]) => {
    // Where the points' leg lit another mark, it did so on the legs as they were.
    setValue("pointIs", undefined);
    setValue("legs", legs, { shouldValidate: true });
  };
  const problem = sheetProblem(sheet);
  return (
    <Modal show onHide={onClose} size="xl" aria-labelledby="own-title">
      <form onSubmit={(event) => void handleSubmit(() => onTake(sheet))(event)} noValidate>
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
              onChoose={(kind) =>
                reset(
                  kind === "dots" ? matrixSheet("8x8", sheet.polarity) : sheetOf("digit-4", sheet.polarity)!,
                )
              }
            />
            <SelectField
              label="Legs"
              value={sheet.legs.length}
              options={LEG_COUNTS.map((count) => [count, `${count}, ${count / 2} a row`] as const)}
              onChoose={(count) =>
                setLegs(Array.from({ length: count }, (_, at) => sheet.legs[at] ?? "not-used"))
              }
            />
            <Controller
              control={control}
              name="polarity"
              render={({ field }) => (
                <SelectField<Polarity>
                  label="Polarity"
                  value={field.value}
                  options={[
                    [
                      "common-cathode",
                      dots ? "rows are cathodes: minus" : "common cathode: commons are minus",
                    ],
                    ["common-anode", dots ? "rows are anodes: plus" : "common anode: commons are plus"],
                  ]}
                  onChoose={field.onChange}
                />
              )}
            />
            {(["colon", "degree"] as const)
              .filter((mark) => sheet.legs.includes(mark))
              .map((mark) => (
                <Controller
                  key={mark}
                  control={control}
                  name={`marks.${mark}`}
                  render={({ field }) => (
                    <SelectField
                      label={`${mark === "colon" ? "Colon" : "Degree mark"} lights with`}
                      value={field.value ?? (mark === "colon" ? Math.min(2, digits) : digits)}
                      options={Array.from(
                        { length: digits },
                        (_, at) => [at + 1, `digit ${at + 1}`] as const,
                      )}
                      onChoose={field.onChange}
                    />
                  )}
                />
              ))}
          </div>
          <LegFields sheet={sheet} onLegs={setLegs} />
          <p className="small quiet mt-3 mb-0">{HOW_TO_FIND[dots ? "dots" : "digits"]}</p>
          {problem && (
            <p className="severity-fault small mt-2 mb-0" role="alert">
              {problem}
            </p>
          )}
        </Modal.Body>
        <Modal.Footer>
          <Button variant="plain" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" variant="primary" disabled={!formState.isValid}>
            Use this display
          </Button>
        </Modal.Footer>
      </form>
    </Modal>
  );
}

interface LegsProps {
  readonly sheet: DisplaySheet;
  readonly onLegs: (legs: readonly LegUse[]) => void;
}

/** The display from the front with a field at each leg: half of them along the bottom, the rest back along the top. */
function LegFields({ sheet, onLegs }: LegsProps) {
  const part = displayPart("own-display", "", "", sheet);
  const [digits, columns] = [digitsOf(sheet), columnsOf(sheet)];
  const half = Math.ceil(sheet.legs.length / 2);
  const legs = sheet.legs.map((use, at) => ({ use, at }));
  const field = ({ use, at }: { use: LegUse; at: number }) => (
    <div key={at} className="own-leg">
      <span className="tiny quiet">leg {at + 1}</span>
      <SelectField
        label={`Leg ${at + 1}, ${countLeg(part, part.legs[at]!)}`}
        labelled="heard"
        size="sm"
        value={use}
        options={columns > 0 ? DOT_USES : DIGIT_USES}
        onChoose={(chosen) => onLegs(sheet.legs.map((old, place) => (place === at ? chosen : old)))}
      />
    </div>
  );
  return (
    <div className="own-package" aria-label="The display from the front">
      <div className="own-row">{legs.slice(half).reverse().map(field)}</div>
      <div className="own-body">
        {columns > 0
          ? `from the front · ${columns} columns in ${digits} rows`
          : `from the front, points at the bottom right · ${digits} digit${digits === 1 ? "" : "s"}`}
      </div>
      <div className="own-row">{legs.slice(0, half).map(field)}</div>
    </div>
  );
}

const HOW_TO_FIND = {
  dots: "To find the legs: 1 kΩ in series with 5 V. Try pairs until one dot lights; then that pair is its column and its row. Keep the row and touch the others one by one: each lights another dot of that row.",
  digits:
    "To find the legs: 1 kΩ in series with 5 V. Try pairs until one segment lights; then that pair is its segment leg and a common. Keep the common and touch the others one by one: each lights another segment of the same digit.",
} as const;
