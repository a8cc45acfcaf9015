/* A feature is reached through its index alone, and features do not know each other. Every folder of
   `src/features` is one: none can be forgotten. */
import { readdirSync } from "node:fs";

const folder = new URL("./src/features/", import.meta.url);

export const features = readdirSync(folder, { withFileTypes: true })
  .filter((entry) => entry.isDirectory())
  .map((entry) => entry.name)
  .sort();

/** Whatever way leads into a feature: from a sibling (`../desk`), or from the root of the sources. */
const into = (feature) => [`../${feature}`, `../${feature}/**`, `../../${feature}/**`, `**/features/${feature}`, `**/features/${feature}/**`];

export const boundaries = [
  ...features.map((feature) => ({
    files: [`src/features/${feature}/**/*.{ts,tsx}`],
    rules: {
      "no-restricted-imports": [
        "error",
        {
          patterns: features
            .filter((other) => other !== feature)
            .map((other) => ({ group: into(other), message: `${feature} and ${other} do not know each other.` })),
        },
      ],
    },
  })),
  {
    files: ["src/app/**/*.{ts,tsx}"],
    rules: {
      "no-restricted-imports": ["error", { patterns: [{ group: ["**/features/*/*"], message: "A feature is reached through its index." }] }],
    },
  },
  {
    files: ["src/shared/**/*.{ts,tsx}", "src/api/**/*.{ts,tsx}"],
    rules: { "no-restricted-imports": ["error", { patterns: ["**/features/**", "**/app/**"] }] },
  },
];
