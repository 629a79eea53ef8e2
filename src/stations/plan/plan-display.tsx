import { useState } from "react";
import Button from "react-bootstrap/Button";
import { LED_FIGURES, TEST_CURRENT, MATRICES, type LedColour, type MatrixName } from "@/core/parts";
import {
  DIGIT_COUNTS,
  LIMITS,
  changeUnits,
  digitCount,
  ledValues,
  MODULES,
  boardCount,
  matrixSize,
  moduleByKind,
  moduleCount,
  showsDots,
  withDisplay,
  withModule,
  withoutModule,
  sheetOfPlan,
  type ModuleSheet,
  type Plan,
} from "@/core/rig";
import { editRig, keepOwnModule, useModel, useOwnModules, useRig } from "@/store";
import { ModuleFacts } from "./module/module-facts";
import { SelectField, Choices, OwnDisplay, OwnModule, QuantityField } from "@/ui";

/** Bare displays to choose from, by the name they are chosen by. */
const BARE = [
  {
    group: "Bare digits",
    options: [
      ...DIGIT_COUNTS.map((count) => [String(count), `${count} digit${count === 1 ? "" : "s"}`] as const),
      ["clock", "4 with colon and degree mark"] as const,
    ],
  },
  {
    group: "Bare dots",
    options: Object.entries(MATRICES).map(
      ([name, { rows, columns }]) => [`dots ${name}`, `${columns} × ${rows} dots`] as const,
    ),
  },
  ["own", "my own display, leg by leg"] as const,
];

/** All that may be chosen: modules first, as most are bought, those of one's own among them. */
const kinds = (mine: readonly ModuleSheet[], plan: Plan) => [
  {
    group: "Modules with a header",
    options: [
      ...MODULES.map(({ bought: { kind, name } }) => [`module ${kind}`, name] as const),
      ...mine.map(({ bought: { name } }) => [`mine ${name}`, name] as const),
      ...(isUnknown(plan, mine)
        ? [[`mine ${plan.bought!.name}`, `${plan.bought!.name}, in this rig`] as const]
        : []),
      ["own-module", "a module of my own …"] as const,
    ],
  },
  ...BARE,
];

/** Whether a plan's module is neither one of the known ones nor kept. */
const isUnknown = ({ bought }: Plan, mine: readonly ModuleSheet[]): boolean =>
  bought !== undefined && bought.kind === undefined && !mine.some((one) => one.bought.name === bought.name);

interface Props {
  readonly onLay: (plan: Plan) => void;
}

const MODULE_COUNTS = [1, 2, 3, 4, 5, 6, 8, 10, 12, 16, 24, 32, 48, 64];

/** Numbers of modules one chooses from, the plan's own among them. */
const moduleCounts = (plan: Plan): number[] =>
  [...new Set([...MODULE_COUNTS, moduleCount(plan)])].sort((one, other) => one - other);

/** What a plan's display is called among the kinds. */
function kindOf(plan: Plan): string {
  if (plan.bought) return plan.bought.kind ? `module ${plan.bought.kind}` : `mine ${plan.bought.name}`;
  if (plan.display === "plain") return String(plan.digits);
  return plan.display === "dots" ? `dots ${plan.module ?? "8x8"}` : plan.display;
}

/** The plan with the display chosen by the name of its kind. */
function planOfKind(before: Plan, kind: string): Plan {
  const [group, which] = kind.split(" ") as [string, string | undefined];
  if (group === "module" && which) return withModule(before, moduleByKind(which));
  const plan = withoutModule(before);
  const matrix = which as MatrixName | undefined;
  if (matrix)
    return withDisplay(plan, {
      display: "dots",
      module: matrix,
      own: undefined,
      digits: MATRICES[matrix].rows,
    });
  if (kind === "clock") return withDisplay(plan, { display: "clock", own: undefined, digits: 4 });
  return withDisplay(plan, { display: "plain", own: undefined, digits: Number(kind) });
}

