import type { ReactNode } from "react";
import { RigShell } from "@/stations/rig";

export default function RigLayout({ children }: { children: ReactNode }) {
  return <RigShell>{children}</RigShell>;
}
