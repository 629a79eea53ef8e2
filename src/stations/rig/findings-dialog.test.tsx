import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { asPip, noteDead } from "@/core/rig";
import { useOpenRig } from "@/store";
import { plainDemoRig } from "@/demo";
import { openInPlace } from "../fixtures/open";
import { FindingsDialog } from "./findings-dialog";

test("an LED that was noted as dead is told of, and can be said to light again", async () => {
  openInPlace(noteDead(plainDemoRig("slip-gate"), asPip("DS1.1.g"), true));
  const hands = userEvent.setup();
  render(<FindingsDialog onShow={() => {}} onClose={() => {}} />);
  expect(await screen.findByText(/noted as dead/)).toBeTruthy();
  await hands.click(await screen.findByRole("button", { name: "It works again" }));
  expect(useOpenRig.getState().rig!.dead).toBeUndefined();
  await waitFor(() => expect(screen.queryByText(/noted as dead/)).toBeNull());
});
