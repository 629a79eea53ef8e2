import type { NextConfig } from "next";

/** On every answer; the content policy of pages, with its nonce, comes from src/proxy.ts. */
const HEADERS = [
  { key: "X-Content-Type-Options", value: "nosniff" },
  { key: "X-Frame-Options", value: "DENY" },
  { key: "Referrer-Policy", value: "no-referrer" },
  { key: "Cross-Origin-Opener-Policy", value: "same-origin" },
  { key: "Cross-Origin-Resource-Policy", value: "same-origin" },
  { key: "Permissions-Policy", value: "camera=(), microphone=(), geolocation=()" },
];

/** Answers to scripts are data, never pages. */
const DATA_POLICY = { key: "Content-Security-Policy", value: "default-src 'none'; frame-ancestors 'none'" };

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  devIndicators: false,
  // Their own files are looked for next to them.
  serverExternalPackages: ["piscina", "busboy"],
  headers: async () => [
    { source: "/:path*", headers: HEADERS },
    { source: "/api/:path*", headers: [DATA_POLICY] },
  ],
};

export default config;
