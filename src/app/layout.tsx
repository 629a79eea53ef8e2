import "bootstrap/dist/css/bootstrap.min.css";
import "bootstrap-icons/font/bootstrap-icons.min.css";
import "@fontsource-variable/recursive/mono.css";
import "@/ui/tokens.css";
import "@/ui/pieces.css";
import "@/ui/tables.css";
import "@/ui/trail.css";
import "@/ui/facts.css";
import "@/ui/outer.css";
import "@/ui/station-frame.css";
import "@/ui/paper.css";
import type { Metadata, Viewport } from "next";
import { headers } from "next/headers";
import type { ReactNode } from "react";
import { DropAnywhere } from "@/stations/drop";
import { StartUp } from "@/ui";
import { THEME_SCRIPT } from "./theme-script";

export const metadata: Metadata = {
  title: "Bold Pip",
  description:
    "Wiring, bytes, timing and code for seven-segment digits and LED matrices, proven on a simulated rig.",
};

export const viewport: Viewport = { width: "device-width", initialScale: 1 };

export default async function RootLayout({ children }: { children: ReactNode }) {
  const nonce = (await headers()).get("x-nonce") ?? undefined;
  return (
    <html lang="en" data-bs-theme="light" suppressHydrationWarning>
      <body>
        <script nonce={nonce} suppressHydrationWarning dangerouslySetInnerHTML={{ __html: THEME_SCRIPT }} />
        <StartUp>
          <DropAnywhere>{children}</DropAnywhere>
        </StartUp>
      </body>
    </html>
  );
}
