import { useRouter } from "next/navigation";
import Button from "react-bootstrap/Button";
import type { Rig } from "@/core/rig";
import { keeper, refuse, storageProblem, useRig } from "@/store";

/** Once something was changed on the rig that is looked at: it can become one of the shelf. */
export function KeepIt({ from }: { from: Rig }) {
  const rig = useRig();
  const router = useRouter();
  if (rig === from || JSON.stringify(rig) === JSON.stringify(from)) return null;
  const keep = async () => {
    try {
      const stored = await keeper().addRig({ ...rig, id: crypto.randomUUID() });
      router.push(`/rig/${stored.id}/plan`);
    } catch (error) {
      refuse("The rig was not kept", `It could not be stored: ${storageProblem(error)}.`);
    }
  };
  return (
    <p className="mt-3 mb-0 row-line flex-wrap">
      <Button onClick={() => void keep()}>Keep this as a rig</Button>
      <span className="quiet small">It goes on the shelf with what you changed here.</span>
    </p>
  );
}
