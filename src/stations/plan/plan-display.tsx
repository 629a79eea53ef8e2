import { useState } from "react";
import Button from "react-bootstrap/Button";
import { LED_FIGURES, TEST_CURRENT, MATRICES, type LedColour, type MatrixName } from "@/core/parts";
import {
  DIGIT_COUNTS,
  LIMITS,
  changeUnits,
  digitCount,
  driverChipOf,
  ledValues,
  matrixSize,
  moduleCount,
  planProblem,
  schemeOf,
  showsDots,
  withLines,
  type Plan,
  type SchemeName,
} from "@/core/rig";
import { editRig, useModel } from "@/store";
import { SelectField, Choices, QuantityField, fetched } from "@/ui";

const OwnDisplay = fetched("The form", () => import("./own-display").then((module) => module.OwnDisplay));

/** Displays to choose from, by the name they are chosen by. */
const KINDS = [
  {
    group: "Digits",
    options: [
      ...DIGIT_COUNTS.map((count) => [String(count), `${count} digit${count === 1 ? "" : "s"}`] as const),
      ["clock", "4 with colon and degree mark"] as const,
    ],
  },
  {
    group: "Dots",
    options: Object.entries(MATRICES).map(
      ([name, { rows, columns }]) => [`dots ${name}`, `${columns} × ${rows} dots`] as const,
    ),
  },
  ["own", "my own, leg by leg"] as const,
];

interface Props {
  readonly onLay: (plan: Plan) => void;
}

/** More digits than this take driver chips in a chain. */
const MOST_WITHOUT_CHAIN = 8;

/** The way to drive a plan's digits: its own, as long as that reaches, or one that does. */
function fittingScheme(plan: Plan): SchemeName {
  const { scheme, display, digits } = plan;
  if (showsDots(plan)) return schemeForDots(plan);
  if (!planProblem(withLines(plan))) return scheme;
  const { chip, each, forOne } = schemeOf(scheme);
  if (digits > MOST_WITHOUT_CHAIN) return "max7219";
  if (digits === 1) return forOne ? scheme : "register-static";
  if (chip) return "two-registers";
  return display !== "plain" && each ? "two-registers" : scheme;
}

/** Ways for dots, those most take first. */
const FOR_DOTS: ReadonlyArray<SchemeName> = ["max7219", "two-registers", "ht16k33", "direct"];

function schemeForDots(plan: Plan): SchemeName {
  const works = (scheme: SchemeName) =>
    planProblem(withLines({ ...plan, scheme, digitSwitch: switchFor(plan, scheme) })) === undefined;
  return [plan.scheme, ...FOR_DOTS].find(works) ?? "max7219";
}

const switchFor = (plan: Plan, scheme: SchemeName): Plan["digitSwitch"] => {
  if (driverChipOf(scheme)) return "bare";
  return plan.digitSwitch === "bare" || isOneSided(plan) ? "transistor" : plan.digitSwitch;
};

/** A plan on another number of digits: a way that only one or only many digits can have gives way to one that fits. */
export function withDigits(plan: Plan, values: Partial<Plan>): Plan {
  const asked = { ...plan, ...values };
  const changed = { ...asked, digits: digitCount(asked) };
  // What can stay stays: the way to drive the digits and what switches them.
  if (!showsDots(changed) && !planProblem(withLines(changed))) return changed;
  if (changed.register !== undefined) {
    // Another register may do where this one only sinks, or is too weak.
    const { register: _, ...usual } = changed;
    return withDigits(usual, {});
  }
  const scheme = fittingScheme(changed);
  if (showsDots(changed)) return { ...changed, scheme, digitSwitch: switchFor(changed, scheme) };
  if (scheme === changed.scheme && driverChipOf(scheme)) return changed;
  const one = changed.digits === 1;
  const shared = changed.display !== "plain" && !one;
  const bare = one || (schemeOf(scheme).each === true && !shared);
  const fits = changed.digitSwitch !== "bare" && !isOneSided(changed);
  return { ...changed, scheme, digitSwitch: bare ? "bare" : fits ? changed.digitSwitch : "transistor" };
}

/** Darlingtons and power registers only sink: they fit one polarity. */
const isOneSided = ({ digitSwitch, polarity }: Plan): boolean =>
  polarity === "common-anode" && (digitSwitch === "darlington" || digitSwitch === "power-register");

const MODULE_COUNTS = [1, 2, 3, 4, 5, 6, 8, 10, 12, 16, 24, 32, 48, 64];

/** Numbers of modules one chooses from, the plan's own among them. */
const moduleCounts = (plan: Plan): number[] =>
  [...new Set([...MODULE_COUNTS, moduleCount(plan)])].sort((one, other) => one - other);

