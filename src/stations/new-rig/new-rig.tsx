"use client";
import "./new-rig.css";
import { yupResolver } from "@hookform/resolvers/yup";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Controller, useForm, useWatch } from "react-hook-form";
import { LED_FIGURES } from "@/core/parts";
import { DEFAULT_PLAN, DIGIT_COUNTS, showsDots, type Rig } from "@/core/rig";
import { formatMilliamps, formatQuantity } from "@/core/quantity";
import { keeper, refuse, storageProblem, useFindingsOf, useJustAtDesk } from "@/store";
import {
  BoardSelect,
  Choices,
  FindingsCount,
  PipLogo,
  RigFace,
  SelectField,
  ThemeSwitch,
  useSimulation,
} from "@/ui";
import { ANSWERS, DOT_DISPLAYS, EXAMPLES, build, planOf, waysThatFit, type Answers } from "./answers";

const DISPLAYS = [
  ...DIGIT_COUNTS.map((count) => [String(count), `${count} digit${count === 1 ? "" : "s"}`] as const),
  ["clock", "4 digits, colon and degree mark"] as const,
  ...Object.entries(DOT_DISPLAYS).map(([value, { title }]) => [value, title] as const),
];

const COLOURS = Object.values(LED_FIGURES).map(
  ({ colour, title, forward }) => [colour, `${title}, about ${forward} V`] as const,
);

/** A new rig from a few questions, with the rig they lead to beside them. */
export function NewRig() {
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const { register, control, handleSubmit, formState, setValue } = useForm<Answers>({
    resolver: yupResolver(ANSWERS),
    mode: "onChange",
    defaultValues: {
      name: "My digit",
      display: "1",
      way: "",
      polarity: "common-cathode",
      colour: "red",
      controller: DEFAULT_PLAN.controller,
      resistors: "per-segment",
      list: "0123456789",
    },
  });
  const answers = useWatch({ control }) as Answers;
  const dots = answers.display.startsWith("dots");
  const good = ANSWERS.isValidSync(answers);
  const key = JSON.stringify(answers);
  const rig = useMemo(() => (good ? build(JSON.parse(key) as Answers, "preview") : undefined), [good, key]);
  const submit = handleSubmit(async (given) => {
    setBusy(true);
    try {
      const stored = await keeper().addRig(build(given, crypto.randomUUID()));
      router.push(`/rig/${stored.id}/wires`);
    } catch (error) {
      setBusy(false);
      refuse("The rig was not made", `It could not be stored: ${storageProblem(error)}.`);
    }
  });
  return (
    <div className="page">
      <header className="page-head">
        <Link href="/" aria-label="Back to the shelf">
          <PipLogo size={34} />
        </Link>
        <div className="me-auto">
          <h1 className="page-name">New rig</h1>
          <p className="quiet mb-0">
            A display, a way to drive it, a board. Everything can be changed later.
          </p>
        </div>
        <ThemeSwitch />
      </header>
      <form className="new-rig" onSubmit={(event) => void submit(event)} noValidate>
        <div className="new-questions">
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
        </div>
        <Preview rig={rig} busy={busy} />
      </form>
    </div>
  );
}

function Preview({ rig, busy }: { rig: Rig | undefined; busy: boolean }) {
  const { shape, face } = useSimulation("preview", rig);
  const resistor = rig?.units.find((unit) => unit.part === "resistor");
  return (
    <aside className="sheet new-preview" aria-label="The rig this gives">
      <div className="lens" style={{ padding: "20px 18px" }}>
        {rig && <RigFace shape={shape} face={face} height={200} label="The simulated rig" />}
      </div>
      {rig && (
        <ul className="plain-list mt-3">
          <li>
            {rig.units.length} parts, {rig.wires.length} wires, {Object.keys(rig.plan.lines).length}{" "}
            controller lines
          </li>
          {!showsDots(rig.plan) && (
            <li>
              {resistor && formatQuantity(resistor.ohms!, "Ω")}{" "}
              {rig.plan.resistors === "common" ? "in each common leg" : "for each segment"}
              <PreviewCurrents rig={rig} />
            </li>
          )}
          <li>
            <PreviewFindings rig={rig} />
          </li>
        </ul>
      )}
      <Button type="submit" variant="primary" className="w-100 mt-3" disabled={busy || !rig}>
        Build it and show the wires
      </Button>
    </aside>
  );
}

function PreviewCurrents({ rig }: { rig: Rig }) {
  const driving = useJustAtDesk(rig, (desk) => desk.driving());
  if (!driving) return null;
  const { inEight, inOne } = driving.figures;
  return `: ${formatMilliamps(inEight)} in an 8, ${formatMilliamps(inOne)} in a 1`;
}

function PreviewFindings({ rig }: { rig: Rig }) {
  const { findings, checking, failed } = useFindingsOf(rig);
  return <FindingsCount findings={findings} checking={checking} failed={failed} />;
}
