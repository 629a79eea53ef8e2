import { StationScreen } from "@/stations/rig";

export default function StationPage() {
  return <StationScreen />;
}
