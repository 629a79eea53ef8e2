import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { useEverywhere } from "./everywhere";
import { FinderDialog } from "./finder";
import { focusOn } from "./focus-on";
import { useShelfPlaces } from "./shelf-places";

/** The finder where no rig is open. */
export function PlainFinder({ onClose, onWord }: { onClose: () => void; onWord: (title: string) => void }) {
  const router = useRouter();
  const everywhere = useEverywhere();
  const places = useShelfPlaces();
  const items = useMemo(() => [...everywhere, ...places], [everywhere, places]);
  const [query, setQuery] = useState("");
  return (
    <FinderDialog
      items={items}
      query={query}
      onQuery={setQuery}
      onClose={onClose}
      onGo={({ target }) => {
        if (target.to === "address") router.push(target.href);
        else if (target.to === "action") target.run();
        else if (target.to === "word") onWord(target.title);
        else if (target.to === "place" && target.href !== undefined) {
          router.push(target.href);
          void focusOn(target.place);
        }
      }}
    />
  );
}
