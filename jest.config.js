const swc = [
  "<rootDir>/tests/transform.mjs",
  {
    jsc: {
      parser: { syntax: "typescript", tsx: true },
      target: "es2022",
      experimental: { keepImportAttributes: true },
      transform: { react: { runtime: "automatic" } },
    },
    module: { type: "es6" },
  },
];
const project = (displayName, folders, extra = {}) => ({
  displayName,
  testMatch: folders.map((f) => `<rootDir>/tests/${f}/**/*.test.ts`),
  testEnvironment: "node",
  extensionsToTreatAsEsm: [".ts", ".tsx"],
  transform: { "^.+\\.tsx?$": swc },
  transformIgnorePatterns: ["/node_modules/"],
  ...extra,
});

// "core" also holds what of the pages is pure: the plan's state and the phone's outbox
export default {
  // a machine that stalls is waited for; what hangs is told all the same
  testTimeout: 90_000,
  projects: [
    project("core", ["core", "web", "floor"], {
      globalSetup: "<rootDir>/tests/core/setup.mjs",
      globalTeardown: "<rootDir>/tests/core/teardown.mjs",
    }),
    project("server", ["server"], {
      globalSetup: "<rootDir>/tests/server/setup.mjs",
      globalTeardown: "<rootDir>/tests/server/teardown.mjs",
    }),
  ],
};
