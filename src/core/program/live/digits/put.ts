import {
  either,
  name,
  number,
  operation,
  setElement,
  when,
  type Expression,
  type Statement,
} from "../../language";
import { BLANK_CODE, MINUS_CODE, forEach } from "../numbers";

/** Puts digits at the right of a field as they are held: leading zeros stay dark, what does not fit is dashes. */
export function putDigits(
  digits: readonly Expression[],
  { first, width, least }: { readonly first: number; readonly width: number; readonly least: number },
): Statement[] {
  const any = (from: number): Expression | undefined =>
    digits
      .slice(from)
      .map((digit) => operation(digit, ">", number(0)))
      .reduce<Expression | undefined>((all, one) => (all ? operation(all, "||", one) : one), undefined);
  const put = Array.from({ length: width }, (_, place): Statement => {
    const digit = digits[place];
    const shown = place < least;
    const code: Expression = digit
      ? shown
        ? digit
        : either(any(place)!, digit, number(BLANK_CODE))
      : number(shown ? 0 : BLANK_CODE);
    return setElement("codes", number(first + width - 1 - place), code);
  });
  const beyond = any(width);
  if (!beyond) return put;
  return [
    when(
      beyond,
      [forEach("place", first + width, [setElement("codes", name("place"), number(MINUS_CODE))], first)],
      put,
    ),
  ];
}
