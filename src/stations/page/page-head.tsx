import Link from "next/link";
import { useState, type ReactNode } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { IconButton, PipLogo, ThemeSwitch, inDialog } from "@/ui";
import { Help, PlainFinder, type Keys } from "../find";

const KEYS: Keys = [
  [["/"], "find anything"],
  [["?"], "keys and words"],
];

interface Props {
  readonly title: string;
  readonly lead: string;
  /** The shelf itself has nowhere to go back to. */
  readonly home?: boolean;
  /** What else can be done on the page. */
  readonly children?: ReactNode;
}

/** The head of every page without an open rig: its name, what it is for, what can be done, and the finder. */
export function PageHead({ title, lead, home, children }: Props) {
  const [layer, setLayer] = useState<"find" | { word?: string }>();
  const options = { preventDefault: true, useKey: true, ignoreEventWhen: inDialog };
  useHotkeys("/", () => setLayer("find"), options);
  useHotkeys("shift+?, ?", () => setLayer({}), options);
  return (
    <header className="page-head">
      {home ? (
        <PipLogo size={34} />
      ) : (
        <Link href="/" aria-label="Back to the shelf" title="Shelf">
          <PipLogo size={34} />
        </Link>
      )}
      <div className="me-auto">
        <h1 className="page-name">{title}</h1>
        <p className="quiet mb-0">{lead}</p>
      </div>
      {children}
      <span className="row-line">
        <IconButton
          icon="bi-search"
          label="Find"
          title="Find anything (/)"
          onClick={() => setLayer("find")}
        />
        <IconButton
          icon="bi-question-circle"
          label="Keys and words"
          title="Keys and words (?)"
          onClick={() => setLayer({})}
        />
        <ThemeSwitch />
      </span>
      {layer === "find" && (
        <PlainFinder onClose={() => setLayer(undefined)} onWord={(word) => setLayer({ word })} />
      )}
      {typeof layer === "object" && (
        <Help keys={KEYS} word={layer.word} onClose={() => setLayer(undefined)} />
      )}
    </header>
  );
}
