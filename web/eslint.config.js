import js from "@eslint/js";
import a11y from "eslint-plugin-jsx-a11y";
import hooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

export default tseslint.config(
  { ignores: ["src/api/schema.gen.ts", "dist"] },
  js.configs.recommended,
  ...tseslint.configs.strictTypeChecked,
  hooks.configs.flat["recommended-latest"] ?? hooks.configs["recommended-latest"],
  a11y.flatConfigs.recommended,
  {
    languageOptions: {
      parserOptions: {
        projectService: { allowDefaultProject: ["eslint.config.js"] },
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      // Sentences are put together from numbers too.
      "@typescript-eslint/restrict-template-expressions": ["error", { allowNumber: true }],
      // A handler may be given something that answers with nothing of use.
      "@typescript-eslint/no-confusing-void-expression": ["error", { ignoreArrowShorthand: true }],
      // Members are left out of an object by naming them.
      "@typescript-eslint/no-unused-vars": ["error", { ignoreRestSiblings: true, varsIgnorePattern: "^_" }],
      // A box that was just opened for typing takes the focus.
      "jsx-a11y/no-autofocus": "off",
      // What scrolls has to be reached by keyboard (WCAG 2.1.1).
      "jsx-a11y/no-noninteractive-tabindex": ["error", { roles: ["region"], tags: [] }],
      // The boxes are Ant Design's; a label that surrounds one names it.
      "jsx-a11y/label-has-associated-control": [
        "error",
        {
          assert: "nesting",
          depth: 4,
          controlComponents: ["NumberBox", "Input", "Input.Password", "Input.TextArea", "Select", "InputNumber"],
        },
      ],
    },
  },
);
