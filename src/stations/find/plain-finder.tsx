import { useRouter } from "next/navigation";
import { useState } from "react";
import { useEverywhere } from "./everywhere";
import { FinderDialog } from "./finder";

/** The finder where no rig is open. */
export function PlainFinder({ onClose, onWord }: { onClose: () => void; onWord: (title: string) => void }) {
  const router = useRouter();
  const items = useEverywhere();
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
      }}
    />
  );
}
