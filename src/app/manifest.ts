import type { MetadataRoute } from "next";

/** What a browser needs to install the application. */
export default function manifest(): MetadataRoute.Manifest {
  return {
    id: "/",
    name: "Bold Pip",
    short_name: "Bold Pip",
    description: "Wires, bytes, timing and code for LED digits and dot matrices, proven on a simulated rig.",
    start_url: "/",
    display: "standalone",
    background_color: "#f5efe3",
    theme_color: "#f5efe3",
    icons: [
      { src: "/icon.svg", sizes: "any", type: "image/svg+xml" },
      { src: "/icons/192.png", sizes: "192x192", type: "image/png" },
      { src: "/icons/512.png", sizes: "512x512", type: "image/png" },
      { src: "/icons/maskable-512.png", sizes: "512x512", type: "image/png", purpose: "maskable" },
    ],
  };
}
