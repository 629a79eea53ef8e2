"use client";
import "./new-rig.css";
import { yupResolver } from "@hookform/resolvers/yup";
import { useRouter, useSearchParams } from "next/navigation";
import { useMemo, useState } from "react";
import { useForm, useWatch } from "react-hook-form";
import { DEFAULT_PLAN, MODULES } from "@/core/rig";
import { keeper, refuse, storageProblem } from "@/store";
import { PageHead } from "../page";
import { ANSWERS, build, exampleFor, moduleOf, type Answers } from "./answers";
import { Preview } from "./preview";
import { ResistorQuestion, ShowQuestions, TableQuestions } from "./questions";

/** Where the questions start: one bare digit, or the first module of the list. */
function startFrom(from: "module" | "bare"): Answers {
  const start: Answers = {
    name: "My digit",
    display: "1",
    boards: 1,
    way: "",
    polarity: "common-cathode",
    colour: "red",
    controller: DEFAULT_PLAN.controller,
    resistors: "per-segment",
    list: "0123456789",
  };
  if (from === "bare") return start;
  const { kind } = MODULES[0]!.bought;
  const bought = { ...start, name: "My module", display: `module ${kind}` };
  return { ...bought, colour: moduleOf(bought)?.colour ?? start.colour, list: exampleFor(bought) };
}

/** A new rig from a few questions, with the rig they lead to beside them. */
export function NewRig() {
  const from = useSearchParams().get("from") === "module" ? "module" : "bare";
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const form = useForm<Answers>({
    resolver: yupResolver(ANSWERS),
    mode: "onChange",
    defaultValues: startFrom(from),
  });
  const answers = useWatch({ control: form.control }) as Answers;
  const good = ANSWERS.isValidSync(answers);
  const key = JSON.stringify(answers);
  const rig = useMemo(() => (good ? build(JSON.parse(key) as Answers, "preview") : undefined), [good, key]);
  const submit = form.handleSubmit(async (given) => {
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
      <PageHead
        title="New rig"
        lead="A display, a way to drive it, a board. Everything can be changed later."
      />
      <form className="new-rig" onSubmit={(event) => void submit(event)} noValidate>
        <div className="new-questions">
          <TableQuestions form={form} answers={answers} />
          <ResistorQuestion form={form} answers={answers} />
          <ShowQuestions form={form} answers={answers} />
        </div>
        <Preview rig={rig} busy={busy} />
      </form>
    </div>
  );
}
