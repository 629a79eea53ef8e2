import { everyStatement, expressionsOf, within, type CExpression, type CStatement } from "./code";
import { tableOf, type Scope } from "./scope";

/** A counter of its own, up to what does not change meanwhile. */
export function countOf(scope: Scope, { first, condition, steps, body }: Extract<CStatement, { do: "for" }>) {
  const [step] = steps;
  if (first.do !== "declare" || steps.length !== 1 || condition.is !== "binary" || condition.operator !== "<")
    return undefined;
  const { name } = first;
  const goesOn =
    step!.do === "assign" &&
    step!.operator === "+=" &&
    step!.value.is === "number" &&
    step!.value.value === 1;
  const below = condition.left.is === "name" && condition.left.name === name;
  if (!goesOn || !below || !first.value) return undefined;
  const limits = new Set(changing(condition.right));
  let [calls, changes] = [false, false];
  for (const statement of everyStatement(body)) {
    if (statement.do === "assign") {
      const target = statement.target.is === "name" ? statement.target.name : tableOf(statement.target)!;
      changes ||= target === name || limits.has(target);
    }
    for (const outer of expressionsOf(statement))
      for (const part of within(outer)) {
        calls ||= part.is === "call" && scope.routines.has(part.name);
        changes ||= part.is === "next" && part.of.is === "name" && limits.has(part.of.name);
      }
  }
  const free = [...limits].some(
    (limit) => !scope.key(limit).includes("/") && !scope.outer.get(limit)?.isConstant,
  );
  if (changes || (calls && free)) return undefined;
  const from = scope.expressions.number(first.value);
  const to = scope.expressions.number(condition.right);
  const text = from.text === "0" ? to.text : `${from.text}, ${to.text}`;
  return { name, declared: first, text, low: from.low, high: to.high };
}

/** The names whose values count: the size of a table stays as it is. */
function* changing(one: CExpression): Generator<string, void> {
  if (one.is === "size") return;
  if (one.is === "name") yield one.name;
  else if (one.is === "binary") {
    yield* changing(one.left);
    yield* changing(one.right);
  } else for (const part of within(one)) if (part.is === "name") yield part.name;
}
