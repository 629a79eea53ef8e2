import Modal from "react-bootstrap/Modal";
import type { Finding } from "@/core/check";
import { leaveOut, noteDead } from "@/core/rig";
import { atDesk, editRig, useAtDesk, useFindings, usePreferences, useRig } from "@/store";
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
  const rig = useRig();
  const legNames = usePreferences((state) => state.legNames);
  const mends = useAtDesk((desk) => desk.mends(findings, legNames), [findings, legNames]);
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
          mends={mends}
          onMend={async (finding) => {
            const mended = await atDesk(rig).mended(finding);
            // What was edited meanwhile is not written over.
            if (mended) editRig((now) => (now === rig ? mended : now));
          }}
          onGo={(finding) => {
            onClose();
            onShow(finding);
          }}
        />
      </Modal.Body>
    </Modal>
  );
}
