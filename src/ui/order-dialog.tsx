import { useState } from "react";
import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";
import { schemeOf, showsDots, type Plan } from "@/core/rig";
import { SeverityMark } from "./findings";
import { OrderFields } from "./order-fields";

interface Props {
  readonly plan: Plan;
  /** Wires that do not run where the plan put them: they are laid afresh with the rest. */
  readonly moved: number;
  readonly onClose: () => void;
  /** All that was changed, in one step. */
  readonly onTake: (plan: Plan) => void;
}

/** What is on which output, as a table: filled in, or turned round as a whole, and taken in one step. */
export function OrderDialog({ plan, moved, onClose, onTake }: Props) {
  const [draft, setDraft] = useState(plan);
  const { free } = schemeOf(plan.scheme);
  const same = draft === plan;
  return (
    <Modal show onHide={onClose} size="lg" aria-labelledby="order-title">
      <Modal.Header closeButton>
        <Modal.Title id="order-title" as="h2" className="h6">
          Which output drives what?
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <p className="small quiet">
          Two that change places are two wires less to cross. The bytes follow the wires, whatever the order.
        </p>
        {moved > 0 && (
          <p className="small">
            <SeverityMark
              severity="caution"
              text={`${moved} wire${moved === 1 ? " does" : "s do"} not run where the plan put ${moved === 1 ? "it" : "them"}: this lays all wires again as planned, and Undo restores yours.`}
            />
          </p>
        )}
        <OrderFields plan={draft} free={free} onChange={(orders) => setDraft({ ...draft, ...orders })} />
      </Modal.Body>
      <Modal.Footer>
        <span className="small quiet me-auto">
          {showsDots(plan) ? "Rows and columns" : "Digits and segments"} keep their names.
        </span>
        <Button variant="plain" onClick={onClose}>
          Cancel
        </Button>
        <Button
          variant="primary"
          disabled={same}
          onClick={() => {
            onTake(draft);
            onClose();
          }}
        >
          Use this order
        </Button>
      </Modal.Footer>
    </Modal>
  );
}
