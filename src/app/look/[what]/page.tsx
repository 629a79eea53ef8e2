import { LookPage } from "@/stations/look";

export default function LookUpPage() {
  return <LookPage />;
}
