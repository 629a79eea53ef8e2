"use client";
import "./new-rig.css";
import { yupResolver } from "@hookform/resolvers/yup";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { useForm, useWatch } from "react-hook-form";
import { DEFAULT_PLAN } from "@/core/rig";
import { keeper, refuse, storageProblem } from "@/store";
import { PipLogo, ThemeSwitch } from "@/ui";
import { ANSWERS, build, type Answers } from "./answers";
import { Preview } from "./preview";
import { ResistorQuestion, ShowQuestions, TableQuestions } from "./questions";

/** A new rig from a few questions, with the rig they lead to beside them. */
export function NewRig() {
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const form = useForm<Answers>({
    resolver: yupResolver(ANSWERS),
    mode: "onChange",
    defaultValues: {
      name: "My digit",
      display: "1",
      boards: 1,
      way: "",
      polarity: "common-cathode",
      colour: "red",
      controller: DEFAULT_PLAN.controller,
      resistors: "per-segment",
      list: "0123456789",
    },
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
          <TableQuestions form={form} answers={answers} />
          <ResistorQuestion form={form} answers={answers} />
          <ShowQuestions form={form} answers={answers} />
        </div>
        <Preview rig={rig} busy={busy} />
      </form>
    </div>
  );
}
