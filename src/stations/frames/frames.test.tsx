import { screen } from "@testing-library/react";
import { demoRig, plainDemoRig } from "@/demo";
import { showStation } from "../fixtures/open";
import { FramesStation } from "./frames";

const tide = plainDemoRig("tide-notice");

describe("Frames", () => {
  test("a text is typed, and its motion chosen", async () => {
    const { hands, now, undo } = showStation(FramesStation, tide);
    const text = screen.getAllByRole("textbox").find((one) => one.tagName === "TEXTAREA")!;
    await hands.clear(text);
    await hands.type(text, "EBB 9:05");
    await hands.tab();
    const scene = () => now().sign!.scenes.find((one) => one.kind === "text")!;
    expect(scene()).toMatchObject({ text: "EBB 9:05" });
    const motion = screen.getByRole("combobox", { name: "Motion" });
    await hands.selectOptions(motion, "bounce");
    expect(scene()).toMatchObject({ motion: "bounce" });
    undo();
    expect(scene()).toMatchObject({ motion: "left" });
  });

  test("a rig of digits has no frames, and says so", () => {
    showStation(FramesStation, demoRig("slip-gate"));
    expect(screen.getByRole("heading", { level: 1 })).toBeTruthy();
    expect(screen.queryAllByRole("textbox")).toHaveLength(0);
  });
});
