import type { NextConfig } from "next";

const config: NextConfig = {
  // A test run builds beside a running demo, so the folder is a setting.
  distDir: process.env.BRANT_DIST ?? ".next",
  outputFileTracingRoot: import.meta.dirname,
  typedRoutes: true,
  poweredByHeader: false,
  // The test command checks types once; checking them again in every build only makes the first start slower.
  typescript: { ignoreBuildErrors: true },
  // Compiled in, so that no environment variable can switch it on in an ordinary build.
  env: { BRANT_BUILT_WITH_TEST_CLOCK: process.env.BRANT_BUILD_TEST_CLOCK === "1" ? "1" : "" },
  serverExternalPackages: [
    "elkjs",
    "@node-rs/argon2",
    "mysql2",
    "sharp",
    "@react-pdf/renderer",
    "pino",
    "piscina",
  ],
  headers: () =>
    Promise.resolve([
      {
        source: "/:path*",
        headers: [
          { key: "x-content-type-options", value: "nosniff" },
          { key: "referrer-policy", value: "same-origin" },
          { key: "permissions-policy", value: "geolocation=(), microphone=()" },
        ],
      },
    ]),
  experimental: { serverActions: { bodySizeLimit: "1mb" } },
};

export default config;
