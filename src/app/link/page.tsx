import { OpenLink } from "@/stations/link";

export default function LinkPage() {
  return <OpenLink />;
}
