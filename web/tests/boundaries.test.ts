import { ESLint } from "eslint";
import { describe, expect, it } from "vitest";

import { boundaries, features } from "../eslint.boundaries.js";

const root = new URL("..", import.meta.url).pathname;
// The borders alone, on plain modules: no types are needed to see an import.
const eslint = new ESLint({
  cwd: root,
  overrideConfigFile: true,
  overrideConfig: [{ files: ["**/*.ts"], languageOptions: { sourceType: "module" } }, ...boundaries],
});

async function refused(file: string, source: string): Promise<boolean> {
  const [result] = await eslint.lintText(`import * as x from "${source}"; export { x };`, { filePath: `${root}src/${file}` });
  return result!.messages.some((m) => m.ruleId === "no-restricted-imports");
}

describe("the borders of features", () => {
  it("know every feature there is", () => {
    expect(features).toContain("desk");
    expect(features).toContain("compose");
    expect(features.length).toBeGreaterThanOrEqual(7);
  });

  it.each(features.flatMap((one) => features.filter((other) => other !== one).map((other): [string, string] => [one, other])))(
    "%s does not import %s",
    async (one, other) => {
      expect(await refused(`features/${one}/x.ts`, `../${other}`)).toBe(true);
      expect(await refused(`features/${one}/x.ts`, `../${other}/inner`)).toBe(true);
      expect(await refused(`features/${one}/deep/x.ts`, `../../${other}/inner`)).toBe(true);
    },
  );

  it("let a feature have its own modules, and what is shared", async () => {
    for (const feature of features) {
      for (const source of ["./inner", "../../shared/TopBar", "../../api/client"]) {
        expect(await refused(`features/${feature}/x.ts`, source), `${feature} ${source}`).toBe(false);
      }
    }
  });

  it("keep the routes to the doors, and what is shared below", async () => {
    expect(await refused("app/x.ts", "../features/desk")).toBe(false);
    expect(await refused("app/x.ts", "../features/desk/model")).toBe(true);
    expect(await refused("shared/x.ts", "../features/desk")).toBe(true);
  });
});
