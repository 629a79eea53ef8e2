import { useEffect, useRef, useState } from "react";

/** What reads on a face is said no more often than this, in ms: a scan or a scroll would drown everything else. */
export const SPOKEN_EVERY_MS = 2000;

/** Says what reads on the face when it changes, for those who hear the page. */
export function SpokenFace({ reads }: { reads: string | undefined }) {
  const [spoken, setSpoken] = useState("");
  const last = useRef(0);
  useEffect(() => {
    if (reads === undefined) return;
    const wait = Math.max(0, last.current + SPOKEN_EVERY_MS - Date.now());
    const timer = setTimeout(() => {
      last.current = Date.now();
      setSpoken(reads.trim() === "" ? "dark" : reads);
    }, wait);
    return () => clearTimeout(timer);
  }, [reads]);
  return (
    <div className="visually-hidden" role="status" aria-label="The face reads">
      {spoken && `The face reads ${spoken}`}
    </div>
  );
}
