import { useState } from "react";
import Form from "react-bootstrap/Form";
import { Controller, type UseFormReturn } from "react-hook-form";
import { LED_FIGURES, type DisplaySheet } from "@/core/parts";
import { DIGIT_COUNTS, MODULES, type ModuleSheet } from "@/core/rig";
import { keepOwnModule, useOwnModules } from "@/store";
import { BoardSelect, Choices, OwnDisplay, OwnModule, SelectField } from "@/ui";
import {
  DOT_DISPLAYS,
  boardsOf,
  exampleFor,
  isDots,
  moduleOf,
  noWay,
  planOf,
  waysThatDoNot,
  waysThatFit,
  type Answers,
} from "./answers";

interface Props {
  readonly form: UseFormReturn<Answers>;
  readonly answers: Answers;
}

/** What may lie on the table: modules first, as most are bought, those of one's own among them. */
const displays = (mine: readonly string[]) => [
  {
    group: "A module with a header",
    options: [
      ...MODULES.map(({ bought: { kind, name } }) => [`module ${kind}`, name] as const),
      ...mine.map((name) => [`mine ${name}`, name] as const),
      ["own-module", "a module of my own …"] as const,
    ],
  },
  {
    group: "Bare digits",
    options: [
      ...DIGIT_COUNTS.map((count) => [String(count), `${count} digit${count === 1 ? "" : "s"}`] as const),
      ["clock", "4 digits, colon and degree mark"] as const,
    ],
  },
  {
    group: "Bare dots",
    options: Object.entries(DOT_DISPLAYS).map(([value, { title }]) => [value, title] as const),
  },
  ["own", "my own display, leg by leg"] as const,
];

const COLOURS = Object.values(LED_FIGURES).map(
  ({ colour, title, forward }) => [colour, `${title}, about ${forward} V`] as const,
);

/** The display, the way to drive it, its polarity and colour, and the board. */
export function TableQuestions({ form, answers }: Props) {
  const { control, setValue } = form;
  const [entering, setEntering] = useState<"display" | "module">();
  const kept = useOwnModules();
  const sheet = moduleOf(answers);
  const names = [
    ...new Set([...kept, ...(answers.mine ? [answers.mine] : [])].map(({ bought }) => bought.name)),
  ];
  const take = (display: string, own?: DisplaySheet, mine?: ModuleSheet) => {
    const chosen = { display, own, mine };
    setValue("own", own);
    setValue("mine", mine);
    setValue("display", display);
    setValue("list", exampleFor(chosen));
    setValue("boards", 1);
    const colour = moduleOf(chosen)?.colour;
    if (colour) setValue("colour", colour);
  };
  const choose = (display: string) => {
    if (display === "own") return setEntering("display");
    if (display === "own-module") return setEntering("module");
    const mine = [...kept, ...(answers.mine ? [answers.mine] : [])];
    take(
      display,
      undefined,
      mine.find(({ bought }) => display === `mine ${bought.name}`),
    );
  };
  return (
    <fieldset className="sheet">
      <legend className="sheet-title">1 · What is on the table?</legend>
      <div className="new-show mb-2">
        <div>
          <SelectField label="Display" value={answers.display} options={displays(names)} onChoose={choose} />
          <div className="tiny quiet">
            {sheet ? sheet.note : "A board with four or five header pins is a module: they come first."}
          </div>
        </div>
        {sheet ? (
          <ModuleQuestions form={form} answers={answers} />
        ) : (
          <WayQuestion form={form} answers={answers} />
        )}
      </div>
      {!sheet && <PolarityQuestion form={form} answers={answers} />}
      <div className="new-show">
        <Controller
          control={control}
          name="colour"
          render={({ field }) => (
            <SelectField
              label="Colour of its LEDs"
              value={field.value}
              options={COLOURS}
              onChoose={field.onChange}
            />
          )}
        />
        <Controller
          control={control}
          name="controller"
          render={({ field }) => (
            <BoardSelect label="Board that drives it" value={field.value} onChoose={field.onChange} />
          )}
        />
      </div>
      {entering === "display" && (
        <OwnDisplay
          plan={planOf(sheet || answers.display === "own" ? { ...answers, display: "4" } : answers)}
          onClose={() => setEntering(undefined)}
          onTake={(own) => {
            setEntering(undefined);
            setValue("polarity", own.polarity);
            take("own", own);
          }}
        />
      )}
      {entering === "module" && (
        <OwnModule
          start={sheet ?? MODULES[0]!}
          onClose={() => setEntering(undefined)}
          onTake={(mine) => {
            setEntering(undefined);
            take(`mine ${mine.bought.name}`, undefined, mine);
            void keepOwnModule(mine);
          }}
        />
      )}
    </fieldset>
  );
}