/** The display: how many digits, of which kind and polarity, and its LEDs. */
export function DisplaySheet({ onLay }: Props) {
  const { rig, display } = useModel();
  const { plan } = rig;
  const [entering, setEntering] = useState(false);
  const led = display.led ?? ledValues("red");
  const setLed = (values: Partial<typeof led>) =>
    editRig((before) =>
      changeUnits(before, (unit) => unit.led !== undefined, { led: { ...led, ...values } }),
    );
  const kind =
    plan.display === "plain"
      ? String(plan.digits)
      : plan.display === "dots"
        ? `dots ${plan.module ?? "8x8"}`
        : plan.display;
  const word = showsDots(plan) ? "row" : "digit";
  const choose = (value: string) => {
    if (value === "own") return setEntering(true);
    const [, matrix] = value.split(" ") as [string, MatrixName | undefined];
    if (matrix)
      return onLay(
        withDigits(plan, { display: "dots", module: matrix, own: undefined, digits: MATRICES[matrix].rows }),
      );
    if (value === "clock") return onLay(withDigits(plan, { display: "clock", own: undefined, digits: 4 }));
    onLay(withDigits(plan, { display: "plain", own: undefined, digits: Number(value) }));
  };
  return (
    <section className="sheet">
      <div className="spread flex-wrap mb-2">
        <h2 className="sheet-title mb-0">Display</h2>
        <span className="row-line flex-wrap">
          <SelectField
            label="Kind of display"
            labelled="heard"
            size="sm"
            value={String(kind)}
            options={KINDS}
            onChoose={choose}
          />
          {plan.display === "dots" && (
            <SelectField
              label="Modules"
              labelled="heard"
              size="sm"
              width="auto"
              value={moduleCount(plan)}
              options={moduleCounts(plan).map(
                (count) => [count, `${count} module${count === 1 ? "" : "s"}`] as const,
              )}
              onChoose={(count) => onLay(withDigits(plan, { digits: count * matrixSize(plan)!.rows }))}
            />
          )}
          {plan.display === "own" && (
            <Button size="sm" variant="plain" onClick={() => setEntering(true)}>
              Legs
            </Button>
          )}
        </span>
      </div>
      <Choices
        label="Polarity"
        value={plan.polarity}
        onChoose={(polarity) =>
          onLay(
            withDigits(plan, {
              polarity,
              ...(plan.own ? { own: { ...plan.own, polarity } } : {}),
            }),
          )
        }
        options={[
          {
            value: "common-cathode",
            name: word === "row" ? "Rows are cathodes" : "Common cathode",
            cost: "a high output lights; common to ground",
          },
          {
            value: "common-anode",
            name: word === "row" ? "Rows are anodes" : "Common anode",
            cost: "a low output lights; common to the supply",
          },
        ]}
      />
      <div className="field-row mt-2">
        <SelectField<LedColour>
          label="LED colour"
          value={led.colour}
          options={Object.values(LED_FIGURES).map(({ colour, title }) => [colour, title] as const)}
          onChoose={(colour) => setLed(ledValues(colour))}
        />
        <QuantityField
          label="Forward drop"
          unit="V"
          value={led.forward}
          range={LIMITS.forward}
          onCommit={(forward) => setLed({ forward })}
          width={92}
        />
        <QuantityField
          label="at"
          unit="A"
          value={(led.testCurrent ?? TEST_CURRENT) / 1000}
          range={[LIMITS.testCurrent[0] / 1000, LIMITS.testCurrent[1] / 1000]}
          onCommit={(amps) => setLed({ testCurrent: amps * 1000 })}
          width={84}
        />
        <QuantityField
          label="Slope"
          unit="Ω"
          value={led.slope}
          range={LIMITS.slope}
          onCommit={(slope) => setLed({ slope })}
          width={80}
        />
      </div>
      {word === "digit" && digitCount(plan) > 1 && (
        <div className="field-row mt-2">
          <SelectField<Plan["countFrom"]>
            label="Digit 1 is"
            value={plan.countFrom}
            options={[
              ["left", "the leftmost, as sheets number"],
              ["right", "the rightmost, as values grow"],
            ]}
            onChoose={(countFrom) =>
              editRig((before) => ({ ...before, plan: { ...before.plan, countFrom } }))
            }
          />
        </div>
      )}
      {entering && (
        <OwnDisplay
          plan={plan}
          onClose={() => setEntering(false)}
          onTake={(own) => {
            setEntering(false);
            onLay(withDigits(plan, { display: "own", own, polarity: own.polarity }));
          }}
        />
      )}
    </section>
  );
}
