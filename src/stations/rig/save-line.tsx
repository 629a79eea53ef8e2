import { useEffect } from "react";
import Link from "next/link";
import Button from "react-bootstrap/Button";
import { hasUnsaved, keepOpenRig, saveNow, useOpenRig } from "@/store";

/** Asks before the page is left while something is not stored. */
function useQuestionBeforeLeaving(): void {
  useEffect(() => {
    const ask = (event: BeforeUnloadEvent) => {
      if (hasUnsaved()) event.preventDefault();
    };
    window.addEventListener("beforeunload", ask);
    return () => window.removeEventListener("beforeunload", ask);
  }, []);
}

/** A line over everything while the last edit is not stored, or the rig is gone: it cannot be overlooked. */
export function SaveLine() {
  useQuestionBeforeLeaving();
  const saved = useOpenRig((state) => state.saved);
  const problem = useOpenRig((state) => state.problem);
  const gone = useOpenRig((state) => state.gone);
  if (gone)
    return (
      <div className="save-line" role="alert">
        <i className="bi bi-exclamation-octagon-fill" aria-hidden />
        <span>
          <strong>This rig was deleted in another tab.</strong> It is only on this page now.
        </span>
        <Button size="sm" variant="plain" onClick={() => void keepOpenRig()}>
          Keep it
        </Button>
        <Link className="btn btn-plain btn-sm" href="/">
          To the shelf
        </Link>
      </div>
    );
  if (saved !== "failed" && saved !== "slow") return null;
  return (
    <div className="save-line" role="alert">
      <i className="bi bi-exclamation-octagon-fill" aria-hidden />
      <span>
        {saved === "slow" ? (
          <>
            <strong>Still saving.</strong> The browser’s storage is slow to answer. Leave this page open.
          </>
        ) : (
          <>
            <strong>Your last changes are not saved:</strong> {problem}. They are kept on this page and tried
            again every few seconds. Leave it open, or export the rig on Code.
          </>
        )}
      </span>
      {saved === "failed" && (
        <Button size="sm" variant="plain" onClick={() => void saveNow()}>
          Try now
        </Button>
      )}
    </div>
  );
}
