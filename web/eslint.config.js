import js from "@eslint/js";
import hooks from "eslint-plugin-react-hooks";
import globals from "globals";
import ts from "typescript-eslint";

const features = ["sign-in", "courses", "papers", "desk", "cross-check"];

export default ts.config(
  { ignores: ["dist", "src/api/schema.ts", "eslint.config.js"] },
  js.configs.recommended,
  ...ts.configs.recommendedTypeChecked,
  {
    languageOptions: {
      globals: globals.browser,
      parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname },
    },
    plugins: { "react-hooks": hooks },
    rules: {
      ...hooks.configs.recommended.rules,
      "@typescript-eslint/no-confusing-void-expression": "off",
      "@typescript-eslint/no-misused-promises": ["error", { checksVoidReturn: { attributes: false } }],
    },
  },
  // A feature is reached through its index alone, and features do not know each other.
  ...features.map((feature) => ({
    files: [`src/features/${feature}/**`],
    rules: {
      "no-restricted-imports": [
        "error",
        {
          patterns: features
            .filter((other) => other !== feature)
            .map((other) => ({ group: [`**/features/${other}`, `**/${other}/*`, `../${other}`] })),
        },
      ],
    },
  })),
  {
    files: ["src/shared/**", "src/api/**"],
    rules: { "no-restricted-imports": ["error", { patterns: ["**/features/**", "**/app/**"] }] },
  },
);
