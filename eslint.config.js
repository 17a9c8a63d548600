import reactHooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

// Three floors and one direction: core knows nothing outside itself; server, web and floor know core; nobody knows scripts.
const FLOORS = ["server", "web", "floor", "cli", "scripts"];
const outside = (own, message) => ({
  regex: `^(#|(\\.\\./)+)(${FLOORS.filter((f) => f !== own).join("|")})/`,
  message,
});

/** within the web: base knows nobody, the shell is known by nobody */
const within = (files, patterns, message) => ({
  files,
  rules: {
    "no-restricted-imports": [
      "error",
      { patterns: [outside("web", "web may use core, page and itself only."), { regex: patterns, message }] },
    ],
  },
});

/** rooms of the core, lowest first, each with those that it may know */
const BODY = ["base", "anatomy", "exercises"];
const JUDGED = [...BODY, "machines", "mechanics", "clients", "edition"];
const ROOMS = {
  base: [],
  words: ["base"],
  watch: ["base"],
  anatomy: ["base"],
  exercises: ["base", "anatomy"],
  program: ["base"],
  mechanics: BODY,
  drawing: [...BODY, "mechanics"],
  atlas: [...BODY, "mechanics"],
  machines: ["base"],
  clients: [...BODY, "machines"],
  edition: [...BODY, "clients", "program"],
  suitability: JUDGED,
  ranking: [...JUDGED, "suitability"],
  bench: [...JUDGED, "ranking"],
  covering: [...JUDGED, "ranking"],
  planning: [...JUDGED, "suitability", "ranking", "program"],
  training: [...JUDGED, "drawing", "program", "planning"],
  solver: [...JUDGED, "suitability", "ranking", "program", "planning"],
  desk: [...JUDGED, "program", "planning", "training"],
  sheet: ["base", "clients", "program", "training"],
  simulation: [...JUDGED, "program", "planning", "training"],
  sensing: ["base", "training", "simulation"],
  review: [...JUDGED, "program", "planning", "training"],
  exchange: [...JUDGED, "watch", "ranking", "program", "planning", "training", "desk", "sheet", "review"],
  validation: [...JUDGED, "training"],
};
const CORE = [
  outside("core", "core knows nothing outside itself."),
  { group: ["node:*", "react", "react-*", "express", "pg"], message: "core does no input or output." },
];
const room = (own) => ({
  files: [`src/core/${own}/**/*.ts`],
  rules: {
    "no-restricted-imports": [
      "error",
      {
        patterns: [
          ...CORE,
          {
            regex: `^(#core/|(\\.\\./)+)(${Object.keys(ROOMS)
              // words are said from everywhere; base says nothing
              .filter((r) => r !== own && !ROOMS[own].includes(r) && (r !== "words" || own === "base"))
              .join("|")})/`,
            message: `${own} may know ${ROOMS[own].join(", ") || "nobody"} only.`,
          },
        ],
      },
    ],
  },
});

const floor = (own) => ({
  files: [`src/${own}/**/*.{ts,tsx}`],
  rules: { "no-restricted-imports": ["error", { patterns: [outside(own, `${own} may use core and itself only.`)] }] },
});

export default tseslint.config(
  { ignores: ["node_modules", "dist", ".gryn", "test-results", "playwright-report"] },
  ...tseslint.configs.recommended,
  ...tseslint.configs.recommendedTypeChecked.map((c) => ({ ...c, files: ["src/**/*.{ts,tsx}"] })),
  {
    files: ["src/**/*.{ts,tsx}"],
    languageOptions: { parserOptions: { project: "./tsconfig.json", tsconfigRootDir: import.meta.dirname } },
    // a function may keep a promise that it has nothing to wait for
    rules: { "@typescript-eslint/require-await": "off" },
  },
  floor("server"),
  floor("web"),
  floor("floor"),
  floor("cli"),
  floor("page"),
  within(["src/web/*/**/*.{ts,tsx}"], "/shell/", "the shell knows all places and is known by none."),
  within(["src/web/base/**/*.{ts,tsx}"], "^\\.\\./(?!\\.\\./page/)", "base knows nobody."),
  {
    files: ["src/core/**/*.ts"],
    rules: {
      "no-restricted-globals": [
        "error",
        "window",
        "document",
        "fetch",
        "process",
        "setTimeout",
        "performance",
        "navigator",
        "crypto",
      ],
      "no-restricted-syntax": [
        "error",
        {
          selector: "MemberExpression[object.name='Math'][property.name='random']",
          message: "Pass the randomness in.",
        },
        { selector: "MemberExpression[object.name='Date'][property.name='now']", message: "Pass the time in." },
        { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: "Pass the time in." },
      ],
    },
  },
  ...Object.keys(ROOMS).map(room),
  {
    files: ["src/web/**/*.{ts,tsx}", "src/floor/**/*.{ts,tsx}"],
    plugins: { "react-hooks": reactHooks },
    rules: reactHooks.configs["recommended-latest"].rules,
  },
  {
    files: ["src/**/*.{ts,tsx}", "tests/**/*.ts", "scripts/**/*.{ts,mjs}"],
    rules: {
      "max-len": [
        "error",
        { code: 120, ignoreStrings: true, ignoreTemplateLiterals: true, ignoreRegExpLiterals: true },
      ],
      complexity: ["error", 25],
    },
  },
  { rules: { "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_" }] } },
);
