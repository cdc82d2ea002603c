import js from "@eslint/js";
import imports from "eslint-plugin-import-x";
import hooks from "eslint-plugin-react-hooks";
import ts from "typescript-eslint";

export default ts.config(
  js.configs.recommended,
  ...ts.configs.recommended,
  hooks.configs.flat["recommended-latest"],
  imports.flatConfigs.typescript,
  {
    plugins: { "import-x": imports },
    settings: { "import-x/resolver": { typescript: true } },
    // files don't import each other in circles; types alone don't count
    rules: { "import-x/no-cycle": ["error", { ignoreExternal: true }] },
  },
  // a file that grows past this is split
  { ignores: ["**/*.test.*"], rules: { "max-lines": ["error", 350] } },
);
