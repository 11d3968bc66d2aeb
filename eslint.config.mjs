import next from "@next/eslint-plugin-next";
import hooks from "eslint-plugin-react-hooks";
import ts from "typescript-eslint";

/** What Node and the browser that the bench drives bring along. */
const plainGlobals = [
  ...["process", "console", "performance", "fetch", "URL", "AbortSignal"],
  ...["setTimeout", "clearTimeout", "setInterval", "clearInterval"],
  ...["window", "document", "Event", "HTMLInputElement", "MutationObserver"],
];

export default ts.config(
  {
    ignores: ["node_modules/**", ".next/**", ".next-*/**", ".brant*/**", "next-env.d.ts", "test-results/**"],
  },
  ...ts.configs.recommended,
  {
    files: ["**/*.ts", "**/*.tsx"],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    plugins: { "react-hooks": hooks, "@next/next": next },
    rules: {
      ...hooks.configs.recommended.rules,
      ...next.configs.recommended.rules,
      // Photos are served behind the application's own permission; an optimising proxy has no business with them.
      "@next/next/no-img-element": "off",
      "@typescript-eslint/no-floating-promises": "error",
      "@typescript-eslint/no-misused-promises": ["error", { checksVoidReturn: { attributes: false } }],
      "@typescript-eslint/switch-exhaustiveness-check": [
        "error",
        { considerDefaultExhaustiveForUnions: true },
      ],
      // A link of Brant's own says while its page is fetched.
      // What Zod refuses is said in Brant's words.
      "no-restricted-imports": [
        "error",
        { paths: [{ name: "next/link", importNames: ["default"] }, { name: "zod" }] },
      ],
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_" }],
    },
  },
  {
    files: ["src/**/*.ts", "src/**/*.tsx"],
    ignores: ["**/*.test.ts"],
    // A function that is longer is several with names.
    rules: { "max-lines-per-function": ["error", 80] },
  },
  {
    // TypeScript finds names that are nowhere; plain scripts have no types.
    files: ["**/*.mjs"],
    languageOptions: { globals: Object.fromEntries(plainGlobals.map((name) => [name, "readonly"])) },
    rules: { "no-undef": "error" },
  },
  { files: ["src/ui/Link.tsx", "src/core/zod.ts"], rules: { "no-restricted-imports": "off" } },
);
