import { readRig, type Rig } from "@/core/rig";
import { refusal, type Answer } from "../question";

export type RigOrRefusal =
  { readonly ok: true; readonly rig: Rig } | { readonly ok: false; readonly answer: Answer };

/** The rig in a body, or the answer that says why there is none. */
export function rigIn(text: string): RigOrRefusal {
  const read = readRig(text);
  if (read.ok) return read;
  const notJson = read.problems.some(
    ({ message }) => message.startsWith("is not valid JSON") || message.startsWith("is empty"),
  );
  return {
    ok: false,
    answer: refusal(
      notJson ? 400 : 422,
      notJson ? "The body is not JSON." : "The body is JSON, but not a rig document that can be used.",
      read.problems,
    ),
  };
}

/** A whole number from a query, within bounds; the usual one where it is not given. */
export function numberIn(
  query: Readonly<Record<string, string>>,
  name: string,
  usual: number,
  least: number,
  most: number,
): number | Answer {
  const text = query[name];
  if (text === undefined) return usual;
  const value = text.trim() === "" ? NaN : Number(text);
  return Number.isInteger(value) && value >= least && value <= most
    ? value
    : refusal(
        422,
        `“${name}” is “${text.slice(0, 40)}”; it must be a whole number from ${least} to ${most}.`,
      );
}

/** Names from a list in a query, `parts=a,b`; `all` stands for every one. */
export function choiceIn<Name extends string>(
  query: Readonly<Record<string, string>>,
  known: readonly Name[],
  usual: readonly Name[],
): ReadonlySet<Name> | Answer {
  const text = query.parts;
  if (text === undefined) return new Set(usual);
  if (text === "all") return new Set(known);
  const asked = text.slice(0, 400).split(",");
  const unknown = asked.find((name) => !(known as readonly string[]).includes(name));
  return unknown === undefined
    ? new Set(asked as Name[])
    : refusal(422, `There is no part “${unknown.slice(0, 40)}”. Parts are ${known.join(", ")}, or all.`);
}

/** Whether a question was answered before it was worked out: refused, with the reason. */
export const isAnswer = (value: unknown): value is Answer =>
  typeof value === "object" && value !== null && "status" in value;
