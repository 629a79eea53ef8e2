import { useState } from "react";
import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";
import { keeper, say, useKept } from "@/store";
import { formatDate } from "@/ui";

const binnedRigs = () => keeper().binnedRigs();

/** What was deleted in the last thirty days: to be put back on the shelf, or to go for good. */
export function BinDialog({ onClose }: { onClose: () => void }) {
  const binned = useKept(binnedRigs);
  const [asking, setAsking] = useState(false);
  const empty = async () => {
    const gone = await keeper().emptyBin();
    setAsking(false);
    say({ text: `${gone} rig${gone === 1 ? "" : "s"} deleted for good` });
  };
  return (
    <Modal show onHide={onClose} scrollable aria-labelledby="bin-title">
      <Modal.Header closeButton>
        <Modal.Title id="bin-title" as="h2" className="h6">
          Bin
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        {binned?.length === 0 && (
          <p className="mb-0">The bin is empty. A deleted rig stays here for 30 days.</p>
        )}
        <ul className="bin-list" aria-label="Deleted rigs">
          {binned?.map(({ id, name, deleted, goes }) => (
            <li key={id}>
              <span className="flex-grow-1">
                <strong>{name}</strong>
                <span className="d-block tiny quiet">
                  deleted {formatDate(deleted)}; goes for good on {formatDate(goes, "day")}
                </span>
              </span>
              <Button
                size="sm"
                variant="plain"
                aria-label={`Restore ${name}`}
                onClick={() => void keeper().unbinRig(id)}
              >
                Restore
              </Button>
            </li>
          ))}
        </ul>
      </Modal.Body>
      {binned && binned.length > 0 && (
        <Modal.Footer>
          {asking ? (
            <>
              <span className="me-auto">
                Delete {binned.length === 1 ? "this rig" : `all ${binned.length}`} for good?
              </span>
              <Button variant="plain" onClick={() => setAsking(false)}>
                No
              </Button>
              <Button variant="danger" onClick={() => void empty()}>
                Delete for good
              </Button>
            </>
          ) : (
            <Button variant="plain" onClick={() => setAsking(true)}>
              Empty the bin
            </Button>
          )}
        </Modal.Footer>
      )}
    </Modal>
  );
}