/** The display: how many digits, of which kind and polarity, and its LEDs. */
export function DisplaySheet({ onLay }: Props) {
  const { plan } = useRig();
  const [entering, setEntering] = useState<"display" | "module">();
  const mine = useOwnModules();
  const colour = useModel().display.led?.colour ?? "red";
  const choose = (kind: string) => {
    const own = mine.find(({ bought }) => kind === `mine ${bought.name}`);
    if (own) return onLay(withModule(plan, own));
    if (kind === "own-module") return setEntering("module");
    if (kind === "own") return setEntering("display");
    if (kind !== kindOf(plan)) onLay(planOfKind(plan, kind));
  };
  const word = showsDots(plan) ? "row" : "digit";
  return (
    <section className="sheet">
      <div className="spread flex-wrap mb-2">
        <h2 className="sheet-title mb-0">Display</h2>
        <span className="row-line flex-wrap">
          <SelectField
            label="Kind of display"
            labelled="heard"
            size="sm"
            value={kindOf(plan)}
            options={kinds(mine, plan)}
            onChoose={choose}
          />
          {plan.display === "dots" && !plan.bought && (
            <SelectField
              label="Modules"
              labelled="heard"
              size="sm"
              width="auto"
              value={moduleCount(plan)}
              options={moduleCounts(plan).map(
                (count) => [count, `${count} module${count === 1 ? "" : "s"}`] as const,
              )}
              onChoose={(count) => onLay(withDisplay(plan, { digits: count * matrixSize(plan)!.rows }))}
            />
          )}
          {plan.display === "own" && !plan.bought && (
            <Button size="sm" variant="plain" onClick={() => setEntering("display")}>
              Legs
            </Button>
          )}
        </span>
      </div>
      {plan.bought && <ModuleFacts onLay={onLay} onEdit={() => setEntering("module")} />}
      {!plan.bought && (
        <Choices
          label="Polarity"
          value={plan.polarity}
          onChoose={(polarity) =>
            onLay(
              withDisplay(plan, {
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
      )}
      <LedFields />
      {word === "digit" && digitCount(plan) > 1 && (
        <div className="field-row mt-2">
          <SelectField<Plan["countFrom"]>
            label="Digit 1"
            value={plan.countFrom}
            options={[
              ["left", "the leftmost (as data sheets number them)"],
              ["right", "the rightmost (ones first, as numbers grow)"],
            ]}
            onChoose={(countFrom) =>
              editRig((before) => ({ ...before, plan: { ...before.plan, countFrom } }))
            }
          />
        </div>
      )}
      {entering === "module" && (
        <OwnModule
          start={sheetOfPlan(plan, colour) ?? MODULES[0]!}
          onClose={() => setEntering(undefined)}
          onTake={(sheet) => {
            setEntering(undefined);
            onLay(
              withModule(plan, sheet, sheet.bought.digits === plan.bought?.digits ? boardCount(plan) : 1),
            );
            void keepOwnModule(sheet);
          }}
        />
      )}
      {entering === "display" && (
        <OwnDisplay
          plan={plan}
          onClose={() => setEntering(undefined)}
          onTake={(own) => {
            setEntering(undefined);
            onLay(withDisplay(withoutModule(plan), { display: "own", own, polarity: own.polarity }));
          }}
        />
      )}
    </section>
  );
}

/** The LEDs of the display, as their sheet has them. */
function LedFields() {
  const led = useModel().display.led ?? ledValues("red");
  const setLed = (values: Partial<typeof led>) =>
    editRig((before) =>
      changeUnits(before, (unit) => unit.led !== undefined, { led: { ...led, ...values } }),
    );
  return (
    <div className="field-row mt-2">
      <SelectField<LedColour>
        label="LED colour"
        value={led.colour}
        options={Object.values(LED_FIGURES).map(({ colour, title }) => [colour, title] as const)}
        onChoose={(colour) => setLed(ledValues(colour))}
      />
      <QuantityField
        label="Forward voltage"
        unit="V"
        value={led.forward}
        range={LIMITS.forward}
        onCommit={(forward) => setLed({ forward })}
        width={92}
      />
      <QuantityField
        label="at current"
        unit="A"
        value={(led.testCurrent ?? TEST_CURRENT) / 1000}
        range={[LIMITS.testCurrent[0] / 1000, LIMITS.testCurrent[1] / 1000]}
        onCommit={(amps) => setLed({ testCurrent: amps * 1000 })}
        width={84}
      />
      <QuantityField
        label="Dynamic resistance"
        unit="Ω"
        value={led.slope}
        range={LIMITS.slope}
        onCommit={(slope) => setLed({ slope })}
        width={80}
      />
    </div>
  );
}
