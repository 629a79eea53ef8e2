import { NewRig } from "@/stations/new-rig";

export default function NewRigPage() {
  return <NewRig />;
}
