const swc = ["@swc/jest", { jsc: { parser: { syntax: "typescript", tsx: true }, target: "es2022", experimental: { keepImportAttributes: true }, transform: { react: { runtime: "automatic" } } }, module: { type: "es6" } }];
const project = (displayName, extra = {}) => ({ displayName, testMatch: [`<rootDir>/tests/${displayName}/**/*.test.ts`], testEnvironment: "node", extensionsToTreatAsEsm: [".ts", ".tsx"], transform: { "^.+\\.tsx?$": swc }, transformIgnorePatterns: ["/node_modules/"], ...extra });

export default { projects: [project("core"), project("server", { globalSetup: "<rootDir>/tests/server/setup.mjs", globalTeardown: "<rootDir>/tests/server/teardown.mjs" })] };
