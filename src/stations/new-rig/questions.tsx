import Form from "react-bootstrap/Form";
import { Controller, type UseFormReturn } from "react-hook-form";
import { LED_FIGURES } from "@/core/parts";
import { DIGIT_COUNTS } from "@/core/rig";
import { BoardSelect, Choices, SelectField } from "@/ui";
import { DOT_DISPLAYS, EXAMPLES, noWay, planOf, waysThatFit, type Answers } from "./answers";

interface Props {
  readonly form: UseFormReturn<Answers>;
  readonly answers: Answers;
}

const DISPLAYS = [
  ...DIGIT_COUNTS.map((count) => [String(count), `${count} digit${count === 1 ? "" : "s"}`] as const),
  ["clock", "4 digits, colon and degree mark"] as const,
  ...Object.entries(DOT_DISPLAYS).map(([value, { title }]) => [value, title] as const),
];

const COLOURS = Object.values(LED_FIGURES).map(
  ({ colour, title, forward }) => [colour, `${title}, about ${forward} V`] as const,
);

/** Does the display show dots, so that its rows take turns where digits do elsewhere? */
const ofDots = ({ display }: Answers) => display.startsWith("dots");

/** The display, the way to drive it, its polarity and colour, and the board. */
export function TableQuestions({ form: { control, setValue }, answers }: Props) {
  const dots = ofDots(answers);
  return (
    <fieldset className="sheet">
      <legend className="sheet-title">1 · What is on the table?</legend>
      <div className="new-show mb-2">
        <div>
          <Controller
            control={control}
            name="display"
            render={({ field }) => (
              <SelectField
                label="Display"
                value={field.value}
                options={DISPLAYS}
                onChoose={(display) => {
                  field.onChange(display);
                  setValue("list", EXAMPLES[display] ?? "12.34");
                }}
              />
            )}
          />
          <div className="tiny quiet">Another leg order? Enter it leg by leg on the Plan station.</div>
        </div>
        <div>
          <Controller
            control={control}
            name="way"
            render={({ field }) => (
              <SelectField
                label="Way to drive it"
                value={field.value ?? ""}
                options={waysThatFit(planOf(answers)).map(
                  ({ id, title }, at) =>
                    [at === 0 ? "" : id, dots ? title.replace(/digit/g, "row") : title] as const,
                )}
                onChoose={field.onChange}
              />
            )}
          />
          <div className="field-error" role="alert">
            {noWay(answers)}
          </div>
          <div className="tiny quiet">All ways are compared side by side on the Plan station.</div>
        </div>
      </div>
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
    </fieldset>
  );
}

/** Which side of the LEDs has the resistors. */
export function ResistorQuestion({ form: { control }, answers }: Props) {
  const dots = ofDots(answers);
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
  const dots = ofDots(answers);
  return (
    <fieldset className="sheet">
      <legend className="sheet-title">3 · What is it to show?</legend>
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
