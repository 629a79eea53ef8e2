"use client";
import "./new-rig.css";
import { yupResolver } from "@hookform/resolvers/yup";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Controller, useForm, useWatch } from "react-hook-form";
import * as yup from "yup";
import { glyphFit, splitCells } from "@/core/glyph";
import { CONTROLLERS, LED_FIGURES, type LedColour, type Polarity } from "@/core/parts";
import {
  DEFAULT_PLAN,
  LIMITS,
  controllerById,
  ledValues,
  newRig,
  withController,
  type ResistorSchool,
  type Rig,
} from "@/core/rig";
import { currentFigures } from "@/core/circuit";
import { formatMilliamps, formatQuantity, neighbours } from "@/core/quantity";
import { addRig, modelFor, newId, say } from "@/store";
import { Choices, DigitFace, FindingsCount, PipLogo, ThemeSwitch, faceLights, useSimulation } from "@/ui";
import { checkModel } from "@/core/check";

const ANSWERS = yup.object({
  name: yup.string().trim().required("Give it a name").max(LIMITS.name, `At most ${LIMITS.name} characters`),
  polarity: yup.mixed<Polarity>().oneOf(["common-cathode", "common-anode"]).required(),
  colour: yup
    .mixed<LedColour>()
    .oneOf(Object.keys(LED_FIGURES) as LedColour[])
    .required(),
  resistors: yup.mixed<ResistorSchool>().oneOf(["per-segment", "common"]).required(),
  controller: yup
    .string()
    .oneOf(CONTROLLERS.map(({ id }) => id))
    .required(),
  list: yup
    .string()
    .required("Say what it is to show")
    .max(LIMITS.list, `At most ${LIMITS.list} characters`)
    .test(
      "shown",
      ({ value }) => `Seven segments cannot show ${unshown(value).join(" ")}`,
      (value) => unshown(value).length === 0,
    ),
});

type Answers = yup.InferType<typeof ANSWERS>;

const unshown = (text: string): string[] => [
  ...new Set(
    splitCells(text ?? "")
      .filter(({ glyph }) => glyphFit(glyph).fit === "cannot")
      .map(({ glyph }) => `“${glyph}”`),
  ),
];

/** A peak that is bright indoors and keeps eight segments well below the chip's 70 mA. */
const WANTED_MA = 6;

/** The resistor for a segment at about {@link WANTED_MA}, from the E12 row: (supply − drop) / current − the output's own 60 Ω. */
function ohmsFor(colour: LedColour, supply: number): number {
  const { forward, slope } = LED_FIGURES[colour];
  return neighbours("E12", Math.max(47, ((supply - forward) / WANTED_MA) * 1000 - 60 - slope)).above;
}

function build(answers: Answers, id: string): Rig {
  const { name, polarity, colour, resistors, list, controller } = answers;
  return newRig(
    {
      id,
      name: name.trim() || "My rig",
      show: {
        mode: splitCells(list).length > 1 ? "count" : "hold",
        list,
        hold: list.slice(0, 2),
        interval: 1000,
        rounds: 0,
        end: "last",
      },
    },
    withController({ ...DEFAULT_PLAN, polarity, resistors }, controller),
    { ohms: ohmsFor(colour, controllerById(controller).logic), led: ledValues(colour) },
  );
}

/** A new rig from a few questions, with the rig they lead to beside them. */
export function NewRig() {
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const { register, control, handleSubmit, formState } = useForm<Answers>({
    resolver: yupResolver(ANSWERS),
    mode: "onChange",
    defaultValues: {
      name: "My digit",
      polarity: "common-cathode",
      colour: "red",
      controller: DEFAULT_PLAN.controller,
      resistors: "per-segment",
      list: "0123456789",
    },
  });
  const answers = useWatch({ control }) as Answers;
  const good = ANSWERS.isValidSync(answers);
  const key = JSON.stringify(answers);
  const rig = useMemo(() => (good ? build(JSON.parse(key) as Answers, "preview") : undefined), [good, key]);
  const submit = handleSubmit(async (given) => {
    setBusy(true);
    try {
      const stored = await addRig(build(given, newId()));
      router.push(`/rig/${stored.id}/wires`);
    } catch (error) {
      setBusy(false);
      say({ text: `The rig could not be stored: ${String(error)}`, tone: "trouble" });
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
          <p className="quiet mb-0">One digit, one 74HC595, one board. Everything can be changed later.</p>
        </div>
        <ThemeSwitch />
      </header>
      <form className="new-rig" onSubmit={(event) => void submit(event)} noValidate>
        <div className="new-questions">
          <fieldset className="sheet">
            <legend className="sheet-title">1 · What is on the table?</legend>
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
                      name: "Common cathode",
                      cost: "all minus sides joined; a high output lights a segment",
                    },
                    {
                      value: "common-anode",
                      name: "Common anode",
                      cost: "all plus sides joined; a low output lights a segment",
                    },
                  ]}
                />
              )}
            />
            <p className="small quiet mt-2 mb-2">
              Not sure? Put 1 kΩ in series with 5 V, hold minus on the middle leg of the bottom row and touch
              the leg next to it with plus: if it lights, it is common cathode. If nothing lights, swap plus
              and minus.
            </p>
            <div className="new-show">
              <div>
                <label className="field-label" htmlFor="colour">
                  Colour of its LEDs
                </label>
                <Form.Select id="colour" {...register("colour")}>
                  {Object.values(LED_FIGURES).map(({ colour, title, forward }) => (
                    <option key={colour} value={colour}>
                      {title}, about {forward} V
                    </option>
                  ))}
                </Form.Select>
              </div>
              <div>
                <label className="field-label" htmlFor="controller">
                  Board that drives it
                </label>
                <Form.Select id="controller" {...register("controller")}>
                  {CONTROLLERS.map(({ id, title }) => (
                    <option key={id} value={id}>
                      {title}
                    </option>
                  ))}
                </Form.Select>
              </div>
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
                      name: "One for each segment",
                      cost: "eight resistors, every character equally bright",
                    },
                    {
                      value: "common",
                      name: "One in the common leg",
                      cost: "one resistor, but an 8 is dimmer than a 1",
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
                  Characters, one after the other
                </label>
                <Form.Control
                  id="list"
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
  const { face } = useSimulation("preview", rig);
  const model = rig && modelFor(rig);
  const figures = model && currentFigures(model);
  const resistor = rig?.units.find((unit) => unit.part === "resistor");
  return (
    <aside className="sheet new-preview" aria-label="The rig this gives">
      <div className="lens" style={{ padding: "20px 0" }}>
        <DigitFace
          colour={model?.display.led?.colour ?? "red"}
          lights={model ? faceLights(face, model.display.ref) : {}}
          height={200}
          label="The simulated rig"
        />
      </div>
      {rig && figures && (
        <ul className="plain-list mt-3">
          <li>
            {rig.units.length} parts, {rig.wires.length} wires, 3 controller lines
          </li>
          <li>
            {resistor && formatQuantity(resistor.ohms!, "Ω")}{" "}
            {rig.plan.resistors === "common" ? "in the common leg" : "for each segment"}:{" "}
            {formatMilliamps(figures.inEight)} in an 8, {formatMilliamps(figures.inOne)} in a 1
          </li>
          <li>
            <FindingsCount findings={checkModel(model!)} />
          </li>
        </ul>
      )}
      <Button type="submit" variant="primary" className="w-100 mt-3" disabled={busy || !rig}>
        Build it and show the wires
      </Button>
    </aside>
  );
}