/** How many of a module, and how its header looks. */
function ModuleQuestions({ form: { control }, answers }: Props) {
  const counts = boardsOf(answers);
  const { bought } = moduleOf(answers)!;
  return (
    <div>
      {counts.length > 1 ? (
        <Controller
          control={control}
          name="boards"
          render={({ field }) => (
            <SelectField
              label="How many of them"
              value={field.value}
              options={counts.map((count) => [count, String(count)] as const)}
              onChoose={field.onChange}
            />
          )}
        />
      ) : (
        <div className="field-label">One of them</div>
      )}
      <div className="field-error" role="alert">
        {noWay(answers)}
      </div>
      <div className="tiny quiet">Header: {bought.header.map(({ name }) => name).join(", ")}</div>
    </div>
  );
}

/** The way to drive bare parts; what does not fit says why. */
function WayQuestion({ form: { control }, answers }: Props) {
  const dots = isDots(answers);
  const plan = planOf(answers);
  const words = (text: string) => (dots ? text.replace(/digit/g, "row") : text);
  const not = waysThatDoNot(plan);
  return (
    <div>
      <Controller
        control={control}
        name="way"
        render={({ field }) => (
          <SelectField
            label="Way to drive it"
            value={field.value ?? ""}
            options={waysThatFit(plan).map(
              ({ id, title }, at) => [at === 0 ? "" : id, words(title)] as const,
            )}
            onChoose={field.onChange}
          />
        )}
      />
      <div className="field-error" role="alert">
        {noWay(answers)}
      </div>
      {not.length > 0 && (
        <details className="tiny quiet">
          <summary>{not.length} more do not fit, and why</summary>
          <ul className="plain-list mt-1">
            {not.map(({ way, why }) => (
              <li key={way.id}>
                {words(way.title)}: {why}
              </li>
            ))}
          </ul>
        </details>
      )}
    </div>
  );
}

/** Which sides of its LEDs are joined. */
function PolarityQuestion({ form: { control }, answers }: Props) {
  const dots = isDots(answers);
  if (answers.display === "own") return null;
  return (
    <>
      <Controller
        control={control}
        name="polarity"
        render={({ field }) => (
          <Choices
            label="Polarity of the display"
            value={field.value}
            onChoose={field.onChange}
            options={[
              {
                value: "common-cathode",
                name: dots ? "Rows are cathodes" : "Common cathode",
                cost: `all minus sides ${dots ? "of a row " : ""}joined; a high output lights a ${dots ? "dot" : "segment"}`,
              },
              {
                value: "common-anode",
                name: dots ? "Rows are anodes" : "Common anode",
                cost: `all plus sides ${dots ? "of a row " : ""}joined; a low output lights a ${dots ? "dot" : "segment"}`,
              },
            ]}
          />
        )}
      />
      <p className="small quiet mt-2 mb-2">
        {dots
          ? "Rows are the side that takes turns. A module may be turned: which corner is first can be found out later, on Frames. On modules with a MAX7219 of their own rows are cathodes."
          : "Not sure? Put 1 kΩ in series with 5 V, hold minus on the middle leg of the bottom row and touch the leg next to it with plus: if it lights, it is common cathode. If nothing lights, swap plus and minus."}
      </p>
    </>
  );
}

/** Which side of the LEDs has the resistors. */
export function ResistorQuestion({ form: { control }, answers }: Props) {
  const dots = isDots(answers);
  // A module has what it needs on its board.
  if (moduleOf(answers)) return null;
  return (
    <fieldset className="sheet">
      <legend className="sheet-title">2 · Which resistors?</legend>
      <Controller
        control={control}
        name="resistors"
        render={({ field }) => (
          <Choices
            label="Resistors"
            value={field.value}
            onChoose={field.onChange}
            options={[
              {
                value: "per-segment",
                name: dots ? "One for each column" : "One for each segment",
                cost: dots ? "every row equally bright" : "every character equally bright",
              },
              {
                value: "common",
                name:
                  answers.display === "1"
                    ? "One in the common leg"
                    : `One for each ${dots ? "row" : "digit"}`,
                cost: dots
                  ? "a full row is dimmer than a single dot"
                  : "fewer resistors, but an 8 is dimmer than a 1",
              },
            ]}
          />
        )}
      />
    </fieldset>
  );
}

/** The texts to show, and the name. */
export function ShowQuestions({ form: { register, formState }, answers }: Props) {
  const dots = isDots(answers);
  return (
    <fieldset className="sheet">
      <legend className="sheet-title">{moduleOf(answers) ? 2 : 3} · What is it to show?</legend>
      <div className="new-show">
        <div>
          <label className="field-label" htmlFor="list">
            {answers.display === "1"
              ? "Characters, one after the other"
              : dots
                ? "Text"
                : "Texts, one a line"}
          </label>
          <Form.Control
            id="list"
            {...(answers.display === "1" ? {} : { as: "textarea", rows: 3 })}
            className="mono"
            isInvalid={!!formState.errors.list}
            {...register("list")}
          />
          <div className="field-error" role="alert">
            {formState.errors.list?.message}
          </div>
        </div>
        <div>
          <label className="field-label" htmlFor="name">
            Name of the rig
          </label>
          <Form.Control id="name" isInvalid={!!formState.errors.name} {...register("name")} />
          <div className="field-error" role="alert">
            {formState.errors.name?.message}
          </div>
        </div>
      </div>
    </fieldset>
  );
}
