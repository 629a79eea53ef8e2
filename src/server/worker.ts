import { move, transferableSymbol, valueSymbol } from "piscina";
import { answer } from "./answers";
import type { Answer, Question } from "./question";

/** What a worker thread does: one question at a time; the answer's bytes are handed over, not copied. */
export default async function work(question: Question) {
  const { body, ...rest } = await answer(question);
  const bytes = typeof body === "string" ? new TextEncoder().encode(body) : body.slice();
  const value: Answer = { ...rest, body: bytes };
  return move({ [transferableSymbol]: [bytes.buffer], [valueSymbol]: value } as never);
}
