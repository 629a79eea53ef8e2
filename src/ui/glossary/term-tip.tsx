import type { RefObject } from "react";
import Overlay from "react-bootstrap/Overlay";
import Popover from "react-bootstrap/Popover";
import { termOf } from "./terms";

interface Props {
  readonly id: string;
  readonly title: string;
  readonly target: RefObject<HTMLElement | null>;
}

/** What the glossary says of a word, beside it. */
export function TermTip({ id, title, target }: Props) {
  return (
    <Overlay show target={target} placement="bottom-start">
      <Popover id={id} className="term-tip">
        <Popover.Body>
          <strong>{title}</strong>: {termOf(title).says}
        </Popover.Body>
      </Popover>
    </Overlay>
  );
}
