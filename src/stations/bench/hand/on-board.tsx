import Button from "react-bootstrap/Button";
import { atDesk, usePreferences, useRig } from "@/store";
import type { HandFor } from "@/workers";
import { play, stopPlaying, useHandLink } from "./link";

/** Shows or holds something on the board in hand; nothing while there is none. */
export function OnBoard({ what }: { what: HandFor }) {
  const rig = useRig();
  const legNames = usePreferences((state) => state.legNames);
  const { kind, playing } = useHandLink();
  if (kind !== "board" && kind !== "stand-in") return null;
  const name = JSON.stringify(what);
  const isOn = playing === name;
  const start = async () => {
    const show = await atDesk(rig).handShow(what, legNames);
    if (show) await play(name, show);
  };
  return (
    <Button
      size="sm"
      variant={isOn ? "primary" : "plain"}
      aria-pressed={isOn}
      onClick={() => (isOn ? stopPlaying() : void start())}
    >
      <i className={`bi ${isOn ? "bi-stop-fill" : "bi-hand-index"} me-1`} aria-hidden />
      {isOn ? "Stop" : kind === "board" ? "On the board" : "On the simulated board"}
    </Button>
  );
}
