import Modal from "react-bootstrap/Modal";
import type { Finding } from "@/core/check";
import { leaveOut, noteDead } from "@/core/rig";
import { editRig, useFindings } from "@/store";
import { FindingsList } from "@/ui";

/** Everything that was found against the rig, with what to do and the way there. */
export function FindingsDialog({
  onShow,
  onClose,
}: {
  onShow: (finding: Finding) => void;
  onClose: () => void;
}) {
  const { findings, checking, failed } = useFindings();
  return (
    <Modal show onHide={onClose} size="lg" scrollable aria-labelledby="findings-title">
      <Modal.Header closeButton>
        <Modal.Title id="findings-title" as="h2" className="h6">
          Findings
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <FindingsList
          findings={findings}
          checking={checking}
          failed={failed}
          onOffer={({ pips, offer }) =>
            editRig((rig) =>
              offer === "alive"
                ? pips.reduce((before, pip) => noteDead(before, pip, false), rig)
                : leaveOut(rig, pips, offer === "leave-out"),
            )
          }
          onGo={(finding) => {
            onClose();
            onShow(finding);
          }}
        />
      </Modal.Body>
    </Modal>
  );
}
