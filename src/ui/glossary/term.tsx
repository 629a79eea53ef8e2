import { useId, useRef, useState, type ReactNode } from "react";
import { fetched } from "../fetched";

const TermTip = fetched("The explanation", () => import("./term-tip").then((module) => module.TermTip));

/**
 * A word with its explanation: by hover, by focus and by a tap; Escape puts it away.
 * @param title the word as the glossary has it
 */
export function Term({ title, children }: { title: string; children?: ReactNode }) {
  const [shown, setShown] = useState(false);
  const word = useRef<HTMLButtonElement>(null);
  const tip = useId();
  return (
    <>
      <button
        ref={word}
        type="button"
        className="term"
        aria-describedby={shown ? tip : undefined}
        onMouseEnter={() => setShown(true)}
        onMouseLeave={() => setShown(false)}
        onFocus={() => setShown(true)}
        onBlur={() => setShown(false)}
        onClick={() => setShown(true)}
        onKeyDown={(event) => event.key === "Escape" && setShown(false)}
      >
        {children ?? title}
      </button>
      {shown && <TermTip id={tip} title={title} target={word} />}
    </>
  );
}
