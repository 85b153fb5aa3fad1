import js from "@eslint/js";
import svelte from "eslint-plugin-svelte";
import globals from "globals";
import typescript from "typescript-eslint";

export default typescript.config(
  { ignores: ["dist/", "src/api/schema.ts", "public/"] },
  js.configs.recommended,
  ...typescript.configs.strict,
  ...svelte.configs.recommended,
  { languageOptions: { globals: { ...globals.browser } } },
  {
    files: ["**/*.svelte", "**/*.svelte.ts"],
    languageOptions: { parserOptions: { parser: typescript.parser, extraFileExtensions: [".svelte"] } },
  },
  {
    rules: {
      // types come from the schema or from looking, never from saying so; `as const` says nothing
      "@typescript-eslint/consistent-type-assertions": ["error", { assertionStyle: "never" }],
      // what the compiler knows of accessibility
      "svelte/valid-compile": "error",
      "no-undef": "off", // the type checker's matter
      // an index known to be there: the compiler asks for it at every list (noUncheckedIndexedAccess)
      "@typescript-eslint/no-non-null-assertion": "off",
      "svelte/no-useless-mustaches": "off", // a space that must stay is written {" "}
      // maps and sets here are worked with, not drawn from; what is drawn is $state.raw or $derived
      "svelte/prefer-svelte-reactivity": "off",
    },
  },
  {
    // a test says of a record only what it is about
    files: ["**/*.test.ts", "src/testing/**"],
    rules: { "@typescript-eslint/consistent-type-assertions": "off" },
  },
);
