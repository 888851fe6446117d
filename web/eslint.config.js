import hooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

export default tseslint.config(
  { ignores: ["dist", "src/api/schema.ts"] },
  ...tseslint.configs.recommended,
  {
    plugins: { "react-hooks": hooks },
    rules: {
      "react-hooks/rules-of-hooks": "error",
      "react-hooks/exhaustive-deps": "error",
      "@typescript-eslint/no-explicit-any": "error",
      "@typescript-eslint/no-unused-vars": ["error", { varsIgnorePattern: "^_", argsIgnorePattern: "^_" }],
    },
  },
  {
    // It joins a first read that is still on its way, from before the write: `askAgain` does not.
    files: ["src/**"],
    ignores: ["src/api/stale.ts"],
    rules: { "no-restricted-properties": ["error", { property: "invalidateQueries", message: "Use askAgain of api/stale." }] },
  },
  {
    // Pictures know geometry, not screens; shared pieces never reach into a screen.
    files: ["src/drawing/**", "src/ui/**", "src/job/**", "src/api/**"],
    rules: { "no-restricted-imports": ["error", { patterns: ["**/features/**", "**/app/**"] }] },
  },
);
