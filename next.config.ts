import type { NextConfig } from "next";

const config: NextConfig = {
  serverExternalPackages: ["better-sqlite3"],
  poweredByHeader: false,
  // Every page loaded before the first is answered kept whoever came first waiting for seconds; each is loaded when it is first asked for.
  experimental: { preloadEntriesOnStart: false },
  // Every answer of the interface, whoever makes it: nobody keeps it, nobody guesses what it is, and no other site embeds it.
  headers: () =>
    Promise.resolve([
      {
        source: "/api/:path*",
        headers: [
          { key: "cache-control", value: "no-store" },
          { key: "x-content-type-options", value: "nosniff" },
          { key: "referrer-policy", value: "no-referrer" },
          { key: "cross-origin-resource-policy", value: "same-origin" },
          { key: "x-frame-options", value: "DENY" },
        ],
      },
    ]),
  // Types and lint are checked by their own steps of `npm test`; doing it twice would only make the demo start later.
  typescript: { ignoreBuildErrors: true },
};

export default config;
