import { StationScreen } from "@/stations/rig";

export default async function StationPage({ params }: { params: Promise<{ station: string }> }) {
  return <StationScreen name={(await params).station} />;
}
